// One plank on the bench: gains, ends, letting in and bending, as they are asked for and changed in the window.

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>

#include "book/spiling_edits.h"
#include "canvas/length_field.h"
#include "solve/plank_at_bench.h"
#include "stages/planks/plank_drawing.h"
#include "stages/planks/plank_tables.h"
#include "stages/planks/planks_stage.h"
#include "stages/planks/spiling_grid.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class PlanksWindowTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() {
    openWindow();
    openBook("osier");
    m_window->goToNumber(5);
    take(3);
    QCoreApplication::processEvents();
  }
  void cleanup() { closeWindow(); }

  void gainsAreThoseWorkedOutAndAreMadeInThreeWays() {
    page("Gains");
    const Gain* head = gainAt(*session().solved()->gains, 2, true);
    const Gain* foot = gainAt(*session().solved()->gains, 1, true);
    QCOMPARE(grid()->model()->rowCount(), static_cast<int>(2 * head->marks.size()));
    for (std::size_t i = 0; i < head->marks.size(); ++i) {
      const int row = static_cast<int>(i);
      QCOMPARE(at(row, 0), thin(head->marks[i].lowerAtLapMm));
      QCOMPARE(at(row, 3), thin(foot->marks[i].upperAtFootMm));
      QCOMPARE(at(row, 6), thin(foot->marks[i].throughMm));
    }
    const std::string before = bytes();
    choose("Gains at the bow", 2);
    QVERIFY(settled());
    QTRY_VERIFY2(said("Planks keep their thickness"), qPrintable(allSaid()));
    QTRY_COMPARE(at(0, 0), thin(0.0));
    choose("Gains at the bow", 1);
    QVERIFY(settled());
    QCOMPARE(session().book()->planking.bow.way, GainWay::Feathered);
    QCOMPARE(session().book()->planking.stern.way, GainWay::Halved);
    QCOMPARE(gainAt(*session().solved()->gains, 2, true)->marks.back().lowerAtLapMm, 0.0);
    session().undo();
    session().undo();
    QCOMPARE(bytes(), before);
    // Shorter, it is marked at fewer places; none at all is answered, and changes nothing.
    enter("begin, from the bow", "8 in");
    QVERIFY(settled());
    QCOMPARE(gainAt(*session().solved()->gains, 2, true)->marks.size(), std::size_t(5));
    QTRY_COMPARE(grid()->model()->rowCount(), static_cast<int>(5 + std::size_t(8)));
    const std::string shorter = bytes();
    enter("begin, from the bow", "0");
    QVERIFY2(said("the gain at the bow"), qPrintable(allSaid()));
    QCOMPARE(bytes(), shorter);
  }

  void endsSayHowFarTheyGoIntoTheRabbetAndWhatIsLeftOnThem() {
    page("Ends");
    const PlankAtBench& plank = *stage()->plank();
    QCOMPARE(grid()->model()->rowCount(), 6);
    QCOMPARE(at(0, 3), "+" + thin(*plank.bow.marks[0].fitMm));
    QCOMPARE(at(0, 2), QString("square"));
    QVERIFY(at(3, 3).isEmpty() && at(3, 2).contains("°, ") && at(3, 2).endsWith("longer"));
    QVERIFY2(said("Seal the end grain"), qPrintable(allSaid()));
    const double length = plank.sawn.boardLengthMm;
    enter("Beyond the transom", "3 in");
    QVERIFY(settled());
    QTRY_VERIFY(stage()->plank()->planking.transomLongMm > 70.0);
    const double longer = stage()->plank()->sawn.boardLengthMm - length;
    QVERIFY2(std::abs(longer - 2.5 * mmPerInch) < 2.0, qPrintable(QString::number(longer)));
    QTRY_VERIFY2(said("overhangs the transom by 3"), qPrintable(allSaid()));
    session().undo();
    QVERIFY(!session().book()->planking.transomLong);
  }

  void aKerfLetForwardIsToldAtEveryStation() {
    page("Letting in");
    const LetForward moved = stage()->plank()->letIn();
    QCOMPARE(grid()->model()->rowCount(), static_cast<int>(stage()->plank()->plank->stations.size()));
    QCOMPARE(at(2, 0), thin(moved.marks[2].alongMm));
    enter("A kerf", "1/4 in");
    QVERIFY(settled());
    QTRY_VERIFY(stage()->plank()->planking.kerfMm > 6.0);
    QVERIFY(std::abs(stage()->plank()->letIn().marks[2].lowerMm - 2.0 * moved.marks[2].lowerMm) < 1e-9);
    QTRY_VERIFY2(said(QStringLiteral("For every kerf of %1").arg(thin(mmPerInch / 4.0))), qPrintable(allSaid()));
  }

  void whatWantsSteamIsSaidWithItsTime() {
    take(1);
    page("Bending");
    const StrakeBending& bending = stage()->plank()->bending;
    QVERIFY(!bending.runs.empty() && bending.runs.front().toBow);
    QVERIFY2(said("From the bow to") && said("30 minutes") && said("scald"), qPrintable(allSaid()));
    QVERIFY(at(1, 5).contains("steamed") || at(1, 5).contains("hard"));
    take(5);
    QVERIFY(stage()->plank()->strake == 4);
  }

  void theGaugeIsSetStationByStationByKey() {
    page("Bevels");
    auto* drawing = stage()->findChild<PlankDrawing*>();
    drawing->setFocus();
    Selection selection = session().selection();
    selection.section = 2;
    session().select(selection);
    const auto setting = [&](std::size_t section) {
      const LapBevel& land = *stage()->plank()->at(section)->land;
      return QString::number(std::abs(radians(land.landRad).deg()), 'f', 1) + "°";
    };
    for (const int section : {3, 4, 5}) {
      press(Qt::Key_Right);
      QCOMPARE(session().selection().section, section);
      QVERIFY2(said(QStringLiteral("at %1: %2").arg(section).arg(setting(static_cast<std::size_t>(section)))) ||
                   said(QStringLiteral("at %1: −%2").arg(section).arg(setting(static_cast<std::size_t>(section)))),
               qPrintable(allSaid()));
    }
    press(Qt::Key_Left);
    QCOMPARE(session().selection().section, 4);
    // To the end of the plank, and no further.
    for (int i = 0; i < 20; ++i) press(Qt::Key_Right);
    QCOMPARE(session().selection().section, static_cast<int>(stage()->plank()->plank->stations.back().section));
  }

  void seamsAreAskedForOfCarvelPlanksAlone() {
    const auto asked = [this] {
      for (LengthField* field : stage()->findChildren<LengthField*>()) {
        if (field->edit()->accessibleName() == "Seams stand open") return field->isVisible();
      }
      return false;
    };
    page("Bevels");
    QVERIFY(!asked());
    openBook("marl");
    m_window->goToNumber(5);
    page("Bevels");
    QVERIFY(asked());
  }

  void carvelSeamsAreSharedOrAllOnTheNewPlank() {
    openBook("marl");
    m_window->goToNumber(5);
    take(3);
    QVERIFY(!pagesOf(stage(), "below").contains("Gains"));
    page("Bevels");
    const double sheer = stage()->plank()->edges[4].upper->bevelRad;
    QVERIFY(std::abs(sheer) > 0.01);
    choose("Their bevel", 1);
    QVERIFY(settled());
    QTRY_COMPARE(stage()->plank()->edges[4].upper->bevelRad, 0.0);
    QVERIFY2(said("all on the new plank"), qPrintable(allSaid()));
    enter("Seams stand open", "0");
    QVERIFY(settled());
    QTRY_VERIFY2(said("close all through"), qPrintable(allSaid()));
    QCOMPARE(stage()->plank()->planking.seamMm, 0.0);
    session().undo();
    session().undo();
    QVERIFY(settled());
    QTRY_COMPARE(stage()->plank()->edges[4].upper->bevelRad, sheer);
  }

  void readingsAreStruckWithACompassOrReadAsWidths() {
    page("Readings");
    openGroups();
    auto* grid = stage()->findChild<SpilingGrid*>();
    grid->setCurrentIndex(grid->model()->index(2, 0));
    enter("Opened to", "5 in");
    enter("Arc cuts the edge, forward of the mark", "3 in");
    enter("and aft of it", "3 in");
    QTest::mouseClick(stage()->findChild<QPushButton*>("strikeLower"), Qt::LeftButton);
    const SpiledStrake* read = spiledAt(*session().book(), 3, BoatSide::Starboard);
    QVERIFY(read != nullptr && read->spiling.readings.size() == 1);
    QVERIFY(std::abs(read->spiling.readings[0].lower->mm() + 4.0 * mmPerInch) < 1e-9);
    // The width typed beside it gives the upper.
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(2, 6));
    type("6 in");
    press(Qt::Key_Return);
    read = spiledAt(*session().book(), 3, BoatSide::Starboard);
    QVERIFY(read->spiling.readings[0].upper.has_value());
    QVERIFY(std::abs(read->spiling.readings[0].upper->mm() - 2.0 * mmPerInch) < 1e-9);
    // A compass that does not reach is answered, and nothing is taken.
    const std::string before = bytes();
    enter("Opened to", "2 in");
    QTest::mouseClick(stage()->findChild<QPushButton*>("strikeUpper"), Qt::LeftButton);
    QVERIFY2(said("compass"), qPrintable(allSaid()));
    QCOMPARE(bytes(), before);
  }

  void theBoardIsToTheSawLineAndTheDrawingShowsIt() {
    auto* drawing = stage()->findChild<PlankDrawing*>();
    const QImage before = drawing->grab().toImage();
    QVERIFY(stage()->plank()->sawn.boardWidthMm > stage()->plank()->plank->boardWidthMm);
    const QString width =
        QString::fromStdString(showLength(millimetres(stage()->plank()->sawn.boardWidthMm), session().notation()));
    QVERIFY2(said("× " + width), qPrintable(allSaid()));
    page("Ends");
    enter("The saw leaves", "1 in");
    QVERIFY(settled());
    QTRY_VERIFY(drawing->grab().toImage() != before);
  }

 private:
  PlanksStage* stage() { return m_window->findChild<PlanksStage*>(); }
  PlankTableGrid* grid() { return stage()->findChild<PlankTableGrid*>(); }
  QString at(int row, int column) { return grid()->model()->data(grid()->model()->index(row, column)).toString(); }
  QString thin(double mm) { return QString::fromStdString(showThin(millimetres(std::abs(mm)), session().notation())); }
  void take(int strake) {
    Selection selection = session().selection();
    selection.strake = strake - 1;
    selection.side = BoatSide::Starboard;
    session().select(selection);
  }
  void page(const QString& words) { openPage(stage(), words); }
  void choose(const QString& name, int index) {
    for (QComboBox* box : stage()->findChildren<QComboBox*>()) {
      if (box->accessibleName() != name) continue;
      QVERIFY(box->isVisible());
      box->setCurrentIndex(index);
      emit box->activated(index);
      return;
    }
    QFAIL(qPrintable("no choice " + name));
  }
  void enter(const QString& name, const QString& text) {
    for (LengthField* field : stage()->findChildren<LengthField*>()) {
      if (field->edit()->accessibleName() != name) continue;
      QVERIFY2(field->isVisible(), qPrintable(name));
      field->edit()->setFocus();
      field->edit()->selectAll();
      type(text);
      press(Qt::Key_Return);
      return;
    }
    QFAIL(qPrintable("no field " + name));
  }
  QString allSaid() { return allSaidOn(stage()); }
  bool said(const QString& words) { return allSaid().contains(words); }
};

int main(int argc, char** argv) {
  return runWindowTest<PlanksWindowTest>(argc, argv);
}

#include "planks_window_test.moc"
