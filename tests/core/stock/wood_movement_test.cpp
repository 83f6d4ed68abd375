// Wood moves across its grain: by hand, and by the rules.

#include "stock/wood_movement.h"

#include <QTest>

#include "stock/good_for.h"
#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

class WoodMovementTest : public QObject {
  Q_OBJECT

 private slots:
  void aPlankMovesByItsRate() {
    Board wet = straightBoard(4000, 200), quarter = wet, oak = wet, unmeasured = wet;
    wet.moisture = 22.0;
    wet.sawn = Sawn::Slab;
    quarter.moisture = 22.0;
    quarter.sawn = Sawn::Quarter;
    oak.species = "oak";
    oak.moisture = 40.0;
    WantedPiece above, below;
    above.of.strake = 7;
    above.why = GradeWhy::Topsides;
    below.of.strake = 3;
    const StockPlan plan;
    const StockMake make = stockMake(plan, 12.0, 38.0);
    const WoodMovement moves = woodMovement(
        {{&above, &wet, 120.0}, {&above, &quarter, 120.0}, {&below, &oak, 100.0}, {&below, &unmeasured, 100.0}}, plan,
        make, 1.5);
    QCOMPARE(moves.planks.size(), std::size_t(4));
    // 120 mm of slab-sawn larch from 22 to 12 per cent: 120 x 0.0032 x 10.
    QVERIFY(std::abs(moves.planks[0].opensMm() - 3.84) < 1e-9);
    QVERIFY(std::abs(moves.planks[1].opensMm() - 1.92) < 1e-9);
    // Above full fibres wood is no wider: oak at 40 is as wide as at 28, and 26 is two less.
    QVERIFY(std::abs(moves.planks[2].opensMm() - 100.0 * 0.0037 * 2.0) < 1e-9);
    // Not measured: as the book has it, 14; afloat it closes.
    QVERIFY(!moves.planks[3].isMeasured && moves.planks[3].opensMm() < 0.0);
    std::size_t wetOnes = 0;
    for (const MovementCare& care : moves.cares) wetOnes += care.why == MovementCare::Why::HungWet ? 1 : 0;
    QCOMPARE(wetOnes, std::size_t(2));
  }

  void quarterBesideSlabIsTold() {
    Board slab = straightBoard(4000, 200), quarter = slab;
    slab.sawn = Sawn::Slab;
    quarter.sawn = Sawn::Quarter;
    WantedPiece three, four;
    three.of.strake = 3;
    four.of.strake = 4;
    StockPlan plan;
    plan.moistureNow = 20.0;
    const WoodMovement moves =
        woodMovement({{&three, &slab, 120.0}, {&four, &quarter, 120.0}}, plan, stockMake(plan, 12.0, 38.0), 1.5);
    QCOMPARE(moves.cares.size(), std::size_t(1));
    QVERIFY(moves.cares[0].why == MovementCare::Why::TwoCuts && moves.cares[0].mm > 1.0);
    QVERIFY(std::abs(*moves.planks[0].nowMm - 120.0 * (1.0 + 0.0032 * 6.0)) < 1e-9);
    // Not on the other side of the boat.
    four.of.side = BoatSide::Port;
    QVERIFY(woodMovement({{&three, &slab, 120.0}, {&four, &quarter, 120.0}}, plan, stockMake(plan, 12.0, 38.0), 1.5)
                .cares.empty());
  }

  void whatABoardIsGoodForIsItsLargestRectangles() {
    Board board = straightBoard(4000, 200);
    const StockMake make = stockMake(StockPlan(), 12.0, 38.0);
    const auto good = [&] { return goodFor(BoardShape(board), make, 12.0); };
    QVERIFY(std::abs(good().clear.lengthMm - (4000.0 - 2.0 * make.marginMm)) < 0.1);
    QVERIFY(std::abs(good().clear.widthMm - (200.0 - 2.0 * make.marginMm)) < 0.1);
    // A small sound knot costs the clear wood, and nothing below the waterline.
    board.faults = {fault(BoardFaultKind::Knot, 1000, 90, 20, 20)};
    QVERIFY(good().clear.fromMm > 1000.0 && good().clear.lengthMm < 3000.0);
    QVERIFY(good().sound.lengthMm > 3900.0);
    QVERIFY(good().clearBut && good().clearBut->fault == 0);
    // A split at an end is cut off; a loose knot would be plugged.
    board.faults = {fault(BoardFaultKind::Split, 3700, 80, 300, 10), fault(BoardFaultKind::Loose, 1200, 90, 20, 20)};
    QVERIFY(good().sound.fromMm + good().sound.lengthMm <= 3700.0);
    QVERIFY(good().soundBut && good().soundBut->byPlug && good().soundBut->fault == 1);
    const std::string words = goodForWords(BoardShape(board), good(), make, Notation::Millimetres);
    QVERIFY2(words.find("plugged") != std::string::npos && words.find("loose") != std::string::npos, words.c_str());
    // Nothing at all.
    board.faults = {fault(BoardFaultKind::Heart, 0, 60, 4000, 80)};
    board.length = millimetres(400);
    board.faults = {fault(BoardFaultKind::Heart, 0, 60, 400, 80)};
    QVERIFY(good().isTooSmall);
    board.thickness = millimetres(10);
    QVERIFY(good().isTooThin);
  }
};

QTEST_APPLESS_MAIN(WoodMovementTest)
#include "wood_movement_test.moc"
