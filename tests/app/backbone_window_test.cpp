// Backbone, driven by real clicks and keys: timbers drawn, the rabbet read, a keel measured, a stem bent, a slab
// flattened and a pattern laid on it.

#include <QClipboard>
#include <QComboBox>
#include <QDir>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTabBar>
#include <QTabWidget>
#include <QTimer>
#include <cmath>

#include "book/backbone_edits.h"
#include "canvas/cell_grid.h"
#include "canvas/length_field.h"
#include "sheet_set.h"
#include "stages/backbone/assembly_drawing.h"
#include "stages/backbone/assembly_page.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/backbone/bent_in_place_page.h"
#include "stages/backbone/bent_page.h"
#include "stages/backbone/keel_page.h"
#include "stages/backbone/order_page.h"
#include "stages/backbone/rabbet_page.h"
#include "stages/backbone/slab_page.h"
#include "stages/backbone/transom_page.h"
#include "window/findings_bar.h"
#include "window/print_panel.h"
#include "window/rail.h"
#include "window/sheets_form.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class BackboneWindowTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void everyPartOpensByItsTab() {
    open("marl");
    QVERIFY(stage()->standing().contains("5 timbers"));
    for (int tab = 0; tab < stage()->tabs()->count(); ++tab) {
      QTest::mouseClick(stage()->tabs(), Qt::LeftButton, {}, stage()->tabs()->tabRect(tab).center());
      QCOMPARE(static_cast<int>(stage()->page()), tab);
      QCoreApplication::processEvents();
      QVERIFY(!m_window->grab().isNull());
    }
    // Sedge has no keel to bevel, and says so.
    open("sedge");
    stage()->open(BackboneStage::Keel);
    QVERIFY(!labels(stage()->keel()).filter("no bevel").isEmpty());
  }

  void pointIsDraggedWithThePointerAndUndone() {
    open("osier");
    const std::string before = bytes();
    AssemblyDrawing* drawing = stage()->assembly()->assembly();
    drawing->choose(0);
    drawing->grab();
    const QPointF from = handle(drawing, "stem, point 4").at;
    const QPoint to = from.toPoint() + QPoint(-14, 9);
    const Vec2 there = drawing->toWorld(to);
    QTest::mousePress(drawing, Qt::LeftButton, {}, from.toPoint());
    for (int i = 1; i <= 7; ++i) QTest::mouseMove(drawing, from.toPoint() + QPoint(-2 * i, 9 * i / 7));
    QTest::mouseRelease(drawing, Qt::LeftButton, {}, to);
    QVERIFY(settled());
    QVERIFY(bytes() != before);
    const Timber& stem = session().book()->backbone.timbers.at(0);
    QVERIFY(std::abs(stem.outline[3].distance.mm() - there.x()) < 1.0 / drawing->pixelsPerMm());
    QVERIFY(std::abs(stem.outline[3].height.mm() - there.y()) < 1.0 / drawing->pixelsPerMm());
    QCOMPARE(session().undoStack()->undoText(), QString("Move a point of the stem"));
    const std::string after = bytes();
    session().undoStack()->undo();
    QCOMPARE(bytes(), before);
    session().undoStack()->redo();
    QCOMPARE(bytes(), after);
  }

  void dragIsPutBackByEscape() {
    open("osier");
    const std::string before = bytes();
    AssemblyDrawing* drawing = stage()->assembly()->assembly();
    drawing->grab();
    const QPoint from = handle(drawing, "stem, point 4").at.toPoint();
    QTest::mousePress(drawing, Qt::LeftButton, {}, from);
    QTest::mouseMove(drawing, from + QPoint(-20, 0));
    QTest::keyClick(drawing, Qt::Key_Escape);
    QTest::mouseRelease(drawing, Qt::LeftButton, {}, from);
    QVERIFY(settled());
    QCOMPARE(bytes(), before);
  }

  void pointsAreWorkedOnFromTheKeyboard() {
    open("marl");
    AssemblyDrawing* drawing = stage()->assembly()->assembly();
    drawing->setFocus();
    drawing->choose(0);
    press(Qt::Key_Right);
    QCOMPARE(drawing->timber()->name, std::string("keel"));
    press(Qt::Key_Up);
    press(Qt::Key_Up);
    QCOMPARE(drawing->point(), 1);
    const OutlinePoint was = drawing->timber()->outline[1];
    press(Qt::Key_Up, Qt::ControlModifier);
    QVERIFY(settled());
    const auto keel = [&] { return session().book()->backbone.timbers.at(1); };
    QVERIFY(std::abs(keel().outline[1].height.mm() - was.height.mm() - mmPerInch / 16.0) < 1e-9);
    const std::size_t count = keel().outline.size();
    press(Qt::Key_Insert);
    QVERIFY(settled());
    QCOMPARE(keel().outline.size(), count + 1);
    press(Qt::Key_C);
    QVERIFY(settled());
    QVERIFY(keel().outline[2].corner);
    press(Qt::Key_Delete);
    QVERIFY(settled());
    QCOMPARE(keel().outline.size(), count);
  }

  void timberIsSidedAddedAndTakenOut() {
    open("marl");
    LengthField* siding = stage()->assembly()->siding();
    siding->edit()->setFocus();
    siding->edit()->selectAll();
    type("4 1/2");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.timbers.at(0).siding.mm(), 114.3);
    // A keelson more, and the same out again.
    QComboBox* add = stage()->assembly()->addKind();
    choose(add, "keelson");
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.timbers.size(), std::size_t{6});
    QCOMPARE(stage()->assembly()->assembly()->timber()->name, std::string("keelson"));
    QTest::mouseClick(stage()->findChild<QPushButton*>("removeTimber"), Qt::LeftButton);
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.timbers.size(), std::size_t{5});
    QTest::mouseClick(stage()->findChild<QPushButton*>("drawAfresh"), Qt::LeftButton);
    QVERIFY(settled());
    QVERIFY(session().book()->backbone.timbers.empty());
    // Planks that end on an inner stem: she is drawn with both.
    choose(stage()->assembly()->stemMake(), "an inner stem, outer added");
    QVERIFY(settled());
    QCOMPARE(session().solved()->backbone->plan.timbers.at(1).name, std::string("outer stem"));
  }

  void rabbetIsReadAtItsMarks() {
    open("marl");
    stage()->open(BackboneStage::Rabbet);
    RabbetPage* page = stage()->rabbet();
    page->rabbet()->setFocus();
    const int first = page->rabbet()->mark();
    press(Qt::Key_Up);
    QCOMPARE(page->rabbet()->mark(), first + 1);
    // The grid tells what the core works out.
    const RabbetRun& stem = *session().solved()->backbone->run(RabbetPart::Stem);
    const auto marks = page->rabbet()->marks();
    const int row = 4;
    const RabbetPlace at = stem.at(marks[row].alongMm);
    const auto told = [&](int column) { return page->grid()->model()->index(row, column).data().toString(); };
    QCOMPARE(told(0), QString::fromStdString(showLength(millimetres(at.rabbet.x()), session().notation())));
    QCOMPARE(told(7), QString::number(at.bevelRad * 57.29577951308232, 'f', 1) + "°");
    choose(page->part(), "keel");
    QVERIFY(page->grid()->model()->headerData(0, Qt::Vertical).toString().startsWith("station"));
    choose(page->part(), "sternpost");
    QVERIFY(!labels(page).filter("no rabbet").isEmpty());
    choose(page->part(), "stem");
    auto* steps = page->findChild<QComboBox*>();
    QVERIFY(steps != nullptr);
    const int before = page->grid()->model()->rowCount();
    for (QComboBox* box : page->findChildren<QComboBox*>()) {
      if (box->accessibleName() == "Marks at") choose(box, "even steps along it");
    }
    QVERIFY(page->grid()->model()->rowCount() != before);
    QVERIFY(page->grid()->model()->headerData(0, Qt::Vertical).toString() == "1");
  }

  void keelIsMeasuredAsItCameOut() {
    open("marl");
    stage()->open(BackboneStage::Keel);
    KeelPage* page = stage()->keel();
    CellGrid* grid = page->grid();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(4, 7));
    type("2 1/4");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.cameOut.size(), std::size_t{1});
    QVERIFY(grid->model()->index(4, 7).data().toString().contains("  +"));
    // It wants looking at, and going there opens the keel.
    QVERIFY(findingThatSays("came out") >= 0);
    QVERIFY(grid->model()->index(4, 8).data().toString().startsWith("1 3⁄4"));
    choose(page->follow(), "the keel as measured");
    QVERIFY(settled());
    QVERIFY(grid->model()->index(4, 8).data().toString().startsWith("2 1⁄4"));
    // Nonsense is answered beside it, and nothing is taken.
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(5, 7));
    type("oak");
    press(Qt::Key_Return);
    QVERIFY2(grid->told().contains("oak"), qPrintable(grid->told()));
    QCOMPARE(session().book()->backbone.cameOut.size(), std::size_t{1});
  }

  void transomIsGotOutToTheFaceThatIsLarger() {
    open("osier");
    stage()->open(BackboneStage::Transom);
    const double before = boxOf(session().solved()->backbone->transom->larger().edge).width();
    choose(stage()->transom()->given(), "forward face");
    QVERIFY(settled());
    // The table's face is now the larger one itself.
    const double after = boxOf(session().solved()->backbone->transom->larger().edge).width();
    QVERIFY(after < before);
    stage()->transom()->transomDrawing()->setFocus();
    press(Qt::Key_Up);
    QCOMPARE(stage()->transom()->transomDrawing()->mark(), 1);
  }

  void stemIsBentOfStripsAndWhatCameOffCorrectsTheNext() {
    open("osier");
    stage()->open(BackboneStage::Bent);
    BentPage* page = stage()->bent();
    choose(page->timber(), "stem");
    QVERIFY(settled());
    const auto& backbone = [this]() -> const Backbone& { return *session().solved()->backbone; };
    QVERIFY(backbone().lamination.has_value());
    const double theory = backbone().lamination->springShare;
    const double off = backbone().lamination->formOpeningMm + 2.0 * backbone().lamination->opensMm;
    CellGrid* grid = page->grid();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(0, 3));
    type(QString::fromStdString(showDecimal(off, 2)) + " mm");
    press(Qt::Key_Return);
    QVERIFY2(settled(), qPrintable(page->told()));
    QCOMPARE(session().book()->backbone.lamination.results.size(), std::size_t{1});
    QVERIFY(backbone().lamination->springShare > 1.4 * theory);
    // A strip that will not go round is told with what would.
    openGroups();
    for (LengthField* field : page->findChildren<LengthField*>()) {
      if (!field->edit()->accessibleName().startsWith("Strips thick")) continue;
      field->edit()->setFocus();
      field->edit()->selectAll();
      type("1/2");
      press(Qt::Key_Return);
    }
    QVERIFY(settled());
    QVERIFY(!labels(page).filter("will not go round").isEmpty());
  }

  void anOuterKeelIsBentInPlaceClampByClamp() {
    open("sedge");
    stage()->open(BackboneStage::InPlace);
    BentInPlacePage* page = stage()->bentInPlace();
    QVERIFY(labels(page).contains("nothing bent in place"));
    QCOMPARE(page->grid()->model()->rowCount(), 0);
    choose(page->along(), "the bottom: an outer keel");
    QTRY_VERIFY(page->grid()->model()->rowCount() > 20);
    QVERIFY(!labels(page).filter("times its thickness").isEmpty());
    const int rows = page->grid()->model()->rowCount();
    // Clamps further apart are fewer.
    auto* apart = page->findChild<LengthField*>("bentClamps");
    apart->edit()->setFocus();
    apart->edit()->selectAll();
    type("600");
    press(Qt::Key_Return);
    QTRY_VERIFY(page->grid()->model()->rowCount() < rows);
    QCOMPARE(m_window->session().book()->backbone.bentInPlace.clampSpacing, millimetres(600.0));
    // It is on the assembly, in the order, and on paper; and undone it is gone.
    stage()->open(BackboneStage::Order);
    QVERIFY(!stage()->order()->list()->findItems("outer keel", Qt::MatchContains).isEmpty());
    const auto sheets = backboneSheets(*m_window->session().freshAnswer(), {});
    QVERIFY(std::any_of(sheets.begin(), sheets.end(), [](const Drawing& one) { return one.name == "outer-keel"; }));
    QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
    QTRY_VERIFY(!m_window->session().solved()->backbone->bentInPlace);
  }

  void slabIsReadFlattenedAndThePatternLaidClear() {
    open("sedge");
    stage()->open(BackboneStage::Slab);
    SlabPage* page = stage()->slab();
    QApplication::clipboard()->setText("6,5,7\n8,,9\n");
    QTest::mouseClick(page->findChild<QPushButton*>("pasteReadings"), Qt::LeftButton);
    QVERIFY(settled());
    // A gap is named, not passed over.
    QVERIFY(!labels(page).filter("row 2, place 2").isEmpty());
    page->readings()->setFocus();
    page->readings()->setCurrentIndex(page->readings()->model()->index(1, 1));
    type("4");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QVERIFY(session().solved()->backbone->slab.flat.has_value());
    QVERIFY(!labels(page).filter("First face up to").isEmpty());
    // The stem out of it, a knot in its way; then the best place, in the background.
    choose(page->timber(), "stem");
    QVERIFY(settled());
    page->findChild<QTabWidget*>("slabTables")->setCurrentIndex(0);
    page->faults()->setFocus();
    page->faults()->setCurrentIndex(page->faults()->model()->index(0, 0));
    type("knot");
    press(Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.slab.faults.size(), std::size_t{1});
    QVERIFY(!session().solved()->backbone->slab.placed.judgement.isClear());
    QTest::mouseClick(page->findButton(), Qt::LeftButton);
    QVERIFY(QTest::qWaitFor([page] { return !page->isSearching(); }, 10000));
    QVERIFY(settled());
    QVERIFY(session().book()->backbone.slab.placed);
    QVERIFY(session().solved()->backbone->slab.placed.judgement.isClear());
    // By hand from there.
    const double along = session().book()->backbone.slab.placedAlong.mm();
    page->drawing()->setFocus();
    press(Qt::Key_Right);
    QVERIFY(settled());
    QVERIFY(std::abs(session().book()->backbone.slab.placedAlong.mm() - along - 10.0) < 1e-9);
    press(Qt::Key_BracketLeft);
    press(Qt::Key_F);
    QVERIFY(settled());
    QVERIFY(std::abs(session().solved()->backbone->slab.placed.judgement.runOutRad) > 0.008);
  }

  void slabsOutlineIsTyped() {
    open("sedge");
    stage()->open(BackboneStage::Slab);
    SlabPage* page = stage()->slab();
    page->findChild<QTabWidget*>("slabTables")->setCurrentIndex(2);
    const std::vector<std::pair<QString, QString>> corners{{"0", "0"}, {"900", "0"}, {"800", "300"}, {"0", "280"}};
    for (std::size_t i = 0; i < corners.size(); ++i) {
      for (int column = 0; column < 2; ++column) {
        page->outline()->setFocus();
        page->outline()->setCurrentIndex(page->outline()->model()->index(static_cast<int>(i), column));
        type(column == 0 ? corners[i].first : corners[i].second);
        press(Qt::Key_Return);
        QVERIFY(settled());
      }
    }
    QCOMPARE(session().solved()->backbone->slab.lay.slab.size(), std::size_t{4});
    QVERIFY(std::abs(signedArea(session().solved()->backbone->slab.lay.slab) - 247000.0) < 1.0);
  }

  void patternIsSlidWithThePointer() {
    open("sedge");
    stage()->open(BackboneStage::Slab);
    choose(stage()->slab()->timber(), "stem");
    QVERIFY(settled());
    Canvas* drawing = stage()->slab()->drawing();
    drawing->grab();
    const Vec2 middle = session().solved()->backbone->slab.placed.placement.at;
    const QPoint from = drawing->toScreen(middle).toPoint();
    QTest::mousePress(drawing, Qt::LeftButton, {}, from);
    for (int i = 1; i <= 5; ++i) QTest::mouseMove(drawing, from + QPoint(6 * i, 0));
    QTest::mouseRelease(drawing, Qt::LeftButton, {}, from + QPoint(30, 0));
    QVERIFY(settled());
    QVERIFY(std::abs(session().book()->backbone.slab.placedAlong.mm() - middle.x() - 30.0 / drawing->pixelsPerMm()) <
            2.0 / drawing->pixelsPerMm());
    QTest::mouseDClick(drawing, Qt::LeftButton, {}, drawing->toScreen({60.0, 60.0}).toPoint());
    QVERIFY(settled());
    QCOMPARE(session().book()->backbone.slab.faults.size(), std::size_t{1});
  }

  void whatMayBeCutIsListedAndPrintedWithEveryPattern() {
    open("osier");
    stage()->open(BackboneStage::Order);
    QVERIFY(stage()->order()->list()->count() > 20);
    stage()->open(BackboneStage::Assembly);
    const QString folder = m_folder->path() + "/sheets";
    bool written = false;
    QTimer::singleShot(200, [&] {
      auto* panel = qobject_cast<PrintPanel*>(QApplication::activeModalWidget());
      if (panel == nullptr) return;
      written = panel->form()->what()->currentIndex() == static_cast<int>(SheetsOf::Backbone);
      panel->folder()->setText(folder);
      panel->form()->paperBox()->setCurrentIndex(4);
      QTest::mouseClick(panel->writeButton(), Qt::LeftButton);
      panel->reject();
    });
    QTest::mouseClick(stage()->findChild<QPushButton*>("printBackbone"), Qt::LeftButton);
    QVERIFY(written);
    const QStringList files = QDir(folder).entryList({"*.pdf"});
    for (const char* name : {"backbone-stem.pdf", "backbone-keel.pdf", "rabbet-sections-stem.pdf",
                             "keel-half-breadths.pdf", "transom.pdf", "backbone-order.pdf"})
      QVERIFY2(files.contains(QString("osier-") + name), name);
  }

 private:
  BackboneStage* stage() { return m_window->backbone(); }
  void open(const QString& boat) {
    QVERIFY(m_window->desk()->openPath(QString::fromStdString(boatsFolder()) + boat + ".csv"));
    QVERIFY(settled());
    QTest::keyClick(m_window.get(), Qt::Key_2, Qt::ControlModifier);
    QCOMPARE(m_window->currentStage(), std::size_t{1});
    laidOut();
  }
  /// Chooses an entry of a box as a hand does: it is activated.
  static void choose(QComboBox* box, const QString& text) {
    const int at = box->findText(text);
    QVERIFY2(at >= 0, qPrintable(text));
    box->setFocus();
    box->setCurrentIndex(at);
    emit box->activated(at);
    QCoreApplication::processEvents();
  }
  static QStringList labels(QWidget* in) {
    QStringList words;
    for (const QLabel* label : in->findChildren<QLabel*>()) words << label->text();
    return words;
  }
  static CanvasHandle handle(const Canvas* canvas, const QString& name) {
    for (const CanvasHandle& one : canvas->handles()) {
      if (one.name == name) return one;
    }
    qFatal("no handle %s", qPrintable(name));
    return {};
  }
};

int main(int argc, char** argv) {
  return runWindowTest<BackboneWindowTest>(argc, argv);
}
#include "backbone_window_test.moc"
