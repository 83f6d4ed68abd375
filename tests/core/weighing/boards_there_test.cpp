// A plan weighed by the boards of a stack: widths, lengths, crooks and how many.

#include "weighing/boards_there.h"

#include <QTest>

#include "book/book_file.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

class BoardsThereTest : public QObject {
  Q_OBJECT

  static StackBoard board(double longMm, double wideMm, double crook = 0.0) {
    return {"larch", longMm, wideMm, crook, 20.0};
  }
  static PlankOnStack plank(double longMm, double wideMm, double cutMm) { return {"", longMm, wideMm, cutMm, 18.0, 2}; }

 private slots:
  void widestTakeTheirsFirst() {
    // Two of 200 want the two boards of 210; two of 90 go side by side on the 190, with 6 mm of saw between.
    int begun = 0;
    const auto found = lookOnStack({board(5000, 190), board(5000, 210), board(5000, 210)},
                                   {plank(4500, 90, 90), plank(4500, 200, 200)}, 160.0, 6.0, &begun);
    QVERIFY(found[1].held == 2 && found[1].wanted == 2 && found[0].held == 2);
    QCOMPARE(begun, 3);
    QCOMPARE(found[0].widestMm, 210.0);
    // One of those boards gone: one plank is without.
    const auto fewer = lookOnStack({board(5000, 190), board(5000, 210)}, {plank(4500, 200, 200)}, 160.0, 6.0);
    QVERIFY(fewer[0].held == 1 && fewer[0].wanted == 2 && fewer[0].widestMm == 210.0);
  }

  void whatIsLongerIsJoinedAndBendsLess() {
    // 8 m on boards of 5, scarfed by 160: two lengths of 4.08, each bending a quarter of 120.
    const auto found = lookOnStack({board(5000, 140), board(5000, 140), board(5000, 140), board(5000, 140)},
                                   {plank(8000, 220, 100)}, 160.0, 6.0);
    QVERIFY(found[0].lengths == 2 && found[0].wanted == 4 && found[0].held == 4);
    QVERIFY(std::abs(found[0].widestMm - (220.0 + 140.0 - 130.0)) < 1e-9);
  }

  void aCrookServesABend() {
    // 60 mm of bend over the whole of a board that bends as much: no wider than the plank itself.
    const auto bent = lookOnStack({board(4500, 110, 60)}, {plank(4500, 160, 100)}, 160.0, 6.0);
    QVERIFY(bent[0].widestMm > 160.0);
    const auto straight = lookOnStack({board(4500, 110)}, {plank(4500, 160, 100)}, 160.0, 6.0);
    QVERIFY(straight[0].widestMm < 160.0 && straight[0].held == 0);
  }

  void anotherWoodOrAThinBoardIsNone() {
    PlankOnStack oak = plank(3000, 100, 100);
    oak.species = "oak";
    QCOMPARE(lookOnStack({board(5000, 200)}, {oak}, 160.0, 6.0)[0].widestMm, 0.0);
    PlankOnStack thick = plank(3000, 100, 100);
    thick.thicknessMm = 21.0;
    QCOMPARE(lookOnStack({board(5000, 200)}, {thick}, 160.0, 6.0)[0].widestMm, 0.0);
    QVERIFY(lookOnStack({}, {plank(3000, 100, 100)}, 160.0, 6.0)[0].held == 0);
  }

  /// On the boat: her stack with every board narrower than her widest strake weighs worse, and names it.
  void aBoatIsWeighedByHerStack() {
    Book book = loadBook(boatsFolder() + "osier.narrows")->book;
    const auto weighed = [](const Book& of) { return solve(std::make_shared<const Book>(of), 1); };
    const auto with = weighed(book);
    for (Board& board : book.boards) {
      board.lower.clear();
      board.upper.clear();
      board.faults.clear();
      board.width = inches(7);
    }
    book.layings.clear();
    const auto narrow = weighed(book);
    QVERIFY(narrow->weighing->score > with->weighing->score + 0.5);
    const Weighed* worst = narrow->weighing->worst(Measure::BoardWidth);
    QVERIFY(worst != nullptr && worst->verdict == Severity::Trouble && worst->isOfStack);
    QVERIFY(worst->value > inches(7).mm() && *worst->limit <= inches(7).mm() + 1e-6);
    // The builder's own limit is his own.
    book.weighing.limits.push_back({Measure::BoardWidth, {900.0, 1000.0}});
    const auto own = weighed(book);
    QVERIFY(!own->weighing->worst(Measure::BoardWidth)->verdict);
    // Boards that are sawn up were there for her too.
    book.weighing.limits.clear();
    for (Board& board : book.boards) board.used = BoardUse{"2026-05-02", {}, {}, ""};
    QVERIFY(std::abs(weighed(book)->weighing->score - narrow->weighing->score) < 1e-9);
  }
};

QTEST_APPLESS_MAIN(BoardsThereTest)
#include "boards_there_test.moc"
