// The window, driven by real clicks and keys.

#include <QAbstractButton>
#include <QAccessible>
#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QDialog>
#include <QDir>
#include <QElapsedTimer>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenuBar>
#include <QMessageBox>
#include <QPushButton>
#include <QSettings>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QTest>
#include <QTimer>
#include <cmath>

#include "book/backbone_edits.h"
#include "book/book_file.h"
#include "canvas/canvas.h"
#include "canvas/hull_picture.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "files/whole_file.h"
#include "sample_books.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lining/lining_stage.h"
#include "stages/lining/widths_grid.h"
#include "stages/planks/plank_drawing.h"
#include "stages/planks/planks_stage.h"
#include "window/desk.h"
#include "window/findings_bar.h"
#include "window/main_window.h"
#include "window/print_panel.h"
#include "window/rail.h"
#include "window/sheets_form.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// Clicks the named button of the next message box.
void answerNextBox(const QString& button) {
  QTimer::singleShot(100, [button] {
    auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
    if (box == nullptr) return;
    for (QAbstractButton* one : box->buttons()) {
      if (one->text().remove('&') == button) QTest::mouseClick(one, Qt::LeftButton);
    }
  });
}

}  // namespace

class WindowTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void firstScreenOpensTheSampleBoat() {
    auto* sample = m_window->findChild<QPushButton*>("sample");
    QVERIFY(sample != nullptr && sample->isVisible());
    QTest::mouseClick(sample, Qt::LeftButton);
    QVERIFY(settled());
    QCOMPARE(solved()->planks.size(), std::size_t{8});
    QCOMPARE(m_window->session().book()->shop, std::string("Withy Hythe boat shed"));
    QVERIFY(!sample->isVisible());
  }

  void windowOpensAtItsSizeWithAllOfItSeen() {
    // As the program starts: the boat is opened first, and the window shown after.
    MainWindow opened;
    QVERIFY(opened.desk()->openSample());
    QVERIFY2(opened.minimumSizeHint().height() <= 800, qPrintable(QString::number(opened.minimumSizeHint().height())));
    opened.show();
    QVERIFY(QTest::qWaitForWindowExposed(&opened));
    QCOMPARE(opened.height(), 800);
    QListWidget* found = opened.findings()->list();
    QTRY_VERIFY(found->count() > 0 && found->isVisible());
    QVERIFY(found->mapTo(&opened, QPoint(0, found->height())).y() <= 800);
    opened.session().closeCleanly();
  }

  void firstScreenShowsItsWordsWholeAndItsButtonsLarge() {
    for (const QPushButton* button : m_window->findChildren<QPushButton*>()) {
      if (button->isVisible()) QVERIFY2(button->height() >= 44, qPrintable(button->text()));
    }
    int words = 0;
    for (const QLabel* label : m_window->findChildren<QLabel*>()) {
      if (!label->isVisible() || label->text().isEmpty()) continue;
      ++words;
      QVERIFY2(label->height() >= label->heightForWidth(label->width()), qPrintable(label->text()));
    }
    QVERIFY(words >= 2);
  }

  void sampleBoatHasNothingInTroubleButWhatIsWeighed() {
    // Her first plan is there to be bettered.
    openSample();
    for (const Finding& finding : solved()->findings)
      QVERIFY2(finding.severity < Severity::Trouble || finding.as<WeighedOut>() != nullptr ||
                   finding.as<GainThin>() != nullptr,
               describe(finding, Notation::Inches16).c_str());
  }

  void numbersGoToTheStages() {
    openSample();
    for (const auto& [key, index] :
         {std::pair{Qt::Key_1, 0U}, {Qt::Key_2, 1U}, {Qt::Key_3, 2U}, {Qt::Key_4, 3U}, {Qt::Key_5, 4U}}) {
      QTest::keyClick(m_window.get(), key);
      QCOMPARE(m_window->currentStage(), std::size_t{index});
    }
    QTest::keyClick(m_window.get(), Qt::Key_1, Qt::ControlModifier);
    QCOMPARE(m_window->currentStage(), std::size_t{0});
    QTest::mouseClick(m_window->rail()->button(2), Qt::LeftButton);
    QCOMPARE(m_window->currentStage(), std::size_t{2});
  }

  void everyEditIsUndoneAndRedoneByteForByte_data() {
    QTest::addColumn<int>("edit");
    for (int i = 0; i < 9; ++i) QTest::addRow("edit %d", i) << i;
  }
  void everyEditIsUndoneAndRedoneByteForByte() {
    QFETCH(int, edit);
    openSample();
    const std::string before = bytes();
    switch (edit) {
      case 0: {  // a figure typed over in the table
        QTest::keyClick(m_window.get(), Qt::Key_1);
        OffsetGrid* grid = m_window->lines()->grid();
        grid->setFocus();
        grid->setCurrentIndex(grid->model()->index(0, 3));
        QTest::keyClicks(grid, "1");
        auto* editor = qobject_cast<QLineEdit*>(QApplication::focusWidget());
        QVERIFY(editor != nullptr);
        QTest::keyClicks(editor, "-5-6");
        QTest::keyClick(editor, Qt::Key_Return);
        break;
      }
      case 1:
        QTest::mouseClick(find<QPushButton>(m_window->lining(), "addStrake"), Qt::LeftButton);
        break;
      case 2:
        QTest::mouseClick(find<QPushButton>(m_window->lining(), "dropStrake"), Qt::LeftButton);
        break;
      case 3:
        openGroups();
        emit find<QComboBox>(m_window->lining(), "rule")->activated(0);
        break;
      case 4:
        QTest::keyClick(marks(), Qt::Key_N);
        break;
      case 5:
        QTest::keyClick(marks(), Qt::Key_Up, Qt::ControlModifier);
        break;
      case 6:
        QTest::keyClick(marks(), Qt::Key_Delete);
        break;
      case 7:
        QTest::keyClick(m_window.get(), Qt::Key_U, Qt::ControlModifier);
        break;
      case 8: {
        openGroups();
        LengthField* field = nullptr;
        for (LengthField* one : m_window->lining()->findChildren<LengthField*>()) {
          if (one->edit()->accessibleName() == "Lap of every strake") field = one;
        }
        QVERIFY(field != nullptr);
        auto* lap = field->edit();
        lap->setFocus();
        lap->selectAll();
        QTest::keyClicks(lap, "7/8");
        QTest::keyClick(lap, Qt::Key_Return);
        break;
      }
    }
    QTRY_VERIFY(bytes() != before);
    QVERIFY(settled());
    const std::string after = bytes();
    QCOMPARE(m_window->session().undoStack()->count(), 1);
    QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(bytes(), before);
    QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    QCOMPARE(bytes(), after);
  }

  void draggedMarkFollowsTheHandAndIsOneEdit() {
    openSample();
    m_window->goToNumber(4);
    Canvas* canvas = marks();
    const CanvasHandle mark = markOf(canvas, 4, 4);
    const double before = solved()->lining->lines[4].shares[4];
    const QPoint from = mark.at.toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    for (int i = 1; i <= 8; ++i) {
      // An answer comes in between every two of them, as at a hand's speed.
      const std::uint64_t shown = solved()->revision;
      QTest::mouseMove(canvas, from - QPoint(0, i));
      QTRY_VERIFY(i == 1 || solved()->revision > shown);
    }
    QVERIFY(m_window->session().isDragging());
    QTRY_VERIFY(solved()->lining->lines[4].shares[4] > before);
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, from - QPoint(0, 8));
    QVERIFY(settled());
    QCOMPARE(m_window->session().undoStack()->count(), 1);
    QVERIFY(m_window->session().undoStack()->undoText().contains("line 4"));
    const double expected = 8.0 / canvas->pixelsPerMm() / solved()->lining->frame.girthMm(4);
    QVERIFY(std::abs(solved()->lining->lines[4].shares[4] - before - expected) < 0.6 * expected);
    QVERIFY(solved()->lining->lines[4].moved[4]);
    for (const auto& plank : solved()->planks) QVERIFY(plank->lower.size() >= 250);  // on release, in full
  }

  void escapePutsTheDraggedMarkBack() {
    openSample();
    m_window->goToNumber(4);
    const std::string before = bytes();
    Canvas* canvas = marks();
    const QPoint from = markOf(canvas, 3, 5).at.toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    QTest::mouseMove(canvas, from - QPoint(0, 6));
    laidOut();
    QTest::keyClick(canvas, Qt::Key_Escape);
    QCOMPARE(bytes(), before);
    QCOMPARE(m_window->session().undoStack()->count(), 0);
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, from);
  }

  void marksAreDraggedOnTheBodyPlanToo() {
    openSample();
    m_window->goToNumber(4);
    Canvas* body = nullptr;
    for (Canvas* one : m_window->lining()->findChildren<Canvas*>()) {
      if (one->accessibleName().startsWith("Body plan")) body = one;
    }
    QVERIFY(body != nullptr);
    Selection selection = m_window->session().selection();
    selection.section = 3;
    m_window->session().select(selection);
    laidOut();
    const CanvasHandle mark = markOf(body, 5, 3);
    QTest::mousePress(body, Qt::LeftButton, {}, mark.at.toPoint());
    QTest::mouseMove(body, mark.at.toPoint() + QPoint(2, -3));
    laidOut();
    QTest::mouseRelease(body, Qt::LeftButton, {}, mark.at.toPoint() + QPoint(2, -3));
    QVERIFY(settled());
    QCOMPARE(m_window->session().undoStack()->count(), 1);
    QVERIFY(solved()->lining->lines[5].moved[3]);
  }

  void widthIsTypedAtTheMasterStation() {
    openSample();
    m_window->goToNumber(4);
    auto* grid = m_window->lining()->findChild<WidthsGrid*>();
    const int column = static_cast<int>(solved()->lining->master);
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(grid->model()->rowCount() - 1, column));
    QTest::keyClicks(grid, "4");
    auto* editor = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    QVERIFY(editor != nullptr);
    QTest::keyClicks(editor, " 3/4");
    QTest::keyClick(editor, Qt::Key_Return);
    QTRY_COMPARE(m_window->session().book()->boatPlan().zones.front().widths[0].mm(), inches(4.75).mm());
    QTRY_COMPARE(grid->model()->index(grid->model()->rowCount() - 1, column).data().toString(),
                 QString::fromUtf8("4 3\u20444"));
  }

  void nonsenseInTheTableIsAnsweredBesideItAndChangesNothing() {
    openSample();
    m_window->goToNumber(1);
    const std::string before = bytes();
    OffsetGrid* grid = m_window->lines()->grid();
    QVERIFY(!grid->model()->setData(grid->model()->index(0, 2), "1-14-0", Qt::EditRole));
    QCOMPARE(bytes(), before);
    bool told = false;
    for (const QLabel* label : m_window->lines()->findChildren<QLabel*>())
      told = told || (label->isVisible() && label->text().contains("1-14-0"));
    QVERIFY(told);
  }

  void misreadFigureBecomesAFindingAndClickingItGoesThere() {
    openSample();
    m_window->goToNumber(5);
    OffsetGrid* grid = m_window->lines()->grid();
    int row = 0;
    for (std::size_t i = 0; i < m_window->session().book()->table.rows.size(); ++i) {
      if (m_window->session().book()->table.rows[i].line == RowLine::Waterline &&
          m_window->session().book()->table.rows[i].at == inches(12))
        row = static_cast<int>(i);
    }
    QVERIFY(grid->model()->setData(grid->model()->index(row, 3), "0-3-0", Qt::EditRole));
    QVERIFY(settled());
    // From the planks it is one line that goes to the lines.
    chooseFinding("more in Lines");
    QTRY_COMPARE(m_window->currentStage(), std::size_t{0});
    m_window->goToNumber(1);
    QListWidget* list = m_window->findings()->list();
    QVERIFY2(list->item(0)->text().contains("doubles back"), qPrintable(list->item(0)->text()));
    QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualItemRect(list->item(0)).center());
    QCOMPARE(m_window->currentStage(), std::size_t{0});
    QVERIFY(m_window->rail()->button(0)->accessibleDescription().contains("off"));
  }

  void aFindingStandsUntilAllHaveGoneToIt() {
    // The first to go to it brings a new answer in; the next still reads the finding.
    openSample();
    OffsetGrid* grid = m_window->lines()->grid();
    QVERIFY(grid->model()->setData(grid->model()->index(2, 3), "0-3-0", Qt::EditRole));
    QVERIFY(settled());
    Session& session = m_window->session();
    FindingsBar bar(&session);
    emit session.answerSettled();
    QVERIFY(bar.list()->count() > 0);
    const std::weak_ptr<const Solved> shown = session.solved();
    bool read = false;
    connect(&bar, &FindingsBar::findingChosen, &session, [&] { session.openSample(*session.book()); });
    connect(&bar, &FindingsBar::findingChosen, this, [&](const Finding& finding) {
      QVERIFY(!shown.expired());
      read = !describe(finding, session.notation()).empty();
    });
    emit bar.list()->itemClicked(bar.list()->item(0));
    QVERIFY(read);
  }

  void strakesAreSteppedThroughAndPicked() {
    openSample();
    m_window->goToNumber(5);
    QTest::keyClick(m_window.get(), Qt::Key_PageUp);
    QCOMPARE(m_window->session().selection().strake, 1);
    for (int i = 0; i < 20; ++i) QTest::keyClick(m_window.get(), Qt::Key_PageUp);
    QCOMPARE(m_window->session().selection().strake, 7);
    for (int i = 0; i < 20; ++i) QTest::keyClick(m_window.get(), Qt::Key_PageDown);
    QCOMPARE(m_window->session().selection().strake, 0);
    // A click on the picture takes a strake of the near side.
    HullPicture* picture = m_window->planks()->picture();
    picture->setView(0.0, 4.0);
    QTest::mouseClick(picture, Qt::LeftButton, {}, picture->rect().center());
    QVERIFY(m_window->session().selection().strake > 0);
  }

  void pictureOfTheHullIsPaintedAndTurns() {
    openSample();
    m_window->goToNumber(5);
    laidOut();
    HullPicture* picture = m_window->planks()->picture();
    const QImage before = picture->grab().toImage();
    int wood = 0;
    for (int y = 0; y < before.height(); y += 4) {
      for (int x = 0; x < before.width(); x += 4) wood += before.pixelColor(x, y) != look::paper ? 1 : 0;
    }
    QVERIFY2(wood > 800, qPrintable(QString::number(wood)));
    QTest::keyClick(picture, Qt::Key_Left);
    QVERIFY(picture->grab().toImage() != before);
    // Whichever strake is taken in hand, she tips until enough of it is seen.
    for (int strake = 0; strake < static_cast<int>(solved()->planks.size()); ++strake) {
      picture->setView(picture->turnDeg(), strake % 2 == 0 ? 30.0 : -40.0);
      Selection selection = m_window->session().selection();
      selection.strake = -1;
      m_window->session().select(selection);
      selection.strake = strake;
      m_window->session().select(selection);
      QVERIFY2(picture->seenShare(strake) >= 0.45, qPrintable(QString::number(picture->seenShare(strake))));
    }
  }

  void canvasIsZoomedAboutThePointerAndMeasured() {
    openSample();
    m_window->goToNumber(5);
    laidOut();
    Canvas* canvas = qobject_cast<Canvas*>(m_window->planks()->drawing());
    const QPointF about(200, 100);
    const Vec2 held = canvas->toWorld(about);
    const double before = canvas->pixelsPerMm();
    canvas->zoomBy(2.0, about);
    QVERIFY(std::abs(canvas->pixelsPerMm() / before - 2.0) < 1e-9);
    QVERIFY((canvas->toWorld(about) - held).norm() < 1e-9);
    QTest::keyClick(canvas, Qt::Key_0);
    QVERIFY(std::abs(canvas->pixelsPerMm() / before - 1.0) < 1e-9);
    const QImage plain = canvas->grab().toImage();
    QTest::keyPress(canvas, Qt::Key_M);
    QTest::mousePress(canvas, Qt::LeftButton, {}, QPoint(100, 100));
    QTest::mouseMove(canvas, QPoint(300, 100));
    QVERIFY(canvas->grab().toImage() != plain);
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, QPoint(300, 100));
    QTest::keyRelease(canvas, Qt::Key_M);
    QVERIFY(canvas->grab().toImage() == plain);
  }

  void aLongPlankLiesInTwoLengthsAndIsRuledAsOne() {
    openSample();
    m_window->resize(1280, 800);
    m_window->goToNumber(5);
    laidOut();
    auto* drawing = qobject_cast<PlankDrawing*>(m_window->planks()->drawing());
    const FlatPlank& plank = *solved()->planks[0];
    const auto cut = drawing->cut(plank);
    QVERIFY(cut.has_value());
    QVERIFY(cut->xMm > 0.3 * plank.boardLengthMm && cut->xMm < 0.7 * plank.boardLengthMm);
    for (const PlankStation& station : plank.stations) {
      QVERIFY(std::abs(station.lower.x() - cut->xMm) > 20.0);  // no station is torn through
      for (const Vec2& at : {station.lower, station.upper}) {
        const Vec2 drawn = at.x() < cut->xMm ? at : Vec2(at - Vec2(cut->xMm, cut->belowMm));
        QVERIFY((drawing->trueAt(drawn) - at).norm() < 1e-9);
      }
    }
    // Too low a drawing has it in one.
    drawing->resize(900, 180);
    QVERIFY(!drawing->cut(plank).has_value());
    QVERIFY((drawing->trueAt({3000.0, -40.0}) - Vec2(3000.0, -40.0)).norm() < 1e-9);
  }

  void marksAreNamedToAssistiveTools() {
    openSample();
    m_window->goToNumber(4);
    laidOut();
    QAccessibleInterface* canvas = QAccessible::queryAccessibleInterface(marks());
    QVERIFY(canvas != nullptr);
    QVERIFY(canvas->childCount() >= 7 * 9);
    QVERIFY(canvas->child(0)->text(QAccessible::Name).startsWith("line 1 at stem, girth"));
    QCOMPARE(canvas->child(0)->rect().width(), 28);
  }

  void bookIsSavedOpenedAndListedAsRecent() {
    openSample();
    const QString path = m_folder->filePath("boat.narrows");
    QVERIFY(m_window->session().saveAs(path));
    QTest::mouseClick(find<QPushButton>(m_window->lining(), "addStrake"), Qt::LeftButton);
    QVERIFY(m_window->isWindowModified());
    QTest::keyClick(m_window.get(), Qt::Key_S, Qt::ControlModifier);
    QVERIFY(!m_window->isWindowModified());
    const std::string kept = bytes();
    answerNextBox("Leave without saving");
    QVERIFY(m_window->desk()->openPath(QString::fromStdString(boatsFolder()) + "marl.csv"));
    QVERIFY(m_window->desk()->openPath(path));
    QCOMPARE(bytes(), kept);
    QCOMPARE(QSettings().value("recent").toStringList().front(), path);
    QVERIFY(QSettings().value("recent").toStringList().at(1).endsWith("/marl.csv"));
  }

  void aBookThatAnotherProgramWroteIsNotSavedOver() {
    openSample();
    const QString path = m_folder->filePath("boat.narrows");
    QVERIFY(m_window->session().saveAs(path));
    QTest::mouseClick(find<QPushButton>(m_window->lining(), "addStrake"), Qt::LeftButton);
    // Something else writes it meanwhile.
    const std::string others = writeBook(sampleBook("sedge"));
    QVERIFY(writeWholeFile(path.toStdString(), others));
    answerNextBox("Stay");
    QTest::keyClick(m_window.get(), Qt::Key_S, Qt::ControlModifier);
    QVERIFY(m_window->isWindowModified());
    QCOMPARE(*readWholeFile(path.toStdString(), 1U << 26U), others);
    // Under another name it goes, and from there on as ever.
    const QString other = m_folder->filePath("other.narrows");
    QVERIFY(m_window->session().saveAs(other));
    QVERIFY(!m_window->isWindowModified());
    QTest::mouseClick(find<QPushButton>(m_window->lining(), "addStrake"), Qt::LeftButton);
    QVERIFY(m_window->desk()->save());
    QVERIFY(!m_window->isWindowModified());
    // One that is merely gone is written again.
    QVERIFY(QFile::remove(other));
    QTest::mouseClick(find<QPushButton>(m_window->lining(), "addStrake"), Qt::LeftButton);
    QVERIFY(m_window->session().save());
  }

  void badFilesAreToldAndWhatWasOpenStays() {
    openSample();
    const std::string before = bytes();
    const QString bad = m_folder->filePath("bad.csv");
    QVERIFY(writeWholeFile(bad.toStdString(), "offsets,1\nunits,cubits\nsails,4\n"));
    QVERIFY(!m_window->desk()->openPath(bad));
    QVERIFY2(m_window->told().contains("line 2") && m_window->told().contains("line 3"), qPrintable(m_window->told()));
    QVERIFY(!m_window->desk()->openPath(m_folder->path()));
    QVERIFY(!m_window->desk()->openPath(m_folder->filePath("none.narrows")));
    QCOMPARE(bytes(), before);
  }

  void newerBooksAndBooksInUseOpenReadOnly() {
    std::string text = writeBook(sampleBook("sedge"));
    text.replace(text.find("\"narrows\": 6"), 12, "\"narrows\": 9");
    const QString newer = m_folder->filePath("newer.narrows");
    QVERIFY(writeWholeFile(newer.toStdString(), text));
    QVERIFY(m_window->desk()->openPath(newer));
    QVERIFY(m_window->windowTitle().contains("read-only"));
    QVERIFY(!m_window->session().save());
    const QString used = m_folder->filePath("used.narrows");
    QVERIFY(saveBook(sampleBook("sedge"), used.toStdString()));
    const auto lock = BookLock::take(used.toStdString());
    QVERIFY(m_window->desk()->openPath(used));
    QVERIFY(m_window->windowTitle().contains("read-only"));
    QVERIFY(m_window->told().contains("another window"));
  }

  void aMarkIsMeasuredByTypingWhatTheTapeSays() {
    openSample();
    m_window->goToNumber(4);
    Selection at = m_window->session().selection();
    at.line = 4;
    at.section = 3;
    m_window->session().select(at);
    auto* field = m_window->lining()->findChild<LengthField*>("measured");
    const double before = solved()->lining->lines[4].shares[3] * solved()->lining->frame.girthMm(3);
    QVERIFY(std::abs(parseLength(field->edit()->text().toStdString(), Unit::Inch)->mm() - before) < 0.8);
    field->edit()->setFocus();
    field->edit()->selectAll();
    QTest::keyClicks(field->edit(), QString::number(before / mmPerInch + 0.25, 'f', 4) + " in");
    QTest::keyClick(field->edit(), Qt::Key_Return);
    QVERIFY(settled());
    const auto& moved = m_window->session().book()->boatPlan().moved;
    const auto mark =
        std::find_if(moved.begin(), moved.end(), [](const MovedMark& one) { return one.measured.has_value(); });
    QVERIFY(mark != moved.end());
    QVERIFY(std::abs(mark->measured->mm() - before - 0.25 * mmPerInch) < 0.01);
    QVERIFY(std::abs(solved()->lining->lines[4].shares[3] * solved()->lining->frame.girthMm(3) - before - 6.35) < 0.01);
    // Leaving the field alone changes nothing.
    const std::string kept = bytes();
    field->edit()->setFocus();
    QTest::keyClick(field->edit(), Qt::Key_Return);
    QCOMPARE(bytes(), kept);
  }

  void workLeftBehindIsOfferedAndTakenUp() {
    openSample();
    m_window->goToNumber(4);
    QTest::mouseClick(find<QPushButton>(m_window->lining(), "addStrake"), Qt::LeftButton);
    QVERIFY(settled());
    const std::string work = bytes();
    // A killed process leaves its journal unlocked: a copy of this one's stands in for it.
    const QString folder = m_folder->filePath("narrows/journal");
    QTRY_VERIFY(!QDir(folder).entryList({"*.journal"}).isEmpty());
    const QString own = QDir(folder).entryList({"*.journal"}).first();
    QVERIFY(QFile::copy(folder + "/" + own, folder + "/1-1-1.journal"));
    m_window->session().closeCleanly();
    m_window = std::make_unique<MainWindow>();
    m_window->show();
    answerNextBox("Take it up");
    m_window->desk()->offerLeftWork();
    QVERIFY(settled());
    QCOMPARE(bytes(), work);
    QVERIFY(m_window->isWindowModified());
    QVERIFY(!QFile::exists(folder + "/1-1-1.journal"));
  }

  void closingAsksWhereSomethingIsNotSaved() {
    openSample();
    QTest::mouseClick(find<QPushButton>(m_window->lining(), "addStrake"), Qt::LeftButton);
    answerNextBox("Stay");
    QVERIFY(!m_window->close());
    answerNextBox("Leave without saving");
    QVERIFY(m_window->close());
  }

  void closingWhileAFieldIsTypedInIsSafe() {
    openSample();
    m_window->goToNumber(4);
    auto* grid = m_window->lining()->findChild<WidthsGrid*>();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(0, static_cast<int>(solved()->lining->master)));
    QTest::keyClicks(grid, "3");
    QVERIFY(qobject_cast<QLineEdit*>(QApplication::focusWidget()) != nullptr);
    m_window->session().closeCleanly();
    m_window = std::make_unique<MainWindow>();
    QVERIFY(!m_window->session().hasBook());
  }

  void sheetsAreWrittenFromThePanel() {
    openSample();
    PrintPanel panel(solve(m_window->session().book(), 1), 2, m_window.get());
    panel.show();
    panel.folder()->setText(m_folder->filePath("sheets"));
    QTRY_VERIFY(panel.outcome()->text().contains("5 files"));
    QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
    QTRY_VERIFY2(panel.outcome()->text().startsWith("Written: 5 files"), qPrintable(panel.outcome()->text()));
    QVERIFY(QFile::exists(m_folder->filePath("sheets/osier-strake-03-starboard.pdf")));
    panel.form()->paperBox()->setCurrentIndex(4);
    panel.form()->formatBox()->setCurrentIndex(2);
    panel.form()->strakes()->setCurrentIndex(1);
    QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
    QTRY_VERIFY(panel.outcome()->text().startsWith("Written"));
    QVERIFY(QFile::exists(m_folder->filePath("sheets/osier-strake-08-starboard.dxf")));
  }

  void writingThousandsOfPagesIsStoppedAtOnce() {
    openSample();
    BackbonePlan plan = planInHand(*session().book(), solved()->backbone->plan);
    plan.timbers[1].outline[1].distance = millimetres(95000.0);
    plan.timbers[1].outline[2].height = millimetres(-90000.0);
    QVERIFY(session().perform("fling", setBackbone(*session().book(), plan)));
    QVERIFY(settled());
    QElapsedTimer clock;
    {
      PrintPanel panel(session().solved(), 2, m_window.get());
      panel.choose(SheetsOf::Backbone, {});
      panel.show();
      panel.folder()->setText(m_folder->filePath("long"));
      QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
      QTRY_COMPARE(panel.writeButton()->text(), QString("Stop"));
      QTRY_VERIFY2(panel.outcome()->text().contains('%'), qPrintable(panel.outcome()->text()));
      QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
      QTRY_VERIFY2(panel.outcome()->text().startsWith("Stopped"), qPrintable(panel.outcome()->text()));
      // What is there is whole, and closing in the middle of it does not hold the window.
      QTest::mouseClick(panel.writeButton(), Qt::LeftButton);
      QTRY_VERIFY2(panel.outcome()->text().contains('%'), qPrintable(panel.outcome()->text()));
      clock.start();
    }
    QVERIFY2(!isTimed() || clock.elapsed() < 1500, qPrintable(QString::number(clock.elapsed())));
    const std::size_t all = backboneSheets(*session().solved(), {}).size();
    QVERIFY(static_cast<std::size_t>(QDir(m_folder->filePath("long")).entryList(QDir::Files).size()) < all);
    for (const QFileInfo& file : QDir(m_folder->filePath("long")).entryInfoList(QDir::Files)) {
      QFile one(file.filePath());
      QVERIFY(one.open(QIODevice::ReadOnly));
      QVERIFY2(one.readAll().trimmed().endsWith("%%EOF"), qPrintable(file.fileName()));
    }
  }

  void everyBoatIsWorkedOnInEveryStage_data() {
    QTest::addColumn<QString>("file");
    for (const char* name : {"osier.csv", "marl.csv", "sedge.csv"}) QTest::newRow(name) << QString(name);
  }
  void everyBoatIsWorkedOnInEveryStage() {
    QFETCH(QString, file);
    QVERIFY(m_window->desk()->openPath(QString::fromStdString(boatsFolder()) + file));
    QVERIFY(settled());
    QVERIFY(!solved()->planks.empty());
    for (std::size_t stage = 0; stage < 5; ++stage) {
      m_window->goToStage(stage);
      laidOut();
      QVERIFY(!m_window->grab().isNull());
      QVERIFY(!m_window->rail()->button(stage)->accessibleDescription().isEmpty());
    }
  }

 private:
  const std::shared_ptr<const Solved>& solved() { return m_window->session().solved(); }
  std::string bytes() { return writeBook(*m_window->session().book()); }
  void openSample() {
    QVERIFY(m_window->desk()->openSample());
    QVERIFY(settled());
  }
  /// Waits until the full answer for the newest book is shown.
  bool settled() {
    return QTest::qWaitFor(
        [this] {
          return solved() != nullptr && solved()->revision == m_window->session().revision() && !solved()->waits();
        },
        20000);
  }
  Canvas* marks() {
    m_window->goToNumber(4);
    auto* canvas = qobject_cast<Canvas*>(m_window->lining()->drawing());
    Selection selection = m_window->session().selection();
    selection.line = 3;
    selection.section = 3;
    m_window->session().select(selection);
    canvas->repaint();
    return canvas;
  }
  static CanvasHandle markOf(Canvas* canvas, int line, int section) {
    canvas->repaint();
    for (const CanvasHandle& handle : canvas->handles()) {
      if (handle.line == line && handle.section == section) return handle;
    }
    qFatal("no such mark");
  }
  template <typename Widget>
  static Widget* find(QWidget* within, const char* name) {
    auto* widget = within->findChild<Widget*>(name);
    if (widget == nullptr) qFatal("no %s", name);
    return widget;
  }
};

int main(int argc, char** argv) {
  return runWindowTest<WindowTest>(argc, argv);
}
#include "window_test.moc"
