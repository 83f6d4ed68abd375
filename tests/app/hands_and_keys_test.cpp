// What the hand and the keys do, without waiting for answers: nothing pressed or typed is swallowed, every field is in
// the book's unit, everything that can be seen is reached by key, and a window left alone does nothing.

#include <QAccessible>
#include <QAction>
#include <QElapsedTimer>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenuBar>
#include <QPushButton>
#include <QRegularExpression>
#include <QTabBar>
#include <QTableView>
#include <QTimer>
#include <cmath>
#include <ctime>
#include <set>
#include <tuple>

#include "book/book_file.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "stages/backbone/assembly_drawing.h"
#include "stages/backbone/assembly_page.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/backbone/slab_page.h"
#include "stages/lines/line_bench.h"
#include "stages/lines/line_drawing.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lining/girth_drawing.h"
#include "stages/lining/lining_stage.h"
#include "stages/lining/plan_trials.h"
#include "stages/moulds/mould_drawing.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/planks/planks_stage.h"
#include "stages/slate.h"
#include "window/actions.h"
#include "window/findings_bar.h"
#include "window/rail.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double sixteenthMm = mmPerInch / 16.0;

/// Counts what is painted, wherever in the window it is.
class PaintCount : public QObject {
 public:
  int count = 0;

 protected:
  bool eventFilter(QObject* /*of*/, QEvent* event) override {
    count += event->type() == QEvent::Paint ? 1 : 0;
    return false;
  }
};

}  // namespace

class HandsAndKeysTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void pressesBeforeAnAnswerMoveAsManySteps() {
    openBook("osier");
    takeMark(3, 4);
    const auto girth = [&] {
      const Lining& now = *session().solved()->lining;
      return now.lines[3].shares[4] * now.frame.girthMm(4);
    };
    const double mark = girth();
    for (int i = 0; i < 5; ++i) QTest::keyClick(m_window->lining()->drawing(), Qt::Key_Up, Qt::ControlModifier);
    QVERIFY(settled());
    QVERIFY2(std::abs(girth() - mark - 5.0 * sixteenthMm) < 0.01, qPrintable(QString::number(girth() - mark)));
    QCOMPARE(session().undoStack()->count(), 1);  // one after another, they are one undo
    QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
    QVERIFY(settled());
    QVERIFY(std::abs(girth() - mark) < 1e-9);

    m_window->goToNumber(2);
    AssemblyDrawing* drawing = m_window->backbone()->assembly()->assembly();
    drawing->choose(0);
    drawing->chooseGrip(1);
    const double high = drawing->timber()->outline[1].height.mm();
    for (int i = 0; i < 4; ++i) QTest::keyClick(drawing, Qt::Key_Up, Qt::ControlModifier);
    QVERIFY(settled());
    QVERIFY(std::abs(session().book()->backbone.timbers[0].outline[1].height.mm() - high - 4.0 * sixteenthMm) < 1e-9);

    m_window->goToNumber(1);
    const FigureRef figure{FigureRef::In::Row, 1, 3};
    m_window->lines()->workOn(figure);
    LineDrawing* line = m_window->lines()->bench()->drawing();
    const double drawn = figureMm(session().book()->table, figure);
    for (int i = 0; i < 3; ++i) QTest::keyClick(line, Qt::Key_Up);
    QVERIFY(settled());
    QVERIFY(fairedAt(*session().book(), figure) != nullptr);
    QVERIFY(std::abs(fairedAt(*session().book(), figure)->value.mm() - drawn - 3.0 * sixteenthMm) < 1e-9);
  }

  void aHeldKeyShowsAllTheWhile() {
    openBook("osier");
    takeMark(3, 4);
    QWidget* drawing = m_window->lining()->drawing();
    double shown = session().solved()->lining->lines[3].shares[4];
    // As a held key repeats: the mark is where the hand has it, and planks follow, before the key is let go.
    int planked = 0;
    const auto* plank = session().solved()->planks[2].value.get();
    for (int i = 0; i < 25; ++i) {
      QTest::keyClick(drawing, Qt::Key_Up, Qt::ControlModifier);
      const double now = session().solved()->lining->lines[3].shares[4];
      QVERIFY(now > shown);
      shown = now;
      QCoreApplication::processEvents();
      if (i % 5 == 4) QTRY_VERIFY(session().solved()->planks[2].value.get() != plank);
      planked += session().solved()->planks[2].value.get() != plank ? 1 : 0;
      plank = session().solved()->planks[2].value.get();
    }
    QVERIFY2(planked >= 5, qPrintable(QString::number(planked)));
    QVERIFY(settled());
    QCOMPARE(session().undoStack()->count(), 1);
  }

  void whatIsHeldIsLetGoWhereTheDrawingIsLeft() {
    openBook("osier");
    takeMark(3, 4);
    auto* drawing = qobject_cast<Canvas*>(m_window->lining()->drawing());
    drawing->grab();
    const QPoint at = handleOf(drawing, 3, 4).toPoint();
    const double was = session().solved()->lining->lines[3].shares[4];
    QTest::mousePress(drawing, Qt::LeftButton, {}, at);
    QTest::mouseMove(drawing, at + QPoint(0, -8));
    QVERIFY(session().isDragging());
    m_window->goToNumber(2);  // the button comes up over another drawing, which knows nothing of it
    QVERIFY(!session().isDragging());
    QVERIFY(settled());
    QCOMPARE(session().undoStack()->count(), 1);
    QVERIFY(session().solved()->lining->lines[3].shares[4] > was);
  }

  void aLineTakenOutIsNotDraggedBeforeTheAnswerComes() {
    openBook("osier");
    m_window->goToNumber(1);
    const std::size_t last = session().book()->table.rows.size() - 1;
    const FigureRef figure{FigureRef::In::Row, last, 3};
    m_window->lines()->workOn(figure);
    LineDrawing* line = m_window->lines()->bench()->drawing();
    line->grab();
    const QPoint nail = handleOf(line, line->nail(), -1).toPoint();
    for (const char* by : {"pointer", "key", "field"}) {
      QVERIFY(session().perform("Take out a line", removeRow(*session().book(), last)));
      QVERIFY(!line->grab().isNull());  // painted meanwhile, it is not there
      const std::string without = bytes();
      if (by == std::string("pointer")) {
        QTest::mousePress(line, Qt::LeftButton, {}, nail);
        QTest::mouseMove(line, nail + QPoint(0, -12));
        QTest::mouseRelease(line, Qt::LeftButton, {}, nail + QPoint(0, -12));
      } else if (by == std::string("key")) {
        QTest::keyClick(line, Qt::Key_Up);
        QTest::keyClick(line, Qt::Key_F);
      } else {
        line->setFigureInHand(inches(10.0));
      }
      QVERIFY(settled());
      QCOMPARE(bytes(), without);
      session().undo();
      QVERIFY(settled());
      m_window->lines()->workOn(figure);
    }
  }

  void endsOfJointsAndBoltsAreMovedByKey() {
    openBook("marl");
    m_window->goToNumber(2);
    AssemblyDrawing* drawing = m_window->backbone()->assembly()->assembly();
    drawing->choose(0);
    const auto points = static_cast<int>(drawing->timber()->outline.size());
    drawing->chooseGrip(points);  // after its points come the ends of its joints
    QCOMPARE(drawing->point(), -1);
    const double was = drawing->plan()->joints.at(0).from.distance.mm();
    QTest::keyClick(drawing, Qt::Key_Right, Qt::ControlModifier);
    QTest::keyClick(drawing, Qt::Key_Right, Qt::ControlModifier);
    QVERIFY(settled());
    QVERIFY(std::abs(session().book()->backbone.joints.at(0).from.distance.mm() - was - 2.0 * sixteenthMm) < 1e-9);
    drawing->chooseGrip(-1);  // the last: a bolt's upper end
    int moved = -1;
    const auto bolts = session().book()->backbone.bolts;
    QTest::keyClick(drawing, Qt::Key_Down, Qt::ControlModifier);
    QVERIFY(settled());
    for (std::size_t k = 0; k < bolts.size(); ++k) {
      if (session().book()->backbone.bolts[k] != bolts[k]) moved = static_cast<int>(k);
    }
    QVERIFY(moved >= 0);
    QVERIFY(std::abs(session().book()->backbone.bolts[static_cast<std::size_t>(moved)].high.height.mm() -
                     bolts[static_cast<std::size_t>(moved)].high.height.mm() + sixteenthMm) < 1e-9);
  }

  void undoDuringADragPutsBackAndNoMore() {
    openBook("osier");
    m_window->goToNumber(4);
    QVERIFY(session().perform("Set the lap", setLap(*session().book(), inches(1.0))));
    QVERIFY(settled());
    const std::string before = bytes();
    auto* canvas = qobject_cast<Canvas*>(m_window->lining()->drawing());
    canvas->grab();
    const QPoint from = handleOf(canvas, 3, 5).toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    QTest::mouseMove(canvas, from - QPoint(0, 6));
    QVERIFY(bytes() != before);
    QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(bytes(), before);
    QCOMPARE(session().undoStack()->index(), 1);
    // The hand is empty: what it does now moves nothing.
    QTest::mouseMove(canvas, from - QPoint(0, 12));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, from - QPoint(0, 12));
    QVERIFY(settled());
    QCOMPARE(bytes(), before);
    QCOMPARE(session().undoStack()->count(), 1);
  }

  void aSettingChangedOrUndoneJustBeforeADragStaysSo() {
    openBook("marl");
    m_window->goToNumber(2);
    AssemblyDrawing* drawing = m_window->backbone()->assembly()->assembly();
    const auto drag = [&] {
      drawing->grab();
      const QPoint from = namedHandle(drawing, "point 2").toPoint();
      QTest::mousePress(drawing, Qt::LeftButton, {}, from);
      QTest::mouseMove(drawing, from + QPoint(8, 0));
      QTest::mouseRelease(drawing, Qt::LeftButton, {}, from + QPoint(8, 0));
    };
    BackbonePlan plan = session().book()->backbone;
    const Length before = plan.slab.thickness;
    plan.slab.thickness = inches(7.0);
    QVERIFY(session().perform("Change the slab", setBackbone(*session().book(), plan)));
    drag();
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.slab.thickness.mm(), inches(7.0).mm());
    session().undo();  // the drag
    session().undo();  // the setting
    drag();
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.slab.thickness.mm(), before.mm());
    QVERIFY(!session().book()->backbone.timbers.empty());
  }

  void whatIsBeingTypedIsTakenIn_data() {
    QTest::addColumn<QString>("by");
    for (const char* by : {"save", "leaving the stage", "printing"}) QTest::newRow(by) << by;
  }
  void whatIsBeingTypedIsTakenIn() {
    QFETCH(QString, by);
    openBook("osier");
    const QString path = m_folder->filePath("boat.narrows");
    QVERIFY(session().saveAs(path));
    m_window->goToNumber(1);
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(1, 3));
    const double was = figureMm(session().book()->table, {FigureRef::In::Row, 1, 3});
    const QString figure = grid->model()->index(1, 3).data(Qt::EditRole).toString();
    const QString typed = figure.startsWith("1-") ? "1-3-2" : "1-2-2";
    type(typed);
    if (by == "save") {
      QTest::keyClick(QApplication::focusWidget(), Qt::Key_S, Qt::ControlModifier);
    } else if (by == "leaving the stage") {
      QTest::keyClick(QApplication::focusWidget(), Qt::Key_4, Qt::ControlModifier);
    } else {
      bool opened = false;
      QTimer closer;
      connect(&closer, &QTimer::timeout, this, [&opened] {
        if (QWidget* panel = QApplication::activeModalWidget()) opened = panel->close();
      });
      closer.start(50);
      QTest::keyClick(QApplication::focusWidget(), Qt::Key_P, Qt::ControlModifier);
      QTRY_VERIFY(opened);
    }
    QTRY_VERIFY(figureMm(session().book()->table, {FigureRef::In::Row, 1, 3}) != was);
    if (by != "save") return;
    const auto saved = loadBook(path.toStdString());
    QVERIFY(saved);
    QCOMPARE(figureMm(saved->book.table, {FigureRef::In::Row, 1, 3}),
             figureMm(session().book()->table, {FigureRef::In::Row, 1, 3}));
  }

  void aFieldBeingTypedInIsTakenInBySaving() {
    openBook("osier");
    QVERIFY(session().saveAs(m_folder->filePath("boat.narrows")));
    m_window->goToNumber(4);
    openGroups();
    LengthField* lap = fieldNamed("Lap of every strake");
    lap->edit()->setFocus();
    lap->edit()->selectAll();
    type("1 1/4");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_S, Qt::ControlModifier);
    QTRY_COMPARE(session().book()->settings.lap.mm(), inches(1.25).mm());
    const auto saved = loadBook(session().path().toStdString());
    QVERIFY(saved);
    QCOMPARE(saved->book.settings.lap.mm(), inches(1.25).mm());
  }

  void bareNumbersAreInTheBooksUnitInEveryField_data() {
    QTest::addColumn<int>("notation");
    QTest::newRow("inches") << static_cast<int>(Notation::Inches16);
    QTest::newRow("millimetres") << static_cast<int>(Notation::Millimetres);
  }
  void bareNumbersAreInTheBooksUnitInEveryField() {
    QFETCH(int, notation);
    const bool metric = static_cast<Notation>(notation) == Notation::Millimetres;
    openBook("osier");
    QVERIFY(session().perform("Lengths", setNotation(*session().book(), static_cast<Notation>(notation))));
    QVERIFY(settled());
    std::set<QString> seen;
    openGroups();
    everyPage([&] {
      for (LengthField* field : m_window->findChildren<LengthField*>()) {
        if (!field->isVisible()) continue;
        seen.insert(field->edit()->accessibleName());
        field->edit()->setFocus();
        field->edit()->selectAll();
        type("12,5");
        const QString wanted = metric ? "12.5" : "12 1⁄2";
        QVERIFY2(field->answer().contains(wanted),
                 qPrintable(field->edit()->accessibleName() + ": " + field->answer()));
        field->edit()->setModified(false);  // not entered
      }
    });
    QVERIFY2(seen.size() >= 25, qPrintable(QString::number(seen.size())));
  }

  void fieldsFollowTheWayLengthsAreShown() {
    openBook("osier");
    m_window->goToNumber(1);
    LengthField* tolerance = m_window->lines()->tolerance();
    QVERIFY(session().perform("Lengths", setNotation(*session().book(), Notation::Millimetres)));
    QVERIFY(settled());
    // Shown to half a millimetre, and exact underneath.
    const double usual = usualFairingTolerance(session().book()->table).mm();
    QCOMPARE(tolerance->edit()->text(), QString::fromStdString(showLength(millimetres(usual), Notation::Millimetres)));
    QCOMPARE(tolerance->length()->mm(), usual);
  }

  void aDrawingSeenFromNearIsPaintedAtOnce() {
    openBook("marl");
    // A stem flung as far as a book allows, and every drawing looked at from as near as it goes.
    const auto far = [this] {
      BackbonePlan plan = planInHand(*session().book(), session().solved()->backbone->plan);
      plan.timbers[0].outline[2].distance = millimetres(-99000.0);
      plan.timbers[0].outline[3].height = millimetres(99000.0);
      return setBackbone(*session().book(), plan);
    };
    for (const bool flung : {false, true}) {
      if (flung) QVERIFY(session().perform("fling", far()));
      QVERIFY(settled());
      everyPage([&] {
        for (Canvas* canvas : m_window->findChildren<Canvas*>()) {
          if (!canvas->isVisible()) continue;
          canvas->repaint();
          const QPointF at =
              canvas->handles().empty() ? QPointF(canvas->rect().center()) : canvas->handles().front().at;
          canvas->zoomBy(1e6, at);
          QElapsedTimer clock;
          clock.start();
          canvas->repaint();
          QVERIFY2(!isTimed() || clock.elapsed() < 1000,
                   qPrintable(canvas->accessibleName() + QString(": %1 ms").arg(clock.elapsed())));
          canvas->fit();
        }
      });
    }
  }

  void whatIsShownIsToldToAssistiveToolsToo() {
    // Without a screen reader's bus no events are sent: what such a tool would ask for is asked here.
    openBook("osier");
    takeMark(3, 4);
    auto* drawing = qobject_cast<Canvas*>(m_window->lining()->drawing());
    drawing->repaint();
    QAccessibleInterface* canvas = QAccessible::queryAccessibleInterface(drawing);
    QVERIFY2(canvas->text(QAccessible::Description).contains("free"),
             qPrintable(canvas->text(QAccessible::Description) + QString(" of %1").arg(drawing->handles().size())));
    press(Qt::Key_N);
    QVERIFY(settled());
    drawing->repaint();
    QVERIFY(canvas->text(QAccessible::Description).contains("nailed"));
    // Another mark in hand; one child of the drawing is selected, and every one is named.
    press(Qt::Key_Right);
    drawing->repaint();
    QVERIFY2(canvas->text(QAccessible::Description).contains("line 3 at 5"),
             qPrintable(canvas->text(QAccessible::Description)));
    int selected = 0;
    for (int i = 0; i < canvas->childCount(); ++i) {
      selected += canvas->child(i)->state().selected ? 1 : 0;
      QVERIFY(!canvas->child(i)->text(QAccessible::Name).isEmpty());
    }
    QCOMPARE(selected, 1);
    // A misread figure is said to be so in the table.
    const FigureRef figure{FigureRef::In::Row, 0, 3};
    QVERIFY(session().perform(
        "slip", setFigure(*session().book(), 0, 3, millimetres(figureMm(session().book()->table, figure) + 60.0))));
    QVERIFY(settled());
    m_window->goToNumber(1);
    OffsetGrid* grid = m_window->lines()->grid();
    QVERIFY(grid->model()->index(0, 3).data(Qt::AccessibleDescriptionRole).toString().contains("misread"));
  }

  void aWindowOfACommaLocaleWorksAlike() {
    openBook("osier");
    const std::string book = bytes();
    closeWindow();
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    Trade::markDecimals(',');
    openWindow();
    openBook("osier");
    QVERIFY(session().perform("Lengths", setNotation(*session().book(), Notation::Millimetres)));
    QVERIFY(settled());
    static const QRegularExpression point("[0-9]\\.[0-9]"), tenths("[0-9],[0-9] mm");
    bool isSeen = false;
    const auto hasPoint = [&isSeen](const QString& text) {
      isSeen = isSeen || text.contains(tenths);
      return text.contains(point);
    };
    everyPage([&] {
      for (const QLabel* label : m_window->findChildren<QLabel*>()) {
        if (label->isVisible()) QVERIFY2(!hasPoint(label->text()), qPrintable(label->text()));
      }
      for (const QLineEdit* edit : m_window->findChildren<QLineEdit*>()) {
        if (edit->isVisible()) QVERIFY2(!hasPoint(edit->text()), qPrintable(edit->text()));
      }
      for (const QTableView* grid : m_window->findChildren<QTableView*>()) {
        if (!grid->isVisible() || grid->model() == nullptr || grid->accessibleName() == "Profiles of the table")
          continue;
        for (int row = 0; row < grid->model()->rowCount(); ++row) {
          for (int column = 0; column < grid->model()->columnCount(); ++column) {
            const QString text = grid->model()->index(row, column).data().toString();
            QVERIFY2(!hasPoint(text), qPrintable(grid->accessibleName() + ": " + text));
          }
        }
      }
    });
    QVERIFY(isSeen);
    // A figure typed with a point or a comma is the same.
    m_window->goToNumber(4);
    openGroups();
    LengthField* lap = fieldNamed("Lap of every strake");
    for (const char* typed : {"21,5", "21.5"}) {
      lap->edit()->setFocus();
      lap->edit()->selectAll();
      type(typed);
      press(Qt::Key_Return);
      QCOMPARE(session().book()->settings.lap.mm(), 21.5);
      session().undo();
    }
    session().undo();
    QCOMPARE(bytes(), book);
    QLocale::setDefault(QLocale::c());
    Trade::markDecimals('.');
  }

  void aCommaIsADecimalPointInNumbersToo() {
    openBook("marl");
    m_window->goToNumber(2);
    m_window->backbone()->open(BackboneStage::Slab);
    NumberField* grain = nullptr;
    for (NumberField* one : m_window->findChildren<NumberField*>()) {
      if (one->accessibleName().startsWith("Grain")) grain = one;
    }
    QVERIFY(grain != nullptr);
    grain->setFocus();
    grain->selectAll();
    type("7,5");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.slab.grainDeg, 7.5);
  }

  void f6GoesRoundAllThatCanBeSeen() {
    openBook("marl");
    everyPage([&] {
      QWidget* begun = m_window->rail()->button(m_window->currentStage());
      begun->setFocus();
      std::vector<QWidget*> met;
      do {
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_F6);
        met.push_back(QApplication::focusWidget());
        QVERIFY(met.back() != nullptr && met.size() < 20);
      } while (met.back() != begun);
      const Stage* stage = m_window->findChild<Stage*>();
      for (Stage* one : m_window->findChildren<Stage*>()) stage = one->isVisible() ? one : stage;
      const auto reached = [&](const QWidget* part) {
        return std::any_of(met.begin(), met.end(),
                           [&](const QWidget* one) { return one == part || part->isAncestorOf(one); });
      };
      for (const QWidget* part : stage->findChildren<QWidget*>()) {
        const bool wanted =
            part->isVisible() &&
            (qobject_cast<const Canvas*>(part) != nullptr || qobject_cast<const QTableView*>(part) != nullptr ||
             (qobject_cast<const Slate*>(part) != nullptr && static_cast<const Slate*>(part)->firstField() != nullptr));
        QVERIFY2(!wanted || reached(part), qPrintable(QString(part->metaObject()->className()) + " in stage " +
                                                      QString::number(stage->number())));
      }
      // And back the other way.
      for (std::size_t i = met.size() - 1; i > 0; --i) {
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_F6, Qt::ShiftModifier);
        QVERIFY(QApplication::focusWidget() == met[i - 1]);
      }
    });
  }

  void pageKeysBelongToTheStageShown() {
    openBook("osier");
    const int strake = session().selection().strake;
    m_window->goToNumber(3);
    const int mould = m_window->moulds()->mouldDrawing()->index();
    QTest::keyClick(m_window->moulds()->drawing(), Qt::Key_PageUp);
    QCOMPARE(m_window->moulds()->mouldDrawing()->index(), mould + 1);
    QCOMPARE(session().selection().strake, strake);
    m_window->goToNumber(5);
    QTest::keyClick(m_window->planks()->drawing(), Qt::Key_PageUp);
    QCOMPARE(session().selection().strake, strake + 1);
  }

  void everyActionOfTheMenusDoesSomething() {
    openBook("osier");
    int dialogs = 0;
    QTimer dismisser;
    connect(&dismisser, &QTimer::timeout, this, [&dialogs] {
      if (QWidget* dialog = QApplication::activeModalWidget()) dialogs += dialog->close() ? 1 : 0;
    });
    dismisser.start(30);
    const QList<QAction*> all = m_window->findChild<Actions*>()->findChildren<QAction*>();
    QVERIFY2(all.size() >= 35, qPrintable(QString::number(all.size())));
    for (QAction* action : all) {
      const QString words = action->text().remove('&');
      if (words == "Close") continue;
      // Something to undo, another stage than its own, another choice than its own.
      Book other = setBuilder(*session().book(), words.toStdString());
      if (words == "carvel") other = setConstruction(other, Construction::Lapstrake);
      if (words == "lapstrake") other = setConstruction(other, Construction::Carvel);
      if (action->isCheckable() && action->isChecked())
        other = setNotation(other, words == "millimetres" ? Notation::Inches16 : Notation::Millimetres);
      QVERIFY(session().perform("Make ready", other));
      if (words.startsWith("Redo")) session().undo();
      m_window->goToNumber(words == "Moulds" ? 4 : 3);
      Selection at = session().selection();
      at.section = 3;
      session().select(at);
      QVERIFY(settled());
      auto* drawing = qobject_cast<Canvas*>(m_window->moulds()->drawing());
      drawing->zoomBy(2.0, QPointF(50.0, 50.0));
      if (words == "To the drawing") m_window->rail()->button(0)->setFocus();
      const auto state = [&] {
        return std::tuple(bytes(), m_window->currentStage(), m_window->focusWidget(), m_window->told(), dialogs,
                          m_window->moulds()->mouldDrawing()->index(), drawing->pixelsPerMm());
      };
      const auto before = state();
      QVERIFY2(action->isEnabled(), qPrintable(words));
      action->trigger();
      QTRY_VERIFY2(state() != before, qPrintable(words));
      QTRY_VERIFY(QApplication::activeModalWidget() == nullptr);
    }
  }

  void aSearchForAnotherBookIsDropped() {
    openBook("marl");
    m_window->goToNumber(2);
    m_window->backbone()->open(BackboneStage::Slab);
    SlabPage* page = m_window->backbone()->slab();
    QTest::mouseClick(page->findButton(), Qt::LeftButton);
    openBook("marl");
    const std::string fresh = bytes();
    QTRY_VERIFY(!page->isSearching());
    laidOut();
    QCOMPARE(bytes(), fresh);
    QCOMPARE(session().undoStack()->count(), 0);
  }

  void fairingRunsBesideTheWindowAndIsStopped() {
    openBook("osier");
    m_window->goToNumber(1);
    auto* fair = m_window->lines()->findChild<QPushButton*>("fairTable");
    const QString words = fair->text();
    QTest::mouseClick(fair, Qt::LeftButton);
    QVERIFY(m_window->lines()->isFairing());
    QVERIFY(fair->text() != words);
    QTest::mouseClick(fair, Qt::LeftButton);  // stopped: nothing comes of it
    QTRY_VERIFY(!m_window->lines()->isFairing());
    QCOMPARE(fair->text(), words);
    QVERIFY(session().book()->faired.empty());
    QTest::mouseClick(fair, Qt::LeftButton);
    QTRY_VERIFY(!session().book()->faired.empty());
  }

  void aWindowLeftAlonePaintsNothing() {
    openBook("marl");
    const auto* trials = m_window->lining()->findChild<PlanTrials*>();
    everyPage([&] {
      QTest::qWait(400);  // tool tips, what follows a first paint
      if (m_window->lining()->isVisible()) QTRY_VERIFY_WITH_TIMEOUT(trials->areCurrent(), 20000);
      PaintCount paints;
      qApp->installEventFilter(&paints);
      // On a machine that does other work its last answers come late: what is left alone comes to rest.
      QElapsedTimer late;
      late.start();
      do {
        paints.count = 0;
        QTest::qWait(300);
      } while (paints.count > 0 && late.elapsed() < 8000);
      paints.count = 0;
      const std::clock_t before = std::clock();
      QTest::qWait(600);
      const double used = static_cast<double>(std::clock() - before) / CLOCKS_PER_SEC;
      qApp->removeEventFilter(&paints);
      QVERIFY2(paints.count <= 1, qPrintable(QString("%1 paints").arg(paints.count)));
      QVERIFY2(used < 0.06, qPrintable(QString("%1 s of a core in 0.6").arg(used)));
    });
  }

 private:
  /// Every stage, and every part of the backbone, in turn.
  template <typename Look>
  void everyPage(Look look) {
    for (std::size_t stage = 0; stage < 5; ++stage) {
      m_window->goToStage(stage);
      if (stage == 0) {
        m_window->lines()->showWhole();
        look();
        m_window->lines()->workOn({FigureRef::In::Row, 1, 3});
      }
      if (stage != 1) {
        look();
        continue;
      }
      for (int page = 0; page < m_window->backbone()->tabs()->count(); ++page) {
        m_window->backbone()->open(static_cast<BackboneStage::Page>(page));
        look();
        if (QTest::currentTestFailed()) return;
      }
    }
  }

  /// Goes to Lining off with a mark in hand.
  void takeMark(int line, int section) {
    m_window->goToNumber(4);
    Selection at = session().selection();
    at.line = at.strake = line;
    at.section = section;
    session().select(at);
  }

  QPointF handleOf(Canvas* canvas, int line, int section) {
    for (const CanvasHandle& handle : canvas->handles()) {
      if (handle.line == line && handle.section == section) return handle.at;
    }
    return {};
  }
  QPointF namedHandle(Canvas* canvas, const QString& words) {
    for (const CanvasHandle& handle : canvas->handles()) {
      if (handle.name.contains(words)) return handle.at;
    }
    return {};
  }
  LengthField* fieldNamed(const QString& name) {
    for (LengthField* field : m_window->findChildren<LengthField*>()) {
      if (field->edit()->accessibleName() == name) return field;
    }
    return nullptr;
  }
};

int main(int argc, char** argv) {
  return runWindowTest<HandsAndKeysTest>(argc, argv);
}

#include "hands_and_keys_test.moc"
