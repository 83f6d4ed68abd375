// The stock as a builder works with it: boards typed from paper, pieces laid by hand, boards sawn up, a piece spoiled.

#include <QClipboard>
#include <QComboBox>
#include <QLineEdit>

#include "book/stock_edits.h"
#include "canvas/length_field.h"
#include "commands/tape.h"
#include "solve/wanted_pieces.h"
#include "stages/stock/board_drawing.h"
#include "stages/stock/board_page.h"
#include "stages/stock/buy_page.h"
#include "stages/stock/enough_page.h"
#include "stages/stock/movement_page.h"
#include "stages/stock/pieces_page.h"
#include "stages/stock/rules_page.h"
#include "stages/stock/saw_page.h"
#include "stages/stock/stack_drawing.h"
#include "stages/stock/stack_page.h"
#include "stages/stock/stock_stage.h"
#include "stages/stock/woods_page.h"
#include "stock/boards_file.h"
#include "stock/check_board.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class StockWindowTest : public WindowCase {
  Q_OBJECT

  StockStage* stage() { return m_window->stock(); }
  StockBench* bench() { return stage()->bench(); }
  const Book& book() { return *session().book(); }

  void page(const char* name) { openPage(stage(), QString::fromLatin1(name), "belowBoard"); }
  /// Types a line as a builder does, and strikes Enter.
  void type(const QString& line) {
    QLineEdit* typed = stage()->stack()->typed();
    typed->setFocus();
    typed->selectAll();
    QTest::keyClicks(typed, line);
    QTest::keyClick(typed, Qt::Key_Return);
    QCoreApplication::processEvents();
  }
  void button(const char* name) {
    auto* found = stage()->findChild<QPushButton*>(QLatin1String(name));
    QVERIFY2(found != nullptr && found->isVisible(), name);
    QTest::mouseClick(found, Qt::LeftButton);
    QCoreApplication::processEvents();
  }
  PieceRef plank(int strake, BoatSide side) {
    for (const WantedPiece& one : bench()->pieces()) {
      if (one.of.kind == PieceKind::Plank && one.of.strake == strake && one.of.side == side) return one.of;
    }
    return {};
  }
  void takeBoard(const char* name) { bench()->takeBoard(findBoard(book(), std::string(name))->id); }
  bool piecesAreMade() {
    return QTest::qWaitFor([this] { return bench()->isFresh() && !bench()->pieces().empty(); }, 20000);
  }
  bool said(const QString& words) { return allSaidOn(stage()).contains(words); }
  void key(Qt::Key key, Qt::KeyboardModifiers held = {}) {
    stage()->board()->setFocus();
    QTest::keyClick(stage()->board(), key, held);
    QCoreApplication::processEvents();
  }
  /// Where the middle of the piece in hand is on the screen.
  QPoint onScreen(const PieceRef& of, const PieceLies& lies) {
    const WantedPiece* piece = bench()->find(of);
    return stage()->board()->toScreen(lies.onBoard(piece->middle[piece->middle.size() / 2])).toPoint();
  }

 private slots:
  void init() {
    openWindow();
    openBook("osier");
    m_window->goToNumber(6);
    QVERIFY(piecesAreMade());
  }
  void cleanup() { closeWindow(); }

  void aStackIsTypedPastedFoundAndWrittenAgain() {
    session().openSample(sampleBook("osier"));
    QVERIFY(settled());
    QVERIFY(book().boards.empty());
    QVERIFY2(said("none yet"), qPrintable(allSaidOn(stage())));
    type("larch, 16 ft, 12 in, 3/4 in, clear, 3 alike, at the long rack");
    QCOMPARE(book().boards.size(), std::size_t(3));
    QCOMPARE(book().boards[2].name, std::string("L3"));
    QVERIFY(stage()->stack()->typed()->text().isEmpty());
    // The wood and the thickness go on; faults in the same line.
    type("16 ft 2 in, 13 in, knotty, 19 %, knot 8 ft/9 in, loose 12 ft/2 in");
    QCOMPARE(book().boards.size(), std::size_t(4));
    QVERIFY(book().boards[3].species == "larch" && book().boards[3].faults.size() == 2);
    QVERIFY(book().boards[3].thickness == book().boards[0].thickness);
    // Too narrow for any plank, or too thin, is said of the board.
    QVERIFY(piecesAreMade());
    type("larch, 12 ft, 3 in, 1/4 in");
    QVERIFY2(said("Narrower than any plank") && said("Too thin"), qPrintable(allSaidOn(stage())));
    session().undo();
    // What is not understood stays in the line, is told, and puts nothing on the stack.
    type("larch, 4,88 m, 250 mm, 20 mm");
    QCOMPARE(book().boards.size(), std::size_t(4));
    QVERIFY2(said("4.88 m"), qPrintable(allSaidOn(stage())));
    QVERIFY(!stage()->stack()->typed()->text().isEmpty());
    // A name twice.
    type("larch, 12 ft, 9 in, 3/4 in, name L1");
    QCOMPARE(book().boards.size(), std::size_t(4));
    // From a spreadsheet.
    QApplication::clipboard()->setText(
        "name\twood\tlong\twide\ttop\tthick\tgrade\tmoisture\tsawn\tplace\n"
        "S1\toak\t9 ft\t8 in\t7 in\t1 1/4 in\tgood\t17\tquarter\tdoor\n"
        "S2\toak\t8 ft\t8 in\t\t1 1/4 in\t\t\t\t\n");
    button("pasteBoards");
    QCOMPARE(book().boards.size(), std::size_t(6));
    QVERIFY(findBoard(book(), std::string("S1"))->upper.size() == 2);
    QApplication::clipboard()->setText("S3\toak\t9 ft\twide\t\t1 in\nS4\toak\t9 ft\t8 in\t\tthin\n");
    button("pasteBoards");
    QCOMPARE(book().boards.size(), std::size_t(6));
    QVERIFY2(said("wide") && said("thin"), qPrintable(allSaidOn(stage())));
    // Found again.
    QTest::keyClicks(stage()->stack()->sought(), "oak >105");
    QCOMPARE(stage()->stack()->grid()->model()->rowCount(), 1);
    stage()->stack()->sought()->clear();
    QCOMPARE(stage()->stack()->grid()->model()->rowCount(), 6);
    // Typed over in the table, and put back.
    const auto cell = [&](int row, int column) { return stage()->stack()->grid()->model()->index(row, column); };
    QVERIFY(stage()->stack()->grid()->model()->setData(cell(0, 2), "15 ft", Qt::EditRole));
    QCOMPARE(book().boards[0].length.mm(), 180.0 * mmPerInch);
    session().undo();
    QCOMPARE(book().boards[0].length.mm(), 192.0 * mmPerInch);
    // Out to a file and back.
    const QString file = m_folder->filePath("stack.csv");
    QVERIFY(stage()->stack()->writeTo(file));
    const auto again = loadBoards(file.toStdString());
    QVERIFY(again && again->size() == 6 && again->at(3).faults.size() == 2);
    QVERIFY(!stage()->stack()->readFrom(file));  // every name is taken
    QCOMPARE(book().boards.size(), std::size_t(6));
  }

  void strakesOneToFourAreLaidByHandOnBothSides() {
    const std::vector<std::pair<std::pair<int, BoatSide>, const char*>> where{
        {{1, BoatSide::Starboard}, "L5"},  {{1, BoatSide::Port}, "L9"},       {{2, BoatSide::Starboard}, "L6"},
        {{2, BoatSide::Port}, "L8"},       {{3, BoatSide::Starboard}, "L12"}, {{3, BoatSide::Port}, "L4"},
        {{4, BoatSide::Starboard}, "L10"}, {{4, BoatSide::Port}, "L3"}};
    for (const auto& [of, name] : where) {
      takeBoard(name);
      bench()->takePiece(plank(of.first, of.second));
      // It waits above the board; B lays it in the best place, and the arrows move it from there and back.
      QVERIFY(findLaying(book(), *bench()->pieceRef()) == nullptr);
      key(Qt::Key_B);
      const Laying* laying = findLaying(book(), *bench()->pieceRef());
      QVERIFY2(laying != nullptr, name);
      const auto judged = bench()->judge(*laying);
      QVERIFY2(judged && judged->isClear() && judged->verdict(bench()->make()) != Severity::Trouble, name);
    }
    QCOMPARE(book().layings.size(), std::size_t(8));
    QVERIFY(settled());
    QVERIFY2(stage()->standing().startsWith("8 of 16"), qPrintable(stage()->standing()));
    // Saved and read again, everything lies where it lay.
    const auto again = readBook(bytes());
    QVERIFY(again && again->book.layings == book().layings);
    // One undo takes back one laying.
    session().undo();
    QCOMPARE(book().layings.size(), std::size_t(7));
  }

  void aPieceIsSlidWithThePointerAndComesToRest() {
    takeBoard("L10");
    const PieceRef of = plank(6, BoatSide::Starboard);
    bench()->takePiece(of);
    QCoreApplication::processEvents();
    stage()->board()->repaint();
    // Drawn from above onto the board.
    const QPoint from = onScreen(of, *stage()->board()->liesNow());
    const Board* board = bench()->board();
    const QPoint onto = stage()->board()->toScreen({0.5 * board->length.mm(), 0.45 * board->width.mm()}).toPoint();
    QTest::mousePress(stage()->board(), Qt::LeftButton, {}, from);
    for (int i = 1; i <= 10; ++i) {
      QTest::mouseMove(stage()->board(), from + (onto - from) * i / 10);
      QCoreApplication::processEvents();
    }
    QTest::mouseRelease(stage()->board(), Qt::LeftButton, {}, onto);
    QVERIFY(settled());
    const Laying* laying = findLaying(book(), of);
    QVERIFY(laying != nullptr && laying->board == board->id);
    QCOMPARE(session().undoStack()->undoText(), QString("Slide Strake 6, starboard"));
    // By keys: along the lower edge, by the smallest step, turned, end for end, and over.
    key(Qt::Key_L);
    const auto edge = [&](BoardSide side) {
      return bench()->judge(*findLaying(book(), of))->edges[static_cast<std::size_t>(side)].mm;
    };
    QVERIFY(std::abs(edge(BoardSide::Lower) - bench()->make().marginMm) < 0.05);
    const double y = findLaying(book(), of)->y.mm();
    key(Qt::Key_Up, Qt::ControlModifier);
    QVERIFY(std::abs(findLaying(book(), of)->y.mm() - y - mmPerInch / 16.0) < 1e-6);
    QVERIFY(std::abs(edge(BoardSide::Lower) - bench()->make().marginMm - mmPerInch / 16.0) < 0.1);
    const double turned = findLaying(book(), of)->turnDeg;
    key(Qt::Key_BracketLeft);
    QVERIFY(std::abs(findLaying(book(), of)->turnDeg - turned - 0.1) < 1e-6);
    key(Qt::Key_R);
    QVERIFY(std::abs(std::remainder(findLaying(book(), of)->turnDeg - turned - 180.1, 360.0)) < 1e-6);
    key(Qt::Key_F);
    QVERIFY(findLaying(book(), of)->turnedOver);
    key(Qt::Key_F);
    key(Qt::Key_U);
    QVERIFY(std::abs(edge(BoardSide::Upper) - bench()->make().marginMm) < 0.05);
    // Slid off the edge it is told, drawn and said.
    for (int i = 0; i < 3; ++i) key(Qt::Key_Up);
    QVERIFY2(said("over the upper edge by") && said("runs off the board"), qPrintable(allSaidOn(stage())));
    // A pair out of one board: the port plank beside it or end to end, its mirror image.
    key(Qt::Key_U);
    key(Qt::Key_P);
    const Laying* port = findLaying(book(), plank(6, BoatSide::Port));
    QVERIFY(port != nullptr && port->board == board->id && !port->turnedOver);
    QVERIFY(bench()->judge(*port)->isClear());
    // Off again.
    bench()->takePiece(of);
    key(Qt::Key_Delete);
    QVERIFY(findLaying(book(), of) == nullptr);
  }

  void faultsAndEdgesAreMarkedAndTyped() {
    takeBoard("L1");
    page("This board");
    const Board* board = bench()->board();
    const QPoint at = stage()->board()->toScreen({0.5 * board->length.mm(), 0.5 * board->width.mm()}).toPoint();
    QTest::mouseDClick(stage()->board(), Qt::LeftButton, {}, at);
    QCOMPARE(bench()->board()->faults.size(), std::size_t(1));
    CellGrid* faults = stage()->boardPage()->faults();
    const auto put = [](CellGrid* grid, int row, int column, const char* text) {
      return grid->model()->setData(grid->model()->index(row, column), text, Qt::EditRole);
    };
    QVERIFY(put(faults, 0, 0, "loose knot") && put(faults, 0, 1, "40") && put(faults, 0, 2, "3 1/2") &&
            put(faults, 0, 3, "1 1/4"));
    QVERIFY(bench()->board()->faults[0].kind == BoardFaultKind::Loose);
    QCOMPARE(bench()->board()->faults[0].x.mm(), 40.0 * mmPerInch);
    QVERIFY(!put(faults, 0, 0, "worm"));
    QVERIFY(!put(faults, 0, 1, "900"));  // off the board
    QCOMPARE(bench()->board()->faults[0].x.mm(), 40.0 * mmPerInch);
    CellGrid* edges = stage()->boardPage()->edges();
    QVERIFY(put(edges, 0, 0, "0") && put(edges, 1, 0, "96") && put(edges, 1, 1, "2") && put(edges, 2, 0, "192"));
    QCOMPARE(bench()->board()->lower.size(), std::size_t(3));
    QCOMPARE(bench()->board()->lower[1].y.mm(), 2.0 * mmPerInch);
    QVERIFY(!put(edges, 1, 1, "20"));  // above the upper edge
    QVERIFY2(said("the edges meet"), qPrintable(allSaidOn(stage())));
    session().undo();
    QCOMPARE(bench()->board()->lower.size(), std::size_t(2));
  }

  void aBoardIsSawnUpAndAPieceIsSpoiled() {
    takeBoard("L10");
    const PieceRef of = plank(6, BoatSide::Port);
    bench()->takePiece(of);
    key(Qt::Key_B);
    page("At the saw");
    const std::size_t before = book().boards.size();
    const int left = stage()->saw()->left()->model()->rowCount();
    QVERIFY(left >= 1);
    const std::string was = bytes();
    button("sawUp");
    QVERIFY2(findBoard(book(), std::string("L10"))->used.has_value(), qPrintable(allSaidOn(stage())));
    QVERIFY(settled());
    QCOMPARE(book().boards.size(), before + static_cast<std::size_t>(left));
    QVERIFY(findBoard(book(), std::string("L10a")) != nullptr);
    QVERIFY(book().log.back().step == HangingStep::GotOut && book().log.back().isOf(6, BoatSide::Port));
    QVERIFY(isThere(book(), of));
    // Sawn, it moves no more.
    key(Qt::Key_Up);
    QVERIFY(findLaying(book(), of)->isCut());
    // What is left is a board, and a piece can be laid on it.
    QVERIFY(boardWrongsOf("L10a").empty());
    // Spoiled: wanted again, with why.
    auto* why = stage()->findChild<QLineEdit*>("spoiltWhy");
    QVERIFY(why->isVisible());
    why->setFocus();
    QTest::keyClicks(why, "split at the hood end");
    button("spoil");
    QVERIFY(!isThere(book(), of) && book().spoiled.size() == 1);
    QCOMPARE(book().spoiled[0].why, std::string("split at the hood end"));
    // One undo takes back each step.
    session().undo();
    QVERIFY(isThere(book(), of) && book().spoiled.empty());
    session().undo();
    QCOMPARE(bytes(), was);
  }

  void whichBoardsWouldFitIsFoundForEveryPiece() {
    page("Pieces");
    button("lookForBoards");
    QVERIFY(QTest::qWaitFor([this] { return !stage()->pieces()->isLooking(); }, 60000));
    const QAbstractItemModel* model = stage()->pieces()->grid()->model();
    QCOMPARE(model->rowCount(), 16);
    int fits = 0;
    for (int row = 0; row < model->rowCount(); ++row)
      fits += model->index(row, 1).data().toString().contains('L') ? 1 : 0;
    QVERIFY2(fits > 10, qPrintable(QString::number(fits)));
    // Laid on the board that suits it best.
    bench()->takePiece(plank(7, BoatSide::Starboard));
    QCoreApplication::processEvents();
    button("layOnBest");
    QVERIFY(findLaying(book(), plank(7, BoatSide::Starboard)) != nullptr);
    QVERIFY(bench()->judge(*findLaying(book(), plank(7, BoatSide::Starboard)))->isClear());
    // The other wood for a strake, and what is there already.
    auto* grade = stage()->findChild<QComboBox*>("strakeGrade");
    grade->setCurrentIndex(1);
    emit grade->activated(1);
    QVERIFY(book().stock.grades.size() == 1 && book().stock.grades[0].strake == 7);
    QVERIFY(piecesAreMade());
  }

  void allIsLaidBesideTheWindowAndWhatLiesStays() {
    takeBoard("L3");
    bench()->takePiece(plank(7, BoatSide::Starboard));
    key(Qt::Key_B);
    const Laying byHand = *findLaying(book(), plank(7, BoatSide::Starboard));
    page("Pieces");
    button("layAll");
    QVERIFY(stage()->pieces()->isLaying());
    // Some are laid before long; stopped, the best so far is taken.
    QVERIFY2(isStoppedUnderWay(), qPrintable(allSaidOn(stage())));
    QVERIFY2(book().layings.size() >= 8, qPrintable(allSaidOn(stage())));
    QVERIFY(*findLaying(book(), byHand.of) == byHand);
    for (const Laying& laying : book().layings) QVERIFY(bench()->judge(laying)->isClear());
    // One undo takes it all back.
    session().undo();
    QCOMPARE(book().layings.size(), std::size_t(1));
  }

  /// The hand goes on while all is laid: what it lays meanwhile stays where it was put, and nothing is laid over it.
  void whatIsLaidByHandMeanwhileStays() {
    page("Pieces");
    bench()->takePiece({});
    button("layAll");
    QVERIFY(stage()->pieces()->isLaying());
    takeBoard("L3");
    bench()->takePiece(plank(7, BoatSide::Starboard));
    key(Qt::Key_B);
    QVERIFY(findLaying(book(), plank(7, BoatSide::Starboard)) != nullptr);
    const Laying byHand = *findLaying(book(), plank(7, BoatSide::Starboard));
    QVERIFY2(isStoppedUnderWay(), qPrintable(allSaidOn(stage())));
    QVERIFY2(book().layings.size() >= 4, qPrintable(allSaidOn(stage())));
    QVERIFY(*findLaying(book(), byHand.of) == byHand);
    for (const Laying& laying : book().layings) QVERIFY(bench()->judge(laying)->isClear());
  }

  /// Asks whether there is enough, as quickly as a test may.
  void askEnough(double seconds) {
    page("Enough?");
    constexpr double secondsACure = 0.6;
    stage()->enough()->lookFor(seconds, secondsACure);
    button("askEnough");
    QVERIFY(QTest::qWaitFor([this] { return !stage()->enough()->isAsking(); }, 120000));
    QVERIFY(stage()->enough()->stands() != nullptr);
  }

  void whatIsShortIsCuredWithOneKeyAndOneUndo() {
    Book few = book();
    few.layings.clear();
    few.boards.resize(8);
    session().openSample(few);
    QVERIFY(settled());
    QVERIFY(piecesAreMade());
    const std::string before = bytes();
    askEnough(1.5);
    QVERIFY2(said("Short by"), qPrintable(allSaidOn(stage())));
    QCOMPARE(bytes(), before);
    const auto& cures = stage()->enough()->stands()->cures;
    const auto bought = std::find_if(cures.begin(), cures.end(),
                                     [](const StockCure& one) { return one.kind == StockCureKind::BoardsBought; });
    QVERIFY(bought != cures.end());
    // The whole stack is seen, and a board of it taken in hand by a click.
    const auto& handles = stage()->wholeStack()->handles();
    QCOMPARE(handles.size(), std::size_t(8));
    const BoardId third = book().boards[2].id;
    QTest::mouseClick(stage()->wholeStack(), Qt::LeftButton, {}, handles[2].at.toPoint());
    QVERIFY(bench()->board() != nullptr && bench()->board()->id == third);
    stage()->wholeStack()->setFocus();
    QTest::keyClick(stage()->wholeStack(), Qt::Key_Down);
    QVERIFY(bench()->board()->id == book().boards[3].id);
    // A cure's row is taken in hand with the pointer, and then taken.
    CellGrid* grid = stage()->enough()->cures();
    const QModelIndex row = grid->model()->index(static_cast<int>(bought - cures.begin()) + 1, 0);
    grid->scrollTo(row);
    QTest::mouseClick(grid->viewport(), Qt::LeftButton, {}, grid->visualRect(row).center());
    const std::size_t boards = bought->book.boards.size();
    button("takeCure");
    QCOMPARE(book().boards.size(), boards);
    QVERIFY(book().boards.size() > 8);
    QVERIFY2(said("ask again"), qPrintable(allSaidOn(stage())));
    session().undo();
    QCOMPARE(bytes(), before);
    // What was said was of a book that is no more: it is not taken again after another edit.
    type("larch, 16 ft, 12 in, 3/4 in");
    page("Enough?");
    const std::string now = bytes();
    QVERIFY(!stage()->enough()->takeCure());
    QCOMPARE(bytes(), now);
    // What she would need from nothing, in sizes typed under Rules.
    page("To buy");
    button("buyFromNothing");
    QVERIFY(QTest::qWaitFor([this] { return !stage()->buy()->isWorking(); }, 60000));
    const int rows = stage()->buy()->grid()->model()->rowCount();
    QVERIFY(rows > 2 && said("From nothing"));
    StockPlan plan = book().stock;
    plan.mill.lengths = {inches(60)};
    QVERIFY(session().perform("Mill", setStock(book(), plan)));
    QVERIFY2(said("Before the last change"), qPrintable(allSaidOn(stage())));
    button("buyFromNothing");
    QVERIFY(QTest::qWaitFor([this] { return !stage()->buy()->isWorking(); }, 60000));
    QVERIFY2(said("larger than the mill sells"), qPrintable(allSaidOn(stage())));
    // Asked again what is short, that is what it lists.
    askEnough(0.5);
    page("To buy");
    QVERIFY2(!said("From nothing") && (said("For what is short") || said("Nothing to buy")),
             qPrintable(allSaidOn(stage())));
  }

  void enoughIsSaidAndStopGivesWhatThereIs() {
    Book all = book();
    all.layings.clear();
    session().openSample(all);
    QVERIFY(settled());
    QVERIFY(piecesAreMade());
    askEnough(8.0);
    QVERIFY2(said("Enough: all 16"), qPrintable(allSaidOn(stage())));
    QVERIFY2(said("as is usual"), qPrintable(allSaidOn(stage())));
    stage()->enough()->lookFor(3600.0, 3600.0);
    button("askEnough");
    QTest::qWait(200);
    QVERIFY(stage()->enough()->isAsking());
    button("askEnough");
    QVERIFY(QTest::qWaitFor([this] { return !stage()->enough()->isAsking(); }, 20000));
    // Another goal is a setting of the book, and one undo.
    const std::string before = bytes();
    auto* goal = stage()->findChild<QComboBox*>("stackGoal");
    goal->setFocus();
    QTest::keyClick(goal, Qt::Key_Up);
    QCOMPARE(book().stock.goal, StackGoal::FewestBoards);
    session().undo();
    QCOMPARE(bytes(), before);
  }

  void theBoardToSawNextAndSisters() {
    Book all = book();
    all.layings.clear();
    session().openSample(all);
    QVERIFY(settled());
    QVERIFY(piecesAreMade());
    page("This board");
    takeBoard("L2");
    auto* sister = stage()->findChild<QComboBox*>("sisterBoard");
    sister->setFocus();
    QTest::keyClick(sister, Qt::Key_Down);
    QCOMPARE(findBoard(book(), std::string("L2"))->sister, std::string("L1"));
    session().undo();
    QVERIFY(findBoard(book(), std::string("L2"))->sister.empty());
    for (const char* board : {"L3", "L4"}) {
      takeBoard(board);
      bench()->takePiece(plank(board[1] == '3' ? 6 : 1, BoatSide::Starboard));
      QVERIFY(stage()->board()->layInBestPlace());
    }
    page("At the saw");
    QVERIFY(QTest::qWaitFor([this] { return said("Best sawn as number"); }, 20000));
    button("sawNext");
    QVERIFY2(said("Best sawn as number 1 of 2"), qPrintable(allSaidOn(stage())));
  }

  void rulesAndRatesAreTypedAndAnEmptyCellIsTheUsualAgain() {
    page("Rules");
    QAbstractItemModel* rules = stage()->rules()->rules()->model();
    QVERIFY(rules->rowCount() > 15);
    for (int row = 0; row < rules->rowCount(); ++row) QVERIFY(!rules->index(row, 1).data().toString().isEmpty());
    QVERIFY(rules->setData(rules->index(0, 0), "1/4 in", Qt::EditRole));
    QCOMPARE(bench()->make().marginMm, 0.25 * mmPerInch);
    QVERIFY(!rules->setData(rules->index(0, 0), "wide", Qt::EditRole));
    QVERIFY(rules->setData(rules->index(0, 0), "", Qt::EditRole));
    QVERIFY(!book().stock.margin);
    QVERIFY(rules->setData(rules->index(6, 0), "no", Qt::EditRole));
    QVERIFY(bench()->make().letsIn(BoardFaultKind::Loose));
    page("Woods");
    QAbstractItemModel* rates = stage()->woods()->rates()->model();
    QCOMPARE(rates->rowCount(), 1);
    QVERIFY(rates->index(0, 2).data().toString().contains("Wood Handbook"));
    QVERIFY(rates->setData(rates->index(0, 0), "0.30", Qt::EditRole));
    QCOMPARE(book().stock.rates[0].slab, 0.003);
    page("Movement");
    takeBoard("L1");
    bench()->takePiece(plank(7, BoatSide::Port));
    key(Qt::Key_B);
    QCOMPARE(stage()->movement()->grid()->model()->rowCount(), 1);
    // Strake 7, out of a quarter-sawn board at 16 per cent.
    QCOMPARE(stage()->movement()->grid()->model()->index(0, 2).data().toString(), QString("quarter"));
  }

  void aChangedPlankIsJudgedAgainWhereItLies() {
    takeBoard("L1");
    bench()->takePiece(plank(7, BoatSide::Port));
    key(Qt::Key_B);
    QVERIFY(bench()->judge(*findLaying(book(), plank(7, BoatSide::Port)))->isClear());
    // A wider allowance for the saw: the piece as it lies runs off its board, and the rail says so.
    Book wider = book();
    wider.planking.sawClear = millimetres(60.0);
    QVERIFY(session().perform("Leave more", wider));
    QVERIFY(settled() && piecesAreMade());
    QTRY_VERIFY2(stage()->standing().contains("not lie clear"), qPrintable(stage()->standing()));
    session().undo();
    QVERIFY(settled() && piecesAreMade());
    QTRY_VERIFY(!stage()->standing().contains("not lie clear"));
  }

  void aTapeTellsBoardsAndEdgesOneReadingAfterAnother() {
    const std::size_t before = book().boards.size();
    const auto tapes = stage()->findChildren<Tape*>();
    QCOMPARE(tapes.size(), qsizetype(2));
    const auto read = [](Tape* tape, double in) { emit tape->read({inches(in), {}, {}}); };
    Tape* stack = stage()->stack()->findChild<Tape*>();
    for (const double in : {150.0, 8.5}) read(stack, in);
    QCOMPARE(book().boards.size(), before);
    QVERIFY2(said("now its thickness"), qPrintable(allSaidOn(stage())));
    read(stack, 1.0);
    QCOMPARE(book().boards.size(), before + 1);
    QVERIFY(book().boards.back().width == inches(8.5) && book().boards.back().species == "larch");
    // Edges: along, lower, upper, and on to the next row.
    page("This board");
    CellGrid* edges = stage()->boardPage()->edges();
    Tape* board = stage()->boardPage()->findChild<Tape*>();
    edges->setCurrentIndex(edges->model()->index(0, 0));
    for (const double in : {0.0, 0.25, 8.0, 150.0, 0.0, 8.25}) read(board, in);
    QCOMPARE(bench()->board()->lower.size(), std::size_t(2));
    QVERIFY(bench()->board()->lower[0].y == inches(0.25) && bench()->board()->upper[1].y == inches(8.25));
  }

  void whatIsLaidOfAJointThatGoesIsTold() {
    Book joined = book();
    joined.joining.joints = {{7, BoatSide::Starboard, millimetres(2300), JoinedBy::Scarf, true, {}}};
    QVERIFY(session().perform("Join", Result<Book>(joined)));
    QVERIFY(settled() && piecesAreMade());
    PieceRef aft = plank(7, BoatSide::Starboard);
    aft.piece = 2;
    takeBoard("L1");
    bench()->takePiece(bench()->find(aft)->of);
    key(Qt::Key_B);
    QVERIFY(findLaying(book(), aft) != nullptr);
    Book whole = book();
    whole.joining.joints.clear();
    QVERIFY(session().perform("Join no more", Result<Book>(whole)));
    QVERIFY(settled() && piecesAreMade());
    page("Pieces");
    QTRY_VERIFY2(said("she has no more"), qPrintable(allSaidOn(stage())));
    QVERIFY2(stage()->standing().contains("not lie clear"), qPrintable(stage()->standing()));
    button("liftWithoutPiece");
    QVERIFY(findLaying(book(), aft) == nullptr);
    // Looked at again after her planks were made anew elsewhere.
    m_window->goToNumber(5);
    Book wider = book();
    wider.planking.sawClear = millimetres(4.0);
    QVERIFY(session().perform("Leave more", wider));
    QVERIFY(settled());
    m_window->goToNumber(6);
    QVERIFY(piecesAreMade());
    const QAbstractItemModel* model = stage()->pieces()->grid()->model();
    QCOMPARE(model->rowCount(), 16);
    for (int row = 0; row < model->rowCount(); ++row) QVERIFY(!model->index(row, 2).data().toString().isEmpty());
  }

 private:
  /// More than half of her planks are laid, or the search has ended.
  bool isUnderWay() {
    for (int laid = 9; laid <= 16; ++laid) {
      if (said(QStringLiteral("So far %1 laid").arg(laid))) return true;
    }
    return !stage()->pieces()->isLaying();
  }
  /// Stops it there, where it has not ended; false where it did not come so far, or did not stop.
  bool isStoppedUnderWay() {
    if (!QTest::qWaitFor([this] { return isUnderWay(); }, 60000)) return false;
    if (stage()->pieces()->isLaying()) button("layAll");
    return QTest::qWaitFor([this] { return !stage()->pieces()->isLaying(); }, 5000);
  }

  std::vector<BoardWrong> boardWrongsOf(const char* name) { return boardWrongs(*findBoard(book(), std::string(name))); }
};

QTEST_MAIN(StockWindowTest)
#include "stock_window_test.moc"
