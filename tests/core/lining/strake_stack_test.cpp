// Which strakes touch where two become one, or one ends against its neighbour.

#include <QTest>

#include "book/lining_edits.h"
#include "daybook/hanging_log.h"
#include "joining/joints.h"
#include "lining/strake_stack.h"
#include "sample_books.h"
#include "solve/joinery.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// Osier with two strakes that become one towards the bow, above line 3, and two aft, above line 5.
Book joined() {
  Book book = sampleBook("osier");
  for (const auto& [line, bow, t] : {std::tuple(std::size_t(3), true, 3.0), std::tuple(std::size_t(5), false, 6.0)}) {
    const auto solved = solve(std::make_shared<const Book>(book), 1);
    Stealer stealer;
    stealer.line = book.boatPlan().lines[line];
    stealer.towardsBow = bow;
    stealer.at = millimetres(solved->lining->point(line, t).x());
    const auto edited = setStealer(book, *solved->lining, stealer);
    if (!edited) qFatal("%s", describe(edited.error()).c_str());
    book = *edited;
  }
  return book;
}

}  // namespace

class StrakeStackTest : public QObject {
  Q_OBJECT

 private slots:
  void withoutJointsThoseTouchWhoseNumbersFollow() {
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    const StrakeStack stack(*solved->lining);
    QVERIFY(stack == StrakeStack());
    QCOMPARE(*stack.between(2, 100.0, 3, 4000.0), 0);
    QCOMPARE(*stack.between(6, 100.0, 3, 4000.0), 2);
    QCOMPARE(*stack.between(3, 100.0, 3, 4000.0), -1);
    QCOMPARE(stack.below(4), std::vector<int>{3});
    QVERIFY(stack.below(1).empty());
  }

  void touchingIsWhatLiesOnWhatThere() {
    const auto solved = solve(std::make_shared<const Book>(joined()), 1);
    const Lining& lining = *solved->lining;
    QCOMPARE(lining.strakeCount(), sampleBook("osier").boatPlan().strakes.size() + 2);
    const StrakeStack stack(lining);
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      std::vector<int> below;
      for (double t = lining.strakes[k].reach.fromT + 0.05; t < lining.strakes[k].reach.toT; t += 0.1) {
        const auto under = lining.strakeBelow(k, t);
        const double x = lining.frame.point(t, 0.5).x();
        for (std::size_t other = 0; other < lining.strakeCount(); ++other) {
          if (!lining.strakes[other].reach.holds(t)) continue;
          const auto between = stack.between(static_cast<int>(k) + 1, x, static_cast<int>(other) + 1, x);
          QVERIFY(between.has_value());
          QCOMPARE(*between == 0, under == other || lining.strakeBelow(other, t) == k);
        }
        if (under && std::find(below.begin(), below.end(), static_cast<int>(*under) + 1) == below.end())
          below.push_back(static_cast<int>(*under) + 1);
      }
      QCOMPARE(stack.below(static_cast<int>(k) + 1), below);
    }
  }

  void jointsAreJudgedByStrakesThatTouch() {
    const auto solved = solve(std::make_shared<const Book>(joined()), 1);
    const Lining& lining = *solved->lining;
    const JoiningMake make = joiningMake(*solved);
    // Every pair of strakes, abreast of one another: the limit of neighbours holds for those that touch, and for no
    // other.
    int touching = 0, apart = 0;
    for (double t = 0.3; t < lining.frame.lastT(); t += 0.4) {
      const Length at = millimetres(lining.frame.point(t, 0.5).x());
      for (std::size_t a = 0; a < lining.strakeCount(); ++a) {
        for (std::size_t b = 0; b < a; ++b) {
          if (!lining.strakes[a].reach.holds(t) || !lining.strakes[b].reach.holds(t)) continue;
          const PlankJoint one{static_cast<int>(a) + 1, BoatSide::Starboard, at, JoinedBy::Scarf, false};
          const PlankJoint other{static_cast<int>(b) + 1, BoatSide::Starboard, at, JoinedBy::Scarf, false};
          const bool touches = lining.strakeBelow(a, t) == b;
          QCOMPARE(barBetween(one, other, make) == JointBar::Neighbour, touches);
          (touches ? touching : apart) += 1;
        }
      }
    }
    QVERIFY(touching > 40 && apart > 100);
  }

  void aLappedStrakeWaitsForThoseItLiesOn() {
    const auto solved = solve(std::make_shared<const Book>(joined()), 1);
    const Lining& lining = *solved->lining;
    const StrakeStack stack(lining);
    // The strake above the two that become one lies on the one they become and on the upper of them.
    std::size_t above = 0;
    while (stack.below(static_cast<int>(above) + 1).size() < 2) ++above;
    const auto entry = [](int strake, std::int64_t id) {
      HangingEntry one;
      one.id = {id};
      one.strake = strake, one.step = HangingStep::Hung, one.when = "2026-05-01";
      return one;
    };
    std::vector<HangingEntry> log{entry(static_cast<int>(above) + 1, 1)};
    std::int64_t id = 2;
    for (const int below : stack.below(static_cast<int>(above) + 1)) {
      const auto found = lookAtLog(log, Construction::Lapstrake, stack, stack);
      QVERIFY(!found.empty());
      QCOMPARE(found.front().below, below);
      log.push_back(entry(below, id++));
      // What lies below that is not asked about here.
      for (std::vector<int> under = stack.below(below); !under.empty(); under = stack.below(under.front()))
        for (const int one : under) log.push_back(entry(one, id++));
    }
    QVERIFY(lookAtLog(log, Construction::Lapstrake, stack, stack).empty());
  }
};

QTEST_APPLESS_MAIN(StrakeStackTest)
#include "strake_stack_test.moc"
