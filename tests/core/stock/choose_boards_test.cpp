// Boards chosen by an integer programme, held against trying all; and bounds that nothing may go below.

#include "stock/choose_boards.h"

#include <QTest>
#include <map>
#include <random>

#include "stock/board_outline.h"
#include "stock/lay_all.h"
#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

class ChooseBoardsTest : public QObject {
  Q_OBJECT

  struct Best {
    double unlaidMm2 = 1e300, cost = 1e300;
    bool isBetterThan(const Best& other) const {
      return unlaidMm2 < other.unlaidMm2 - 1e-6 || (unlaidMm2 < other.unlaidMm2 + 1e-6 && cost < other.cost - 1e-9);
    }
  };

  /// Every choice of a laying, or none, for every board.
  static Best tryAll(const BoardChoices& choices) {
    std::vector<std::vector<const BoardLaying*>> of(choices.boards, {nullptr});
    for (const BoardLaying& one : choices.layings) of[one.board].push_back(&one);
    Best best;
    std::vector<std::size_t> at(choices.boards, 0);
    while (true) {
      Best now{0.0, 0.0};
      std::vector<bool> isLaid(choices.pieceMm2.size(), false);
      for (std::size_t board = 0; board < choices.boards; ++board) {
        const BoardLaying* one = of[board][at[board]];
        if (one == nullptr) continue;
        now.cost += one->cost;
        for (const std::size_t piece : one->pieces) isLaid[piece] = true;
      }
      for (std::size_t piece = 0; piece < isLaid.size(); ++piece)
        now.unlaidMm2 += isLaid[piece] ? 0.0 : choices.pieceMm2[piece];
      if (now.isBetterThan(best)) best = now;
      std::size_t board = 0;
      while (board < choices.boards && ++at[board] == of[board].size()) at[board++] = 0;
      if (board == choices.boards) return best;
    }
  }

  static StockMake rules() { return stockMake(StockPlan(), 12.0, 38.0); }

  /// Few boards, and pieces that want most of them.
  struct Small {
    std::vector<BoardShape> boards;
    std::vector<WantedPiece> pieces;
  };
  static Small small(unsigned seed) {
    std::mt19937 random(seed);
    const auto within = [&](double low, double high) { return std::uniform_real_distribution<>(low, high)(random); };
    Small made;
    for (int i = 0; i < 3; ++i) made.boards.emplace_back(straightBoard(within(1500, 3000), within(180, 300)));
    for (int i = 0; i < 4; ++i) {
      made.pieces.push_back(bentPlank(within(900, 2200), within(80, 150), within(-20, 20)));
      made.pieces.back().of.strake = i + 1;
    }
    return made;
  }

  /// Whether pieces go on a board together in some order, each in the best place left.
  static bool goTogether(const Small& of, std::size_t board, std::vector<std::size_t> set) {
    std::sort(set.begin(), set.end());
    do {
      std::vector<Neighbour> on;
      for (const std::size_t piece : set) {
        const auto place = findPlace(of.boards[board], of.pieces[piece], on, rules());
        if (!place) break;
        on.push_back({piece, {}, place->judged.outline});
      }
      if (on.size() == set.size()) return true;
    } while (std::next_permutation(set.begin(), set.end()));
    return false;
  }

  /// The best of all ways to share the pieces out over the boards.
  static Best shareOut(const Small& of, const std::vector<double>& cost) {
    std::map<std::pair<std::size_t, std::size_t>, bool> known;
    const std::size_t ways = of.boards.size() + 1;
    std::size_t all = 1;
    for (std::size_t i = 0; i < of.pieces.size(); ++i) all *= ways;
    Best best;
    for (std::size_t way = 0; way < all; ++way) {
      std::vector<std::vector<std::size_t>> on(of.boards.size());
      Best now{0.0, 0.0};
      std::size_t left = way;
      for (std::size_t piece = 0; piece < of.pieces.size(); ++piece, left /= ways) {
        if (left % ways < of.boards.size()) {
          on[left % ways].push_back(piece);
        } else {
          now.unlaidMm2 += std::abs(signedArea(of.pieces[piece].outline));
        }
      }
      bool goes = true;
      for (std::size_t board = 0; goes && board < on.size(); ++board) {
        if (on[board].empty()) continue;
        std::size_t key = 0;
        for (const std::size_t piece : on[board]) key |= std::size_t(1) << piece;
        const auto found = known.find({board, key});
        goes = found != known.end() ? found->second : (known[{board, key}] = goTogether(of, board, on[board]));
        now.cost += cost[board];
      }
      if (goes && now.isBetterThan(best)) best = now;
    }
    return best;
  }

 private slots:
  void theProgrammeIsAsGoodAsTryingAll() {
    std::mt19937 engine(3);
    const auto random = [&] { return static_cast<int>(engine() % 10000); };
    for (int round = 0; round < 60; ++round) {
      BoardChoices choices;
      choices.boards = 4;
      const std::size_t pieces = 7;
      for (std::size_t i = 0; i < pieces; ++i) choices.pieceMm2.push_back(1000.0 + random() % 9000);
      for (int i = 0; i < 24; ++i) {
        BoardLaying one{static_cast<std::size_t>(random()) % choices.boards, {}, 1.0 + 0.1 * (random() % 20)};
        for (std::size_t piece = 0; piece < pieces; ++piece) {
          if (random() % 3 == 0) one.pieces.push_back(piece);
        }
        choices.layings.push_back(std::move(one));
      }
      const auto chosen = chooseBoards(choices, 10000);
      QVERIFY(chosen && chosen->isProven);
      double unlaid = 0.0;
      for (const std::size_t piece : chosen->unlaid) unlaid += choices.pieceMm2[piece];
      const Best best = tryAll(choices);
      QVERIFY2(std::abs(unlaid - best.unlaidMm2) < 1e-6 && std::abs(chosen->cost - best.cost) < 1e-6,
               qPrintable(QStringLiteral("round %1: %2 for %3, %4 for %5")
                              .arg(round)
                              .arg(unlaid)
                              .arg(best.unlaidMm2)
                              .arg(chosen->cost)
                              .arg(best.cost)));
      std::vector<int> times(choices.boards, 0);
      for (const std::size_t laying : chosen->layings) ++times[choices.layings[laying].board];
      for (const int time : times) QVERIFY(time <= 1);
    }
  }

  void smallStacksAreLaidAsWellAsCanBe() {
    int proven = 0;
    constexpr unsigned seeds = 10;
    for (unsigned seed = 1; seed <= seeds; ++seed) {
      const Small of = small(seed);
      for (const StackGoal goal : {seed % 2 == 0 ? StackGoal::LeastWaste : StackGoal::FewestBoards}) {
        LayAllRequest request{of.boards, of.pieces, {}, rules()};
        request.goal = goal;
        request.seconds = 20.0;
        const LaidStack stack = layAll(request);
        const std::vector<double> cost = boardCosts(of.boards, goal);
        const Best best = shareOut(of, cost);
        double begun = 0.0;
        std::vector<bool> isBegun(of.boards.size(), false);
        for (const PieceOnBoard& one : stack.laid) isBegun[one.board] = true;
        for (std::size_t i = 0; i < cost.size(); ++i) begun += isBegun[i] ? cost[i] : 0.0;
        proven += stack.proof.isBest ? 1 : 0;
        const Best is{stack.unlaidMm2, begun};
        // It may find a way that one piece after another in its best place does not.
        QVERIFY2(!best.isBetterThan(is), qPrintable(QStringLiteral("seed %1: %2 and %3, could be %4 and %5")
                                                        .arg(seed)
                                                        .arg(is.unlaidMm2)
                                                        .arg(is.cost)
                                                        .arg(best.unlaidMm2)
                                                        .arg(best.cost)));
        QVERIFY(stack.proof.bound);
        if (stack.unlaid.empty()) QVERIFY(stack.proof.bound->cost <= begun + 1e-6);
        QVERIFY(stack.proof.bound->unlaidMm2 <= stack.unlaidMm2 * 1.2 + 1.0);
      }
    }
    QCOMPARE(proven, static_cast<int>(seeds));
  }

  void theBoundKnowsAreasAndLengths() {
    // Two boards of one square metre each, three pieces of a third: two boards for certain only where they are four.
    StackRoom room;
    room.boardMm2 = {1e6, 1e6};
    room.boardCost = {3.0, 2.0};
    room.isBegun = {false, false};
    const auto bound = [&](std::size_t pieces, double mm2, double fill) {
      room.pieceMm2.assign(pieces, mm2);
      room.fits.assign(pieces, {true, true});
      room.fill.assign(pieces, {fill, fill});
      return *boundOf(room, 1000);
    };
    QVERIFY(std::abs(bound(3, 3e5, 0.0).cost - 2.0) < 1e-6);
    QVERIFY(std::abs(bound(4, 3e5, 0.0).cost - 5.0) < 1e-6);
    // Little wood, but no two of them side by side.
    QVERIFY(std::abs(bound(2, 1e5, 0.6).cost - 5.0) < 1e-6);
    // Too much of it: what is left over at the least.
    const StackBound much = bound(7, 3e5, 0.0);
    QVERIFY(std::abs(much.unlaidMm2 - 1e5) < 10.0);
    room.isBegun = {true, false};
    QVERIFY(std::abs(bound(4, 3e5, 0.0).cost - 5.0) < 1e-6);
    QVERIFY(std::abs(bound(2, 3e5, 0.0).cost - 3.0) < 1e-6);
  }

  void asStoppedNothingIsChosen() {
    std::stop_source stop;
    stop.request_stop();
    BoardChoices choices{{{0, {0}, 1.0}}, 1, {100.0}};
    QVERIFY(!chooseBoards(choices, 100, stop.get_token()));
    QVERIFY(chooseBoards(choices, 100));
    // Nothing to choose among.
    const auto none = chooseBoards({{}, 1, {100.0}}, 100);
    QVERIFY(none && none->unlaid.size() == 1 && none->layings.empty());
  }
};

QTEST_APPLESS_MAIN(ChooseBoardsTest)
#include "choose_boards_test.moc"
