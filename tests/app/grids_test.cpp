// The grids in which figures are typed: copied and pasted as a block, their exact text, gone through by key; and the
// slate's fields and groups.

#include <QClipboard>
#include <QHeaderView>
#include <QLineEdit>
#include <cmath>

#include "book/edits.h"
#include "canvas/english_plurals.h"
#include "canvas/length_field.h"
#include "canvas/seen.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/backbone/keel_page.h"
#include "stages/backbone/rabbet_page.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lining/lining_stage.h"
#include "stages/lining/widths_grid.h"
#include "stages/moulds/mould_drawing.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/moulds/set_up_grid.h"
#include "stages/slate.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class GridsTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void aBlockOfTheTableIsCopiedAndPastedBackTheSame() {
    openBook("osier");
    OffsetGrid* grid = table();
    const std::string before = bytes();
    select(grid, 1, 2, 4, 6);
    press(Qt::Key_C, Qt::ControlModifier);
    const QString block = QApplication::clipboard()->text();
    QCOMPARE(block.count('\n'), 3);
    QCOMPARE(block.section('\n', 0, 0).count('\t'), 4);
    // Pasted where it was it changes nothing, to the last decimal.
    select(grid, 1, 2, 1, 2);
    press(Qt::Key_V, Qt::ControlModifier);
    QCOMPARE(bytes(), before);
    QCOMPARE(session().undoStack()->count(), 0);
  }

  void whatASpreadsheetGivesIsOneUndo() {
    openBook("marl");
    OffsetGrid* grid = table();
    const std::string before = bytes();
    const OffsetTable was = session().book()->table;
    select(grid, 1, 3, 1, 3);
    QApplication::clipboard()->setText("1-2-3\t1-2-4\r\n1-3-1+\t\r\n");
    press(Qt::Key_V, Qt::ControlModifier);
    const OffsetTable& now = session().book()->table;
    QCOMPARE(now.rows[1].figures[3]->mm(), inches(14.375).mm());
    QCOMPARE(now.rows[1].figures[4]->mm(), inches(14.5).mm());
    QCOMPARE(now.rows[2].figures[3]->mm(), inches(15.1875).mm());
    QVERIFY(!now.rows[2].figures[4]);  // an empty cell takes a figure out
    QCOMPARE(now.rows[3], was.rows[3]);
    QCOMPARE(session().undoStack()->count(), 1);
    press(Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(bytes(), before);
  }

  void aPasteThatDoesNotFitSaysWhatWouldAndChangesNothing_data() {
    QTest::addColumn<QString>("block");
    QTest::addColumn<QString>("told");
    QTest::newRow("too many rows") << QString("1-0-0\n").repeated(400) << "400 rows of 1 figure";
    QTest::newRow("ragged") << "1-0-0\t1-0-0\n1-0-0"
                            << "row 2 has 1, not 2";
    QTest::newRow("nonsense in the last cell") << "1-0-0\t1-0-1\n1-0-2\toak"
                                               << "oak";
  }
  void aPasteThatDoesNotFitSaysWhatWouldAndChangesNothing() {
    QFETCH(QString, block);
    QFETCH(QString, told);
    openBook("osier");
    OffsetGrid* grid = table();
    const std::string before = bytes();
    QString said;
    connect(grid, &FigureGrid::notUnderstood, this, [&](const QString& words) { said = words; });
    select(grid, 1, 3, 1, 3);
    QApplication::clipboard()->setText(block);
    press(Qt::Key_V, Qt::ControlModifier);
    QVERIFY2(said.contains(told), qPrintable(said));
    QCOMPARE(bytes(), before);
    QCOMPARE(session().undoStack()->count(), 0);
    QVERIFY(settled());
  }

  void aPasteOverWhatIsWorkedOutIsRefused() {
    openBook("osier");
    m_window->goToNumber(4);
    auto* grid = m_window->lining()->findChild<WidthsGrid*>();
    grid->setFocus();
    const int master = static_cast<int>(session().solved()->lining->master);
    const std::string before = bytes();
    QString said;
    connect(grid, &FigureGrid::notUnderstood, this, [&](const QString& words) { said = words; });
    grid->setCurrentIndex(grid->model()->index(2, master));
    QVERIFY(!grid->paste("3 1/2\t3"));
    QVERIFY2(said.contains("worked out"), qPrintable(said));
    QCOMPARE(bytes(), before);
    // Down the master column it fits.
    QVERIFY(grid->paste("3 1/2\n3 5/8"));
    QCOMPARE(session().undoStack()->count(), 1);
  }

  void theTextToEditIsTheExactFigure() {
    openBook("osier");
    m_window->goToNumber(4);
    auto* grid = m_window->lining()->findChild<WidthsGrid*>();
    const Lining& lining = *session().solved()->lining;
    const QModelIndex cell =
        grid->model()->index(static_cast<int>(lining.strakeCount()) - 3, static_cast<int>(lining.master));
    const auto read = parseLength(cell.data(Qt::EditRole).toString().toStdString(), bareUnit(session().notation()));
    QVERIFY(read);
    QVERIFY(std::abs(read->mm() - lining.widthMm(2, lining.master)) < 1e-4);
    // Opened and left as it was, it is not written.
    const std::string before = bytes();
    grid->setFocus();
    grid->setCurrentIndex(cell);
    press(Qt::Key_F2);
    press(Qt::Key_Return);
    QCOMPARE(bytes(), before);
    QCOMPARE(session().undoStack()->count(), 0);
  }

  void exactTextReadsBackTheSame() {
    for (const Notation notation :
         {Notation::FeetInches16, Notation::Inches16, Notation::Inches32, Notation::Millimetres}) {
      for (const double mm : {0.0, 304.8, 12.7, 100.0, 7.9375, 333.3333, 1234.5, 0.001, 41.671875}) {
        const auto read = parseLength(exactText(millimetres(mm), notation).toStdString(), bareUnit(notation));
        QVERIFY(read);
        QVERIFY2(std::abs(read->mm() - mm) < 2e-5, qPrintable(QString::number(mm)));
      }
    }
  }

  void gridAndDrawingTakeTheSameInHand() {
    openBook("osier");
    m_window->goToNumber(2);
    m_window->backbone()->open(BackboneStage::Keel);
    KeelPage* keel = m_window->backbone()->keel();
    keel->drawing()->setFocus();
    press(Qt::Key_Right);
    const int row = keel->grid()->currentIndex().row();
    press(Qt::Key_Right);
    QCOMPARE(keel->grid()->currentIndex().row(), row + 1);
    m_window->backbone()->open(BackboneStage::Rabbet);
    RabbetPage* rabbet = m_window->backbone()->rabbet();
    rabbet->grid()->setFocus();
    rabbet->grid()->setCurrentIndex(rabbet->grid()->model()->index(3, 1));
    QCOMPARE(rabbet->rabbet()->mark(), 3);
    rabbet->drawing()->setFocus();
    press(Qt::Key_Up);
    QCOMPARE(rabbet->grid()->currentIndex().row(), 4);
    QCOMPARE(rabbet->grid()->currentIndex().column(), 1);
    m_window->goToNumber(3);
    MouldsStage* moulds = m_window->moulds();
    moulds->mouldDrawing()->choose(4);
    QCOMPARE(moulds->setUp()->currentIndex().row(), 4);
  }

  void tabGoesThroughTheCellsAndLeavesBehindTheLast() {
    openBook("osier");
    m_window->goToNumber(3);
    SetUpGrid* grid = m_window->moulds()->setUp();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(0, 0));
    press(Qt::Key_Tab);
    QCOMPARE(grid->currentIndex().column(), 1);
    QVERIFY(grid->hasFocus());
    const QModelIndex last = grid->model()->index(grid->model()->rowCount() - 1, grid->model()->columnCount() - 1);
    grid->setCurrentIndex(last);
    press(Qt::Key_Tab);
    QVERIFY(!grid->hasFocus());
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(0, 0));
    press(Qt::Key_Backtab, Qt::ShiftModifier);
    QVERIFY(!grid->hasFocus());
  }

  void groupsOfTheSlateOpenByKeyAndFold() {
    openBook("osier");
    m_window->goToNumber(3);
    QPushButton* group = nullptr;
    for (QPushButton* one : m_window->moulds()->findChildren<QPushButton*>()) {
      if (one->property("group").toBool()) group = one;
    }
    QVERIFY(group != nullptr);
    LengthField* base = nullptr;
    for (LengthField* one : m_window->moulds()->findChildren<LengthField*>()) {
      if (one->edit()->accessibleName().startsWith("Building base")) base = one;
    }
    QVERIFY(base != nullptr && !base->isVisible());
    group->setFocus();
    press(Qt::Key_Space);
    QVERIFY(base->isVisible());
    base->edit()->setFocus();
    base->edit()->selectAll();
    type("60");
    press(Qt::Key_Return);
    QCOMPARE(session().book()->moulds.base.mm(), inches(60.0).mm());
    group->setFocus();
    press(Qt::Key_Space);
    QVERIFY(!base->isVisible());
  }

  void slatesFitASmallScreenFolded() {
    openBook("osier");
    m_window->resize(1280, 800);
    for (int stage = 1; stage <= 5; ++stage) {
      m_window->goToNumber(stage);
      for (int page = 0; page < (stage == 2 ? m_window->backbone()->tabs()->count() : 1); ++page) {
        if (stage == 2) m_window->backbone()->open(static_cast<BackboneStage::Page>(page));
        laidOut();
        for (Slate* slate : m_window->findChildren<Slate*>()) {
          if (!slate->isVisible()) continue;
          const int room = slate->parentWidget()->height();
          const int needs =
              slate->hasHeightForWidth() ? slate->heightForWidth(slate->width()) : slate->sizeHint().height();
          QVERIFY2(needs > 100 && needs <= room,
                   qPrintable(QString("stage %1 page %2: %3 of %4").arg(stage).arg(page).arg(needs).arg(room)));
        }
      }
    }
  }

  void windowFitsASmallScreen() {
    openBook("osier");
    for (int stage = 1; stage <= 5; ++stage) {
      m_window->goToNumber(stage);
      for (int page = 0; page < (stage == 2 ? m_window->backbone()->tabs()->count() : 1); ++page) {
        if (stage == 2) m_window->backbone()->open(static_cast<BackboneStage::Page>(page));
        laidOut();
        m_window->resize(1024, 768);
        laidOut();
        QVERIFY2(m_window->width() == 1024 && m_window->height() == 768,
                 qPrintable(QString("stage %1 page %2: %3 by %4")
                                .arg(stage)
                                .arg(page)
                                .arg(m_window->width())
                                .arg(m_window->height())));
      }
    }
  }

  void whatIsPaintedIsCutToWhatIsSeen() {
    const QRectF box(0.0, 0.0, 100.0, 50.0);
    // In at the left, out at the top, in again from the right: two pieces, their ends on the box.
    const auto pieces = piecesWithin({{-10.0, 20.0}, {50.0, 20.0}, {50.0, -1e7}, {1e7, 25.0}, {90.0, 25.0}}, box);
    QCOMPARE(pieces.size(), qsizetype{2});
    QCOMPARE(pieces[0], (QPolygonF{{0.0, 20.0}, {50.0, 20.0}, {50.0, 0.0}}));
    QCOMPARE(pieces[1], (QPolygonF{{100.0, 25.0}, {90.0, 25.0}}));
    QVERIFY(piecesWithin({{-5.0, -5.0}, {-5.0, 500.0}}, box).isEmpty());
    // A shape far larger than the box is the box; one that half lies in it is half.
    const auto area = [](const QPolygonF& shape) {
      double sum = 0.0;
      for (qsizetype i = 0; i < shape.size(); ++i) {
        const QPointF &a = shape[i], &b = shape[(i + 1) % shape.size()];
        sum += 0.5 * (a.x() * b.y() - b.x() * a.y());
      }
      return std::abs(sum);
    };
    QCOMPARE(area(shapeWithin({{-1e6, -1e6}, {1e6, -1e6}, {1e6, 1e6}, {-1e6, 1e6}}, box)), 5000.0);
    QCOMPARE(area(shapeWithin({{50.0, -10.0}, {150.0, -10.0}, {150.0, 60.0}, {50.0, 60.0}}, box)), 2500.0);
    QCOMPARE(area(shapeWithin({{0.0, 0.0}, {100.0, 0.0}, {0.0, 50.0}}, box)), 2500.0);
    QVERIFY(shapeWithin({{-9.0, 0.0}, {-1.0, 0.0}, {-1.0, 9.0}}, box).isEmpty());
  }

  void oneAndManyAreSaidAsTheyAre() {
    QCOMPARE(QCoreApplication::translate("any", "%n strake(|s)", nullptr, 1), QString("1 strake"));
    QCOMPARE(QCoreApplication::translate("any", "%n strake(|s)", nullptr, 8), QString("8 strakes"));
    QCOMPARE(QCoreApplication::translate("any", "%n bolt( fouls|s foul) it (so)", nullptr, 2),
             QString("2 bolts foul it (so)"));
    QCOMPARE(QCoreApplication::translate("any", "no number (|s)"), QString("no number (|s)"));
  }

  void rowsStayWholeHoweverOftenATableIsLaidOutAgain() {
    openBook("osier");
    m_window->goToNumber(4);
    QVERIFY(settled());
    auto* grid = m_window->lining()->findChild<WidthsGrid*>();
    QVERIFY(grid != nullptr && grid->isVisible());
    const int row = grid->verticalHeader()->defaultSectionSize();
    for (const int high : {800, 790, 780, 771}) {
      m_window->resize(1280, high);
      laidOut();
      grid->setCurrentIndex(grid->model()->index(grid->model()->rowCount() - 1, 2));
      for (int times = 0; times < 20; ++times) {
        QVERIFY(session().perform(
            "Lengths", setNotation(*session().book(), times % 2 == 0 ? Notation::Millimetres : Notation::Inches16)));
        QVERIFY(settled());
        laidOut();
        QVERIFY2(grid->model()->rowCount() * row > grid->viewport()->height(), "a table that scrolls");
        QCOMPARE(grid->viewport()->height() % row, 0);
        QCOMPARE(grid->visualRect(grid->indexAt(QPoint(20, 1))).top(), 0);
        const QRect last = grid->visualRect(grid->model()->index(grid->model()->rowCount() - 1, 2));
        QVERIFY(last.bottom() <= grid->viewport()->height());
      }
    }
  }

 private:
  OffsetGrid* table() {
    m_window->goToNumber(1);
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setFocus();
    return grid;
  }
  static void select(FigureGrid* grid, int row, int column, int lastRow, int lastColumn) {
    grid->setCurrentIndex(grid->model()->index(row, column));
    grid->selectionModel()->select(
        QItemSelection(grid->model()->index(row, column), grid->model()->index(lastRow, lastColumn)),
        QItemSelectionModel::ClearAndSelect);
  }
};

int main(int argc, char** argv) {
  return runWindowTest<GridsTest>(argc, argv);
}
#include "grids_test.moc"
