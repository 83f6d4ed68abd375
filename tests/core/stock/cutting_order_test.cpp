// The order in which boards are sawn, so that choices stay open.

#include "stock/cutting_order.h"

#include <QTest>

#include "stock/stack_goal.h"
#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

class CuttingOrderTest : public QObject {
  Q_OBJECT

  static StockMake rules() { return stockMake(StockPlan(), 12.0, 38.0); }

 private slots:
  void whatCanBeMadeGoodIsSawnFirst() {
    Board faulty = straightBoard(4000, 300);
    faulty.faults = {fault(BoardFaultKind::Split, 3900, 100, 100, 10)};
    // A long clear board with a short piece on it; one that alone takes the widest plank; one whose plank goes on the
    // widest too.
    const std::vector<BoardShape> boards{BoardShape(straightBoard(4200, 130)), BoardShape(faulty),
                                         BoardShape(straightBoard(3000, 130))};
    const std::vector<WantedPiece> pieces{bentPlank(1200, 100, 0), bentPlank(3700, 220, 0), bentPlank(2500, 60, 0)};
    std::vector<PieceOnBoard> laid;
    for (std::size_t i = 0; i < boards.size(); ++i) {
      const auto place = findPlace(boards[i], pieces[i], {}, rules());
      QVERIFY(place);
      laid.push_back({i, i, place->lies});
    }
    const auto turns = cuttingOrder(boards, pieces, laid, rules());
    QCOMPARE(turns.size(), std::size_t(3));
    QCOMPARE(turns[0].board, std::size_t(2));
    QVERIFY(!turns[0].spare.empty());
    QCOMPARE(turns[1].board, std::size_t(1));
    QVERIFY(turns[1].spare.empty() && turns[1].weakest == 1);
    QVERIFY(turns[2].board == 0 && turns[2].keepsLongClear);
    QVERIFY(cuttingOrder(boards, pieces, {}, rules()).empty());
    std::stop_source stop;
    stop.request_stop();
    QVERIFY(cuttingOrder(boards, pieces, laid, rules(), stop.get_token()).empty());
  }

  void sistersOpenLikeABook() {
    Board one = crookedBoard(3000, 200, 40), other = crookedBoard(3000, 200, -40);
    one.name = "L1", other.name = "L2", other.sister = "L1";
    Board third = straightBoard(3000, 200);
    third.name = "L3";
    const std::vector<BoardShape> boards{BoardShape(one), BoardShape(other), BoardShape(third)};
    const auto sisters = sistersOf(boards);
    QVERIFY(sisters[0] == std::size_t(1) && sisters[1] == std::size_t(0) && !sisters[2]);
    WantedPiece starboard = bentPlank(2400, 100, 25);
    WantedPiece port = starboard;
    for (auto* points : {&port.outline, &port.middle, &port.lower, &port.upper})
      for (Vec2& point : *points) point.y() = -point.y();
    const auto place = findPlace(boards[0], starboard, {}, rules());
    QVERIFY(place);
    const Polygon there = place->lies.onBoard(starboard.outline);
    const PieceLies lies = bookMatched(boards[0], boards[1], place->lies, centroid(there));
    const Polygon mirrored = lies.onBoard(port.outline);
    // Every corner as far along, and as far from the upper edge as its pair is from the lower.
    for (std::size_t i = 0; i < there.size(); ++i) {
      QVERIFY(std::abs(mirrored[i].x() - there[i].x()) < 1e-6);
      QVERIFY(std::abs((mirrored[i].y() + there[i].y()) - (mirrored[0].y() + there[0].y())) < 1e-6);
    }
    QVERIFY(judgeLaying(boards[1], port, lies, {}, rules()).isClear());
  }
};

QTEST_APPLESS_MAIN(CuttingOrderTest)
#include "cutting_order_test.moc"
