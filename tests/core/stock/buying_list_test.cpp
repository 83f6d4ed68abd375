// What boards to buy: every piece on one of them, in sizes that are sold.

#include "stock/buying_list.h"

#include <QTest>
#include <set>

#include "stock/enough.h"
#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

class BuyingListTest : public QObject {
  Q_OBJECT

  static StockMake rules() { return stockMake(StockPlan(), 12.0, 38.0); }

  static WantedPiece piece(double longMm, double wideMm, int strake, const char* wood = "larch") {
    WantedPiece one = bentPlank(longMm, wideMm, 10.0);
    one.of.strake = strake;
    one.species = wood;
    one.grade = WantedGrade::Clear;
    return one;
  }

 private slots:
  void everyPieceIsOnABoardThatIsSold() {
    std::vector<WantedPiece> pieces;
    for (int i = 0; i < 9; ++i) pieces.push_back(piece(1800.0 + 310.0 * i, 90.0 + 8.0 * i, i + 1));
    pieces.push_back(piece(1500.0, 100.0, 10, "oak"));
    const BoardsSold sizes = boardsSold({}, false);
    const auto list = buyingList(pieces, rules(), sizes, {0.0, 0.0, 9, 9});
    std::multiset<std::string> marks;
    double bought = 0.0, wanted = 0.0;
    for (const BoardsToBuy& one : list) {
      QVERIFY(!one.isOrdered && one.forLosses == 0 && one.count > 0);
      const auto isSold = [](const std::vector<Length>& all, double mm) {
        return std::any_of(all.begin(), all.end(), [&](Length size) { return std::abs(size.mm() - mm) < 1e-9; });
      };
      QVERIFY(isSold(sizes.lengths, one.lengthMm) && isSold(sizes.widths, one.widthMm) &&
              isSold(sizes.thicknesses, one.thicknessMm));
      QVERIFY(one.thicknessMm >= 12.0 + rules().planedMm);
      marks.insert(one.pieces.begin(), one.pieces.end());
      if (one.species == "larch") bought += one.count * one.lengthMm * one.widthMm;
      QVERIFY((one.species == "oak") == (marks.count(pieces.back().mark()) == 1 && one.pieces.size() == 1 &&
                                         one.pieces.front() == pieces.back().mark()));
    }
    QCOMPARE(marks.size(), pieces.size());
    for (const WantedPiece& one : pieces) {
      QCOMPARE(marks.count(one.mark()), std::size_t(1));
      if (one.species == "larch") wanted += std::abs(signedArea(one.outline));
    }
    // Tapered planks on square-edged boards of few sizes: somewhat more than half of it is plank.
    QVERIFY2(bought > wanted && bought < 2.2 * wanted, qPrintable(QString::number(bought / wanted)));
  }

  void oneBoardHoldsWhatGoesOnIt() {
    // Two of 100 mm by 2.3 m, side by side on a board of 8 ft by 10 in: what two boards of 6 in would take is more.
    const std::vector<WantedPiece> pieces{piece(2300.0, 110.0, 1), piece(2300.0, 110.0, 2)};
    const auto list = buyingList(pieces, rules(), boardsSold({}, false), {0.0, 0.0, 9, 9});
    QCOMPARE(list.size(), std::size_t(1));
    QCOMPARE(list[0].count, 1);
    QVERIFY(std::abs(list[0].lengthMm - 96 * 25.4) < 1e-6 && list[0].widthMm <= 10 * 25.4 + 1e-6);
    QVERIFY(std::abs(list[0].boardFeet() - list[0].lengthMm * list[0].widthMm * list[0].thicknessMm / 2359737.216) <
            1e-6);
  }

  void lossesAddBoardsAndThinOnesAreResawn() {
    std::vector<WantedPiece> pieces;
    for (int i = 0; i < 10; ++i) pieces.push_back(piece(2300.0, 240.0, i + 1));
    MillSizes inch;
    inch.thicknesses = {inches(1)};
    const auto none = buyingList(pieces, rules(), boardsSold(inch, false), {0.0, 0.0, 9, 9}),
               some = buyingList(pieces, rules(), boardsSold(inch, false), {0.15, 0.05, 9, 9});
    QCOMPARE(none.size(), std::size_t(1));
    QCOMPARE(none[0].count, 10);
    QCOMPARE(some[0].count, 12);
    QCOMPARE(some[0].forLosses, 2);
    // Two of 12 mm, planed, with a kerf between, out of an inch and a half, where inches are not sold.
    MillSizes thick;
    thick.thicknesses = {inches(1.5)};
    const auto resawn = buyingList(pieces, rules(), boardsSold(thick, false), {0.0, 0.0, 9, 9});
    QCOMPARE(resawn[0].resawn, 2);
    QCOMPARE(resawn[0].count, 5);
  }

  void whatNoMillSellsIsOrdered() {
    const auto list = buyingList({piece(7000.0, 200.0, 1)}, rules(), boardsSold({}, false), {0.0, 0.0, 9, 9});
    QCOMPARE(list.size(), std::size_t(1));
    QVERIFY(list[0].isOrdered && list[0].lengthMm >= 7000.0 && list[0].lengthMm < 7160.0 && list[0].widthMm < 260.0 &&
            std::abs(std::remainder(list[0].lengthMm, 152.4)) < 1e-6);
  }

  void sizesAreRead() {
    const auto feet = parseSizes("8 ft; 10 ft, 12 ft;", Unit::Inch);
    QVERIFY(feet && feet->size() == 3 && std::abs((*feet)[2].mm() - 144 * 25.4) < 1e-9);
    const auto wrong = parseSizes("8 ft; none; -3 ft", Unit::Inch);
    QVERIFY(!wrong && wrong.error().size() == 2);
    QVERIFY(parseSizes("", Unit::Inch)->empty());
  }

  void needsAreByTimberAndGrade() {
    std::vector<WantedPiece> pieces{piece(2000.0, 100.0, 1), piece(3000.0, 120.0, 2), piece(1000.0, 90.0, 3, "oak")};
    pieces[1].grade = WantedGrade::Sound;
    const auto needs = needOf(pieces, rules());
    QCOMPARE(needs.size(), std::size_t(3));
    QVERIFY(needs[0].grade == WantedGrade::Sound && needs[0].pieces == 1 && needs[0].lengthMm == 3000.0);
    QCOMPARE(needs[2].species, std::string("oak"));
  }

  void chancesAreThoseOfTheDraw() {
    // One piece, one board that has room for it once more, and one in ten spoiled: it is enough unless none is there.
    const std::vector<BoardShape> wide{BoardShape(straightBoard(2000, 300))};
    const std::vector<BoardShape> narrow{BoardShape(straightBoard(2000, 130))};
    const std::vector<WantedPiece> pieces{bentPlank(1800, 100, 0)};
    const StockLosses tenth{0.1, 0.0, 9, 9};
    for (const auto* boards : {&wide, &narrow}) {
      const LayAllRequest request{*boards, pieces, {}, rules(), 1, 0.5};
      const LaidStack stack = layAll(request);
      QVERIFY(stack.unlaid.empty());
      const double chance = chanceOfEnough(request, stack, tenth);
      QVERIFY2(std::abs(chance - (boards == &wide ? 1.0 : 0.9)) < 0.03, qPrintable(QString::number(chance)));
    }
    const std::vector<WantedPiece> tooMany(3, pieces.front());
    const LayAllRequest request{narrow, tooMany, {}, rules(), 1, 0.5};
    QCOMPARE(chanceOfEnough(request, layAll(request), tenth), 0.0);
  }
};

QTEST_APPLESS_MAIN(BuyingListTest)
#include "buying_list_test.moc"
