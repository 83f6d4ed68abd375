// A line digitised off a drawing, read in the window: what it is, what it reads, and what goes into the table.

#include <QComboBox>
#include <QFile>
#include <QHeaderView>
#include <QTableWidget>
#include <cmath>

#include "window/digitised_panel.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class DigitisedWindowTest : public WindowCase {
  Q_OBJECT

  /// A section of the drawn hull as it would be digitised, in inches that the file does not name, and a short scrap.
  DxfLines sectionOf(std::size_t section) {
    const Batten& part = session().solved()->drawn->sections[section].parts.back();
    DxfLines dxf;
    dxf.lines.push_back({"scrap", {Vec2(0.0, 0.0), Vec2(1.0, 0.0)}});
    dxf.lines.push_back({"section", {}});
    for (int i = 0; i <= 200; ++i) {
      const Vec3 at = part.pointAtShare(i / 200.0);
      dxf.lines.back().points.emplace_back(at.y() / 25.4, at.z() / 25.4);
    }
    dxf.passedOver = {"2 splines"};
    return dxf;
  }
  static void choose(QComboBox* box, const QString& text) {
    const int at = box->findText(text);
    if (at < 0) qFatal("no %s", qPrintable(text));
    box->setCurrentIndex(at);
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void aSectionReadsTheFiguresItWasDrawnBy() {
    openBook("osier");
    const OffsetTable before = session().book()->table;
    const auto& sections = session().solved()->drawn->sections;
    std::size_t section = 0;
    while (sections[section].name != "5") ++section;
    std::size_t column = 0;
    while (before.stations[column].name != "5") ++column;
    DigitisedPanel panel(&session(), sectionOf(section), "lines.dxf", m_window.get());
    panel.show();
    QCOMPARE(panel.lines()->currentIndex(), 1);  // the longest
    QVERIFY(panel.units()->isVisible());
    QVERIFY2(panel.answer()->text().contains("2 splines"), qPrintable(panel.answer()->text()));
    choose(panel.units(), "inches");
    choose(panel.isWhat(), "the section at station 5");
    QVERIFY(panel.table()->rowCount() >= 4);
    QVERIFY(panel.putInButton()->isEnabled());
    QTest::mouseClick(panel.putInButton(), Qt::LeftButton);
    QVERIFY(!panel.isVisible());
    // The hull was drawn by these figures: each comes back, to its rounding, and no other station is touched.
    const OffsetTable& now = session().book()->table;
    int read = 0;
    for (std::size_t row = 0; row < now.rows.size(); ++row) {
      for (std::size_t i = 0; i < now.stations.size(); ++i) {
        const auto &is = now.rows[row].figures[i], &was = before.rows[row].figures[i];
        if (i != column) {
          QVERIFY(is == was);
        } else if (is && was) {
          QVERIFY2(std::abs(is->mm() - was->mm()) < 1.7,
                   qPrintable(QString("row %1: %2").arg(row).arg(is->mm() - was->mm())));
          ++read;
        }
      }
    }
    QVERIFY(read >= 4);
    session().undo();
    QVERIFY(session().book()->table == before);
  }

  void aMouldsEdgeIsHeldAgainstItAndNothingIsPutIn() {
    openBook("osier");
    const std::string before = bytes();
    const Mould& mould = session().solved()->moulds->moulds[3];
    DxfLines dxf;
    dxf.mmPerUnit = 1.0;
    dxf.lines.push_back({"edge", {}});
    for (int i = 0; i <= 300; ++i) {
      const Vec3 at = mould.outline.pointAt(mould.outline.lengthMm() * i / 300.0);
      dxf.lines.back().points.emplace_back(at.y() + 6.0, at.z());  // sawn a quarter of an inch full
    }
    DigitisedPanel panel(&session(), dxf, "mould.dxf", m_window.get());
    panel.show();
    QVERIFY(!panel.units()->isVisible());
    choose(panel.isWhat(), QString("the edge of mould %1").arg(QString::fromStdString(mould.name)));
    QCOMPARE(panel.table()->rowCount(), static_cast<int>(mould.marks.size()));
    QVERIFY(!panel.putInButton()->isVisible());
    // Where the side stands upright it is full by what it was sawn full.
    const QString sheer = panel.table()->item(panel.table()->rowCount() - 1, 1)->text();
    QVERIFY2(sheer.startsWith("1/4") || sheer.contains("1⁄4") || sheer.contains("3⁄16"), qPrintable(sheer));
    QCOMPARE(bytes(), before);
  }
};

int main(int argc, char** argv) {
  return runWindowTest<DigitisedWindowTest>(argc, argv);
}
#include "digitised_window_test.moc"
