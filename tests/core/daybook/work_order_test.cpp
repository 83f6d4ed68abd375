// The order of work: what can be done, what waits and for what; against the shop's rules, and steps tried one by one.

#include <QTest>
#include <algorithm>
#include <cstdlib>
#include <ctime>
#include <map>
#include <random>

#include "daybook/work_order.h"
#include "work_boats.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

StepRef stepOf(const BoatWork& boat, StepKind kind, const std::string& timber) {
  for (const TimberWork& one : boat.timbers) {
    if (one.part.name == timber) return {one.part, kind, 0, {}};
  }
  return {};
}

StepRef stepOf(PartKind part, StepKind kind) {
  StepRef ref;
  ref.part.kind = part;
  ref.kind = kind;
  return ref;
}

StepRef plankStep(const BoatWork& boat, int strake, BoatSide side, StepKind kind, int number = 0) {
  for (const PlankWork& one : boat.planks) {
    if (one.part.strake == strake && one.part.side == side) return {one.part, kind, number, {}};
  }
  return {};
}

/// A day book in which all is decided.
Daybook decidedBook() {
  Daybook book;
  book.zone = "Europe/London";
  for (int kind = 0; kind < usualDecisions; ++kind) {
    Decision decision;
    decision.id = {500 + kind};
    decision.kind = static_cast<DecisionKind>(kind);
    decision.decided = "2026-01-01";
    book.decisions.push_back(decision);
  }
  return book;
}

StepDone doneAt(const StepRef& step, const std::string& moment, std::optional<double> degrees = {}) {
  return {step, momentFrom(moment), moment.substr(0, 10), degrees};
}

const OrderStep& at(const WorkOrder& order, const StepRef& step) {
  const std::size_t found = order.find(step);
  if (found >= order.steps.size()) qFatal("no such step");
  return order.steps[found];
}

bool waitsFor(const OrderStep& step, WaitFor what) {
  return std::any_of(step.waits.begin(), step.waits.end(), [what](const Wait& wait) { return wait.what == what; });
}

/// What a random shop did, and when: kept beside the program's own record of it.
struct Shop {
  BoatWork boat;
  Daybook book;
  std::vector<StepDone> done;
  std::map<std::size_t, Moment> over;  ///< by place in the order
  Moment now;
};

Shop randomShop(std::mt19937& chance) {
  const auto one = [&](int many) { return static_cast<int>(chance() % static_cast<unsigned>(many)); };
  Shop shop;
  WorkBoatOf of;
  of.construction = one(2) == 0 ? Construction::Carvel : Construction::Lapstrake;
  of.strakes = 3 + one(4);
  of.moulds = 2 + one(3);
  of.pieces = 1 + one(2);
  of.heated = one(2) == 0;
  of.butted = one(3) == 0;
  shop.boat = workBoat(of);
  shop.book = decidedBook();
  shop.book.planksFrom = static_cast<PlanksFrom>(one(3));
  shop.book.inPairs = one(2) == 0;
  shop.book.primesLaps = one(2) == 0;
  shop.book.soaks = one(2) == 0;
  shop.book.greenTimber = one(2) == 0;
  shop.book.finish = one(2) == 0 ? HullFinish::Paint : HullFinish::Oil;
  shop.book.degrees = 12.0 + one(15);
  shop.now = *momentFrom("2026-10-23T07:00:00Z");  // the clocks change two days later
  return shop;
}

/// What the shop's rules say of a step that is offered: a reason against it, or nothing. Written from the boat, step by
/// step, not from what the program ties together.
std::string against(const Shop& shop, const WorkOrder& order, const OrderStep& step) {
  const BoatWork& boat = shop.boat;
  const auto isOpen = [&](const StepRef& ref) {
    const std::size_t found = order.find(ref);
    return found < order.steps.size() && order.steps[found].isOpen();
  };
  const StepKind kind = step.ref.kind;
  const auto anyPlank = [&](StepKind of, auto&& which) {
    return std::any_of(boat.planks.begin(), boat.planks.end(), [&](const PlankWork& plank) {
      return which(plank) && isOpen({plank.part, of, 0, {}});
    });
  };
  if (kind == StepKind::Head && isOpen(stepOf(PartKind::LiningOff, StepKind::SpringSheer))) return "sheer not sprung";
  if (kind == StepKind::StandMoulds && isOpen(stepOf(boat, StepKind::Outline, "keel"))) return "keel not made";
  if (kind == StepKind::StandMoulds && isOpen(stepOf(PartKind::Backbone, StepKind::BedAndBolt))) return "no backbone";
  if (kind == StepKind::BedAndBolt && isOpen(stepOf(boat, StepKind::Bolts, "stem"))) return "stem not bored";
  if (kind == StepKind::Lined && isOpen(stepOf(PartKind::SettingUp, StepKind::CheckMoulds)))
    return "moulds not checked";
  if (step.ref.part.kind == PartKind::Hull && kind != StepKind::Own &&
      anyPlank(StepKind::Fastened, [](const PlankWork&) { return true; }))
    return "not planked";
  if (step.ref.part.kind != PartKind::Plank) return {};
  const WorkPart& part = step.ref.part;
  if (kind == StepKind::GotOut && isOpen({part, StepKind::Scarfed, 0, {}}))
    return "got out before its scarfs are glued";
  const bool lapped = boat.construction == Construction::Lapstrake;
  const bool up = lapped || shop.book.planksFrom == PlanksFrom::Garboard;
  if (kind == StepKind::Hung) {
    if (part.strake == 1 && isOpen(stepOf(boat, StepKind::RabbetByHand, "stem"))) return "rabbet not cut";
    const int before = part.strake + (up ? -1 : 1);
    const bool follows = up || shop.book.planksFrom == PlanksFrom::Sheer;
    for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
      if (!follows || (side != part.side && !shop.book.inPairs)) continue;
      if (anyPlank(StepKind::Fastened,
                   [&](const PlankWork& one) { return one.part.strake == before && one.part.side == side; }))
        return "its neighbour is not fastened";
    }
    if (lapped && anyPlank(StepKind::Land, [&](const PlankWork& one) {
          return one.part.strake == part.strake - 1 && one.part.side == part.side;
        }))
      return "no land to lie on";
  }
  return {};
}

}  // namespace

class WorkOrderTest : public QObject {
  Q_OBJECT

  /// Whether a step may be done, told anew from what the shop did and when.
  static bool mayBeDone(const Shop& shop, const WorkOrder& order, const OrderStep& step) {
    for (const std::size_t before : step.after) {
      const OrderStep& first = order.steps[before];
      if (first.isOpen()) return false;
      const auto over = shop.over.find(before);
      if (over == shop.over.end()) continue;
      if (over->second.plusHours(first.waitHours) > shop.now) return false;
    }
    const StepKind kind = step.ref.kind;
    const bool isPaint = kind == StepKind::Primed || kind == StepKind::PrimeHull || kind == StepKind::Undercoat ||
                         kind == StepKind::TopCoat || kind == StepKind::OilHull;
    const bool isGlue = kind == StepKind::GlueUp || kind == StepKind::Scarfed || kind == StepKind::BedAndBolt ||
                        kind == StepKind::TransomOut;
    constexpr double leastOfUndercoat = 10.0, leastOfOthers = 8.0;
    const double least =
        kind == StepKind::Undercoat || kind == StepKind::TopCoat || isGlue ? leastOfUndercoat : leastOfOthers;
    if ((isPaint || isGlue) && *shop.book.degrees < least) return false;
    return !(step.wantsTwo && shop.book.hands < 2);
  }

 private slots:
  void nothingIsOfferedBeforeWhatItWaitsForAndNothingThatCanBeDoneIsLeftOut() {
    std::mt19937 chance(35);
    for (int round = 0; round < 24; ++round) {
      Shop shop = randomShop(chance);
      std::size_t steps = 0;
      for (int turn = 0; turn < 4000; ++turn) {
        const WorkOrder order = workOrder({shop.boat, shop.book, shop.done}, shop.now);
        steps = order.steps.size();
        QVERIFY(order.loops.empty() && order.strays.empty());
        std::size_t offered = 0;
        for (std::size_t i = 0; i < order.steps.size(); ++i) {
          const OrderStep& step = order.steps[i];
          if (!step.isOpen()) continue;
          const bool may = mayBeDone(shop, order, step);
          QVERIFY2((step.state == StepState::Ready) == may, stepWords(order, i).c_str());
          QCOMPARE(step.waits.empty(), may);
          if (!may) continue;
          ++offered;
          const std::string why = against(shop, order, step);
          QVERIFY2(why.empty(), (stepWords(order, i) + ": " + why).c_str());
        }
        QCOMPARE(order.ready.size(), offered);
        if (order.open == 0) break;
        if (offered == 0) {
          // Nothing but waiting: on to when the first of it is over, in the warmth, with both.
          shop.book.hands = 2;
          shop.book.degrees = 20.0;
          shop.now = shop.now.plusHours(1.0);
          continue;
        }
        const std::size_t taken = order.ready[chance() % order.ready.size()];
        shop.now = shop.now.plusHours(0.5 + 0.1 * static_cast<double>(chance() % 30));
        shop.done.push_back({order.steps[taken].ref, shop.now, ShopClock("Europe/London").dayOf(shop.now), {}});
        shop.over[taken] = shop.now;
        if (chance() % 5 == 0) shop.book.hands = 1 + static_cast<int>(chance() % 2);
        if (chance() % 5 == 0) shop.book.degrees = 4.0 + static_cast<double>(chance() % 20);
        QVERIFY(turn < 3999);
      }
      QVERIFY(steps > 40);
    }
  }

  void isTheSameInWhateverZoneItIsLookedAt() {
    std::mt19937 chance(7);
    Shop shop = randomShop(chance);
    shop.done = {doneAt(stepOf(PartKind::Lines, StepKind::FairLines), "2026-10-24T10:00:00Z"),
                 doneAt(stepOf(shop.boat, StepKind::GlueUp, "stem"), "2026-10-24T15:00:00Z", 12.0)};
    shop.done.push_back({stepOf(shop.boat, StepKind::GlueUp, "knee"), {}, "2026-10-24", {}});  // its day alone is known
    const Moment now = *momentFrom("2026-10-25T00:45:00Z");
    std::optional<WorkOrder> first;
    for (const char* zone : {"UTC", "America/Halifax", "Pacific/Auckland", "Asia/Kolkata"}) {
      setenv("TZ", zone, 1);
      tzset();
      const WorkOrder order = workOrder({shop.boat, shop.book, shop.done}, now);
      if (!first) first = order;
      QCOMPARE(order.ready, first->ready);
      QCOMPARE(order.today, std::string("2026-10-25"));
      for (std::size_t i = 0; i < order.steps.size(); ++i) QVERIFY(order.steps[i].waits == first->steps[i].waits);
    }
    unsetenv("TZ");
    tzset();
    // Of the knee only the day is known: its glue counts from the end of that day in the shop, an hour before
    // midnight in universal time.
    const OrderStep& release = at(*first, stepOf(shop.boat, StepKind::Release, "knee"));
    QVERIFY(waitsFor(release, WaitFor::Time));
    const double warm = hoursToWait(waitMake(shop.book, WaitKind::GlueTimber), shop.book.degrees, 0.0);
    QCOMPARE(momentText(release.waits.front().until), momentText(momentFrom("2026-10-24T23:00:00Z")->plusHours(warm)));
  }

  void glueOnAColdDayTakesAsMuchLonger() {
    const BoatWork boat = workBoat({});
    const Daybook book = decidedBook();
    // Epoxy for a day at 20 degrees: at 10 degrees twice as long, by the rule of ten degrees.
    const std::vector<StepDone> done{doneAt(stepOf(boat, StepKind::GlueUp, "stem"), "2026-12-01T16:00:00Z", 10.0)};
    const auto release = [&](const char* now) {
      return at(workOrder({boat, book, done}, *momentFrom(now)), stepOf(boat, StepKind::Release, "stem"));
    };
    const OrderStep cold = release("2026-12-02T18:00:00Z");
    QVERIFY(cold.state == StepState::Waits && cold.waits.size() == 1 && cold.waits[0].what == WaitFor::Time);
    QCOMPARE(momentText(cold.waits[0].until), std::string("2026-12-03T16:00:00Z"));
    QVERIFY(release("2026-12-03T16:00:00Z").state == StepState::Ready);
    QVERIFY(release("2026-12-03T15:59:59Z").state == StepState::Waits);
    // The strips, the dry run: passed, for the glue-up is done.
    const WorkOrder order = workOrder({boat, book, done}, *momentFrom("2026-12-02T18:00:00Z"));
    QVERIFY(at(order, stepOf(boat, StepKind::DryRun, "stem")).isPassed);
    // What can go on meanwhile is offered: the keel's faces among it.
    QVERIFY(at(order, stepOf(boat, StepKind::Faces, "keel")).state == StepState::Ready);
    QCOMPARE(countdownWords(order.now, cold.waits[0].until), std::string("in 22 h 0 min"));
    // A wait typed for this one step stands before all that.
    Daybook own = book;
    StepRecord record;
    record.id = {9};
    record.of = stepOf(boat, StepKind::GlueUp, "stem");
    record.waitHours = 60.0;
    own.steps.push_back(record);
    const WorkOrder longer = workOrder({boat, own, done}, *momentFrom("2026-12-03T18:00:00Z"));
    QCOMPARE(momentText(at(longer, stepOf(boat, StepKind::Release, "stem")).waits[0].until),
             std::string("2026-12-04T04:00:00Z"));
  }

  void paintWaitsForWarmthAndIsPressedBeforeItIsPastItsBest() {
    const BoatWork boat = workBoat({Construction::Lapstrake, 4, 2});
    Daybook book = decidedBook();
    std::vector<StepDone> done;
    for (const PlankWork& plank : boat.planks) {
      for (const StepKind kind : {StepKind::Fastened, StepKind::Land})
        done.push_back(doneAt({plank.part, kind, 0, {}}, "2026-05-01T12:00:00Z"));
    }
    done.push_back(doneAt(stepOf(PartKind::Hull, StepKind::PlaneSheer), "2026-05-02T12:00:00Z"));
    done.push_back(doneAt(stepOf(PartKind::Hull, StepKind::PrimeHull), "2026-05-03T12:00:00Z"));
    book.degrees = 6.0;
    const StepRef undercoat = stepOf(PartKind::Hull, StepKind::Undercoat);
    const auto look = [&](const char* now) { return at(workOrder({boat, book, done}, *momentFrom(now)), undercoat); };
    // Sixteen hours after the primer, and no sooner; not at 6 degrees; and within a week.
    QVERIFY(waitsFor(look("2026-05-04T03:59:00Z"), WaitFor::Time) &&
            waitsFor(look("2026-05-04T03:59:00Z"), WaitFor::Cold));
    QVERIFY(!waitsFor(look("2026-05-04T04:00:00Z"), WaitFor::Time) &&
            waitsFor(look("2026-05-04T04:00:00Z"), WaitFor::Cold));
    book.degrees = 12.0;
    QVERIFY(look("2026-05-05T12:00:00Z").state == StepState::Ready &&
            look("2026-05-05T12:00:00Z").why != WhyNow::LastMoment);
    QVERIFY(look("2026-05-09T12:00:00Z").why == WhyNow::LastMoment);
    QCOMPARE(momentText(*look("2026-05-09T12:00:00Z").lastMoment), std::string("2026-05-10T12:00:00Z"));
    const WorkOrder order = workOrder({boat, book, done}, *momentFrom("2026-05-11T12:00:00Z"));
    QVERIFY(whyWords(order, book, at(order, undercoat)).find("should have been begun by") != std::string::npos);
  }

  void planksGoOnFromBothEndsToTheShutter() {
    BoatWork boat = workBoat({Construction::Carvel, 6, 2});
    Daybook book = decidedBook();
    book.planksFrom = PlanksFrom::Both;
    book.primesLaps = false;
    std::vector<StepDone> done;
    const auto hang = [&](int strake) {
      for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port})
        done.push_back(doneAt(plankStep(boat, strake, side, StepKind::Fastened), "2026-05-01T12:00:00Z"));
    };
    const auto canOffer = [&](int strake) {
      // Of each, all is done that leads to it.
      std::vector<StepDone> with = done;
      with.push_back(doneAt(plankStep(boat, strake, BoatSide::Port, StepKind::BackedOut), "2026-05-01T12:00:00Z"));
      const WorkOrder order = workOrder({boat, book, with}, *momentFrom("2026-06-01T12:00:00Z"));
      return at(order, plankStep(boat, strake, BoatSide::Port, StepKind::Offered)).state == StepState::Ready;
    };
    QVERIFY(canOffer(1) && canOffer(6) && !canOffer(2) && !canOffer(5) && !canOffer(3));
    hang(1), hang(6);
    QVERIFY(canOffer(2) && canOffer(5) && !canOffer(3) && !canOffer(4));
    hang(2), hang(5), hang(4);
    QVERIFY(canOffer(3));  // between two that hang
    done.erase(done.end() - 2, done.end());
    QVERIFY(!canOffer(3));
  }

  void aStrakeThatComesToTheKeelForwardAndLiesOnAnotherAftHoldsNothingInARound() {
    BoatWork boat = workBoat({Construction::Carvel, 5, 2});
    for (PlankWork& plank : boat.planks) plank.isGarboard = plank.part.strake <= 2;  // the second lies on the first too
    QVERIFY(workOrder({boat, decidedBook(), {}}, *momentFrom("2026-06-01T12:00:00Z")).loops.empty());
  }

  void oneSideDoesNotRunAheadOfTheOther() {
    const BoatWork boat = workBoat({Construction::Carvel, 6, 2});
    Daybook book = decidedBook();
    std::vector<StepDone> done{
        doneAt(plankStep(boat, 1, BoatSide::Starboard, StepKind::Fastened), "2026-05-01T12:00:00Z"),
        doneAt(plankStep(boat, 2, BoatSide::Starboard, StepKind::Primed), "2026-05-01T12:00:00Z")};
    const auto hung = [&] {
      return at(workOrder({boat, book, done}, *momentFrom("2026-06-01T12:00:00Z")),
                plankStep(boat, 2, BoatSide::Starboard, StepKind::Hung));
    };
    QVERIFY(waitsFor(hung(), WaitFor::Step));
    book.inPairs = false;
    QVERIFY(hung().state == StepState::Ready);
    book.inPairs = true;
    done.push_back(doneAt(plankStep(boat, 1, BoatSide::Port, StepKind::Fastened), "2026-05-02T12:00:00Z"));
    QVERIFY(hung().state == StepState::Ready);
    book.hands = 1;
    QVERIFY(waitsFor(hung(), WaitFor::Hands));
  }

  void aDeliveryIsWaitedForAndIsToldLate() {
    const BoatWork boat = workBoat({});
    Daybook book = decidedBook();
    Hold hold;
    hold.id = {8};
    hold.what = "oak for the keel";
    hold.steps = {stepOf(boat, StepKind::Faces, "keel")};
    hold.expected = "2026-05-04";
    book.holds.push_back(hold);
    const auto keel = [&](const char* now) {
      const WorkOrder order = workOrder({boat, book, {}}, *momentFrom(now));
      const OrderStep& step = at(order, hold.steps[0]);
      return step.waits.empty() ? std::string() : waitWords(order, book, step.waits.front(), Notation::Millimetres);
    };
    QVERIFY(keel("2026-05-02T12:00:00Z").find("expected on") != std::string::npos);
    QVERIFY2(keel("2026-05-07T12:00:00Z").find("3 days late") != std::string::npos,
             keel("2026-05-07T12:00:00Z").c_str());
    book.holds[0].over = "2026-05-07";
    QVERIFY(keel("2026-05-07T12:00:00Z").empty());
  }

  void whatIsNotDecidedHoldsUpWhatHangsOnItAndNoMore() {
    const BoatWork boat = workBoat({Construction::Carvel, 6, 2});
    Daybook book = decidedBook();
    book.decisions.erase(book.decisions.begin() + static_cast<int>(DecisionKind::TopsidesTimber));
    std::vector<StepDone> done{doneAt(stepOf(PartKind::LiningOff, StepKind::LineOff), "2026-05-01T12:00:00Z")};
    for (int strake = 1; strake <= 6; ++strake)
      done.push_back(doneAt(plankStep(boat, strake, BoatSide::Port, StepKind::Spiled), "2026-05-01T12:00:00Z"));
    const auto order = [&] { return workOrder({boat, book, done}, *momentFrom("2026-05-02T12:00:00Z")); };
    QVERIFY(at(order(), plankStep(boat, 3, BoatSide::Port, StepKind::GotOut)).state == StepState::Ready);
    QVERIFY(waitsFor(at(order(), plankStep(boat, 4, BoatSide::Port, StepKind::GotOut)), WaitFor::Decision));
    const auto decision = [&](const WorkOrder& of) {
      return *std::find_if(of.decisions.begin(), of.decisions.end(),
                           [](const auto& one) { return one.decision.kind == DecisionKind::TopsidesTimber; });
    };
    const WorkOrder now = order();
    QVERIFY(!decision(now).isDecided && decision(now).madeAgain == 0);
    QCOMPARE(decision(now).daysLeft, 0.0);  // a topsides plank could be got out now
    QCOMPARE(decision(now).before.size(), std::size_t{6});
    // Got out all the same: that decided it, and now it would be done again.
    done.push_back(doneAt(plankStep(boat, 5, BoatSide::Port, StepKind::GotOut), "2026-05-02T10:00:00Z"));
    const WorkOrder after = order();
    QVERIFY(decision(after).byDoing && decision(after).madeAgain == 1);
    QVERIFY(at(after, plankStep(boat, 4, BoatSide::Port, StepKind::GotOut)).state == StepState::Ready);
  }

  void aLoopMadeByHandIsNamedWithTheLinkThatClosesIt() {
    const BoatWork boat = workBoat({});
    Daybook book = decidedBook();
    StepLink link;
    link.id = {77};
    link.first = stepOf(PartKind::LiningOff, StepKind::SpringSheer);
    link.then = stepOf(PartKind::Backbone, StepKind::BoltUpDry);
    book.links.push_back(link);
    const WorkOrder order = workOrder({boat, book, {}}, *momentFrom("2026-05-02T12:00:00Z"));
    QCOMPARE(order.loops.size(), std::size_t{1});
    QCOMPARE(order.loops[0].link.number, std::int64_t{77});
    QVERIFY(order.steps[order.loops[0].first].ref.isSame(link.first));
    // By way of what the trade says: bedded, stood, checked.
    QVERIFY(order.loops[0].round.size() >= 4);
    QVERIFY(order.steps[order.loops[0].round.front()].ref.isSame(link.then));
    QVERIFY(order.steps[order.loops[0].round.back()].ref.isSame(link.first));
    // All else stands, and can be done to the end.
    QVERIFY(!order.ready.empty());
  }

  void theLongestChainIsWorkAndWaitingAddedUp() {
    // One part of the builder's own: two steps and glue between them, four hours a day worked.
    BoatWork boat;
    Daybook book = decidedBook();
    book.parts = {{{1}, "tiller"}};
    const auto own = [&](std::int64_t id, const char* words, double hours, std::optional<double> wait) {
      StepRecord step;
      step.id = {id};
      step.of.part.name = "tiller";
      step.of.part.id = 1;
      step.of.own = step.id;
      step.name = words;
      step.hours = hours;
      step.waitHours = wait;
      book.steps.push_back(step);
    };
    own(2, "glue", 2.0, 48.0);
    own(3, "shape", 6.0, std::nullopt);
    const Moment now = *momentFrom("2026-05-02T12:00:00Z");
    // The part alone: what else she has is left out.
    for (const DraftPart& part : boatSteps(boat, book).parts) {
      if (part.part.kind == PartKind::Own) continue;
      for (std::size_t i = part.first; i < part.first + part.count; ++i) {
        StepRecord record;
        record.id = {100 + static_cast<std::int64_t>(i)};
        record.of = boatSteps(boat, book).steps[i].ref;
        record.skipped = "not in this test";
        book.steps.push_back(record);
      }
    }
    const WorkOrder order = workOrder({boat, book, {}}, now);
    QCOMPARE(order.open, std::size_t{2});
    QCOMPARE(order.longestDays, 0.5 + 2.0 + 1.5);
    StepRef second;
    second.part = book.steps[1].of.part;
    second.own = {3};
    QCOMPARE(at(order, second).daysBefore, 2.5);
    QVERIFY(at(order, second).onLongest);
    QCOMPARE(order.steps[order.ready.front()].words, std::string("glue"));
    QVERIFY(order.steps[order.ready.front()].why == WhyNow::Longest);
  }

  void planksAndTimbersOfALargeBoatAreAnsweredAtOnce() {
    // Sixty strakes' pieces and forty timbers: how many steps there are; how long it takes is a benchmark.
    BoatWork boat = workBoat({Construction::Carvel, 30, 12, 2, true});
    for (int i = 0; i < 37; ++i) {
      boat.timbers.push_back(boat.timbers.front());
      boat.timbers.back().part.name = "timber " + std::to_string(i);
      boat.timbers.back().part.id = 3000 + i;
    }
    const WorkOrder order = workOrder({boat, decidedBook(), {}}, *momentFrom("2026-05-02T12:00:00Z"));
    QVERIFY(order.steps.size() > 1000);
    QVERIFY(order.loops.empty());
  }
};

QTEST_GUILESS_MAIN(WorkOrderTest)
#include "work_order_test.moc"
