// At home on the desktop: files dropped on the window, the window as it was left, recent files, versions before, the
// guide read in the program.

#include <QDir>
#include <QFile>
#include <QMimeData>
#include <QProcess>
#include <QTextBrowser>
#include <QUrl>

#include "window/guide_panel.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class DeskWindowTest : public WindowCase {
  Q_OBJECT

  bool drop(const QStringList& files) {
    QMimeData dropped;
    QList<QUrl> urls;
    for (const QString& file : files) urls << QUrl::fromLocalFile(file);
    dropped.setUrls(urls);
    QDragEnterEvent enter(QPoint(300, 300), Qt::CopyAction, &dropped, Qt::LeftButton, Qt::NoModifier);
    QCoreApplication::sendEvent(m_window.get(), &enter);
    if (!enter.isAccepted()) return false;
    QDropEvent let(QPointF(300, 300), Qt::CopyAction, &dropped, Qt::LeftButton, Qt::NoModifier);
    QCoreApplication::sendEvent(m_window.get(), &let);
    return true;
  }
  QString copied(const QString& name) {
    const QString to = m_folder->path() + "/" + name;
    QFile::copy(QString::fromStdString(boatsFolder()) + name, to);
    return to;
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void aBookOrTableDroppedIsOpenedAndRecent() {
    const QString book = copied("sedge.narrows"), table = copied("marl.csv");
    QVERIFY(drop({book}));
    QVERIFY(session().hasBook());
    QCOMPARE(session().book()->table.boat, std::string("sedge"));
    QVERIFY(drop({table}));
    QCOMPARE(session().book()->table.boat, std::string("marl"));
    QCOMPARE(m_window->desk()->recent(), QStringList({table, book}));
    // Several at once are not taken, and what cannot be read leaves the boat in hand.
    QVERIFY(!drop({book, table}));
    QFile odd(m_folder->path() + "/odd.narrows");
    QVERIFY(odd.open(QIODevice::WriteOnly));
    odd.write("no book");
    odd.close();
    QVERIFY(drop({odd.fileName()}));
    QCOMPARE(session().book()->table.boat, std::string("marl"));
    QVERIFY2(m_window->told().contains("was not opened"), qPrintable(m_window->told()));
  }

  void theWindowIsAsItWasLeft() {
    m_window->resize(1111, 711);
    QCoreApplication::processEvents();
    const QSize left = m_window->size();
    QVERIFY(m_window->close());
    m_window = std::make_unique<MainWindow>();
    QCOMPARE(m_window->size(), left);
  }

  void aVersionBeforeIsABookOfItsOwn() {
    const QString book = copied("osier.narrows"), before = book + ".1~";
    QVERIFY(QFile::copy(book, before));
    QVERIFY(m_window->desk()->openPath(before));
    QCOMPARE(session().book()->table.boat, std::string("osier"));
    QVERIFY(session().path().isEmpty());
    QVERIFY2(m_window->told().contains("as a book of its own"), qPrintable(m_window->told()));
  }

  void theGuideIsReadInTheProgram() {
    GuidePanel panel;
    panel.show();
    QVERIFY(!GuidePanel::folder().isEmpty());
    const QString first = panel.text()->toPlainText();
    QVERIFY2(first.contains("Joints and fastenings") && first.contains("Lining off"), qPrintable(first));
    panel.text()->setSource(QUrl::fromLocalFile(GuidePanel::folder() + "/7-joints-and-fastenings.md"));
    QVERIFY(panel.text()->toPlainText().contains("trails aft"));
    QTest::mouseClick(panel.findChild<QPushButton*>("guideBack"), Qt::LeftButton);
    QVERIFY(panel.text()->toPlainText() == first);
  }

  void theProgramsSayWhatTheyAre() {
    const auto said = [](const QString& program, const QString& option) {
      QProcess process;
      process.start(program, {option});
      process.waitForFinished(10000);
      return QString::fromUtf8(process.readAllStandardOutput()) + QString::number(process.exitCode());
    };
    QVERIFY(said(QStringLiteral(NARROWS_APP), "--version").startsWith("narrows 0."));
    QVERIFY(said(QStringLiteral(NARROWS_APP), "--help").contains("--demo"));
    QVERIFY(said(QStringLiteral(NARROWS_CLI), "--version").startsWith("narrows-cli 0."));
  }
};

int main(int argc, char** argv) {
  return runWindowTest<DeskWindowTest>(argc, argv);
}
#include "desk_window_test.moc"
