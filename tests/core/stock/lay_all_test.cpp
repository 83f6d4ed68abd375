// Many pieces laid on many boards: stacks of which it is known that all goes on them.

#include "stock/lay_all.h"

#include <QTest>
#include <random>

#include "stock/board_outline.h"
#include "stock/why_not.h"
#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

class LayAllTest : public QObject {
  Q_OBJECT

  static StockMake rules() { return stockMake(StockPlan(), 12.0, 38.0); }

  /// Boards with pieces cut out of them and faults round those.
  struct Cut {
    std::vector<BoardShape> boards;
    std::vector<WantedPiece> pieces;
  };
  static Cut cut(std::size_t boards, std::size_t pieces, unsigned seed) {
    std::mt19937 random(seed);
    const auto within = [&](double low, double high) { return std::uniform_real_distribution<>(low, high)(random); };
    Cut made;
    std::vector<Board> stack;
    std::vector<std::vector<Neighbour>> on(boards);
    for (std::size_t i = 0; i < boards; ++i)
      stack.push_back(i % 2 == 0 ? straightBoard(within(3500, 5200), within(220, 340))
                                 : crookedBoard(within(3500, 5200), within(220, 320), within(-70, 70)));
    for (std::size_t tries = 0; made.pieces.size() < pieces && tries < 50 * pieces; ++tries) {
      const double length = within(0, 1) < 0.55 ? within(2200, 4600) : within(700, 2200);
      WantedPiece piece = bentPlank(length, within(80, 150), within(-4e-6, 4e-6) * length * length);
      piece.of.strake = static_cast<int>(made.pieces.size()) + 1;
      const auto place = findPlace(BoardShape(stack[tries % boards]), piece, on[tries % boards], rules());
      if (!place) continue;
      on[tries % boards].push_back({0, {}, place->judged.outline});
      made.pieces.push_back(std::move(piece));
    }
    for (std::size_t i = 0; i < boards; ++i) {
      const Box2 box = boxOf(outlineOf(stack[i]));
      for (int k = 0; k < 30; ++k) {
        const BoardFault one = fault(BoardFaultKind::Split, within(0, box.width() - 60), within(0, box.height() - 10),
                                     within(15, 200), within(8, 40));
        const bool isOn = !common({outlineOf(stack[i])}, {boxOf(one)}).empty();
        const bool isFree = std::all_of(on[i].begin(), on[i].end(), [&](const Neighbour& piece) {
          return clearBetween(piece.outline, boxOf(one)).mm > rules().marginMm + 0.2;
        });
        if (isOn && isFree) stack[i].faults.push_back(one);
      }
      made.boards.emplace_back(stack[i]);
    }
    std::shuffle(made.pieces.begin(), made.pieces.end(), random);
    return made;
  }

  static void lookAt(const Cut& of, const LaidStack& stack) {
    std::vector<int> times(of.pieces.size(), 0);
    for (const PieceOnBoard& one : stack.laid) {
      ++times[one.piece];
      std::vector<Neighbour> others;
      for (const PieceOnBoard& other : stack.laid) {
        if (other.board == one.board && other.piece != one.piece)
          others.push_back({0, {}, other.lies.onBoard(of.pieces[other.piece].outline)});
      }
      QVERIFY(judgeLaying(of.boards[one.board], of.pieces[one.piece], one.lies, others, rules()).isClear());
    }
    for (const std::size_t piece : stack.unlaid) ++times[piece];
    for (const int time : times) QCOMPARE(time, 1);
  }

 private slots:
  void whatWasCutOutGoesBackIn() {
    int all = 0;
    for (const unsigned seed : {1u, 2u, 3u}) {
      const Cut of = cut(6, 14, seed);
      int better = 0;
      const LaidStack stack =
          layAll({of.boards, of.pieces, {}, rules(), 1, 4.0}, {}, [&](const LaidStack&) { ++better; });
      lookAt(of, stack);
      QVERIFY(better >= 2);
      all += stack.unlaid.empty() ? 1 : 0;
    }
    QCOMPARE(all, 3);
  }

  void aSeedGivesTheSameAnswerAndStopTheBestSoFar() {
    const Cut of = cut(4, 9, 5);
    const LaidStack one = layAll({of.boards, of.pieces, {}, rules(), 7, 1.0}),
                    two = layAll({of.boards, of.pieces, {}, rules(), 7, 1.0});
    QCOMPARE(one.laid.size(), two.laid.size());
    for (std::size_t i = 0; i < one.laid.size(); ++i)
      QVERIFY(one.laid[i].piece == two.laid[i].piece && one.laid[i].board == two.laid[i].board &&
              one.laid[i].lies.at == two.laid[i].lies.at);
    std::stop_source stop;
    int told = 0;
    const LaidStack stopped =
        layAll({of.boards, of.pieces, {}, rules(), 7, 3600.0}, stop.get_token(), [&](const LaidStack& best) {
          told += best.laid.empty() ? 0 : 1;
          if (told > 0) stop.request_stop();
        });
    lookAt(of, stopped);
    QVERIFY(!stopped.laid.empty());
  }

  void whatIsLaidByHandStays() {
    const Cut of = cut(4, 8, 11);
    const auto place = findPlace(of.boards[2], of.pieces[3], {}, rules());
    QVERIFY(place);
    PieceOnBoard byHand{3, 2, place->lies};
    const LaidStack stack = layAll({of.boards, of.pieces, {byHand}, rules(), 1, 1.0});
    lookAt(of, stack);
    bool isThere = false;
    for (const PieceOnBoard& one : stack.laid)
      isThere |= one.piece == 3 && one.board == 2 && one.lies.at == byHand.lies.at;
    QVERIFY(isThere);
  }

  void whyAPieceGoesNowhereIsTold() {
    Board other = straightBoard(5000, 300);
    other.species = "oak";
    std::vector<BoardShape> boards{BoardShape(straightBoard(2000, 200)), BoardShape(other)};
    const auto lacks = [&](WantedPiece piece) {
      piece.species = "larch";
      return *nearestBoard(boards, piece, rules());
    };
    QCOMPARE(lacks(bentPlank(1800, 100, 5)).lacks, Lacks::Nothing);
    const NearestBoard tooLong = lacks(bentPlank(2100, 100, 0));
    QVERIFY(tooLong.lacks == Lacks::Length && tooLong.board == 0 &&
            std::abs(tooLong.byMm - 100.0 - 2.0 * rules().marginMm) < 1e-6);
    const WantedPiece wide = bentPlank(1500, 220, 0);
    const NearestBoard tooWide = lacks(wide);
    QVERIFY(tooWide.lacks == Lacks::Width &&
            std::abs(tooWide.byMm - (wide.widthMm - 200.0 + 2.0 * rules().marginMm)) < 1e-6);
    boards.erase(boards.begin());
    QCOMPARE(lacks(bentPlank(1800, 100, 5)).lacks, Lacks::Wood);
    Board faulty = straightBoard(2000, 200);
    faulty.faults = {fault(BoardFaultKind::Heart, 0, 80, 2000, 40)};
    boards = {BoardShape(faulty)};
    QCOMPARE(lacks(bentPlank(1800, 100, 5)).lacks, Lacks::FreeOfFaults);
    QVERIFY(!nearestBoard({}, bentPlank(1800, 100, 5), rules()));
  }

  void whatGoesNowhereIsLeft() {
    const std::vector<BoardShape> boards{BoardShape(straightBoard(2000, 200))};
    const std::vector<WantedPiece> pieces{bentPlank(1800, 100, 5), bentPlank(2500, 100, 5), bentPlank(900, 260, 5)};
    const LaidStack stack = layAll({boards, pieces, {}, rules(), 1, 0.5});
    QCOMPARE(stack.laid.size(), std::size_t(1));
    QCOMPARE(stack.unlaid, (std::vector<std::size_t>{1, 2}));
    QVERIFY(layAll({{}, pieces, {}, rules(), 1, 0.5}).unlaid.size() == 3 &&
            layAll({boards, {}, {}, rules(), 1, 0.5}).laid.empty());
  }
};

QTEST_APPLESS_MAIN(LayAllTest)
#include "lay_all_test.moc"
