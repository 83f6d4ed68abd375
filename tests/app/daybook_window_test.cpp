// The day book as a builder works with it: two weeks of osier at Withy Hythe, at a clock of the test's own.

#include <QComboBox>
#include <QLineEdit>

#include "book/order_edits.h"
#include "canvas/cell_grid.h"
#include "solve/sheet_points.h"
#include "stages/daybook/daybook_stage.h"
#include "stages/daybook/decisions_page.h"
#include "stages/daybook/holds_page.h"
#include "stages/daybook/order_bench.h"
#include "stages/daybook/order_drawing.h"
#include "stages/daybook/steps_page.h"
#include "stages/daybook/times_page.h"
#include "stages/daybook/today_board.h"
#include "stages/daybook/week_drawing.h"
#include "stages/planks/hanging_page.h"
#include "stages/planks/planks_stage.h"
#include "window/clock_strip.h"
#include "window/desk.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class DaybookWindowTest : public WindowCase {
  Q_OBJECT

  DaybookStage* stage() { return m_window->daybook(); }
  OrderBench* bench() { return stage()->bench(); }
  const WorkOrder& order() { return *bench()->order(); }
  const Book& book() { return *session().book(); }

  /// The clock on the wall, in the shop: "2026-05-04 08:30".
  void clockShows(const std::string& words) {
    const auto at = ShopClock("Europe/London").at(words.substr(0, 10), words.substr(11));
    QVERIFY(at);
    m_now = *at;
    bench()->setClock([this] { return m_now; });
  }
  void page(const char* name) { openPage(stage(), QString::fromLatin1(name), "belowDay"); }
  QPushButton* button(const char* name) { return stage()->findChild<QPushButton*>(QLatin1String(name)); }
  void click(const char* name) {
    QVERIFY2(button(name) != nullptr && button(name)->isVisible(), name);
    QTest::mouseClick(button(name), Qt::LeftButton);
    laidOut();
  }
  void write(const char* field, const QString& words) {
    auto* line = stage()->findChild<QLineEdit*>(QLatin1String(field));
    QVERIFY2(line != nullptr && line->isVisible(), field);
    line->setFocus();
    line->selectAll();
    QTest::keyClicks(line, words);
  }
  /// Types over a cell, and strikes Enter.
  void cell(CellGrid* grid, int row, int column, const QString& words) {
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(row, column));
    if (words.isEmpty()) {
      QTest::keyClick(grid, Qt::Key_Delete);
    } else {
      QTest::keyClicks(grid, words.left(1));
      if (words.size() > 1) QTest::keyClicks(QApplication::focusWidget(), words.mid(1));
      press(Qt::Key_Return);
    }
    laidOut();
  }
  /// The row of the board whose title says so; -1 where none does.
  int rowOf(const QString& words) {
    const TodayBoard* board = stage()->today();
    for (int row = 0; row < board->count(); ++row) {
      if (board->item(row)->text().contains(words)) return row;
    }
    return -1;
  }
  QString saidAt(int row) { return stage()->today()->item(row)->data(Qt::AccessibleDescriptionRole).toString(); }
  /// Clicks a press of a row of the board, the first or the second.
  void pressRow(const QString& words, bool second) {
    TodayBoard* board = stage()->today();
    const int row = rowOf(words);
    QVERIFY2(row >= 0, qPrintable(words));
    board->scrollToItem(board->item(row));
    laidOut();
    const QRect box = TodayBoard::pressRect(board->visualItemRect(board->item(row)), second);
    QTest::mouseClick(board->viewport(), Qt::LeftButton, {}, box.center());
    laidOut();
  }
  StepRef timber(StepKind kind, const char* name) {
    for (const TimberWork& one : bench()->boat().timbers) {
      if (one.part.name == name) return {one.part, kind, 0, {}};
    }
    return {};
  }
  StepRef plank(int strake, BoatSide side, StepKind kind) {
    for (const PlankWork& one : bench()->boat().planks) {
      if (one.part.strake == strake && one.part.side == side) return {one.part, kind, 0, {}};
    }
    return {};
  }
  static StepRef only(PartKind part, StepKind kind) {
    StepRef ref;
    ref.part.kind = part;
    ref.kind = kind;
    return ref;
  }
  const OrderStep& at(const StepRef& ref) {
    const std::size_t found = order().find(ref);
    if (found >= order().steps.size())
      qFatal("no such step: %s: %s", partWords(ref.part).c_str(), stepKindKey(ref.kind).data());
    return order().steps[found];
  }
  /// Taken in hand and told done from the slate.
  void done(const StepRef& ref) {
    bench()->take(ref);
    laidOut();
    click("finishStep");
    QVERIFY2(at(ref).state == StepState::Done, stepKindKey(ref.kind).data());
  }

 private slots:
  void init() {
    openWindow();
    openBook("osier");
    Book begun = book();
    begun.daybook.zone = "Europe/London";
    session().openSample(begun);
    QVERIFY(settled());
    clockShows("2026-05-04 08:30");
    m_window->goToNumber(7);
    laidOut();
  }
  void cleanup() { closeWindow(); }

  void oneIsBegunStoppedAndFinishedByOnePressEachAndItsClockIsSeenEverywhere() {
    QVERIFY2(stage()->standing().contains("ready"), qPrintable(stage()->standing()));
    const QString first = stage()->today()->item(1)->text();
    pressRow(first, false);
    QVERIFY(order().inHand.size() == 1 && order().steps[order().inHand[0]].isRunning);
    QVERIFY(rowOf("In hand") == 0);
    clockShows("2026-05-04 09:12");
    QTRY_VERIFY2(m_window->clockStrip()->words().contains("0 h 42 min"), qPrintable(m_window->clockStrip()->words()));
    for (const int number : {1, 4, 5}) {
      m_window->goToNumber(number);
      QVERIFY(m_window->clockStrip()->isVisible());
    }
    // Stopped from there; the day book has it in hand still.
    QTest::mouseClick(m_window->clockStrip()->stopButton(), Qt::LeftButton);
    QVERIFY(m_window->clockStrip()->isHidden());
    QVERIFY(order().inHand.size() == 1 && !order().steps[order().inHand[0]].isRunning);
    m_window->goToNumber(7);
    laidOut();
    // Gone on with and finished by key, with a line of words.
    write("stepWords", "two figures misread");
    TodayBoard* board = stage()->today();
    board->setFocus();
    board->setCurrentRow(rowOf(first));
    QTest::keyClick(board, Qt::Key_Return);
    QVERIFY(order().steps[order().inHand[0]].isRunning);
    clockShows("2026-05-04 10:00");
    board->setCurrentRow(rowOf(first));
    QTest::keyClick(board, Qt::Key_Return, Qt::ShiftModifier);
    QVERIFY(order().inHand.empty());
    QCOMPARE(order().done, std::size_t{1});
    const StepRecord& record = book().daybook.steps.front();
    QVERIFY(record.note == "two figures misread" && record.spells.size() == 2);
    QCOMPARE(momentText(*record.done), std::string("2026-05-04T09:00:00Z"));
    // Undo and redo reach all of it.
    const std::string after = bytes();
    session().undo();
    QVERIFY(bytes() != after && order().inHand.size() == 1);
    session().redo();
    QCOMPARE(bytes(), after);
  }

  void twoWeeksOfOsier() {
    // Monday: the lines are fair, the stem's strips sawn; Tuesday it is glued up, in a cold shop.
    done(only(PartKind::Lines, StepKind::FairLines));
    done(timber(StepKind::Strips, "stem"));
    clockShows("2026-05-05 09:00");
    done(timber(StepKind::DryRun, "stem"));
    page("The shop");
    cell(stage()->times()->shop(), 0, 0, "46 F");
    QVERIFY(std::abs(*book().daybook.degrees - 7.7777) < 1e-3);
    // Epoxy wants 50 degrees of theirs: it waits, and says why.
    page("Today");
    QVERIFY(at(timber(StepKind::GlueUp, "stem")).state == StepState::Waits);
    QVERIFY2(rowOf("Stem: glue it up") >= 0 && saidAt(rowOf("Stem: glue it up")).contains("46 °F"),
             qPrintable(saidAt(std::max(0, rowOf("Stem: glue it up")))));
    page("The shop");
    cell(stage()->times()->shop(), 0, 0, "10 C");
    clockShows("2026-05-05 16:00");
    done(timber(StepKind::GlueUp, "stem"));
    // At ten degrees it takes two days instead of one: counted down on the board.
    page("Today");
    clockShows("2026-05-06 08:00");
    QVERIFY(rowOf("Stem: release it") >= 0);
    QVERIFY2(saidAt(rowOf("Stem: release it")).contains("in 32 h") ||
                 saidAt(rowOf("Stem: release it")).contains("in 1 days") ||
                 saidAt(rowOf("Stem: release it")).contains("in 32"),
             qPrintable(saidAt(rowOf("Stem: release it"))));
    QVERIFY(at(timber(StepKind::Faces, "keel")).state == StepState::Ready);  // meanwhile
    clockShows("2026-05-07 16:00");
    QVERIFY(at(timber(StepKind::Release, "stem")).state == StepState::Ready);
    for (const StepKind kind : {StepKind::Release, StepKind::Rabbet}) done(timber(kind, "stem"));
    done(timber(StepKind::LeastBevel, "keel"));
    for (const char* name : {"deadwood", "sternpost"}) done(timber(StepKind::Rabbet, name));
    done(timber(StepKind::Outline, "transom knee"));
    const std::vector<WorkPart> moulds = bench()->boat().moulds;  // made anew with every step
    for (const WorkPart& mould : moulds) done({mould, StepKind::MouldOut, 0, {}});
    done(only(PartKind::Transom, StepKind::TransomBevel));
    done(only(PartKind::Backbone, StepKind::BoltUpDry));
    done(only(PartKind::Transom, StepKind::TransomFit));
    done(timber(StepKind::FayingFaces, "transom knee"));
    for (const char* name : {"stem", "keel", "deadwood", "sternpost"}) done(timber(StepKind::Bolts, name));
    done(timber(StepKind::Ends, "keel"));
    clockShows("2026-05-08 17:00");
    done(only(PartKind::Backbone, StepKind::BedAndBolt));
    QVERIFY(at(only(PartKind::SettingUp, StepKind::StandMoulds)).state == StepState::Waits);
    clockShows("2026-05-11 08:00");
    done(only(PartKind::SettingUp, StepKind::StandMoulds));
    done(only(PartKind::SettingUp, StepKind::CheckMoulds));
    // The sheer waits for somebody to decide; it is decided on the board, in words.
    const StepRef sheer = only(PartKind::LiningOff, StepKind::SpringSheer);
    QVERIFY(at(sheer).state == StepState::Waits);
    write("stepWords", "as drawn");
    pressRow("How the sheer runs", true);
    QVERIFY(at(sheer).state == StepState::Ready);
    QVERIFY(book().daybook.decisions.front().answer == "as drawn");
    done(sheer);
    page("To decide");
    for (int row = 0; row < 2; ++row) {
      const std::string question = decisionWords(order().decisions[0].decision);
      cell(stage()->decisions()->grid(), 0, 3, "as planned");
      QVERIFY2(decisionWords(order().decisions[0].decision) != question, question.c_str());
    }
    page("Today");
    done(only(PartKind::LiningOff, StepKind::LineOff));
    // The garboards go on in pairs: the next strake hangs on neither side before both are fast.
    for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
      done(plank(1, side, StepKind::GotOut));
      done(plank(1, side, StepKind::Eased));
    }
    for (const char* name : {"stem", "sternpost"}) done(timber(StepKind::RabbetByHand, name));
    // Paint: too cold for the primer.
    page("To decide");
    for (std::size_t d = 0; d < order().decisions.size(); ++d) {
      if (order().decisions[d].decision.kind == DecisionKind::Finish)
        cell(stage()->decisions()->grid(), static_cast<int>(d), 3, "paint");
    }
    for (std::size_t d = 0; d < order().decisions.size(); ++d) {
      if (order().decisions[d].decision.kind == DecisionKind::Fastening)
        cell(stage()->decisions()->grid(), static_cast<int>(d), 3, "copper");
    }
    page("The shop");
    cell(stage()->times()->shop(), 0, 0, "5 C");
    page("Today");
    const StepRef primed = plank(1, BoatSide::Starboard, StepKind::Primed);
    QVERIFY(at(primed).state == StepState::Waits && at(primed).waits.size() == 1);
    QVERIFY(at(primed).waits[0].what == WaitFor::Cold);
    page("The shop");
    cell(stage()->times()->shop(), 0, 0, "14 C");
    QVERIFY(at(primed).state == StepState::Ready);
    page("Today");
    for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) done(plank(1, side, StepKind::Primed));
    clockShows("2026-05-12 08:00");
    done(plank(1, BoatSide::Starboard, StepKind::Hung));
    done(plank(1, BoatSide::Starboard, StepKind::Fastened));
    for (const StepKind kind : {StepKind::GotOut, StepKind::Eased, StepKind::Primed})
      done(plank(2, BoatSide::Starboard, kind));
    clockShows("2026-05-13 08:00");
    QVERIFY(at(plank(2, BoatSide::Starboard, StepKind::Hung)).state == StepState::Waits);
    done(plank(1, BoatSide::Port, StepKind::Fastened));
    QVERIFY(at(plank(2, BoatSide::Starboard, StepKind::Hung)).state == StepState::Ready);
    // The hanging log of Planks has the same lines, each once.
    m_window->goToNumber(5);
    openPage(m_window->planks(), "Log");
    Selection selection = session().selection();
    selection.strake = 0;
    selection.side = BoatSide::Starboard;
    session().select(selection);
    QVERIFY(settled());
    laidOut();
    const auto lines = std::count_if(book().log.begin(), book().log.end(),
                                     [](const HangingEntry& one) { return one.isOf(1, BoatSide::Starboard); });
    QCOMPARE(m_window->planks()->hanging()->log()->model()->rowCount(), static_cast<int>(lines));
    QVERIFY2(allSaidOn(m_window->planks()->hanging()).contains("hung, fastened"),
             qPrintable(allSaidOn(m_window->planks()->hanging())));
    // And what is logged there is done here.
    m_window->goToNumber(7);
    HangingEntry entry;
    entry.strake = 3;
    entry.step = HangingStep::Spiled;
    entry.when = "2026-05-13";
    QVERIFY(session().perform("log", logPlankStep(*session().solved(), book(), entry)));
    laidOut();
    QVERIFY(at(plank(3, BoatSide::Starboard, StepKind::Spiled)).state == StepState::Done);
    QVERIFY(checkBook(book()).has_value());
  }

  void aDeliveryThatIsLateIsTold() {
    page("Weeks");
    bench()->take(timber(StepKind::Faces, "keel"));
    laidOut();
    write("holdWhat", "oak for the keel");
    write("holdDay", "2026-05-06");
    click("addHold");
    QVERIFY(at(timber(StepKind::Faces, "keel")).state == StepState::Waits);
    QCOMPARE(stage()->holds()->grid()->model()->rowCount(), 1);
    page("Today");
    clockShows("2026-05-09 08:00");
    QVERIFY2(saidAt(rowOf("Keel: bring both faces")).contains("3 days late"),
             qPrintable(saidAt(rowOf("Keel: bring both faces"))));
    // A day that is none is refused beside its cell; the day it came lets go of the keel.
    page("Weeks");
    CellGrid* grid = stage()->holds()->grid();
    cell(grid, 0, 4, "2026-05-39");
    QVERIFY2(grid->told().contains("is no day"), qPrintable(grid->told()));
    press(Qt::Key_Escape);
    cell(grid, 0, 4, "2026-05-09");
    QVERIFY(at(timber(StepKind::Faces, "keel")).state == StepState::Ready);
  }

  void aStepIsDraggedToADayAndTheEndOfAWaitLater() {
    done(only(PartKind::Lines, StepKind::FairLines));
    bench()->take(timber(StepKind::GlueUp, "stem"));
    click("finishStep");
    page("Weeks");
    WeekDrawing* week = stage()->week();
    QTest::qWait(0);
    laidOut();
    QCOMPARE(week->monday(), std::string("2026-05-04"));
    const StepRef faces = timber(StepKind::Faces, "keel");
    const auto drag = [&](const QPointF& from, const QPointF& to) {
      QTest::mousePress(week, Qt::LeftButton, {}, from.toPoint());
      QTest::mouseMove(week, ((from + to) / 2.0).toPoint());
      QTest::mouseMove(week, to.toPoint());
      QTest::mouseRelease(week, Qt::LeftButton, {}, to.toPoint());
      QVERIFY(settled());
      laidOut();
      week->repaint();
    };
    QVERIFY(!week->stepBox(faces).isEmpty());
    drag(week->stepBox(faces).center(), week->dayBox("2026-05-06").center());
    QCOMPARE(at(faces).planned, std::string("2026-05-06"));
    drag(week->stepBox(faces).center(), week->dayBox("2026-05-12").center());
    QCOMPARE(at(faces).planned, std::string("2026-05-12"));
    // One drag is one undo.
    session().undo();
    laidOut();
    QCOMPARE(at(faces).planned, std::string("2026-05-06"));
    // The wait of the glue, lengthened by hand to Friday.
    const StepRef glued = timber(StepKind::GlueUp, "stem");
    const QRectF end = week->waitEndBox(glued);
    QVERIFY(!end.isEmpty());
    const double was = at(glued).waitHours;
    drag(end.center(), QPointF(week->dayBox("2026-05-08").center().x(), end.center().y()));
    QVERIFY2(at(glued).waitHours > was + 24.0, qPrintable(QString::number(at(glued).waitHours)));
    QVERIFY(stepRecord(book(), glued)->waitWhy == "by hand");
    // By keys: a day later, a week on, this week again.
    week->setFocus();
    bench()->take(faces);
    QTest::keyClick(week, Qt::Key_D);
    QCOMPARE(at(faces).planned, std::string("2026-05-07"));
    QTest::keyClick(week, Qt::Key_Right);
    QCOMPARE(week->monday(), std::string("2026-05-11"));
    QTest::keyClick(week, Qt::Key_T);
    QTest::keyClick(week, Qt::Key_Delete);
    QVERIFY(at(faces).planned.empty());
  }

  void stepsAreTiedByDraggingAndALoopIsRefusedAndNamed() {
    page("Order");
    OrderDrawing* drawing = stage()->order();
    auto* shows = stage()->findChild<QComboBox*>(QStringLiteral("orderShows"));
    QVERIFY(shows->isVisible());
    bench()->take(timber(StepKind::Outline, "keel"));
    drawing->show(OrderDrawing::Shows::Part);
    laidOut();
    drawing->repaint();
    const auto handle = [&](const QString& words) {
      for (const CanvasHandle& one : drawing->handles()) {
        if (one.name == words) return one.at.toPoint();
      }
      return QPoint(-1, -1);
    };
    const QPoint faces = handle("Bring both faces flat and to thickness"),
                 joints = handle("Cut and fit the joint faces");
    QVERIFY(faces.x() > 0 && joints.x() > 0);
    // The faces cannot wait for the joint, which waits for them.
    QTest::mousePress(drawing, Qt::LeftButton, {}, faces);
    QTest::mouseMove(drawing, joints);
    QTest::mouseRelease(drawing, Qt::LeftButton, {}, joints);
    laidOut();
    QVERIFY2(allSaidOn(stage()).contains("cannot wait for"), qPrintable(allSaidOn(stage())));
    QVERIFY(book().daybook.links.empty());
    // Of what is open, one thing tied to another: the keel's faces after the stem's strips.
    drawing->show(OrderDrawing::Shows::Open);
    laidOut();
    drawing->repaint();
    const QPoint keel = handle("Keel: bring both faces flat and to thickness"),
                 stem = handle("Stem: saw and plane the strips");
    QVERIFY(keel.x() > 0 && stem.x() > 0);
    QTest::mousePress(drawing, Qt::LeftButton, {}, keel);
    QTest::mouseMove(drawing, stem);
    QTest::mouseRelease(drawing, Qt::LeftButton, {}, stem);
    laidOut();
    QCOMPARE(book().daybook.links.size(), std::size_t{1});
    QVERIFY(at(timber(StepKind::Faces, "keel")).state == StepState::Waits);
    // Let go again, from the row's menu.
    page("Today");
    bench()->take(timber(StepKind::Faces, "keel"));
    laidOut();
    bool found = false;
    for (const Deed& deed : stage()->steps()->grid()->rowDeeds()) {
      if (!deed.words.startsWith("Wait no more")) continue;
      deed.act();
      found = true;
      break;
    }
    QVERIFY(found && book().daybook.links.empty());
    // The whole boat, walked through by key.
    page("Order");
    drawing->show(OrderDrawing::Shows::Boat);
    drawing->setFocus();
    QTest::keyClick(drawing, Qt::Key_Right);
    QVERIFY(bench()->partInHand().has_value());
  }

  void aStepIsLeftOutWithAReasonAndOneOfOnesOwnAdded() {
    openGroups();
    bench()->take(timber(StepKind::DryRun, "stem"));
    laidOut();
    click("skipStep");
    QVERIFY2(allSaidOn(stage()).contains("say why"), qPrintable(allSaidOn(stage())));
    write("whySkipped", "done on the other boat");
    click("skipStep");
    QVERIFY(at(timber(StepKind::DryRun, "stem")).state == StepState::Skipped);
    const std::size_t before = order().steps.size();
    write("ownWords", "seal its end grain");
    click("addStep");
    QCOMPARE(order().steps.size(), before + 1);
    write("ownWords", "mast");
    click("addPart");
    QVERIFY(bench()->partInHand() && order().parts[*bench()->partInHand()].words == "mast");
    write("ownWords", "glue the staves");
    click("addStep");
    // Typed over in the grid: hours, a day, a wait; nonsense is refused beside its cell.
    CellGrid* grid = stage()->steps()->grid();
    QCOMPARE(grid->model()->rowCount(), 1);
    cell(grid, 0, 3, "6,5");
    cell(grid, 0, 2, "2026-05-09");
    cell(grid, 0, 4, "36");
    const StepRecord& own = book().daybook.steps.back();
    QVERIFY(own.hours == 6.5 && own.planned == "2026-05-09" && own.waitHours == 36.0);
    cell(grid, 0, 4, "9000");
    QVERIFY2(grid->told().contains("a year"), qPrintable(grid->told()));
    press(Qt::Key_Escape);
    cell(grid, 0, 3, "long");
    QVERIFY2(grid->told().contains("is no number"), qPrintable(grid->told()));
    press(Qt::Key_Escape);
  }

  void whatWasDoneIsTypedAfterAndNonsenseOfAClockIsTold() {
    const StepRef lines = only(PartKind::Lines, StepKind::FairLines);
    bench()->take(lines);
    laidOut();
    click("beginStep");
    QVERIFY(at(lines).isRunning);
    // The clock of the machine goes back an hour.
    clockShows("2026-05-04 07:30");
    click("beginStep");
    QVERIFY2(allSaidOn(stage()).contains("was begun at"), qPrintable(allSaidOn(stage())));
    QVERIFY(at(lines).isRunning);
    write("doneWhen", "2026-13-04 16:30");
    click("finishStep");
    QVERIFY2(allSaidOn(stage()).contains("is no day and hour"), qPrintable(allSaidOn(stage())));
    write("doneWhen", "2026-05-04 08:00");
    click("finishStep");
    QVERIFY2(allSaidOn(stage()).contains("before it began"), qPrintable(allSaidOn(stage())));
    clockShows("2026-05-06 08:00");
    write("doneWhen", "2026-05-04 16:30");
    click("finishStep");
    QVERIFY(at(lines).state == StepState::Done);
    QCOMPARE(momentText(*at(lines).doneAt), std::string("2026-05-04T15:30:00Z"));
    // Taken back with the button that begins.
    click("beginStep");
    QVERIFY(at(lines).state != StepState::Done);
  }

  void theDatesGoOutAndTheSamplePartWayThroughIsOfToday() {
    done(only(PartKind::Lines, StepKind::FairLines));
    bench()->take(timber(StepKind::GlueUp, "stem"));
    click("finishStep");
    const std::string file = stage()->calendar();
    QVERIFY(file.starts_with("BEGIN:VCALENDAR\r\n") && file.ends_with("END:VCALENDAR\r\n"));
    QVERIFY(file.find("DTSTART:2026") != std::string::npos);
    m_window->session().undoStack()->setClean();
    bench()->setClock(momentNow);
    QVERIFY(m_window->desk()->openSampleBegun());
    QVERIFY(settled());
    laidOut();
    QCOMPARE(m_window->currentStage(), std::size_t{6});
    QVERIFY(order().done > 40 && order().open > 40 && !order().inHand.empty());
    // Nothing in it is of a day that is still to come.
    for (const OrderStep& step : order().steps) QVERIFY(!step.doneAt || *step.doneAt <= momentNow());
    QVERIFY(daysBetween(book().log.back().when, order().today) <= 2);
    // What is in hand can be gone on with: no clock in it is ahead of ours.
    pressRow("Strake 1, port: offer it up", false);
    QVERIFY(m_window->clockStrip()->isVisible());
  }

 private:
  Moment m_now;
};

int main(int argc, char** argv) {
  return runWindowTest<DaybookWindowTest>(argc, argv);
}
#include "daybook_window_test.moc"
