// The shape of a board: what a rule finds on it.

#include "stock/board_outline.h"

#include <QTest>
#include <cmath>
#include <random>

#include "stock/check_board.h"

using namespace narrows;

class BoardOutlineTest : public QObject {
  Q_OBJECT

  static Board plain() {
    Board board;
    board.name = "L1";
    board.species = "larch";
    board.length = millimetres(4000);
    board.width = millimetres(250);
    board.thickness = millimetres(28);
    return board;
  }
  static EdgePoint at(double x, double y) { return {millimetres(x), millimetres(y)}; }

 private slots:
  void aStraightBoardIsARectangle() {
    const Board board = plain();
    QCOMPARE(areaMm2(board), 4000.0 * 250.0);
    QCOMPARE(leastWidthMm(board), 250.0);
    QCOMPARE(crookMm(board), 0.0);
    QVERIFY(!isSheet(board) && boardWrongs(board).empty());
  }

  void aTaperedBoardHasAPrismsArea() {
    Board board = plain();
    board.upper = {at(0, 300), at(4000, 220)};
    QVERIFY(std::abs(areaMm2(board) - 4000.0 * 260.0) < 1e-6);
    QCOMPARE(leastWidthMm(board), 220.0);
    QVERIFY(std::abs(widthAtMm(board, 1000.0) - 280.0) < 1e-9);
    // Both edges lean the same way: no crook in it.
    QVERIFY(std::abs(crookMm(board)) < 1e-9);
  }

  void aCrookedBoardIsAsWideAsItIsSquareToTheLine() {
    // Both edges swept alike, 40 mm in the middle: a crook of 40, and no more wood than a straight board.
    Board board = plain();
    for (int i = 0; i <= 40; ++i) {
      const double x = 100.0 * i, sweep = 40.0 * std::sin(x / 4000.0 * 3.14159265358979);
      board.lower.push_back(at(x, sweep));
      board.upper.push_back(at(x, 250.0 + sweep));
    }
    QVERIFY(std::abs(areaMm2(board) - 4000.0 * 250.0) < 1e-6);
    QVERIFY(std::abs(crookMm(board) - 40.0) < 1e-9);
    QVERIFY(boardWrongs(board).empty());
    // A tree with a limb: readings on one edge alone.
    board.lower.clear();
    QVERIFY(std::abs(crookMm(board) - 20.0) < 1e-9);
  }

  void edgesAreLevelBeyondTheirReadings() {
    Board board = plain();
    board.lower = {at(500, 30), at(3500, 10)};
    QCOMPARE(edgeAtMm(board, false, 0.0), 30.0);
    QCOMPARE(edgeAtMm(board, false, 4000.0), 10.0);
    QCOMPARE(edgeAtMm(board, false, 2000.0), 20.0);
    QCOMPARE(edgeLine(board, false).size(), std::size_t{4});
    QVERIFY(std::abs(areaMm2(board) - (4000.0 * 250.0 - 500.0 * 30.0 - 3000.0 * 20.0 - 500.0 * 10.0)) < 1e-6);
  }

  void theOutlineIsWhatItsWidthsSay() {
    // Against widths summed along it, for boards read at any places.
    std::mt19937 chance(7);
    std::uniform_real_distribution<double> share(0.0, 1.0);
    for (int round = 0; round < 50; ++round) {
      Board board = plain();
      for (const bool upper : {false, true}) {
        double x = 0.0;
        for (int i = 0; i < 6; ++i) {
          x += 50.0 + 550.0 * share(chance);
          (upper ? board.upper : board.lower).push_back(at(x, (upper ? 220.0 : 0.0) + 60.0 * share(chance)));
        }
      }
      QVERIFY(boardWrongs(board).empty());
      double sum = 0.0;
      constexpr int steps = 40000;
      for (int i = 0; i < steps; ++i) sum += widthAtMm(board, (i + 0.5) * 4000.0 / steps) * 4000.0 / steps;
      QVERIFY(std::abs(sum - areaMm2(board)) < 2.0);
      QVERIFY(!isCrossed(outlineOf(board)));
    }
  }

  void plyIsASheet() {
    Board board = plain();
    board.species = "Marine Ply, 9 mm";
    QVERIFY(isSheet(board));
  }

  void aFaultThatTouchesTheBoardIsOnIt() {
    Board board = plain();
    board.faults = {{BoardFaultKind::Wane, millimetres(-50), millimetres(240), millimetres(300), millimetres(40)}};
    QVERIFY(boardWrongs(board).empty());
    board.faults.push_back(
        {BoardFaultKind::Knot, millimetres(100), millimetres(250), millimetres(20), millimetres(20)});
    const auto wrongs = boardWrongs(board);
    QCOMPARE(wrongs.size(), std::size_t{1});
    QVERIFY(wrongs[0].part == BoardPart::Fault && wrongs[0].index == 1);
    QVERIFY(wrongs[0].problem.fault == Fault::FaultOffBoard);
  }
};

QTEST_APPLESS_MAIN(BoardOutlineTest)
#include "board_outline_test.moc"
