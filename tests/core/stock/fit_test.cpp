// Places found for pieces on boards.

#include "stock/fit.h"

#include <QTest>
#include <random>

#include "stock/left_over.h"
#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

class FitTest : public QObject {
  Q_OBJECT

  static StockMake rules() { return stockMake(StockPlan(), 12.0, 38.0); }

 private slots:
  void whatIsFoundIsClearAndWhatBarelyFitsIsFound() {
    std::mt19937 random(3);
    const auto within = [&](double low, double high) { return std::uniform_real_distribution<>(low, high)(random); };
    int found = 0;
    for (int round = 0; round < 120; ++round) {
      const double bow = within(-70, 70);
      const WantedPiece piece = bentPlank(within(1500, 4200), within(70, 160), bow);
      // A board with four millimetres to spare each way, and nothing in it.
      Board board =
          straightBoard(piece.lengthMm + 2.0 * rules().marginMm + 30.0, piece.widthMm + 2.0 * rules().marginMm + 8.0);
      QVERIFY(findPlace(BoardShape(board), piece, {}, rules()));
      // A longer one with faults in it.
      board = straightBoard(5200, 280);
      for (int i = 0; i < 4; ++i)
        board.faults.push_back(fault(BoardFaultKind::Split, within(0, 5000), within(0, 250), within(10, 80), 10));
      const auto place = findPlace(BoardShape(board), piece, {}, rules());
      if (!place) continue;
      ++found;
      QVERIFY(place->judged.isClear());
      const LayingJudged again = judgeLaying(BoardShape(board), piece, place->lies, {}, rules());
      QVERIFY(again.isClear() && again.leastMm() >= rules().marginMm - 0.02);
    }
    QVERIFY(found > 60);
  }

  void aCrookedBoardTakesAPlankThatBendsAsItDoes() {
    const WantedPiece plank = bentPlank(3900, 120, 90);
    // As wide as the plank and its margins, and bent as it is: straight it would want 90 mm more.
    const Board crooked = crookedBoard(4000, 150, 90);
    QVERIFY(findPlace(BoardShape(crooked), plank, {}, rules()));
    QVERIFY(!findPlace(BoardShape(straightBoard(4000, 150)), plank, {}, rules()));
    // The other way round too.
    QVERIFY(findPlace(BoardShape(crookedBoard(4000, 150, -90)), plank, {}, rules()));
  }

  void nothingIsFoundOnAThinBoardOfAnotherWoodOrShort() {
    WantedPiece plank = bentPlank(2000, 100, 10);
    QVERIFY(findPlace(BoardShape(straightBoard(3000, 200)), plank, {}, rules()));
    QVERIFY(!findPlace(BoardShape(straightBoard(3000, 200, 11.0)), plank, {}, rules()));
    QVERIFY(!findPlace(BoardShape(straightBoard(1990, 200)), plank, {}, rules()));
    plank.species = "oak";
    QVERIFY(!findPlace(BoardShape(straightBoard(3000, 200)), plank, {}, rules()));
  }

  void hardTwistedEndsMissTheKnotsTheRestMayHave() {
    Board board = straightBoard(3050, 160);
    board.faults = {fault(BoardFaultKind::Knot, 400, 75, 10, 10)};
    WantedPiece plank = bentPlank(2950, 120, 0);
    QVERIFY(findPlace(BoardShape(board), plank, {}, rules()));
    plank.clearParts = {rectangle({0, -500}, {700, 500})};
    const auto place = findPlace(BoardShape(board), plank, {}, rules());
    // Its fore end goes to the other end of the board.
    QVERIFY(place && std::abs(std::remainder(place->lies.turnRad - 3.14159265, 6.2831853)) < 0.05);
    board.faults.push_back(fault(BoardFaultKind::Knot, 2700, 75, 10, 10));
    QVERIFY(!findPlace(BoardShape(board), plank, {}, rules()));
  }

  void piecesAreLaidAlongAnEdgeACrookAndANeighbour() {
    const BoardShape board(crookedBoard(4000, 320, 40));
    const WantedPiece plank = bentPlank(2600, 110, 30);
    for (const bool upper : {false, true}) {
      const PieceLies along = alongEdge(board, plank, {{500, 170}, 0.01, false}, upper, rules());
      const LayingJudged judged = judgeLaying(board, plank, along, {}, rules());
      QVERIFY(!judged.offBoard);
      QVERIFY(std::abs(judged.edges[upper ? 1 : 0].mm - rules().marginMm) < 0.05);
      // Nowhere to turn without coming nearer: it touches on both sides of its middle.
      for (const double turn : {-0.01, 0.01}) {
        PieceLies turned = along;
        const Vec2 middle = centroid(judged.outline);
        turned.turnRad += turn;
        turned.at = Eigen::Rotation2Dd(turn) * (along.at - middle) + middle;
        QVERIFY(judgeLaying(board, plank, turned, {}, rules()).edges[upper ? 1 : 0].mm < rules().marginMm - 0.02);
      }
    }
    const PieceLies crook = alongCrook(board, plank, {{600, 120}, 0.02, false});
    const LayingJudged lies = judgeLaying(board, plank, crook, {}, rules());
    QVERIFY(std::abs(lies.edges[0].mm - lies.edges[1].mm) < 30.0);
    const Neighbour beside{0, "", lies.outline};
    for (const bool above : {false, true}) {
      const PieceLies next = besideNeighbour(plank, crook, beside, above, rules());
      const LayingJudged judged = judgeLaying(board, plank, next, {beside}, rules());
      QVERIFY(std::abs(judged.neighbours[0].clear.mm - rules().kerfMm) < 0.01);
      QCOMPARE(next.at.y() > crook.at.y(), above);
    }
  }

  void whatIsLeftIsABoardWithTheShapeThatIsLeft() {
    Board board = straightBoard(4000, 300);
    board.faults = {fault(BoardFaultKind::Knot, 200, 240, 20, 20), fault(BoardFaultKind::Knot, 3900, 30, 20, 20)};
    const BoardShape shape(board);
    const StockMake make = rules();
    // A plank 100 wide out of its lower edge, 3 m long from the butt.
    const Polygon plank = rectangle({0, 0}, {3000, 100});
    const std::vector<LeftOver> left = leftOver(shape, {plank}, make);
    QVERIFY(!left.empty() && left[0].board);
    QCOMPARE(checkedArea(left), true);
    // Cut across where the plank ends: what is beside it, and what is beyond. All of it is wood that is there, and at
    // least all but slivers of it is told.
    QCOMPARE(left.size(), std::size_t(2));
    double area = 0.0;
    std::size_t faults = 0;
    for (const LeftOver& one : left) {
      QVERIFY(one.board);
      area += signedArea(BoardShape(*one.board).outline);
      faults += one.board->faults.size();
    }
    const double there = 4000.0 * 300.0 - 3000.0 * 100.0 - make.kerfMm * (3000.0 + 100.0 + make.kerfMm);
    QVERIFY2(area <= there + 1.0 && area > 0.999 * there, qPrintable(QString::number(area / there)));
    QCOMPARE(faults, std::size_t(2));
    QVERIFY(std::abs(left[0].board->length.mm() - 3003.0) < 1.0 && std::abs(left[0].board->width.mm() - 196.8) < 0.3);
    // A piece in the middle leaves a ring: two boards beside it, neither with a hole; the ends are too short to be any.
    const double kerf = make.kerfMm;
    double beside = 0.0;
    std::size_t boards = 0;
    for (const LeftOver& one : leftOver(shape, {rectangle({500, 120}, {3500, 180})}, make)) {
      if (!one.board) continue;
      ++boards;
      beside += signedArea(BoardShape(*one.board).outline);
    }
    QCOMPARE(boards, std::size_t(2));
    const double wanted = 2.0 * (3000.0 + 2.0 * kerf) * (120.0 - kerf);
    QVERIFY2(std::abs(beside - wanted) < 0.002 * wanted, qPrintable(QString::number(beside / wanted)));
    // All of it used: nothing is left.
    QVERIFY(leftOver(shape, {rectangle({-1, -1}, {4001, 301})}, make).empty());
  }

 private:
  /// No two of them cover the same wood.
  static bool checkedArea(const std::vector<LeftOver>& left) {
    for (std::size_t i = 0; i < left.size(); ++i) {
      for (std::size_t j = i + 1; j < left.size(); ++j) {
        double both = 0.0;
        for (const Polygon& part : common({left[i].outline}, {left[j].outline})) both += std::abs(signedArea(part));
        if (both > 100.0) return false;
      }
    }
    return true;
  }
};

QTEST_APPLESS_MAIN(FitTest)
#include "fit_test.moc"
