// Lines and Moulds, driven by real clicks and keys: a table typed from paper, misread figures found and mended, a line
// worked on, moulds got out and set up.

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSettings>
#include <QTabWidget>
#include <QTemporaryDir>
#include <QTest>
#include <QTimer>
#include <cmath>

#include "canvas/length_field.h"
#include "canvas/look.h"
#include "fairing/fair_table.h"
#include "sample_books.h"
#include "stages/lines/line_bench.h"
#include "stages/lines/lines_drawing.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lines/profile_grid.h"
#include "stages/moulds/mould_drawing.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/moulds/set_up_grid.h"
#include "window/desk.h"
#include "window/findings_bar.h"
#include "window/main_window.h"
#include "window/new_table.h"
#include "window/print_panel.h"
#include "window/rail.h"
#include "window/sheets_form.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

OffsetTable sample(const std::string& name) {
  const auto table = loadOffsetTable(boatsFolder() + name + ".csv");
  if (!table) qFatal("%s", describe(table.error()).c_str());
  return *table;
}

QString written(const std::optional<Length>& figure, Unit unit) {
  return figure ? QString::fromStdString(writeLength(*figure, unit, 3, true)) : QString();
}

/// Answers the next input box with a text.
void answerNextInput(const QString& text) {
  QTimer::singleShot(150, [text] {
    auto* box = qobject_cast<QInputDialog*>(QApplication::activeModalWidget());
    if (box == nullptr) return;
    if (auto* edit = box->findChild<QLineEdit*>()) edit->setText(text);
    QTest::keyClick(box, Qt::Key_Return);
  });
}

}  // namespace

class LinesAndMouldsTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void osiersTableIsTypedFromPaper() {
    const OffsetTable paper = sample("osier");
    QTimer::singleShot(200, [&paper] {
      auto* panel = qobject_cast<NewTable*>(QApplication::activeModalWidget());
      if (panel == nullptr) return;
      const auto fill = [panel](const char* name, const QString& text) {
        auto* field = panel->findChild<QLineEdit*>(name);
        field->setFocus();
        QTest::keyClicks(field, text);
      };
      fill("boat", "osier");
      fill("thickness", "0-0-3+");
      QStringList stations, waterlines, buttocks;
      for (const StationColumn& station : paper.stations) {
        if (station.distance) stations << written(station.distance, paper.unit);
      }
      for (const TableRow& row : paper.rows) {
        if (row.line == RowLine::Waterline) waterlines << written(row.at, paper.unit);
        if (row.line == RowLine::Buttock) buttocks << written(row.at, paper.unit);
      }
      fill("stations", stations.join(", "));
      fill("waterlines", waterlines.join(", "));
      fill("buttocks", buttocks.join(", "));
      QTest::mouseClick(panel->findChild<QCheckBox*>("rakedTransom"), Qt::LeftButton, {}, QPoint(8, 12));
      panel->findChild<QComboBox*>("construction")->setCurrentIndex(1);
      QTest::mouseClick(panel->findChild<QPushButton*>("beginTable"), Qt::LeftButton);
    });
    QTest::mouseClick(m_window->findChild<QPushButton*>("type"), Qt::LeftButton);
    QVERIFY(m_window->session().hasBook());
    QCOMPARE(m_window->session().book()->table.stations, paper.stations);
    m_window->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));

    // The offsets, along each row as they are read out: Tab goes on to the next, and from the end of a row to the row
    // below.
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setFocus();
    grid->setCurrentIndex(grid->offsets()->index(0, 0));
    for (const TableRow& row : paper.rows) {
      for (const auto& figure : row.figures) {
        if (figure) type(written(figure, paper.unit));
        press(Qt::Key_Tab);
      }
    }
    for (std::size_t row = 0; row < paper.rows.size(); ++row)
      QVERIFY2(m_window->session().book()->table.rows[row].figures == paper.rows[row].figures,
               rowLabel(paper.rows[row], paper.unit).c_str());

    // The profiles, each point as a distance and a height.
    m_window->findChild<QTabWidget*>("tables")->setCurrentIndex(1);
    ProfileGrid* profiles = m_window->lines()->profiles();
    const std::map<ProfilePart, int> rows{{ProfilePart::StemRabbet, 0},
                                          {ProfilePart::StemFace, 1},
                                          {ProfilePart::Transom, 3},
                                          {ProfilePart::KeelBottom, 4}};
    for (const Profile& profile : paper.profiles) {
      profiles->setFocus();
      profiles->setCurrentIndex(profiles->profiles()->index(rows.at(profile.part), 0));
      for (const ProfilePoint& point : profile.points) {
        type(written(point.distance, paper.unit) + ", " + written(point.height, paper.unit));
        press(Qt::Key_Return);
      }
      QCOMPARE(m_window->session().book()->table.profile(profile.part)->points, profile.points);
    }
    profiles->setCurrentIndex(profiles->profiles()->index(5, 0));
    type("0-0-6");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QVERIFY(solved()->drawn != nullptr);
    QVERIFY(solved()->judgement->disowned.empty());
    QCOMPARE(solved()->planks.size(), m_window->session().book()->boatPlan().strakes.size());
    // Typed, it is the boat of the file.
    const auto hull = springHull(paper);
    QCOMPARE(solved()->drawn->sections[4].girthMm(), hull->sections[4].girthMm());
  }

  void answerThatComesWhileAFigureIsTypedLeavesTheTypingAlone() {
    open("osier");
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setFocus();
    grid->setCurrentIndex(grid->offsets()->index(0, 3));
    type("1-6");
    emit m_window->session().answerSettled();
    QCoreApplication::processEvents();
    type("-1");
    press(Qt::Key_Return);
    QCOMPARE(*m_window->session().book()->table.rows[0].figures[3], inches(18.125));
    QCOMPARE(grid->currentIndex().row(), 1);  // and down to the next
  }

  void nonsenseInTheTableIsAnsweredBesideIt() {
    open("osier");
    OffsetGrid* grid = m_window->lines()->grid();
    const std::string before = writeBook(*m_window->session().book());
    QVERIFY(!grid->offsets()->setData(grid->offsets()->index(0, 1), "a hand and a half", Qt::EditRole));
    QCOMPARE(writeBook(*m_window->session().book()), before);
    ProfileGrid* profiles = m_window->lines()->profiles();
    QVERIFY(!profiles->profiles()->setData(profiles->profiles()->index(0, 0), "1-10-0", Qt::EditRole));
    QVERIFY2(profiles->told().contains("A point is a distance and a height"), qPrintable(profiles->told()));
    QVERIFY2(grid->told().contains("hand"), qPrintable(grid->told()));
  }

  void misreadFiguresAreFoundTakenUpAndMended() {
    open("marl_misread");
    QListWidget* list = m_window->findings()->list();
    QVERIFY(list->item(0)->text().contains("Height sheer at station 4 is misread"));
    QVERIFY(m_window->rail()->button(0)->accessibleDescription().contains("3 figures lie off"));
    list->setFocus();
    list->setCurrentRow(0);
    press(Qt::Key_Return);
    LineBench* bench = m_window->lines()->bench();
    QVERIFY(m_window->lines()->isOneLine());
    QCOMPARE(bench->drawing()->line()->name, std::string("height sheer"));
    QCOMPARE(bench->drawing()->line()->nails[static_cast<std::size_t>(bench->drawing()->nail())].station,
             std::string("4"));
    auto* guess = m_window->lines()->findChild<QPushButton*>("takeGuess");
    QVERIFY(guess->isVisible());
    QCOMPARE(guess->text(), QString("Take 5-0-2"));
    QTest::mouseClick(guess, Qt::LeftButton);
    QVERIFY(settled());
    QCOMPARE(solved()->judgement->disowned.size(), std::size_t{2});
    // The other two are floated to the batten and to the section.
    while (!solved()->judgement->disowned.empty()) {
      const FigureRef figure = *solved()->judgement->disowned.begin();
      m_window->lines()->workOn(figure);
      QTest::mouseClick(bench->floatButton(), Qt::LeftButton);
      QVERIFY(settled());
      QVERIFY(fairedAt(*m_window->session().book(), figure) != nullptr);
      QVERIFY(!solved()->judgement->disowned.contains(figure));
    }
    QCOMPARE(m_window->session().book()->table, sample("marl_misread"));  // as drawn, still
    for (int i = 0; i < 3; ++i) m_window->session().undoStack()->undo();
    QVERIFY(settled());
    QCOMPARE(solved()->judgement->count(Verdict::Misread), std::size_t{3});
  }

  void nailIsPulledByAClickAndDrivenHomeByAnother() {
    open("osier");
    LineDrawing* drawing = workOn({FigureRef::In::Row, 0, 3});
    const std::string before = writeBook(*m_window->session().book());
    const QPoint at = nailAt(drawing, "4");
    QTest::mouseClick(drawing, Qt::LeftButton, {}, at);
    QVERIFY(drawing->isPulled(static_cast<std::size_t>(drawing->nail())));
    QVERIFY(drawing->floatInHand().has_value());
    QTest::mouseClick(drawing, Qt::LeftButton, {}, at);
    QVERIFY(!drawing->isPulled(static_cast<std::size_t>(drawing->nail())));
    QCOMPARE(writeBook(*m_window->session().book()), before);  // looking changes nothing
    press(Qt::Key_Escape);
    QVERIFY(!m_window->lines()->isOneLine());
  }

  void draggedNailMovesItsFigureAndOneUndoPutsItBack() {
    open("osier");
    LineDrawing* drawing = workOn({FigureRef::In::Row, 0, 3});
    const std::string before = writeBook(*m_window->session().book());
    const double was = figureMm(*solved()->fair, {FigureRef::In::Row, 0, 3});
    const QPoint at = nailAt(drawing, "4");
    QTest::mousePress(drawing, Qt::LeftButton, {}, at);
    for (int i = 1; i <= 6; ++i) {
      QTest::mouseMove(drawing, at - QPoint(0, 2 * i));
      QCoreApplication::processEvents();
    }
    QTest::mouseRelease(drawing, Qt::LeftButton, {}, at - QPoint(0, 12));
    QVERIFY(settled());
    const double now = figureMm(*solved()->fair, {FigureRef::In::Row, 0, 3});
    QVERIFY2(std::abs(now - was - 12.0 / drawing->pixelsPerMm()) < 1.0 / drawing->pixelsPerMm(),
             qPrintable(QString::number(now - was)));
    // The section through that point follows.
    QVERIFY(std::abs(solved()->drawn->sections[4].parts.back().pointAtShare(1.0).z() - now) < 0.05);
    m_window->session().undoStack()->undo();
    QVERIFY(settled());
    QCOMPARE(writeBook(*m_window->session().book()), before);
  }

  void figureIsTypedAndNudgedByKeysAndPutBackAsDrawn() {
    open("osier");
    LineDrawing* drawing = workOn({FigureRef::In::Row, 0, 3});
    LengthField* field = m_window->lines()->bench()->figure();
    field->edit()->setFocus();
    field->edit()->selectAll();
    type("17 3/4");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(fairedAt(*m_window->session().book(), {FigureRef::In::Row, 0, 3})->value, inches(17.75));
    drawing->setFocus();
    press(Qt::Key_Down);
    QVERIFY(settled());
    QCOMPARE(fairedAt(*m_window->session().book(), {FigureRef::In::Row, 0, 3})->value, inches(17.6875));
    press(Qt::Key_Delete);
    QVERIFY(m_window->session().book()->faired.empty());
    press(Qt::Key_Right);
    QCOMPARE(drawing->line()->nails[static_cast<std::size_t>(drawing->nail())].station, std::string("5"));
  }

  void sightedAlongTheLineIsForeshortenedWhileTheKeyIsHeld() {
    open("marl");
    LineDrawing* drawing = workOn({FigureRef::In::Row, 0, 3});
    const QImage square = drawing->grab().toImage();
    QTest::keyPress(drawing, Qt::Key_S);
    QCOMPARE(drawing->lookingFrom(), LookFrom::Along);
    const QImage along = drawing->grab().toImage();
    QVERIFY(along != square);
    QVERIFY(drawing->caption().contains("times shorter"));
    QTest::keyRelease(drawing, Qt::Key_S);
    QCOMPARE(drawing->lookingFrom(), LookFrom::SquareOn);
    for (const int view : {2, 3}) {
      m_window->lines()->bench()->views()->setCurrentIndex(view);
      QVERIFY(drawing->grab().toImage() != square);
    }
  }

  void stiffBattenRidesOffAndSaysItIsTooStiff() {
    open("marl");
    LineDrawing* drawing = workOn({FigureRef::In::Row, 2, 3});
    QVERIFY(drawing->batten()->mostRideMm < 1e-6);
    m_window->lines()->bench()->battens()->setCurrentIndex(3);
    QVERIFY(drawing->batten()->mostRideMm > 5.0);
    bool told = false;
    for (QLabel* label : m_window->lines()->bench()->slate()->findChildren<QLabel*>())
      told = told || label->text().contains("too stiff");
    QVERIFY(told);
  }

  void tableIsFairedWithinItsToleranceAndUndone() {
    open("osier");
    const std::string before = writeBook(*m_window->session().book());
    QTest::mouseClick(m_window->lines()->findChild<QPushButton*>("fairTable"), Qt::LeftButton);
    QTRY_VERIFY(!m_window->session().book()->faired.empty());
    QVERIFY(settled());
    const auto& faired = m_window->session().book()->faired;
    const double tolerance = usualFairingTolerance(m_window->session().book()->table).mm();
    for (const FairedFigure& figure : faired) {
      QVERIFY(std::abs(figure.value.mm() - figureMm(m_window->session().book()->table, figure.figure)) <=
              tolerance + 1e-9);
      QVERIFY(!figure.when.empty() && !figure.why.empty());
    }
    const auto once = faired.size();
    QTest::mouseClick(m_window->lines()->findChild<QPushButton*>("fairTable"), Qt::LeftButton);
    QTRY_VERIFY(!m_window->lines()->isFairing());
    QCOMPARE(m_window->session().book()->faired.size(), once);
    m_window->session().undoStack()->undo();
    QCOMPARE(writeBook(*m_window->session().book()), before);
    m_window->lines()->tolerance()->edit()->setText("0");
    QTest::mouseClick(m_window->lines()->findChild<QPushButton*>("fairTable"), Qt::LeftButton);
    QTRY_VERIFY(!m_window->lines()->isFairing());
    QVERIFY(m_window->session().book()->faired.empty());
  }

  void lineIsAddedReadOffTheSurface() {
    open("osier");
    const auto rows = m_window->session().book()->table.rows.size();
    answerNextInput("diagonal A 1-8-0 1-8-0 0-10-0");
    QTest::mouseClick(m_window->lines()->findChild<QPushButton*>("addLine"), Qt::LeftButton);
    QVERIFY(settled());
    QCOMPARE(m_window->session().book()->table.rows.size(), rows + 1);
    QCOMPARE(m_window->session().book()->table.rows.back().line, RowLine::Diagonal);
    QVERIFY(solved()->judgement->disowned.empty());
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setCurrentIndex(grid->offsets()->index(static_cast<int>(rows), 0));
    auto* remove = m_window->lines()->findChild<QPushButton*>("removeLine");
    QTest::mouseClick(remove, Qt::LeftButton);
    QCOMPARE(m_window->session().book()->table.rows.size(), rows);
    grid->setCurrentIndex(grid->offsets()->index(0, 0));
    QTest::mouseClick(remove, Qt::LeftButton);  // the sheer stays
    QCOMPARE(m_window->session().book()->table.rows.size(), rows);
    m_window->session().undoStack()->undo();
    QVERIFY(settled());
    answerNextInput("garden path");
    QTest::mouseClick(m_window->lines()->findChild<QPushButton*>("addLine"), Qt::LeftButton);
    QCOMPARE(m_window->session().book()->table.rows.size(), rows + 1);
  }

  void mouldsAreWalkedThroughAndTheirMarksRead() {
    open("osier");
    QTest::keyClick(m_window.get(), Qt::Key_3, Qt::ControlModifier);
    MouldDrawing* drawing = m_window->moulds()->mouldDrawing();
    QVERIFY(drawing->hasFocus());
    drawing->choose(0);
    press(Qt::Key_Right);
    QCOMPARE(drawing->mould()->name, std::string("2"));
    QVERIFY(!drawing->grab().isNull());  // marks are laid out as it is painted
    for (const CanvasHandle& handle : drawing->handles()) {
      if (handle.name != "waterline 1-0-0") continue;
      QTest::mouseClick(drawing, Qt::LeftButton, {}, handle.at.toPoint());
    }
    QCOMPARE(drawing->mould()->marks[static_cast<std::size_t>(drawing->mark())].name, std::string("waterline 1-0-0"));
    bool told = false;
    for (QLabel* label : m_window->moulds()->findChildren<QLabel*>())
      told = told || (label->text().contains("waterline 1-0-0") && label->text().contains("standing"));
    QVERIFY(told);
  }

  void whatIsTakenOffMovesTheEdge() {
    open("osier");
    m_window->goToNumber(3);
    const double before = solved()->moulds->moulds[3].outline.lengthMm();
    QComboBox* taken = m_window->moulds()->takenOff();
    taken->setFocus();
    press(Qt::Key_Down);
    emit taken->activated(taken->currentIndex());
    QVERIFY(settled());
    QCOMPARE(m_window->session().book()->moulds.takenOff, TakenOff::PlankingAndFrames);
    QVERIFY(solved()->moulds->moulds[3].outline.lengthMm() < before - 5.0);
  }

  void mouldsAndFramesAreAddedAndLeftOut() {
    open("osier");
    m_window->goToNumber(3);
    LengthField* at = m_window->moulds()->newMould();
    at->edit()->setFocus();
    type("2-6-0");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(solved()->moulds->moulds.size(), std::size_t{8});
    at->edit()->setFocus();
    type("90 ft");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(solved()->moulds->moulds.size(), std::size_t{8});
    LengthField* spacing = m_window->moulds()->spacing();
    spacing->edit()->setFocus();
    type("10");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QVERIFY(solved()->moulds->moulds.size() > 16);
    m_window->session().undoStack()->undo();
    m_window->session().undoStack()->undo();
    QVERIFY(settled());
    m_window->moulds()->choose("3");
    QTest::mouseClick(m_window->moulds()->findChild<QPushButton*>("leaveOut"), Qt::LeftButton);
    QVERIFY(settled());
    QCOMPARE(solved()->moulds->moulds.size(), std::size_t{6});
    QVERIFY(solved()->moulds->find("3") == nullptr);
  }

  void tapeIsTypedOverWhatShouldBeAndPlanksMayFollowIt() {
    open("osier");
    m_window->goToNumber(3);
    SetUpGrid* grid = m_window->moulds()->setUp();
    const double width = solved()->planks.back()->boardWidthMm;
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(3, 2));  // half-breadth at the sheer of mould 4
    type("26 1/4");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(m_window->session().book()->moulds.readings.size(), std::size_t{1});
    QVERIFY(
        grid->model()->data(grid->model()->index(3, 2), Qt::DisplayRole).toString().contains(QStringLiteral("  +")));
    QListWidget* list = m_window->findings()->list();
    QVERIFY2(list->item(0)->text().contains("Mould 4"), qPrintable(list->item(0)->text()));
    QCOMPARE(solved()->planks.back()->boardWidthMm, width);
    QTest::mouseClick(m_window->moulds()->asTheyStand(), Qt::LeftButton, {}, QPoint(8, 12));
    QVERIFY(settled());
    QVERIFY(m_window->session().book()->moulds.plankAsTheyStand);
    QVERIFY(solved()->planks.back()->boardWidthMm != width);
    grid->setFocus();
    QVERIFY(!grid->model()->setData(grid->model()->index(0, 0), "over there", Qt::EditRole));
    QVERIFY(grid->model()->setData(grid->model()->index(3, 2), "", Qt::EditRole));
    QVERIFY(m_window->session().book()->moulds.readings.empty());
  }

  void mouldSheetsAreWrittenFromThePanel() {
    open("osier");
    QVERIFY(settled());
    PrintPanel panel(solved(), 0, m_window.get());
    panel.choose(SheetsOf::Moulds, "3");
    panel.show();
    panel.folder()->setText(m_folder->filePath("moulds"));
    QTRY_VERIFY2(panel.outcome()->text().contains("1 file"), qPrintable(panel.outcome()->text()));
    panel.form()->paperBox()->setCurrentIndex(4);
    QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
    QTRY_VERIFY2(panel.outcome()->text().startsWith("Written"), qPrintable(panel.outcome()->text()));
    QVERIFY(QFile::exists(m_folder->filePath("moulds/osier-mould-3.pdf")));
    panel.form()->what()->setCurrentIndex(static_cast<int>(SheetsOf::Lines));
    QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
    QTRY_VERIFY2(panel.outcome()->text().startsWith("Written"), qPrintable(panel.outcome()->text()));
    QVERIFY(QFile::exists(m_folder->filePath("moulds/osier-corrected-table.pdf")));
    QVERIFY(QFile::exists(m_folder->filePath("moulds/osier-body-plan.pdf")));
  }

 private:
  const std::shared_ptr<const Solved>& solved() { return m_window->session().solved(); }
  bool settled() {
    return QTest::qWaitFor(
        [this] {
          const auto& answer = solved();
          return answer != nullptr && !answer->waits() && answer->revision == m_window->session().revision();
        },
        20000);
  }
  void open(const std::string& boat) {
    QVERIFY(m_window->desk()->openPath(QString::fromStdString(boatsFolder() + boat + ".csv")));
    m_window->goToNumber(1);
    QVERIFY(settled());
    laidOut();
  }
  LineDrawing* workOn(const FigureRef& figure) {
    m_window->lines()->workOn(figure);
    laidOut();
    return m_window->lines()->bench()->drawing();
  }
  QPoint nailAt(LineDrawing* drawing, const std::string& station) {
    const auto picture = drawing->grab();  // handles are laid out as it is painted
    const TableLine* line = drawing->line();
    for (const CanvasHandle& handle : drawing->handles()) {
      if (line->nails[static_cast<std::size_t>(handle.line)].station == station) return handle.at.toPoint();
    }
    return picture.isNull() ? QPoint() : QPoint(-1, -1);
  }
};

int main(int argc, char** argv) {
  return runWindowTest<LinesAndMouldsTest>(argc, argv);
}
#include "lines_and_moulds_test.moc"
