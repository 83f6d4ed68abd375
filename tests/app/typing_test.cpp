// Whole tables typed by keys alone, as a builder does who looks at the tape and the boat: faster than answers come, as
// fast, and slower. Every figure is compared with what was typed.

#include <QClipboard>
#include <QComboBox>
#include <QLineEdit>
#include <QListWidget>
#include <QTabWidget>
#include <random>

#include "book/edits.h"
#include "book/spiling_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "lines/offset_table.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/backbone/keel_page.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lines/profile_grid.h"
#include "stages/lining/lining_stage.h"
#include "stages/lining/widths_grid.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/moulds/set_up_grid.h"
#include "stages/planks/planks_stage.h"
#include "stages/planks/spiling_grid.h"
#include "window/findings_bar.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// How fast a builder types: no wait at all between figures, about as long as an answer takes, and until it is there.
enum class Speed { Faster, AsFast, Slower };

int timesOver() {
  return qEnvironmentVariableIsSet("NARROWS_THOROUGH") ? 20 : 1;
}

}  // namespace

class TypingTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void aTableTypedFromPaperIsTheTable_data() { boatsAndSpeeds(); }
  void aTableTypedFromPaperIsTheTable() {
    QFETCH(QString, boat);
    QFETCH(Speed, speed);
    const OffsetTable paper = sampleBook(boat.toStdString()).table;
    for (int time = 0; time < timesOver(); ++time) {
      for (const bool byColumns : {false, true}) {
        begin(paper);
        byColumns ? typeDown(paper, speed) : typeAcross(paper, speed);
        typeProfiles(paper, speed);
        compare(paper);
        if (QTest::currentTestFailed()) return;
      }
    }
    QVERIFY(settled());
    QVERIFY(session().solved()->drawn != nullptr);
  }

  void anEmptyTableIsNeitherFairNorInTrouble() {
    begin(sampleBook("osier").table);
    QVERIFY(settled());
    QVERIFY2(!allSaidOn(m_window->lines()).contains("All fair"), qPrintable(allSaidOn(m_window->lines())));
    QVERIFY2(allSaidOn(m_window->lines()).contains("wanted"), qPrintable(allSaidOn(m_window->lines())));
    QStringList told;
    const auto* list = m_window->findings()->list();
    for (int i = 0; i < list->count(); ++i) told << list->item(i)->text();
    QVERIFY2(list->count() <= 6, qPrintable(told.join("\n")));
    QVERIFY2(told.filter("1 to transom").size() >= 2, qPrintable(told.join("\n")));
    for (const Finding& finding : session().solved()->findings) QVERIFY(finding.severity != Severity::Trouble);
    // The sidings are asked for once there is a stem to be sided.
    m_window->lines()->findChild<QTabWidget*>("tables")->setCurrentIndex(1);
    auto* grid = m_window->lines()->findChild<ProfileGrid*>();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(0, 0));
    type("1-6-0, 0-3-0");
    press(Qt::Key_Return);
    QVERIFY(settled());
    told.clear();
    for (int i = 0; i < list->count(); ++i) told << list->item(i)->text();
    QVERIFY2(told.filter("stem wants its half-siding").size() == 1, qPrintable(told.join("\n")));
  }

  void readingsGoDownTheKeelLineAndThenTheSheerLine_data() { speeds(); }
  void readingsGoDownTheKeelLineAndThenTheSheerLine() {
    QFETCH(Speed, speed);
    for (int time = 0; time < timesOver(); ++time) {
      for (const bool across : {false, true}) {
        SpilingGrid* grid = openReadings();
        if (time == 0 && !across) QCOMPARE(grid->way(), FigureGrid::Way::Down);
        grid->setWay(across ? FigureGrid::Way::Across : FigureGrid::Way::Down);
        const int stations = grid->model()->rowCount();
        QVERIFY(stations >= 8);
        grid->setCurrentIndex(grid->model()->index(0, 0));
        // Each figure its own, so that none can lie in another's place unseen.
        const auto reading = [](int station, bool upper) { return (upper ? 40.0 : -40.0) + station * 1.5; };
        for (int i = 0; i < 2 * stations; ++i) {
          const int station = across ? i / 2 : i % stations;
          const bool upper = across ? i % 2 == 1 : i >= stations;
          type(QString::number(reading(station, upper)) + " mm");
          press(i % 3 == 2 && across ? Qt::Key_Tab : Qt::Key_Return);
          wait(speed);
        }
        QVERIFY(!grid->hasFocus());  // behind the last cell the hand has left
        const SpiledStrake* read = spiledAt(*session().book(), 3, BoatSide::Starboard);
        QVERIFY(read != nullptr);
        QCOMPARE(static_cast<int>(read->spiling.readings.size()), stations);
        const auto& planked = session().solved()->planks[2]->stations;
        for (int i = 0; i < stations; ++i) {
          const std::string& name = planked[static_cast<std::size_t>(i)].name;
          for (const SpilingReading& one : read->spiling.readings) {
            if (one.station != name) continue;
            QVERIFY(one.lower && one.upper);
            QCOMPARE(one.lower->mm(), reading(i, false));
            QCOMPARE(one.upper->mm(), reading(i, true));
          }
        }
      }
    }
  }

  void measuresOfMouldsGoAcross_data() { speeds(); }
  void measuresOfMouldsGoAcross() {
    QFETCH(Speed, speed);
    for (int time = 0; time < timesOver(); ++time) {
      openBook("osier");
      m_window->goToNumber(3);
      SetUpGrid* grid = m_window->moulds()->setUp();
      grid->setFocus();
      grid->setCurrentIndex(grid->model()->index(0, 0));
      std::vector<double> typed;
      // Near what should be, each a little more off than the one before.
      while (grid->hasFocus() && typed.size() < 200) {
        const QString should = grid->currentIndex().data().toString();
        const auto read = parseLength(should.toStdString(), Unit::Inch);
        QVERIFY2(read, qPrintable(should));
        typed.push_back(std::round(100.0 * (read->mm() + 0.01 * static_cast<double>(typed.size()))) / 100.0);
        type(QString::number(typed.back(), 'f', 2) + " mm");
        press(Qt::Key_Return);
        wait(speed);
      }
      const auto& readings = session().book()->moulds.readings;
      QCOMPARE(readings.size(), typed.size());
      QVERIFY(typed.size() > 30);
      for (std::size_t i = 0; i < typed.size(); ++i) QCOMPARE(readings[i].measured.mm(), typed[i]);
    }
  }

  void edgesAsHungGoDownAndWidthsGoDown_data() { speeds(); }
  void edgesAsHungGoDownAndWidthsGoDown() {
    QFETCH(Speed, speed);
    openBook("osier");
    m_window->goToNumber(5);
    below("Log");
    Selection selection = session().selection();
    selection.strake = 2;
    session().select(selection);
    QVERIFY(settled());
    auto* edge = m_window->planks()->findChild<CellGrid*>("edgeAsHung");
    QVERIFY(edge->isVisible());
    edge->setFocus();
    edge->setCurrentIndex(edge->model()->index(0, 0));
    const int stations = edge->model()->rowCount();
    for (int i = 0; i < stations; ++i) {
      type(QString::number(0.5 + 0.25 * i) + " mm");
      press(Qt::Key_Return);
      wait(speed);
    }
    QVERIFY(!edge->hasFocus());
    QCOMPARE(session().book()->hung.size(), std::size_t(1));
    const auto& readings = session().book()->hung[0].readings;
    QCOMPARE(static_cast<int>(readings.size()), stations);
    for (int i = 0; i < stations; ++i) {
      const std::string& name = session().solved()->lining->frame.hull().sections[static_cast<std::size_t>(i)].name;
      const auto found =
          std::find_if(readings.begin(), readings.end(), [&](const HungReading& one) { return one.station == name; });
      QVERIFY(found != readings.end());
      QCOMPARE(found->off.mm(), 0.5 + 0.25 * i);
    }
    // Widths at the master station, the sheer strake's first.
    m_window->goToNumber(4);
    auto* widths = m_window->lining()->findChild<WidthsGrid*>();
    widths->setFocus();
    const int master = static_cast<int>(session().solved()->lining->master);
    const int strakes = widths->model()->rowCount();
    widths->setCurrentIndex(widths->model()->index(0, master));
    for (int row = 0; row < strakes; ++row) {
      QCOMPARE(widths->currentIndex().row(), row);
      QCOMPARE(widths->currentIndex().column(), master);
      type(QString::number(100 + row) + " mm");
      press(Qt::Key_Return);
      QVERIFY2(session().undoStack()->undoText().contains(QString("strake %1").arg(strakes - row)),
               qPrintable(session().undoStack()->undoText()));
      wait(speed);
    }
    QVERIFY(!widths->hasFocus());
  }

  void faultsAndDepthsOfASlabGoAcross_data() { speeds(); }
  void faultsAndDepthsOfASlabGoAcross() {
    QFETCH(Speed, speed);
    openBook("osier");
    m_window->goToNumber(2);
    m_window->backbone()->open(BackboneStage::Slab);
    QVERIFY(settled());
    auto* tabs = m_window->backbone()->findChild<QTabWidget*>("slabTables");
    tabs->setCurrentIndex(0);
    auto* faults = qobject_cast<CellGrid*>(tabs->widget(0));
    const auto had = session().book()->backbone.slab.faults.size();
    faults->setFocus();
    faults->setCurrentIndex(faults->model()->index(static_cast<int>(had), 0));
    for (int fault = 0; fault < 4; ++fault) {
      const QStringList row{
          "knot",  QString::number(300 + 40 * fault) + " mm", QString::number(60 + fault) + " mm", "20 mm",
          "15 mm", QString::number(5 + fault) + " mm"};
      for (const QString& figure : row) {
        type(figure);
        press(Qt::Key_Return);
        wait(speed);
      }
    }
    const auto& made = session().book()->backbone.slab.faults;
    QCOMPARE(made.size(), had + 4);
    for (std::size_t i = 0; i < 4; ++i) {
      QCOMPARE(made[had + i].along.mm(), 300.0 + 40.0 * static_cast<double>(i));
      QCOMPARE(made[had + i].across.mm(), 60.0 + static_cast<double>(i));
      QCOMPARE(made[had + i].width.mm(), 15.0);
      QCOMPARE(made[had + i].depth.mm(), 5.0 + static_cast<double>(i));
    }
    tabs->setCurrentIndex(1);
    auto* depths = qobject_cast<CellGrid*>(tabs->widget(1));
    const auto downBefore = session().book()->backbone.slab.down;
    depths->setFocus();
    depths->setCurrentIndex(depths->model()->index(static_cast<int>(downBefore.size()), 0));
    for (int i = 0; i < 5; ++i) {
      type(QString::number(20.5 + i) + " mm");
      press(Qt::Key_Return);
      wait(speed);
    }
    const auto& down = session().book()->backbone.slab.down;
    QCOMPARE(down.size(), downBefore.size() + 1);
    QCOMPARE(down.back().size(), std::size_t(5));
    for (std::size_t i = 0; i < 5; ++i) QCOMPARE(down.back()[i]->mm(), 20.5 + static_cast<double>(i));
  }

  void theLogGoesOnToTheNextStrakeWithOneKey() {
    openBook("osier");
    m_window->goToNumber(5);
    below("Log");
    QVERIFY(settled());
    Selection selection = session().selection();
    selection.strake = 0;
    session().select(selection);
    auto* note = m_window->planks()->findChild<QPushButton*>("logAndNext");
    QVERIFY(note != nullptr && note->isVisible());
    note->setFocus();
    for (int strake = 0; strake < 4; ++strake) press(Qt::Key_Return);
    const auto& log = session().book()->log;
    QCOMPARE(log.size(), std::size_t(4));
    for (std::size_t i = 0; i < 4; ++i) {
      QCOMPARE(log[i].strake, static_cast<int>(i) + 1);
      QCOMPARE(log[i].step, log[0].step);
    }
    QCOMPARE(session().selection().strake, 4);
  }

  void afterARunOfTabsEnterGoesToItsStartARowDown() {
    openBook("osier");
    OffsetGrid* grid = table();
    grid->setCurrentIndex(grid->model()->index(3, 2));
    for (int i = 0; i < 3; ++i) {
      type("1-0-0");
      press(i < 2 ? Qt::Key_Tab : Qt::Key_Return);
    }
    QCOMPARE(grid->currentIndex().row(), 4);
    QCOMPARE(grid->currentIndex().column(), 2);
    // Shift+Enter goes up, and from the head of a column to the foot of the one before.
    type("1-0-1");
    press(Qt::Key_Return, Qt::ShiftModifier);
    QCOMPARE(grid->currentIndex().row(), 3);
    grid->setCurrentIndex(grid->model()->index(0, 2));
    type("2-0-1");
    press(Qt::Key_Return, Qt::ShiftModifier);
    QCOMPARE(grid->currentIndex().row(), grid->model()->rowCount() - 1);
    QCOMPARE(grid->currentIndex().column(), 1);
    // Arrows take the figure and go where they point.
    grid->setCurrentIndex(grid->model()->index(4, 4));
    type("1-1-0");
    press(Qt::Key_Left);
    QCOMPARE(grid->currentIndex().column(), 3);
    QCOMPARE(session().book()->table.rows[4].figures[4]->mm(), inches(13.0).mm());
    // In a cell opened to be mended they move the caret.
    press(Qt::Key_F2);
    auto* open = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    QVERIFY(open != nullptr);
    press(Qt::Key_End);
    press(Qt::Key_Left);
    QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(open));
    press(Qt::Key_Escape);
  }

  void whatIsRefusedStaysInItsCellWithTheWordBesideIt_data() {
    QTest::addColumn<QString>("where");
    for (const char* where : {"offsets", "profiles", "set up", "slab", "keel"}) QTest::newRow(where) << QString(where);
  }
  void whatIsRefusedStaysInItsCellWithTheWordBesideIt() {
    QFETCH(QString, where);
    openBook("osier");
    FigureGrid* grid = nullptr;
    if (where == "offsets") grid = table();
    if (where == "profiles") {
      table();
      m_window->lines()->findChild<QTabWidget*>("tables")->setCurrentIndex(1);
      grid = m_window->lines()->findChild<ProfileGrid*>();
    }
    if (where == "set up") {
      m_window->goToNumber(3);
      grid = m_window->moulds()->setUp();
    }
    if (where == "slab" || where == "keel") {
      m_window->goToNumber(2);
      m_window->backbone()->open(where == "slab" ? BackboneStage::Slab : BackboneStage::Keel);
      QVERIFY(settled());
      auto* tabs = m_window->backbone()->findChild<QTabWidget*>("slabTables");
      tabs->setCurrentIndex(1);
      grid = where == "slab" ? qobject_cast<FigureGrid*>(tabs->widget(1)) : m_window->backbone()->keel()->grid();
    }
    QVERIFY(settled());
    const int column = where == "keel" ? 7 : 0;
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(1, column));
    const QPersistentModelIndex cell = grid->currentIndex();
    const std::string before = bytes();
    for (const Qt::Key key : {Qt::Key_Return, Qt::Key_Tab, Qt::Key_Down}) {
      type("3 oak");
      press(key);
      auto* open = qobject_cast<QLineEdit*>(QApplication::focusWidget());
      QVERIFY2(open != nullptr && open->text() == "3 oak", qPrintable(where));
      QVERIFY2(grid->told().contains("oak"), qPrintable(grid->told()));
      QCOMPARE(grid->currentIndex(), QModelIndex(cell));
      press(Qt::Key_Escape);
      QVERIFY(grid->hasFocus());
      QVERIFY(grid->told().isEmpty());
      QCOMPARE(bytes(), before);
    }
    // A click elsewhere leaves it open too.
    type("3 oak");
    const QRect other = grid->visualRect(grid->model()->index(3, column));
    QTest::mouseClick(grid->viewport(), Qt::LeftButton, {}, other.center());
    auto* open = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    QVERIFY(open != nullptr && open->text() == "3 oak");
    QCOMPARE(grid->currentIndex(), QModelIndex(cell));
    QCOMPARE(bytes(), before);
    // A block with one cell that is refused goes in nowhere.
    press(Qt::Key_Escape);
    QVERIFY(!grid->paste(where == "profiles" ? "1-0-0, 0-3-0\t1-0-0, oak" : where == "set up" ? "10\toak" : "10\noak"));
    QCOMPARE(bytes(), before);
    QVERIFY2(grid->told().contains("oak"), qPrintable(grid->told()));
  }

  void nonsenseIsToldAtTheCell_data() {
    QTest::addColumn<QString>("typed");
    QTest::newRow("letters among figures") << "1-o-3";
    QTest::newRow("two commas") << "1,2,3";
    QTest::newRow("thirty figures") << QString("123456789012345678901234567890");
  }
  void nonsenseIsToldAtTheCell() {
    QFETCH(QString, typed);
    openBook("osier");
    OffsetGrid* grid = table();
    grid->setCurrentIndex(grid->model()->index(2, 3));
    const std::string before = bytes();
    type(typed);
    press(Qt::Key_Tab);
    QVERIFY2(!grid->told().isEmpty(), qPrintable(typed));
    QCOMPARE(grid->currentIndex().column(), 3);
    QCOMPARE(bytes(), before);
    press(Qt::Key_Escape);
    QCOMPARE(bytes(), before);
  }

  void anAnswerLeavesTheOpenCellAlone() {
    openBook("osier");
    m_window->goToNumber(5);
    SpilingGrid* grid = openReadings();
    grid->setCurrentIndex(grid->model()->index(4, 0));
    type("-1.");
    auto* open = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    QVERIFY(open != nullptr);
    // Others' edits, undo of them, and other units, while a figure is half typed.
    const Book moved = *session().book();
    Book other = moved;
    other.table.rows[0].figures[3] = *other.table.rows[0].figures[3] + inches(0.125);
    QVERIFY(session().perform("Change a figure", other));
    QVERIFY(settled());
    session().undo();
    QVERIFY(settled());
    QVERIFY(session().perform("Units", setNotation(*session().book(), Notation::Millimetres)));
    QVERIFY(settled());
    QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(open));
    QCOMPARE(open->text(), QString("-1."));
    QCOMPARE(grid->currentIndex().row(), 4);
    // What was begun in inches is inches.
    type("5");
    press(Qt::Key_Return);
    const SpiledStrake* read = spiledAt(*session().book(), 3, BoatSide::Starboard);
    QVERIFY(read != nullptr && read->spiling.readings.size() == 1);
    QVERIFY(std::abs(read->spiling.readings[0].lower->mm() + 1.5 * mmPerInch) < 1e-6);
    QCOMPARE(read->spiling.readings[0].station, session().solved()->planks[2]->stations[4].name);
  }

  void aFigureTypedWhileItsCellGoesIsTold() {
    openBook("osier");
    OffsetGrid* grid = table();
    const auto rows = session().book()->table.rows.size();
    std::size_t waterline = 0;
    while (session().book()->table.rows[waterline].line != RowLine::Waterline) ++waterline;
    grid->setCurrentIndex(grid->model()->index(static_cast<int>(waterline) + 1, 3));
    type("1-2");
    // A line above goes: the cell stays at its line.
    QVERIFY(session().perform("Take out", removeRow(*session().book(), waterline)));
    QCOMPARE(grid->currentIndex().row(), static_cast<int>(waterline));
    auto* open = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    QVERIFY(open != nullptr && open->text() == "1-2");
    // Its own goes: told, and nothing written.
    QVERIFY(session().perform("Take out", removeRow(*session().book(), waterline)));
    QCOMPARE(session().book()->table.rows.size(), rows - 2);
    QVERIFY2(grid->told().contains("1-2"), qPrintable(grid->told()));
    QCOMPARE(session().undoStack()->count(), 2);
  }

  void undoInAFieldThatWasTakenActsOnTheBook() {
    openBook("osier");
    m_window->goToNumber(3);
    openGroups();
    LengthField* base = nullptr;
    for (LengthField* one : m_window->moulds()->findChildren<LengthField*>()) {
      if (one->edit()->accessibleName().startsWith("Building base")) base = one;
    }
    QVERIFY(base != nullptr);
    const double was = session().book()->moulds.base.mm();
    base->edit()->setFocus();
    base->edit()->selectAll();
    type("60");
    press(Qt::Key_Return);
    QCOMPARE(session().book()->moulds.base.mm(), inches(60.0).mm());
    press(Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(session().book()->moulds.base.mm(), was);
    QVERIFY(settled());
    QVERIFY2(!base->edit()->text().startsWith("60"), qPrintable(base->edit()->text()));
    press(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    QCOMPARE(session().book()->moulds.base.mm(), inches(60.0).mm());
    // While something is half typed they act on that.
    base->edit()->selectAll();
    type("7");
    press(Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(session().book()->moulds.base.mm(), inches(60.0).mm());
    QVERIFY(base->edit()->text() != "7");
    // A number's field does as a length's.
    m_window->goToNumber(2);
    m_window->backbone()->open(BackboneStage::Slab);
    openGroups();
    QVERIFY(settled());
    NumberField* grain = nullptr;
    for (NumberField* one : m_window->backbone()->findChildren<NumberField*>()) {
      if (one->accessibleName().startsWith("Grain")) grain = one;
    }
    QVERIFY(grain != nullptr);
    const double grainWas = session().book()->backbone.slab.grainDeg;
    grain->setFocus();
    grain->selectAll();
    type("12");
    press(Qt::Key_Return);
    QCOMPARE(session().book()->backbone.slab.grainDeg, 12.0);
    press(Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(session().book()->backbone.slab.grainDeg, grainWas);
    QVERIFY(settled());
    QCOMPARE(grain->value(), grainWas);
  }

  void enterPressesTheButtonInFocus() {
    auto* guide = m_window->findChild<QPushButton*>("sample");
    QVERIFY(guide != nullptr);
    guide->setFocus();
    press(Qt::Key_Return);
    QVERIFY(session().hasBook());
  }

  void aRandomTypistIsMetByASimpleModel() {
    const int keys = qEnvironmentVariableIsSet("NARROWS_THOROUGH") ? 10000 : 800;
    const auto seed = static_cast<unsigned>(qEnvironmentVariableIntValue("NARROWS_SEED"));
    randomTypist(keys, seed == 0 ? 28u : seed);
  }

 private:
  /// The grid as anyone would describe it: figures in sixteenths of a foot's eighths, a cell in hand, what is typed.
  struct Model {
    using Figures = std::vector<std::vector<std::optional<double>>>;
    Figures figures;
    std::vector<Figures> undo, redo;
    int rows = 0, columns = 0, row = 0, column = 0;
    int runRow = -1, runColumn = -1;
    std::optional<QString> open;

    void change(Figures now) {
      if (now == figures) return;
      undo.push_back(figures);
      redo.clear();
      figures = std::move(now);
    }
    /// Takes what is typed; false where it stays open.
    bool take() {
      if (!open) return true;
      const auto length = parseLength(open->toStdString(), Unit::FtInEighths);
      if (!length) return false;
      Figures now = figures;
      now[static_cast<std::size_t>(row)][static_cast<std::size_t>(column)] = length->mm();
      change(now);
      open.reset();
      return true;
    }
    void tab(int by) {
      if (!take()) return;
      const int at = row * columns + column + by;
      if (at < 0 || at >= rows * columns) {
        runRow = -1;
        return;
      }
      const int nextRow = at / columns, nextColumn = at % columns;
      if (runRow < 0 || nextRow != runRow) {
        runRow = nextRow;
        runColumn = nextRow == row ? column : nextColumn;
      }
      row = nextRow, column = nextColumn;
    }
    void enter(int by) {
      const bool typed = open.has_value();
      if (!take()) return;
      if (!typed) {
        if (row + 1 < rows) ++row;
        return;
      }
      int at = column * rows + row + by;
      if (by > 0 && runRow == row && row + 1 < rows) at = runColumn * rows + row + 1;
      runRow = -1;
      if (at < 0 || at >= rows * columns) return;
      row = at % rows, column = at / rows;
    }
    void arrow(int down, int across) {
      if (!take()) return;
      if (row + down < 0 || row + down >= rows || column + across < 0 || column + across >= columns) return;
      row += down, column += across;
      runRow = -1;
    }
  };

  void randomTypist(int keys, unsigned seed) {
    openBook("osier");
    OffsetGrid* grid = table();
    Model model;
    model.rows = grid->model()->rowCount(), model.columns = grid->model()->columnCount();
    const auto figuresNow = [&] {
      Model::Figures now;
      for (const TableRow& row : session().book()->table.rows) {
        now.emplace_back();
        for (const auto& figure : row.figures)
          now.back().push_back(figure ? std::optional(figure->mm()) : std::nullopt);
      }
      return now;
    };
    model.figures = figuresNow();
    grid->setCurrentIndex(grid->model()->index(0, 0));
    std::mt19937 random(seed);
    const auto dice = [&](unsigned sides) { return static_cast<int>(random() % sides); };
    QString last;
    for (int i = 0; i < keys; ++i) {
      switch (dice(16)) {
        case 0:
        case 1:
        case 2:
        case 3:
        case 4: {
          const QString text =
              dice(12) == 0 ? QString("x") : QString("%1-%2-%3").arg(dice(3)).arg(dice(12)).arg(dice(8));
          last = "type " + text;
          type(text);
          model.open = model.open.value_or(QString()) + text;
          break;
        }
        case 5:
        case 6:
        case 7:
          last = "Tab";
          press(Qt::Key_Tab);
          model.tab(1);
          break;
        case 8:
          last = "Shift+Tab";
          press(Qt::Key_Backtab, Qt::ShiftModifier);
          model.tab(-1);
          break;
        case 9:
        case 10:
          last = "Enter";
          press(Qt::Key_Return);
          model.enter(1);
          break;
        case 11: {
          // Without anything typed it goes down as Enter does.
          last = "Shift+Enter";
          press(Qt::Key_Return, Qt::ShiftModifier);
          model.enter(-1);
          break;
        }
        case 12:
        case 13: {
          const int way = dice(4);
          last = QString("arrow %1").arg(way);
          press(std::array{Qt::Key_Up, Qt::Key_Down, Qt::Key_Left, Qt::Key_Right}[static_cast<std::size_t>(way)]);
          model.arrow(way == 0 ? -1 : way == 1 ? 1 : 0, way == 2 ? -1 : way == 3 ? 1 : 0);
          break;
        }
        case 14:
          last = "Escape";
          press(Qt::Key_Escape);
          model.open.reset();
          break;
        default:
          if (model.open) break;
          if (dice(2) == 0) {
            last = "Ctrl+Z";
            press(Qt::Key_Z, Qt::ControlModifier);
            if (!model.undo.empty()) {
              model.redo.push_back(model.figures);
              model.figures = model.undo.back();
              model.undo.pop_back();
            }
          } else {
            const bool bad = dice(3) == 0;
            const QString block = QString("1-1-1\t1-2-2\n1-3-3\t") + (bad ? "oak" : "1-4-4");
            last = "paste";
            QApplication::clipboard()->setText(block);
            press(Qt::Key_V, Qt::ControlModifier);
            if (!bad && model.row + 1 < model.rows && model.column + 1 < model.columns) {
              Model::Figures now = model.figures;
              const auto r = static_cast<std::size_t>(model.row), c = static_cast<std::size_t>(model.column);
              const auto eighths = [](double feet, double in, double eighth) {
                return inches(12.0 * feet + in + eighth / 8.0).mm();
              };
              now[r][c] = eighths(1, 1, 1), now[r][c + 1] = eighths(1, 2, 2);
              now[r + 1][c] = eighths(1, 3, 3), now[r + 1][c + 1] = eighths(1, 4, 4);
              model.change(now);
            }
          }
      }
      // Answers come in between, or do not.
      if (dice(5) == 0) QCoreApplication::processEvents();
      if (dice(200) == 0) QVERIFY(settled());
      const QString at = QString("seed %1, key %2, %3").arg(seed).arg(i).arg(last);
      QVERIFY2(figuresNow() == model.figures, qPrintable(at));
      QVERIFY2(grid->currentIndex().row() == model.row && grid->currentIndex().column() == model.column,
               qPrintable(at + QString(": at %1, %2, should be at %3, %4")
                                   .arg(grid->currentIndex().row())
                                   .arg(grid->currentIndex().column())
                                   .arg(model.row)
                                   .arg(model.column)));
      auto* open = qobject_cast<QLineEdit*>(QApplication::focusWidget());
      if (model.open) QVERIFY2(open != nullptr && open->text() == *model.open, qPrintable(at));
      if (!model.open && !grid->hasFocus()) grid->setFocus();  // the hand had left
    }
  }

  static void speeds() {
    QTest::addColumn<Speed>("speed");
    QTest::newRow("faster than answers") << Speed::Faster;
    QTest::newRow("as fast") << Speed::AsFast;
    QTest::newRow("slower") << Speed::Slower;
  }
  static void boatsAndSpeeds() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<Speed>("speed");
    const bool all = qEnvironmentVariableIsSet("NARROWS_THOROUGH");
    for (const char* boat : {"osier", "marl", "sedge"}) {
      QTest::addRow("%s, faster than answers", boat) << QString(boat) << Speed::Faster;
      QTest::addRow("%s, as fast", boat) << QString(boat) << Speed::AsFast;
      // Waiting for every answer takes half a minute to a minute a boat.
      if (all) QTest::addRow("%s, slower", boat) << QString(boat) << Speed::Slower;
    }
  }
  void wait(Speed speed) {
    if (speed == Speed::AsFast) QTest::qWait(12);
    if (speed == Speed::Slower) settled();
  }
  OffsetGrid* table() {
    m_window->goToNumber(1);
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setFocus();
    return grid;
  }
  /// The table with nothing in it, as it is begun from paper.
  void begin(const OffsetTable& paper) {
    OffsetTable empty = paper;
    for (TableRow& row : empty.rows) row.figures.assign(row.figures.size(), std::nullopt);
    empty.profiles.clear();
    empty.halfSidings.clear();
    m_window->beginTable(empty);
    QCOMPARE(session().book()->table.rows.size(), paper.rows.size());
    m_window->lines()->findChild<QTabWidget*>("tables")->setCurrentIndex(0);
    m_window->lines()->grid()->setFocus();
  }
  static QString words(const OffsetTable& paper, std::size_t row, std::size_t column) {
    const auto& figure = paper.rows[row].figures[column];
    return figure ? QString::fromStdString(writeLength(*figure, paper.unit, 6, true)) : QString();
  }
  void typeAcross(const OffsetTable& paper, Speed speed) {
    for (std::size_t row = 0; row < paper.rows.size(); ++row) {
      for (std::size_t column = 0; column < paper.stations.size(); ++column) {
        type(words(paper, row, column));
        press(Qt::Key_Tab);
        if (!words(paper, row, column).isEmpty()) wait(speed);
      }
    }
    QVERIFY(!m_window->lines()->grid()->hasFocus());
  }
  void typeDown(const OffsetTable& paper, Speed speed) {
    for (std::size_t column = 0; column < paper.stations.size(); ++column) {
      for (std::size_t row = 0; row < paper.rows.size(); ++row) {
        const QString text = words(paper, row, column);
        if (!text.isEmpty()) {
          type(text);
          press(Qt::Key_Return);
          wait(speed);
          continue;
        }
        // What is not on paper is gone past: down, and from the foot to the head of the next station.
        if (row + 1 < paper.rows.size()) {
          press(Qt::Key_Down);
        } else if (column + 1 < paper.stations.size()) {
          press(Qt::Key_Right);
          for (std::size_t up = 1; up < paper.rows.size(); ++up) press(Qt::Key_Up);
        }
      }
    }
  }
  void typeProfiles(const OffsetTable& paper, Speed speed) {
    m_window->lines()->findChild<QTabWidget*>("tables")->setCurrentIndex(1);
    auto* grid = m_window->lines()->findChild<ProfileGrid*>();
    grid->setFocus();
    const auto written = [&](Length length) {
      return QString::fromStdString(writeLength(length, paper.unit, 6, true));
    };
    int row = 0;
    for (const ProfilePart part : {ProfilePart::StemRabbet, ProfilePart::StemFace, ProfilePart::SternpostRabbet,
                                   ProfilePart::Transom, ProfilePart::KeelBottom}) {
      grid->setCurrentIndex(grid->model()->index(row++, 0));
      const Profile* profile = paper.profile(part);
      if (profile == nullptr) continue;
      for (const ProfilePoint& point : profile->points) {
        type(written(point.distance) + "; " + written(point.height));
        press(Qt::Key_Return);
        wait(speed);
      }
    }
    for (const SidingPart part : {SidingPart::Stem, SidingPart::Keel, SidingPart::Sternpost}) {
      grid->setCurrentIndex(grid->model()->index(row++, 0));
      const auto siding = paper.halfSiding(part);
      if (!siding) continue;
      type(written(*siding));
      press(Qt::Key_Return);
      wait(speed);
    }
  }
  void compare(const OffsetTable& paper) {
    const OffsetTable& typed = session().book()->table;
    for (std::size_t row = 0; row < paper.rows.size(); ++row) {
      for (std::size_t column = 0; column < paper.stations.size(); ++column) {
        const auto &is = typed.rows[row].figures[column], &was = paper.rows[row].figures[column];
        const QString place = QString("row %1 station %2: %3 for %4")
                                  .arg(row)
                                  .arg(column)
                                  .arg(is ? is->mm() : -1.0)
                                  .arg(was ? was->mm() : -1.0);
        QVERIFY2(is.has_value() == was.has_value() && (!is || std::abs(is->mm() - was->mm()) < 1e-4),
                 qPrintable(place));
      }
    }
    for (const Profile& profile : paper.profiles) {
      const Profile* is = typed.profile(profile.part);
      QVERIFY(is != nullptr && is->points.size() == profile.points.size());
      for (std::size_t i = 0; i < profile.points.size(); ++i) {
        QVERIFY(std::abs(is->points[i].distance.mm() - profile.points[i].distance.mm()) < 1e-4);
        QVERIFY(std::abs(is->points[i].height.mm() - profile.points[i].height.mm()) < 1e-4);
      }
    }
    for (const HalfSiding& siding : paper.halfSidings) {
      const auto is = typed.halfSiding(siding.part);
      QVERIFY(is && std::abs(is->mm() - siding.value.mm()) < 1e-4);
    }
  }
  void below(const QString& what) { openPage(m_window->planks(), what); }
  SpilingGrid* openReadings() {
    openBook("osier");
    m_window->goToNumber(5);
    Selection selection = session().selection();
    selection.strake = 2;
    session().select(selection);
    below("Readings");
    [&] { QVERIFY(settled()); }();
    auto* grid = m_window->planks()->findChild<SpilingGrid*>();
    grid->setFocus();
    return grid;
  }
};

int main(int argc, char** argv) {
  return runWindowTest<TypingTest>(argc, argv);
}
#include "typing_test.moc"
