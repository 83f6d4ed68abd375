// Joints, fastenings, flat work, tickets, the hanging log and what was printed, in the window: by clicks and keys.

#include <QAction>
#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QLineEdit>
#include <QRegularExpression>

#include "book/daybook_edits.h"
#include "book/joining_edits.h"
#include "book/lining_edits.h"
#include "book/spiling_edits.h"
#include "book/strake_records.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "solve/joinery.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/planks/hanging_page.h"
#include "stages/planks/joints_drawing.h"
#include "stages/planks/joints_page.h"
#include "stages/planks/planks_stage.h"
#include "stages/printed_note.h"
#include "window/print_panel.h"
#include "window/sheets_form.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class JointsAndHangingTest : public WindowCase {
  Q_OBJECT

  PlanksStage* stage() { return m_window->planks(); }
  void goTo(const std::string& boat, const QString& page) {
    openBook(boat);
    m_window->goToNumber(5);
    openGroups();
    QCoreApplication::processEvents();
    show(page);
  }
  void show(const QString& page) { openPage(stage(), page); }
  void strake(int number) {
    Selection selection = session().selection();
    selection.strake = number - 1;
    session().select(selection);
    QCoreApplication::processEvents();
  }
  void enterLength(const QString& name, const QString& text) {
    for (LengthField* field : stage()->findChildren<LengthField*>()) {
      if (field->edit()->accessibleName() != name || !field->isVisible()) continue;
      field->edit()->setFocus();
      field->edit()->selectAll();
      QTest::keyClicks(field->edit(), text);
      QTest::keyClick(field->edit(), Qt::Key_Return);
      QCoreApplication::processEvents();
      return;
    }
    QFAIL(qPrintable("no field " + name));
  }
  void click(const char* button) {
    auto* found = stage()->findChild<QPushButton*>(QString::fromLatin1(button));
    QVERIFY2(found != nullptr && found->isVisible(), button);
    QTest::mouseClick(found, Qt::LeftButton);
    QCoreApplication::processEvents();
  }
  JointsDrawing* drawing() { return stage()->joints()->drawing(); }
  /// Her joints planned for such boards and painted, strake 4 in hand.
  void joinOsierOfFourteenFeet() {
    goTo("osier", "Joints");
    strake(4);
    enterLength("Boards are, at most", "14 ft");
    click("planJoints");
    QTRY_VERIFY(!session().book()->joining.joints.empty());
    QVERIFY(settled());
    drawing()->repaint();
  }
  std::vector<PlankJoint> jointsOf(int number) {
    std::vector<PlankJoint> found;
    for (const PlankJoint& joint : session().book()->joining.joints) {
      if (joint.strake == number && joint.side == session().selection().side) found.push_back(joint);
    }
    return found;
  }
  void log(HangingStep step, const QString& day = {}) {
    auto* box = stage()->findChild<QComboBox*>(QStringLiteral("hangingStep"));
    const int index = box->findText(QString::fromStdString(stepWord(step)));
    QVERIFY2(index >= 0, stepWord(step).c_str());
    box->setCurrentIndex(index);
    emit box->activated(index);
    if (!day.isEmpty()) {
      auto* field = stage()->findChild<QLineEdit*>(QStringLiteral("hangingDay"));
      field->setFocus();
      field->selectAll();
      QTest::keyClicks(field, day);
    }
    click("logStep");
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void osiersPlanksAreJoinedOutOfFourteenFootStock() {
    goTo("osier", "Joints");
    strake(4);
    QVERIFY(session().book()->joining.joints.empty());
    enterLength("Boards are, at most", "14 ft");
    click("planJoints");
    QTRY_VERIFY(!session().book()->joining.joints.empty());
    QVERIFY(settled());
    const std::size_t strakes = session().solved()->planks.size();
    // Each strake that is longer than a board once, to each side.
    const auto all = strakesToJoin(*session().solved());
    std::size_t longer = 0;
    for (const StrakeToJoin& one : all) longer += one.sawn.boardLengthMm > 14.0 * 304.8 ? 1 : 0;
    QCOMPARE(session().book()->joining.joints.size(), longer);
    QVERIFY(longer >= strakes);
    QVERIFY(std::none_of(session().solved()->findings.begin(), session().solved()->findings.end(),
                         [](const Finding& one) { return one.as<JointBarred>() != nullptr; }));
    QVERIFY2(drawing()->words().contains("keeps every limit"), qPrintable(drawing()->words()));
    // The frames they were planned between stay where they are, whatever becomes of the moulds.
    const Frames frames = joiningMake(*session().solved()).frames;
    Book without = *session().book();
    without.moulds.leftOut = {"1", "2", "3"};
    QVERIFY(session().perform("Leave moulds out", without));
    QVERIFY(settled());
    QVERIFY(joiningMake(*session().solved()).frames.atMm == frames.atMm);
    session().undo();
    // One undo takes them all away.
    session().undo();
    QVERIFY(session().book()->joining.joints.empty());
    session().redo();
    QVERIFY(settled());
    // Two boards stand on the slate, none longer than the stock.
    QCOMPARE(stage()->plank()->pieces.size(), std::size_t{2});
    QVERIFY(allSaidOn(stage()).contains("2 boards") || stage()->plank()->pieces[0].sawn.boardLengthMm < 4267.3);
  }

  void aJointIsDraggedAndSteppedWithItsLimitsShown() {
    joinOsierOfFourteenFeet();
    const double before = jointsOf(4).front().at.mm();
    QVERIFY(!drawing()->handles().empty());
    QPointF at;
    for (const CanvasHandle& handle : drawing()->handles()) {
      if (handle.name.startsWith("joint of strake 4 ")) at = handle.at;
    }
    QVERIFY(!at.isNull());
    QTest::mousePress(drawing(), Qt::LeftButton, Qt::NoModifier, at.toPoint());
    QTest::mouseMove(drawing(), (at + QPointF(30.0, 4.0)).toPoint());
    QTest::mouseMove(drawing(), (at + QPointF(60.0, 4.0)).toPoint());
    QTest::mouseRelease(drawing(), Qt::LeftButton, Qt::NoModifier, (at + QPointF(60.0, 4.0)).toPoint());
    QVERIFY(settled());
    const PlankJoint moved = jointsOf(4).front();
    QVERIFY(moved.at.mm() > before + 100.0);
    QVERIFY(moved.byHand);
    session().undo();
    QVERIFY(std::abs(jointsOf(4).front().at.mm() - before) < 1e-9);
    // By keys: a bay forward and back again, then by the smallest step.
    drawing()->setFocus();
    QTest::keyClick(drawing(), Qt::Key_Left, Qt::ControlModifier);
    const double bay = joiningMake(*session().solved()).frames.spacingMm;
    QVERIFY2(std::abs(jointsOf(4).front().at.mm() - (before - bay)) < 0.1,
             qPrintable(QString::number(jointsOf(4).front().at.mm())));
    QTest::keyClick(drawing(), Qt::Key_Right, Qt::ControlModifier);
    QVERIFY(std::abs(jointsOf(4).front().at.mm() - before) < 0.1);
    QTest::keyClick(drawing(), Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    QVERIFY(std::abs(jointsOf(4).front().at.mm() - before - mmPerInch / 16.0) < 1e-6);
    // Near strake 5's it is said by how much.
    const double fifth = jointsOf(5).front().at.mm();
    for (int i = 0; i < 20 && jointsOf(4).front().at.mm() > fifth + 0.4 * bay; ++i)
      QTest::keyClick(drawing(), Qt::Key_Left, Qt::ControlModifier);
    QVERIFY(settled());
    QVERIFY2(drawing()->words().contains(QRegularExpression("from strake (3|5)'s, under 2 ft")),
             qPrintable(drawing()->words()));
    QVERIFY(std::any_of(session().solved()->findings.begin(), session().solved()->findings.end(),
                        [](const Finding& one) { return one.as<JointBarred>() != nullptr; }));
    // Deleted, the strake is in one piece.
    QTest::keyClick(drawing(), Qt::Key_Delete);
    QVERIFY(jointsOf(4).empty());
    QVERIFY(settled());
    QCOMPARE(drawing()->words(), QString("This strake is in one piece."));
    click("addJoint");
    QCOMPARE(jointsOf(4).size(), std::size_t{1});
  }

  void aJointThatIsGoneIsNotTakenByWhatWasPainted() {
    joinOsierOfFourteenFeet();
    const std::vector<CanvasHandle> painted = drawing()->handles();
    QVERIFY(!painted.empty());
    // Its answer is there, and nothing painted yet: the pointer is quicker.
    QVERIFY(session().perform("None", placeJoints(*session().book(), {})));
    QVERIFY(session().freshAnswer() != nullptr);
    for (const CanvasHandle& handle : painted)
      QTest::mouseDClick(drawing(), Qt::LeftButton, Qt::NoModifier, handle.at.toPoint());
    QVERIFY(drawing()->handles().empty());
    QVERIFY(settled());
  }

  void boardsTooShortAreSaidAtThePlace() {
    goTo("osier", "Joints");
    enterLength("Boards are, at most", "18 in");
    click("planJoints");
    QTRY_VERIFY2(allSaidOn(stage()->joints()).contains("or longer would do"), qPrintable(allSaidOn(stage()->joints())));
    QVERIFY(session().book()->joining.joints.empty());
  }

  void marlIsFastenedToFramesAndButts() {
    goTo("marl", "Joints");
    strake(3);
    enterLength("Boards are, at most", "16 ft");
    click("planJoints");
    QTRY_VERIFY(!session().book()->joining.joints.empty());
    QVERIFY(settled());
    QVERIFY(jointsOf(3).front().kind == JoinedBy::Butt);
    show("Fastenings");
    QStringList rows;
    for (const FastenerLot& lot : stage()->plank()->fastenings.fasteners) {
      if (lot.count > 0) rows << QString::number(static_cast<int>(lot.to));
    }
    QVERIFY(rows.contains(QString::number(static_cast<int>(FastenedTo::Frame))));
    QVERIFY(rows.contains(QString::number(static_cast<int>(FastenedTo::ButtBlock))));
    // Rivets in place of screws, as one undo; the whole boat counted beside the window.
    const std::string before = bytes();
    for (QComboBox* box : stage()->findChildren<QComboBox*>()) {
      if (box->accessibleName() != "To frames" || !box->isVisible()) continue;
      box->setCurrentIndex(1);
      emit box->activated(1);
    }
    QVERIFY(session().book()->fastening.atFrames == FastenerKind::Rivet);
    QVERIFY(settled());
    click("countFasteners");
    QTRY_VERIFY2(allSaidOn(stage()).contains("The whole boat:"), qPrintable(allSaidOn(stage())));
    QVERIFY(allSaidOn(stage()).contains("nail to rivet"));
    session().undo();
    QCOMPARE(bytes(), before);
  }

  void sedgesBottomIsPlankedAcross() {
    goTo("sedge", "Boards across");
    const QString words = allSaidOn(stage());
    QVERIFY2(words.contains("boards of") && words.contains("cut longest first"), qPrintable(words));
    enterLength("Boards are wide", "100 mm");
    QVERIFY(session().book()->flatWork.boardWidth == millimetres(100.0));
    QVERIFY(settled());
    QVERIFY2(allSaidOn(stage()).contains("of 96 mm once jointed"), qPrintable(allSaidOn(stage())));
    // Boards that do not reach across are named, with what would do.
    enterLength("and long", "700 mm");
    QVERIFY(settled());
    QVERIFY2(allSaidOn(stage()).contains("it wants a board of"), qPrintable(allSaidOn(stage())));
    auto* which = stage()->findChild<QComboBox*>(QStringLiteral("boardsOf"));
    which->setCurrentIndex(1);
    emit which->activated(1);
    session().undo();
    QVERIFY(settled());
    QVERIFY2(allSaidOn(stage()).contains("From its foot up"), qPrintable(allSaidOn(stage())));
  }

  void sixStrakesAreHungInTheLogAndTheirEdgesGoToLiningOff() {
    goTo("osier", "Log");
    const PlanId planned = session().book()->starboard;
    const std::vector<HangingStep> lapped = hangingStepsOf(Construction::Lapstrake, false);
    for (int number = 1; number <= 6; ++number) {
      strake(number);
      for (const HangingStep step : lapped) log(step, QString("2026-05-%1").arg(number, 2, 10, QChar('0')));
      QVERIFY(settled());
      // The edge as it hangs, at station 3, typed over.
      CellGrid* edge = stage()->hanging()->edge();
      edge->setFocus();
      edge->setCurrentIndex(edge->model()->index(3, 0));
      type(number % 2 == 1 ? "1/16" : "-1/16");
      press(Qt::Key_Return);
      QVERIFY(settled());
    }
    QCOMPARE(session().book()->log.size(), 6 * lapped.size());
    QCOMPARE(session().book()->hung.size(), std::size_t{6});
    QVERIFY(session().book()->starboard != planned);
    QVERIFY2(stage()->standing().startsWith("6 of "), qPrintable(stage()->standing()));
    for (const HungStrake& hung : session().book()->hung)
      QVERIFY(std::abs(hung.readings.front().off.mm() - (hung.strake % 2 == 1 ? 1.0 : -1.0) * mmPerInch / 16.0) < 1e-9);
    // The line lies where the edge was measured.
    const Lining& lining = *session().solved()->lining;
    QVERIFY(lining.lines[6].isAt(3));
    for (const Finding& finding : session().solved()->findings) QVERIFY(finding.as<OutOfOrder>() == nullptr);
    QVERIFY(session().isModified());
  }

  void theLogIsCorrectedAndToldWhereItDoesNotFollow() {
    goTo("osier", "Log");
    strake(3);
    log(HangingStep::Hung, "2026-05-04");
    QVERIFY(settled());
    QVERIFY2(allSaidOn(stage()->hanging()).contains("strake 2 below it is not"),
             qPrintable(allSaidOn(stage()->hanging())));
    // A day that is none is refused at the place, and nothing is lost.
    log(HangingStep::Fastened, "2026-05-44");
    QVERIFY2(allSaidOn(stage()->hanging()).contains("is no day"), qPrintable(allSaidOn(stage()->hanging())));
    QCOMPARE(session().book()->log.size(), std::size_t{1});
    CellGrid* grid = stage()->hanging()->log();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(0, 2));
    type("2,5");
    press(Qt::Key_Return);
    QVERIFY(session().book()->log.front().hours && std::abs(*session().book()->log.front().hours - 2.5) < 1e-9);
    grid->setCurrentIndex(grid->model()->index(0, 3));
    type("7");
    press(Qt::Key_Return);
    QVERIFY2(allSaidOn(stage()->hanging()).contains("is no piece"), qPrintable(allSaidOn(stage()->hanging())));
    press(Qt::Key_Escape);
    grid->setCurrentIndex(grid->model()->index(0, 0));
    click("eraseStep");
    QVERIFY(session().book()->log.empty());
    session().undo();
    QCOMPARE(session().book()->log.size(), std::size_t{1});
  }

  void sheetsPrintedAreRememberedAndToldWhenFalse() {
    goTo("osier", "On the hull");
    strake(4);
    const QString folder = m_folder->path() + "/sheets";
    {
      PrintPanel panel(session().solved(), 3);
      QObject::connect(&panel, &PrintPanel::printed, &session(), [this](const std::vector<PrintedSheet>& sheets) {
        session().perform("Remember what was printed", rememberPrinted(*session().book(), sheets));
      });
      panel.choose(SheetsOf::Planks, {});
      panel.show();
      panel.folder()->setText(folder);
      QVERIFY(panel.form()->tickets()->isChecked());
      QTRY_VERIFY(panel.outcome()->text().contains("page"));
      QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
      QTRY_VERIFY2_WITH_TIMEOUT(panel.outcome()->text().startsWith("Written"), qPrintable(panel.outcome()->text()),
                                20000);
    }
    QVERIFY(QDir(folder).exists("osier-strake-04-starboard.pdf"));
    QVERIFY(QDir(folder).exists("osier-ticket-04-starboard.pdf"));
    QVERIFY(printedSheet(*session().book(), "strake-04-starboard") != nullptr);
    QVERIFY(printedSheet(*session().book(), "marking-stick") != nullptr);
    QVERIFY(settled());
    auto* note = stage()->findChild<PrintedNote*>();
    QVERIFY2(note->words().contains("still true"), qPrintable(note->words()));
    // The lines change.
    Book book = *session().book();
    const auto& lining = *session().solved()->lining;
    const double share = lining.lines[4].shares[4] + 4.0 / lining.frame.girthMm(4);
    QVERIFY(session().perform("Move a mark", moveMark(book, lining, 4, 4, share)));
    QVERIFY(settled());
    QVERIFY2(note->words().contains("false. Its sheer edge"), qPrintable(note->words()));
    QVERIFY(stage()->findChild<QPushButton*>("printAnew")->isVisible());
    bool found = false;
    for (const Finding& finding : session().solved()->findings) {
      if (finding.as<SheetFalse>() == nullptr || finding.stage() != ShopStage::Planks) continue;
      found = true;
      strake(1);
      stage()->goTo(finding);
      QCOMPARE(session().selection().strake, 3);
    }
    QVERIFY(found);
    click("thrownAway");
    QVERIFY(printedSheet(*session().book(), "strake-04-starboard") == nullptr);
    QVERIFY(settled());
    QVERIFY(!note->isVisible());
  }

  void aPlankThatIsCutIsLinedOffTo() {
    goTo("osier", "Log");
    strake(4);
    log(HangingStep::GotOut, "2026-05-01");
    QVERIFY(settled());
    const auto& lining = *session().solved()->lining;
    const double share = lining.lines[4].shares[4] - 5.0 / lining.frame.girthMm(4);
    QVERIFY(session().perform("Move a mark", moveMark(*session().book(), lining, 4, 4, share)));
    QVERIFY(settled());
    auto* note = stage()->findChild<PrintedNote*>();
    QVERIFY2(note->words().startsWith("Cut 2026-05-01"), qPrintable(note->words()));
    const std::string before = bytes();
    click("lineOffToIt");
    QVERIFY(settled());
    QVERIFY(!session().book()->hung.empty());
    for (const Finding& one : session().solved()->findings) {
      const auto* out = one.as<SheetFalse>();
      QVERIFY2(out == nullptr || out->worst.offMm() < 0.8, describe(one, Notation::Millimetres).c_str());
    }
    session().undo();
    QCOMPARE(bytes(), before);
  }

  void aMouldPrintedIsNamedWhenTheLinesChange() {
    openBook("marl");
    m_window->goToNumber(3);
    m_window->moulds()->choose("5");
    const QString folder = m_folder->path() + "/moulds";
    PrintPanel panel(session().solved(), 0);
    QObject::connect(&panel, &PrintPanel::printed, &session(), [this](const std::vector<PrintedSheet>& sheets) {
      session().perform("Remember what was printed", rememberPrinted(*session().book(), sheets));
    });
    panel.choose(SheetsOf::Moulds, "5");
    panel.show();
    panel.folder()->setText(folder);
    QTRY_VERIFY(panel.outcome()->text().contains("page"));
    QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
    QTRY_VERIFY_WITH_TIMEOUT(panel.outcome()->text().startsWith("Written"), 20000);
    QVERIFY(printedSheet(*session().book(), "mould-5") != nullptr);
    Book book = *session().book();
    std::size_t column = 0, row = 0;
    while (book.table.stations[column].name != "5") ++column;
    while (book.table.rows[row].line != RowLine::Waterline || !book.table.rows[row].figures[column]) ++row;
    book.table.rows[row].figures[column] = millimetres(book.table.rows[row].figures[column]->mm() + 6.0);
    QVERIFY(session().perform("Change a figure", book));
    QVERIFY(settled());
    bool found = false;
    for (const Finding& finding : session().solved()->findings) {
      const auto* one = finding.as<SheetFalse>();
      if (one == nullptr || one->sheet.kind != SheetKind::Mould) continue;
      found = true;
      QCOMPARE(one->sheet.of, std::string("5"));
      m_window->moulds()->goTo(finding);
    }
    QVERIFY(found);
    auto* note = m_window->moulds()->findChild<PrintedNote*>();
    QVERIFY2(note->words().contains("false. Its ") && note->words().contains(" now lies "), qPrintable(note->words()));
  }

  void recordsStayWithTheirStrakesWhenOthersArePutInBelow() {
    goTo("osier", "Log");
    // Read and logged at strakes 3 and 5.
    const std::string station = session().solved()->lining->frame.hull().sections[3].name;
    for (const int number : {3, 5}) {
      QVERIFY(session().perform("Read", setReading(*session().book(), number, BoatSide::Starboard, station, true,
                                                   millimetres(120.0 + number), "2026-05-01")));
      strake(number);
      QVERIFY(settled());
      click("logStep");
      QVERIFY(settled());
    }
    const auto readings = [this](int number) { return spiledAt(*session().book(), number, BoatSide::Starboard); };
    QVERIFY(readings(3) != nullptr && readings(5) != nullptr);
    const StrakeId third = readings(3)->strakeId, fifth = readings(5)->strakeId;
    QVERIFY(third.isSet() && third == session().solved()->lining->strakes[2].id);
    const std::string before = bytes();
    // Two become one towards the bow below them: they are the fourth and the sixth.
    const Lining& lining = *session().solved()->lining;
    Stealer stealer;
    stealer.line = session().book()->boatPlan().lines[1];
    stealer.at = millimetres(lining.point(1, 3.0).x());
    QVERIFY(session().perform("Let two become one", setStealer(*session().book(), lining, stealer)));
    QVERIFY(settled());
    QVERIFY(readings(3) == nullptr && readings(4) != nullptr && readings(6) != nullptr);
    QVERIFY(readings(4)->strakeId == third && readings(6)->strakeId == fifth);
    for (const HangingEntry& entry : session().book()->log) QVERIFY(entry.strake == 4 || entry.strake == 6);
    QVERIFY2(m_window->told().contains("now 4") && m_window->told().contains("now 6"), qPrintable(m_window->told()));
    // The answer speaks of the same planks.
    QVERIFY(session().solved()->lining->strakes[3].id == third);
    session().undo();
    QVERIFY(settled());
    QCOMPARE(bytes(), before);
    // With fewer strakes there is no fifth: what was of it is kept, told, and thrown away on purpose.
    QVERIFY(session().perform("Fewer", setStrakeCount(*session().book(), 4)));
    QVERIFY(settled());
    const auto without = recordsWithoutStrake(*session().book());
    QVERIFY(!without.empty());
    const auto& findings = session().solved()->findings;
    QVERIFY(std::any_of(findings.begin(), findings.end(),
                        [](const Finding& finding) { return finding.as<RecordsLeft>() != nullptr; }));
    for (QAction* action : m_window->findChildren<QAction*>()) {
      if (action->text().remove('&') == "Throw away records that have no strake") action->trigger();
    }
    QVERIFY(recordsWithoutStrake(*session().book()).empty());
    session().undo();
    QCOMPARE(recordsWithoutStrake(*session().book()).size(), without.size());
  }
};

int main(int argc, char** argv) {
  return runWindowTest<JointsAndHangingTest>(argc, argv);
}
#include "joints_and_hanging_test.moc"
