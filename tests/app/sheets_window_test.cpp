// The print panel: pages previewed, written, printed through the system's printing, and what is in the way.

#include <sys/resource.h>
#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QFile>
#include <QLineEdit>
#include <QPrinter>
#include <QSignalSpy>
#include <csignal>

#include "rendered_page.h"
#include "stages/planks/planks_stage.h"
#include "window/print_panel.h"
#include "window/sheet_preview.h"
#include "window/sheets_form.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

/// While it lives no file grows beyond so many bytes: to a program, a disk that is full.
class SmallFiles {
 public:
  explicit SmallFiles(rlim_t most) {
    std::signal(SIGXFSZ, SIG_IGN);
    getrlimit(RLIMIT_FSIZE, &m_before);
    const rlimit small{most, m_before.rlim_max};
    setrlimit(RLIMIT_FSIZE, &small);
  }
  ~SmallFiles() { setrlimit(RLIMIT_FSIZE, &m_before); }
  SmallFiles(const SmallFiles&) = delete;
  SmallFiles& operator=(const SmallFiles&) = delete;

 private:
  rlimit m_before{};
};

class SheetsWindowTest : public WindowCase {
  Q_OBJECT

  std::unique_ptr<PrintPanel> panelOf(const std::string& boat, int strake) {
    openBook(boat);
    auto panel = std::make_unique<PrintPanel>(session().solved(), strake, m_window.get());
    panel->folder()->setText(m_folder->path() + "/out");
    panel->show();
    panel->activateWindow();
    if (!QTest::qWaitForWindowActive(panel.get())) qFatal("the panel did not come up");
    return panel;
  }
  static bool counted(PrintPanel& panel) {
    return QTest::qWaitFor([&] { return panel.outcome()->text().contains("page"); }, 10000);
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void everyPageIsPreviewedAsItWillBePrinted() {
    const auto panel = panelOf("osier", 3);
    QVERIFY(counted(*panel));
    SheetPreview* preview = panel->preview();
    QVERIFY2(preview->words().startsWith("Page 1 of "), qPrintable(preview->words()));
    QVERIFY(preview->words().contains("strake 4 of 8"));
    const double whole = preview->pixelsPerMm();
    QVERIFY(whole > 0.5);
    // Something stands on the page, on white.
    const QImage first = preview->grab().toImage();
    int dark = 0, white = 0;
    for (int y = 60; y < first.height() - 60; y += 2) {
      for (int x = 10; x < first.width() - 10; x += 2) {
        dark += qGray(first.pixel(x, y)) < 100 ? 1 : 0;
        white += first.pixel(x, y) == qRgb(255, 255, 255) ? 1 : 0;
      }
    }
    QVERIFY2(dark > 150 && white > 5000, qPrintable(QString("%1 %2").arg(dark).arg(white)));
    auto* next = preview->findChild<QPushButton*>("nextPage");
    QTest::mouseClick(next, Qt::LeftButton);
    QCOMPARE(preview->page(), std::size_t{1});
    QVERIFY(preview->grab().toImage() != first);
    QTest::keyClick(preview, Qt::Key_PageUp);
    QCOMPARE(preview->page(), std::size_t{0});
    QTest::mouseClick(preview->findChild<QPushButton*>("fullSize"), Qt::LeftButton);
    QVERIFY(preview->pixelsPerMm() > whole);
    QTest::mouseClick(preview->findChild<QPushButton*>("wholePage"), Qt::LeftButton);
    QVERIFY(std::abs(preview->pixelsPerMm() - whole) < 1e-9);
  }

  void aBarOfAHundredIsAHundredThroughTheSystemsPrinting() {
    const auto panel = panelOf("osier", 3);
    panel->form()->tickets()->setChecked(false);
    QVERIFY(counted(*panel));
    QSignalSpy printed(panel.get(), &PrintPanel::printed);
    const QString pdf = m_folder->path() + "/printed.pdf";
    auto printer = std::make_shared<QPrinter>(QPrinter::HighResolution);
    printer->setOutputFormat(QPrinter::PdfFormat);
    printer->setOutputFileName(pdf);
    panel->printTo(printer);
    QTRY_VERIFY2_WITH_TIMEOUT(panel->outcome()->text().startsWith("Printed"), qPrintable(panel->outcome()->text()),
                              30000);
    QCOMPARE(printed.count(), 1);
    constexpr double dots = 8.0;
    const QImage image = rendered(pdf, 1, dots);
    QVERIFY(!image.isNull());
    // A4 that lies, whole.
    QVERIFY2(std::abs(image.width() - 297.0 * dots) < 8.0 && std::abs(image.height() - 210.0 * dots) < 8.0,
             qPrintable(QString("%1 %2").arg(image.width()).arg(image.height())));
    // The bar's ends stand a little above its line, 22 mm under what is shown.
    const double line = 210.0 - 10.0 - 28.0 + 22.0;
    const auto found = uprights(image, static_cast<int>((line - 1.2) * dots), static_cast<int>(5.0 * dots),
                                static_cast<int>(116.0 * dots));
    QVERIFY2(found.size() >= 2, qPrintable(QString::number(found.size())));
    const double bar = (found[1] - found[0]) / dots;
    QVERIFY2(std::abs(bar - 100.0) < 0.1, qPrintable(QString::number(bar, 'f', 4)));
  }

  void anothersFilesAreNotReplacedUnasked() {
    const auto panel = panelOf("osier", 3);
    QVERIFY(counted(*panel));
    const QString out = m_folder->path() + "/out";
    QDir().mkpath(out);
    QFile there(out + "/osier-strake-04-starboard.pdf");
    QVERIFY(there.open(QIODevice::WriteOnly));
    there.write("another's");
    there.close();
    QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
    QTRY_VERIFY2(panel->outcome()->text().contains("1 file of these names"), qPrintable(panel->outcome()->text()));
    QVERIFY(there.open(QIODevice::ReadOnly));
    QCOMPARE(there.readAll(), QByteArray("another's"));
    there.close();
    QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
    QTRY_VERIFY(panel->outcome()->text().startsWith("Written"));
    QVERIFY(there.open(QIODevice::ReadOnly));
    QVERIFY(there.readAll().startsWith("%PDF"));
    there.close();
    // What it wrote itself is written again.
    QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
    QVERIFY(!panel->outcome()->text().contains("of these names"));
    QTRY_VERIFY(panel->outcome()->text().startsWith("Written"));
  }

  void whatCannotBeReadOrWrittenIsSaidInThePanel() {
    const auto panel = panelOf("marl", 3);
    panel->choose(SheetsOf::Moulds, "3");
    QVERIFY(counted(*panel));
    panel->form()->nested()->setText("4 ft by 8");
    QTRY_VERIFY2(panel->outcome()->text().startsWith("Nested on what?"), qPrintable(panel->outcome()->text()));
    QVERIFY(!panel->writeButton()->isEnabled());
    panel->form()->nested()->setText("4 ft x wide");
    QTRY_VERIFY(!panel->outcome()->text().startsWith("Nested on what?"));
    QVERIFY(!panel->writeButton()->isEnabled());
    panel->form()->nested()->setText("4 ft x 8 ft");
    QVERIFY(counted(*panel));
    // A file where the folder should be.
    QFile file(m_folder->path() + "/nofolder");
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.close();
    panel->folder()->setText(m_folder->path() + "/nofolder");
    QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
    QTRY_VERIFY2(panel->outcome()->text().contains("nofolder"), qPrintable(panel->outcome()->text()));
    QVERIFY(!panel->outcome()->text().startsWith("Written"));
    // A folder where a sheet's file should be.
    QDir().mkpath(m_folder->path() + "/dxf/marl-mould-3.dxf");
    panel->folder()->setText(m_folder->path() + "/dxf");
    panel->form()->formatBox()->setCurrentIndex(2);
    QTRY_VERIFY2(panel->outcome()->text().contains("file"), qPrintable(panel->outcome()->text()));
    QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
    QTRY_VERIFY(panel->outcome()->text().contains("of these names"));
    QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
    QTRY_VERIFY2(panel->outcome()->text().contains("marl-mould-3"), qPrintable(panel->outcome()->text()));
  }

  void aFullDiskIsSaidAndLeavesNothingHalfWritten() {
    const auto panel = panelOf("sedge", 1);
    for (int format = 0; format < 3; ++format) {
      panel->form()->formatBox()->setCurrentIndex(format);
      QVERIFY(QTest::qWaitFor([&] { return panel->writeButton()->isEnabled(); }, 10000));
      const QString folder = m_folder->path() + QString("/full%1").arg(format);
      panel->folder()->setText(folder);
      {
        const SmallFiles full(4096);
        QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
        QTRY_VERIFY2(panel->outcome()->text().contains("cannot be written"), qPrintable(panel->outcome()->text()));
      }
      QVERIFY2(QDir(folder).isEmpty(QDir::AllEntries | QDir::Hidden | QDir::NoDotAndDotDot),
               qPrintable(QDir(folder).entryList().join(' ')));
      // And with room again it is written.
      QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
      QTRY_VERIFY2(panel->outcome()->text().startsWith("Written"), qPrintable(panel->outcome()->text()));
      QVERIFY(!QDir(folder).isEmpty());
    }
  }

  void aPrinterThatIsGoneIsSaid() {
    const auto panel = panelOf("sedge", 1);
    QVERIFY(counted(*panel));
    auto printer = std::make_shared<QPrinter>(QPrinter::HighResolution);
    printer->setOutputFormat(QPrinter::PdfFormat);
    printer->setOutputFileName("/nowhere/at/all.pdf");
    panel->printTo(printer);
    QTRY_VERIFY2(panel->outcome()->text().startsWith("The printer took 0 of"), qPrintable(panel->outcome()->text()));
  }

  void thePanelFitsASmallScreen() {
    const auto panel = panelOf("osier", 3);
    QVERIFY(counted(*panel));
    QVERIFY2(
        panel->minimumSizeHint().height() < 720 && panel->minimumSizeHint().width() < 1000,
        qPrintable(QString("%1 x %2").arg(panel->minimumSizeHint().width()).arg(panel->minimumSizeHint().height())));
  }
};

int main(int argc, char** argv) {
  return runWindowTest<SheetsWindowTest>(argc, argv);
}
#include "sheets_window_test.moc"
