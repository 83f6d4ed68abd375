// Lining off by real clicks and keys: schools, plans and sides, guides, zones, joints, ends, and what follows of them.

#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QFile>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>

#include "book/edits.h"
#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "lining_case.h"
#include "stages/lining/body_plan.h"
#include "stages/lining/girth_drawing.h"
#include "stages/lining/lining_slate.h"
#include "stages/lining/profile_drawing.h"
#include "stages/lining/widths_grid.h"
#include "stages/planks/planks_stage.h"
#include "window/print_panel.h"

using namespace narrows;
using namespace narrows::tests;

class LiningOffTest : public LiningCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void everySchoolLinesOffEveryBoatInOneClick_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << QString(boat);
  }
  void everySchoolLinesOffEveryBoatInOneClick() {
    QFETCH(QString, boat);
    goTo(boat);
    for (int school = 0; school < 6; ++school) {
      choose("school", school);
      lineOffSo();
      const Book& book = *session().book();
      QCOMPARE(book.plans.size(), static_cast<std::size_t>(school + 2));
      QCOMPARE(book.boatPlan().id, book.plans.back().id);
      QCOMPARE(book.port, book.starboard);
      QVERIFY(session().solved()->lining.get() != nullptr);
      QCOMPARE(session().solved()->planks.size(), session().solved()->lining->strakeCount());
      for (const auto& plank : session().solved()->planks) QVERIFY(plank->settled);
    }
    session().undo();
    QCOMPARE(session().book()->plans.size(), std::size_t(6));
  }

  void twoPlansStandOnTheirSidesAndAreCompared() {
    goTo("osier");
    choose("goesTo", 2);  // port only
    lineOffSo();
    QVERIFY(session().book()->port != session().book()->starboard);
    // The other side in hand shows its own number of strakes, and its marks move nothing to starboard.
    choose("side", 1);
    QCOMPARE(stage()->findChild<QSpinBox*>()->value(),
             static_cast<int>(session().book()->planOf(BoatSide::Port).strakes.size()));
    const auto starboard = session().solved()->lining.value;
    Selection selection = session().selection();
    selection.line = 3, selection.section = 4;
    session().select(selection);
    m_window->lining()->drawing()->setFocus();
    const double before = session().solved()->portLining->lines[3].shares[4];
    QTest::keyClick(m_window->lining()->drawing(), Qt::Key_Up, Qt::ControlModifier);
    QVERIFY(settled());
    QVERIFY(session().solved()->portLining->lines[3].shares[4] > before);
    QVERIFY(session().solved()->lining == starboard);
    // The table says by how much they differ.
    openPage(stage(), "Port over starboard", "table");
    auto* grid = m_window->lining()->findChild<WidthsGrid*>();
    const std::size_t rows = static_cast<std::size_t>(grid->model()->rowCount());
    QCOMPARE(rows, session().solved()->portLining->lines.size() - 2);
    QVERIFY(grid->model()->index(2, 4).data().toString().contains(QRegularExpression("[+−]")));
    // Planks follow the side in hand.
    m_window->goToNumber(5);
    QCoreApplication::processEvents();
    QVERIFY(session().selection().side == BoatSide::Port);
    // A click on the other half of the body plan works on that side from then on.
    m_window->goToNumber(4);
    auto* body = m_window->lining()->findChild<BodyPlan*>();
    QTest::mouseClick(body, Qt::LeftButton, Qt::NoModifier, QPoint(body->width() - 60, body->height() / 2));
    QCOMPARE(session().selection().side, BoatSide::Starboard);
    // One plan for both sides again, and the other can be thrown away.
    click("bothSides");
    QVERIFY(settled());
    QCOMPARE(session().book()->port, session().book()->starboard);
    choose("throwAway", 1);
    QCOMPARE(session().book()->plans.size(), std::size_t(1));
  }

  void aTypedTableIsLinedOffAsANewBoatIsWhenThatIsFirstLookedAt() {
    const OffsetTable table = sampleBook("osier").table;
    m_window->beginTable(table);
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().strakes.size(), std::size_t(8));
    m_window->goToNumber(4);
    QVERIFY(settled());
    const Book begun = *newBook(table);
    QCOMPARE(session().book()->boatPlan().strakes.size(), begun.boatPlan().strakes.size());
    QVERIFY(session().book()->boatPlan().bow == begun.boatPlan().bow);
    QVERIFY(session().book()->boatPlan().stern == begun.boatPlan().stern);
    // Once: it is an edit like any other, and undone it stays undone.
    session().undo();
    QCOMPARE(session().book()->boatPlan().strakes.size(), std::size_t(8));
    m_window->goToNumber(1);
    m_window->goToNumber(4);
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().strakes.size(), std::size_t(8));
  }

  void aMarkInTheHandOutlivesTheAnswerItWasTakenFrom() {
    goToPlain("osier");
    hold(3, 4);
    auto* canvas = stage()->findChild<GirthDrawing*>();
    canvas->repaint();
    const CanvasHandle* found = nullptr;
    const auto handles = canvas->handles();
    for (const CanvasHandle& handle : handles) {
      if (handle.line == 3 && handle.section == 4) found = &handle;
    }
    QVERIFY(found != nullptr);
    // A figure goes without which there is no hull; the mark is taken before that is worked out, and moved after.
    std::size_t sheer = 0;
    const auto& rows = session().book()->table.rows;
    while (rows[sheer].line != RowLine::Sheer || rows[sheer].kind != RowKind::Height) ++sheer;
    Book bare = *session().book();
    for (auto& figure : bare.table.rows[sheer].figures) figure.reset();
    QVERIFY(session().perform("The sheer taken out", Result<Book>(bare)));
    QTest::mousePress(canvas, Qt::LeftButton, Qt::NoModifier, found->at.toPoint());
    QTRY_VERIFY(session().solved()->lining.get() == nullptr);
    QTest::mouseMove(canvas, found->at.toPoint() + QPoint(0, -9));
    QTest::mouseRelease(canvas, Qt::LeftButton, Qt::NoModifier, found->at.toPoint() + QPoint(0, -9));
    QVERIFY(settled());
  }

  void aStraightRunIsPlacedDraggedAndStaysStraight() {
    goToPlain("marl");
    hold(8, static_cast<int>(session().solved()->lining->master));
    click("makeGuide");
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().guides.size(), std::size_t(1));
    choose("guideKind", static_cast<int>(GuideKind::StraightRun));
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().guides[0].kind, GuideKind::StraightRun);
    // A mark of it two stations aft, moved by key, turns it: nothing is nailed.
    const Lining now = *session().solved()->lining;
    hold(8, static_cast<int>(now.master) + 1);
    m_window->lining()->drawing()->setFocus();
    const double heading = session().book()->boatPlan().guides[0].heading;
    for (int i = 0; i < 3; ++i) QTest::keyClick(m_window->lining()->drawing(), Qt::Key_Up, Qt::ControlModifier);
    QVERIFY(settled());
    QVERIFY(session().book()->boatPlan().guides[0].heading > heading);
    QVERIFY(std::none_of(session().book()->boatPlan().moved.begin(), session().book()->boatPlan().moved.end(),
                         [&](const MovedMark& m) { return m.line == now.lines[8].id; }));
    // Dragged by the pointer at its own station it is placed anew.
    hold(8, static_cast<int>(now.master));
    drag(0.0, -12.0);
    QVERIFY(settled());
    const double share = session().book()->boatPlan().guides[0].share;
    QVERIFY(share > now.lines[8].shares[now.master]);
    // Locked, it holds.
    click("lockGuide");
    QVERIFY(session().book()->boatPlan().guides[0].locked);
    const std::string locked = bytes();
    QTest::keyClick(m_window->lining()->drawing(), Qt::Key_Up, Qt::ControlModifier);
    QCOMPARE(bytes(), locked);
    click("lockGuide");
    click("dropGuide");
    QCOMPARE(session().book()->boatPlan().guides.size(), std::size_t(0));
  }

  void zonesHaveTheirOwnNumbersAndRules() {
    goToPlain("marl");
    click("sheerApart");
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().zones.size(), std::size_t(2));
    QVERIFY(session().book()->boatPlan().guides[0].locked);
    hold(3, 5);
    const std::size_t strakes = session().book()->boatPlan().strakes.size();
    QTest::mouseClick(find<QPushButton>("addStrake"), Qt::LeftButton);
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().strakes.size(), strakes + 1);
    QCOMPARE(session().book()->boatPlan().span(1).second - session().book()->boatPlan().span(1).first, std::size_t(1));
    choose("rule", static_cast<int>(LiningRule::Parallel));
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().zones[0].rule, LiningRule::Parallel);
    QVERIFY(session().solved()->lining.get() != nullptr);
    choose("rule", static_cast<int>(LiningRule::Free));
    QCOMPARE(session().book()->boatPlan().zones[0].rule, LiningRule::Free);
  }

  void twoStrakesBecomeOneAndPlanksFollow() {
    goToPlain("marl");
    const std::size_t planks = session().solved()->planks.size();
    hold(5, 5);
    choose("joinBow", 1);
    QVERIFY(settled());
    QCOMPARE(session().solved()->planks.size(), planks + 1);
    QCOMPARE(session().book()->boatPlan().stealers.size(), std::size_t(1));
    LengthField* at = fieldNamed("Joint, distance along the boat");
    enter(at, "7 ft");
    QVERIFY(settled());
    QVERIFY(std::abs(session().book()->boatPlan().stealers[0].at.mm() - 7.0 * 12.0 * mmPerInch) < 1e-6);
    // Nonsense, and a place beyond her, are answered and change nothing.
    const std::string before = bytes();
    enter(at, "90 ft");
    QCOMPARE(bytes(), before);
    choose("joinBow", 2);
    QVERIFY(settled());
    QCOMPARE(session().solved()->planks.size(), planks);
    QCOMPARE(session().book()->boatPlan().stealers[0].joining, Joining::UpperIntoHost);
    choose("joinBow", 0);
    QCOMPARE(session().book()->boatPlan().stealers.size(), std::size_t(0));
  }

  void marksAreTakenInTheProfileTooAndLocked() {
    goTo("osier");
    choose("view", 1);
    auto* profile = m_window->lining()->findChild<ProfileDrawing*>();
    QVERIFY(profile->isVisible());
    hold(3, 4);
    QCoreApplication::processEvents();
    profile->repaint();
    const auto& handles = profile->handles();
    const auto mark = std::find_if(handles.begin(), handles.end(), [](const CanvasHandle& h) { return h.line == 3; });
    QVERIFY(mark != handles.end());
    const double before = session().solved()->lining->lines[3].shares[4];
    const QPoint from = mark->at.toPoint();
    QTest::mousePress(profile, Qt::LeftButton, Qt::NoModifier, from);
    QTest::mouseMove(profile, from + QPoint(0, -5));
    QTest::mouseRelease(profile, Qt::LeftButton, Qt::NoModifier, from + QPoint(0, -5));
    QVERIFY(settled());
    QVERIFY(session().solved()->lining->lines[3].shares[4] > before);
    profile->setFocus();
    QTest::keyClick(profile, Qt::Key_L);
    QVERIFY(session().book()->boatPlan().moved.back().locked);
    const std::string locked = bytes();
    QTest::keyClick(profile, Qt::Key_Up, Qt::ControlModifier);
    QCOMPARE(bytes(), locked);
  }

  void marksAreTypedUpFromTheKeelAndDownFromTheSheer() {
    goTo("osier");
    openPage(stage(), "Down from the sheer", "table");
    auto* grid = m_window->lining()->findChild<WidthsGrid*>();
    const Lining now = *session().solved()->lining;
    const int row = static_cast<int>(now.lines.size()) - 2 - 6;  // line 6
    const double down = now.frame.girthMm(3) * (1.0 - now.lines[6].shares[3]);
    grid->setCurrentIndex(grid->model()->index(row, 3));
    grid->setFocus();
    QVERIFY(grid->model()->setData(grid->model()->index(row, 3), QString::number(down / mmPerInch + 0.25, 'f', 4),
                                   Qt::EditRole));
    QVERIFY(settled());
    const Lining after = *session().solved()->lining;
    const double lowered = after.frame.girthMm(3) * (1.0 - after.lines[6].shares[3]);
    QVERIFY2(std::abs(lowered - down - 0.25 * mmPerInch) < 0.01, qPrintable(QString::number(lowered - down)));
  }

  void theSheerIsMovedOnlyOnPurposeAndAlongItsSection() {
    goTo("osier");
    hold(4, 3);
    choose("guideList", 0);
    auto* unlock = find<QPushButton>("unlockSheer");
    QVERIFY(unlock->isVisible() && !unlock->isChecked());
    LengthField* height = nullptr;
    for (LengthField* one : stage()->findChildren<LengthField*>()) {
      if (one->edit()->accessibleName().startsWith("Height of the sheer")) height = one;
    }
    QVERIFY(height != nullptr && !height->isVisible());
    unlock->click();
    QVERIFY(height->isVisible());
    const auto inHand = [this] {
      const Solved& solved = *session().solved();
      const std::string& name = solved.lining->frame.hull().sections[3].name;
      const auto& sections = solved.drawn->sections;
      return *std::find_if(sections.begin(), sections.end(), [&](const Section& one) { return one.name == name; });
    };
    const Section section = inHand();
    const Vec3 head = section.parts.back().nails().back();
    enter(height, QString::number(head.z() / mmPerInch - 0.25, 'f', 5));
    QVERIFY(settled());
    const Vec3 now = inHand().parts.back().nails().back();
    QVERIFY2(std::abs(now.z() - head.z() + 0.25 * mmPerInch) < 0.01,
             qPrintable(QString("%1 %2").arg(now.z()).arg(head.z())));
    const Batten& part = section.parts.back();
    double nearest = 1e9;
    for (int i = 0; i <= 4000; ++i) nearest = std::min(nearest, (part.pointAtShare(i / 4000.0) - now).tail<2>().norm());
    QVERIFY2(nearest < 0.3, qPrintable(QString::number(nearest)));  // the section of the book's own steps
    // Beyond the topsides: told in the book's inches, nothing changed.
    QString refused;
    connect(&session(), &Session::refused, this, [&](const QString& why) { refused = why; });
    const std::string before = bytes();
    enter(height, "96");
    QVERIFY2(refused.contains("will do") && refused.contains(" in") && !refused.contains("mm"), qPrintable(refused));
    QCOMPARE(bytes(), before);
    hold(4, 3);
    QVERIFY(!unlock->isVisible());
    session().undo();
    QVERIFY(settled());
    QCOMPARE(session().book()->faired.size(), std::size_t(0));
  }

  void timberAndLapsAreToldOfAStrake() {
    goTo("osier");
    hold(4, 3);
    auto* timber = find<QLineEdit>("timber");
    timber->setFocus();
    QTest::keyClicks(timber, "larch");
    QTest::keyClick(timber, Qt::Key_Return);
    const LiningPlan plan = session().book()->boatPlan();
    QCOMPARE(plan.speciesOf(plan.strakes[4]), std::string("larch"));
    enter(fieldNamed("Lap at the station in hand"), "7/8");
    QCOMPARE(session().book()->boatPlan().laps.size(), std::size_t(1));
    choose("stemSpacing", static_cast<int>(StemSpacing::StickLevel));
    QCOMPARE(session().book()->boatPlan().bow.spacing, StemSpacing::StickLevel);
  }

  void drawingsStandWhileThePlanTheyShowIsGone() {
    // While a figure of the table moves the lining waits: it may be of a plan that the book has no longer.
    goTo("osier");
    const Book before = *session().book();
    for (const int view : {0, 1}) {
      lineOffSo();
      choose("view", view);
      int gone = 0;
      const auto shown = connect(&session(), &Session::solvedChanged, this, [&] {
        const Solved& solved = *session().solved();
        if (solved.lining == nullptr || solved.book->findPlan(solved.lining->plan) != nullptr) return;
        ++gone;
        for (Canvas* canvas : stage()->findChildren<Canvas*>()) {
          if (canvas->isVisible()) QVERIFY(!canvas->grab().isNull());
        }
      });
      const FigureRef figure{FigureRef::In::Row, 1, 3};
      const auto moved = fairFigure(before, figure, millimetres(figureMm(before.table, figure) + 1.0 + view), "d", "w");
      QVERIFY(moved && session().performStep("Move a figure", *moved));
      QTRY_VERIFY_WITH_TIMEOUT(gone > 0, 5000);
      disconnect(shown);
      QVERIFY(settled());
    }
  }

  void aWidthThatIsBeingTypedWhenTheHullIsLostEndsNothing() {
    goTo("osier");
    auto* grid = stage()->findChild<WidthsGrid*>();
    QVERIFY(grid->isVisible() && grid->model()->rowCount() > 3);
    const auto master = static_cast<int>(session().solved()->lining->master);
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(2, master));
    type("4");
    Book empty = *session().book();
    for (TableRow& row : empty.table.rows) row.figures.assign(row.figures.size(), std::nullopt);
    QVERIFY(session().perform("Empty the table", empty));
    QVERIFY(QTest::qWaitFor([this] { return session().solved()->lining == nullptr; }, 5000));
    QTest::mouseClick(grid->viewport(), Qt::LeftButton, {}, QPoint(300, 40));
    session().undo();
    QVERIFY(settled());
    QVERIFY(grid->model()->rowCount() > 3);
  }

  void aSchoolIsStoppedAndNothingIsMade() {
    goTo("osier");
    choose("school", 4);
    const std::string before = bytes();
    auto* button = find<QPushButton>("lineOffSo");
    const QString words = button->text();
    button->click();
    QVERIFY(button->text() != words);
    button->click();
    QTRY_COMPARE_WITH_TIMEOUT(button->text(), words, 5000);
    QCOMPARE(bytes(), before);
    QVERIFY(session().solved()->revision == session().revision());
    lineOffSo();  // and begins afresh
  }

  void aSchoolWhoseFiguresWereChangedMeanwhileIsToldAndNotTaken() {
    goTo("osier");
    choose("school", 4);
    QString refused;
    connect(&session(), &Session::refused, this, [&](const QString& why) { refused = why; });
    find<QPushButton>("lineOffSo")->click();
    Book changed = *session().book();
    changed.table.boat += " again";
    session().perform("Rename", changed);
    QTRY_VERIFY_WITH_TIMEOUT(!refused.isEmpty(), 20000);
    QCOMPARE(session().book()->plans.size(), std::size_t(1));
    QCOMPARE(session().book()->table.boat, changed.table.boat);
  }

  void sheetsCarryEveryPlanAndCsvBesideThem() {
    goTo("osier");
    choose("goesTo", 2);
    lineOffSo();
    PrintPanel panel(session().solved(), 0, nullptr);
    panel.show();
    for (QCheckBox* box : panel.findChildren<QCheckBox*>()) box->setChecked(true);
    panel.findChildren<QComboBox*>().at(3)->setCurrentIndex(2);  // no patterns
    QLineEdit* folder = nullptr;
    for (QLineEdit* edit : panel.findChildren<QLineEdit*>()) {
      if (edit->text().contains("narrows-sheets")) folder = edit;
    }
    QVERIFY(folder != nullptr);
    const QString into = m_folder->filePath("sheets");
    folder->setText(into);
    for (QPushButton* button : panel.findChildren<QPushButton*>()) {
      if (button->isDefault()) button->click();
    }
    QTRY_VERIFY_WITH_TIMEOUT(
        QFile::exists(into + "/osier-marks.csv") && QFile::exists(into + "/osier-marking-stick.pdf"), 20000);
    QFile marks(into + "/osier-marks.csv");
    QVERIFY(marks.open(QIODevice::ReadOnly));
    const QString text = marks.readAll();
    QVERIFY(text.startsWith("plan,sides,line,station,from_base,from_sheer\n"));
    QVERIFY(text.contains(",starboard,") && text.contains(",port,"));
    QVERIFY(!QDir(into).entryList({"osier-division-board*", "osier-diminishing-board*"}).isEmpty());
    QVERIFY(!QDir(into).entryList({"osier-shell-*"}).isEmpty());
  }

 private:
  void click(const char* name) {
    auto* button = find<QPushButton>(name);
    QVERIFY2(button->isVisible(), name);
    button->click();
    QCoreApplication::processEvents();
  }
  /// Lines off by the school chosen, and waits for the plan and its answer.
  void lineOffSo() {
    const std::size_t plans = session().book()->plans.size();
    click("lineOffSo");
    QTRY_COMPARE_WITH_TIMEOUT(session().book()->plans.size(), plans + 1, 20000);
    QVERIFY(settled());
  }
  void hold(int line, int section) {
    Selection selection = session().selection();
    selection.line = selection.strake = line;
    selection.section = section;
    session().select(selection);
    QCoreApplication::processEvents();
  }
  void drag(double dx, double dy) {
    auto* canvas = stage()->findChild<GirthDrawing*>();
    canvas->repaint();
    const Selection& at = session().selection();
    for (const CanvasHandle& handle : canvas->handles()) {
      if (handle.line != at.line || handle.section != at.section) continue;
      const QPoint from = handle.at.toPoint(), to = (handle.at + QPointF(dx, dy)).toPoint();
      QTest::mousePress(canvas, Qt::LeftButton, Qt::NoModifier, from);
      QTest::mouseMove(canvas, to);
      QTest::mouseRelease(canvas, Qt::LeftButton, Qt::NoModifier, to);
      return;
    }
    QFAIL("no such mark");
  }
};

int main(int argc, char** argv) {
  return runWindowTest<LiningOffTest>(argc, argv);
}
#include "lining_off_test.moc"
