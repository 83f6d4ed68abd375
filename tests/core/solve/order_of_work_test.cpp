// The order of work of whole boats: what is marked elsewhere is marked here, told once, and follows every edit.

#include <QTest>
#include <set>

#include "book/daybook_edits.h"
#include "book/joining_edits.h"
#include "book/order_edits.h"
#include "book/strake_records.h"
#include "sample_books.h"
#include "solve/order_of_work.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

const Moment noon = *momentFrom("2026-05-04T12:00:00Z");

struct Boat {
  explicit Boat(Book made) : book(std::move(made)) { again(); }
  void again() {
    book = followStrakes(book, book);
    solved = solve(std::make_shared<const Book>(book), ++revision, solved);
    work = boatWork(book, *solved, plankNeeds(*solved, BoatSide::Starboard), plankNeeds(*solved, BoatSide::Port));
  }
  WorkOrder order() const { return workOrder({work, book.daybook, stepsDone(book, work)}, noon); }
  StepRef plank(int strake, BoatSide side, StepKind kind, int number = 0, int piece = 0) const {
    for (const PlankWork& one : work.planks) {
      if (one.part.strake == strake && one.part.side == side && one.part.piece == piece)
        return {one.part, kind, number, {}};
    }
    return {};
  }
  StepState state(const StepRef& ref) const {
    const WorkOrder all = order();
    const std::size_t at = all.find(ref);
    if (at >= all.steps.size()) qFatal("no such step");
    return all.steps[at].state;
  }
  bool isDone(const StepRef& ref) const { return state(ref) == StepState::Done; }
  bool has(const StepRef& ref) const {
    const WorkOrder all = order();
    return all.find(ref) < all.steps.size();
  }
  void finish(const StepRef& ref, const char* at) {
    auto done = finishStep(*solved, book, work, {ref, *momentFrom(at), 11.0, "well"});
    if (!done) qFatal("%s", describe(done.error()).c_str());
    book = *done;
  }

  Book book;
  std::shared_ptr<const Solved> solved;
  BoatWork work;
  std::uint64_t revision = 0;
};

HangingEntry entryOf(int strake, HangingStep step, int piece = 0) {
  HangingEntry entry;
  entry.strake = strake;
  entry.step = step;
  entry.when = "2026-05-02";
  entry.piece = piece;
  return entry;
}

}  // namespace

class OrderOfWorkTest : public QObject {
  Q_OBJECT

 private slots:
  void everyTimberMouldAndStrakeHasItsSteps() {
    for (const char* name : {"osier", "marl", "sedge"}) {
      const Boat boat(sampleBook(name));
      const WorkOrder order = boat.order();
      QVERIFY(order.loops.empty());
      std::size_t planks = 0, moulds = 0, timbers = 0;
      for (const DraftPart& part : order.parts) {
        planks += part.part.kind == PartKind::Plank ? 1 : 0;
        moulds += part.part.kind == PartKind::Mould ? 1 : 0;
        timbers += part.part.kind == PartKind::Timber ? 1 : 0;
        QVERIFY2(part.count > 0, part.words.c_str());
      }
      QCOMPARE(planks, 2 * strakesInOrder(boat.book.boatPlan()).size());
      QCOMPARE(moulds, boat.solved->outlines->moulds.size());
      QCOMPARE(timbers, boat.solved->backbone->plan.timbers.size());
      // A flat bottom is planked across where she has one, once the sides' lowest strakes are fast.
      StepRef bottom;
      bottom.part.kind = PartKind::Bottom;
      bottom.kind = StepKind::BottomEdges;
      QCOMPARE(boat.has(bottom), std::string_view(name) == "sedge");
      if (boat.has(bottom)) {
        const auto& after = order.steps[order.find(bottom)].after;
        const auto waits = [&](BoatSide side) {
          const std::size_t lowest = order.find(boat.plank(1, side, StepKind::Fastened));
          return std::find(after.begin(), after.end(), lowest) != after.end();
        };
        QVERIFY(waits(BoatSide::Starboard) && waits(BoatSide::Port));
      }
      // To the end, step after step, each time the first that is offered: none is stuck.
      Book all = boat.book;
      for (int kind = 0; kind < usualDecisions; ++kind) {
        Decision decision;
        decision.kind = static_cast<DecisionKind>(kind);
        decision.decided = "2026-05-01";
        all = *writeDecision(all, decision);
      }
      std::vector<StepDone> done;
      Moment now = noon;
      std::size_t left = order.steps.size();
      for (std::size_t turn = 0; turn < 4 * order.steps.size() && left > 0; ++turn) {
        const WorkOrder stands = workOrder({boat.work, all.daybook, done}, now);
        left = stands.open;
        if (!stands.ready.empty()) done.push_back({stands.steps[stands.ready.front()].ref, now, "2026-05-04", {}});
        now = now.plusHours(stands.ready.empty() ? 6.0 : 1.0);
      }
      QCOMPARE(left, std::size_t{0});
    }
  }

  void whatIsMarkedElsewhereIsMarkedHere() {
    Boat boat(sampleBook("osier"));
    const BoatSide side = BoatSide::Starboard;
    // The hanging log: hung, so all that leads there was done.
    boat.book = *logStep(boat.book, entryOf(1, HangingStep::Hung), 8);
    QVERIFY(boat.isDone(boat.plank(1, side, StepKind::Hung)) && boat.isDone(boat.plank(1, side, StepKind::GotOut)));
    QVERIFY(!boat.isDone(boat.plank(1, side, StepKind::Fastened)));
    QVERIFY(!boat.isDone(boat.plank(1, BoatSide::Port, StepKind::Hung)));
    // A mould's pattern printed; the moulds checked once each has a reading.
    PrintedSheet sheet;
    sheet.name = "mould-3", sheet.kind = SheetKind::Mould, sheet.of = "3", sheet.when = "2026-05-01";
    boat.book = *rememberPrinted(boat.book, {sheet});
    for (const WorkPart& mould : boat.work.moulds)
      QCOMPARE(boat.isDone({mould, StepKind::Pattern, 0, {}}), mould.name == "3");
    StepRef checked;
    checked.part.kind = PartKind::SettingUp;
    checked.kind = StepKind::CheckMoulds;
    for (const WorkPart& mould : boat.work.moulds) {
      QVERIFY(!boat.isDone(checked));
      SetUpReading reading;
      reading.mould = mould.name;
      boat.book.moulds.readings.push_back(reading);
    }
    QVERIFY(boat.isDone(checked));
    // Readings off a strake; a piece cut out of a board.
    SpiledStrake spiled;
    spiled.spiling.strake = 4;
    spiled.spiling.side = side;
    spiled.spiling.readings.push_back({});
    boat.book.spiled.push_back(spiled);
    QVERIFY(boat.isDone(boat.plank(4, side, StepKind::Spiled)));
    Laying laying;
    laying.of.strake = 5;
    laying.cut = "2026-05-03";
    boat.book.layings.push_back(laying);
    QVERIFY(boat.isDone(boat.plank(5, side, StepKind::GotOut)));
  }

  void aStepFinishedHereIsOneLineOfTheHangingLog() {
    Boat boat(sampleBook("osier"));
    boat.book.daybook.zone = "America/Halifax";
    const StepRef offered = boat.plank(2, BoatSide::Port, StepKind::Offered);
    boat.book = *beginStep(boat.book, offered, *momentFrom("2026-05-03T01:00:00Z"));
    boat.book = *stopStep(boat.book, offered, *momentFrom("2026-05-03T01:30:00Z"));
    boat.book = *beginStep(boat.book, offered, *momentFrom("2026-05-03T02:00:00Z"));
    boat.finish(offered, "2026-05-03T02:45:00Z");
    QCOMPARE(boat.book.log.size(), std::size_t{1});
    const HangingEntry& line = boat.book.log.front();
    // In the shop it is still the day before; its clocks are added up, and in the day book no more.
    QCOMPARE(line.when, std::string("2026-05-02"));
    QVERIFY(line.step == HangingStep::Offered && line.isOf(2, BoatSide::Port) && line.hours == 1.25);
    QVERIFY(line.degrees == 11.0 && line.note == "well");
    QVERIFY(stepRecord(boat.book, offered) == nullptr);
    QVERIFY(boat.isDone(offered));
    // Offered again is a second try, and taking it back takes both.
    boat.finish(offered, "2026-05-03T03:00:00Z");
    QCOMPARE(hangingState(boat.book.log, 2, BoatSide::Port, 1).tries, 2);
    boat.book = *takeBackDone(boat.book, offered, 1);
    QVERIFY(boat.book.log.empty() && !boat.isDone(offered));
    // Done before it was begun is told.
    boat.book = *beginStep(boat.book, offered, *momentFrom("2026-05-03T05:00:00Z"));
    QVERIFY(!finishStep(*boat.solved, boat.book, boat.work, {offered, *momentFrom("2026-05-03T04:00:00Z"), {}, {}}));
    // Got out: remembered with the shape it was cut to.
    boat.finish(boat.plank(3, BoatSide::Starboard, StepKind::GotOut), "2026-05-03T06:00:00Z");
    QVERIFY(std::any_of(boat.book.printed.begin(), boat.book.printed.end(),
                        [](const PrintedSheet& sheet) { return sheet.cut && sheet.strake == 3; }));
  }

  void scarfsAreGluedBeforeAPlankIsGotOutAndButtsPartIt() {
    Boat boat(sampleBook("osier"));
    PlankJoint joint;
    joint.strake = 4;
    joint.at = millimetres(1500.0);
    boat.book.joining.joints = {joint};
    boat.again();
    const BoatSide side = BoatSide::Starboard;
    QVERIFY(boat.has(boat.plank(4, side, StepKind::Sawn, 1)) && boat.has(boat.plank(4, side, StepKind::Sawn, 2)));
    QVERIFY(boat.has(boat.plank(4, side, StepKind::Scarfed)) && !boat.has(boat.plank(5, side, StepKind::Scarfed)));
    const WorkOrder order = boat.order();
    const OrderStep& scarfed = order.steps[order.find(boat.plank(4, side, StepKind::Scarfed))];
    QVERIFY(scarfed.wait == WaitKind::GlueScarf && scarfed.waitHours > 0.0);
    // One piece cut, and the log says the other is got out: both are sawn; all of it is got out when both lines say so.
    Laying laying;
    laying.of.strake = 4;
    laying.of.piece = 1;
    laying.cut = "2026-05-03";
    boat.book.layings.push_back(laying);
    QVERIFY(boat.isDone(boat.plank(4, side, StepKind::Sawn, 1)) &&
            !boat.isDone(boat.plank(4, side, StepKind::Sawn, 2)));
    boat.book = *logStep(boat.book, entryOf(4, HangingStep::GotOut, 2), 8);
    QVERIFY(boat.isDone(boat.plank(4, side, StepKind::Sawn, 2)) && !boat.isDone(boat.plank(4, side, StepKind::GotOut)));
    boat.book = *logStep(boat.book, entryOf(4, HangingStep::GotOut, 1), 8);
    QVERIFY(boat.isDone(boat.plank(4, side, StepKind::GotOut)));
    // A butt instead: two planks, each with a line of its own piece.
    boat.book.joining.joints[0].kind = JoinedBy::Butt;
    boat.book.log.clear();
    boat.book.layings.clear();
    boat.again();
    const StepRef after = boat.plank(4, side, StepKind::Hung, 0, 2);
    QVERIFY(boat.has(after) && boat.has(boat.plank(4, side, StepKind::Hung, 0, 1)));
    boat.finish(after, "2026-05-03T06:00:00Z");
    QCOMPARE(boat.book.log.size(), std::size_t{1});
    QCOMPARE(boat.book.log[0].piece, 2);
    QVERIFY(boat.isDone(after) && !boat.isDone(boat.plank(4, side, StepKind::Hung, 0, 1)));
    // The strake above is not hung before both.
    boat.finish(boat.plank(4, side, StepKind::Fastened, 0, 2), "2026-05-03T07:00:00Z");
    QVERIFY(boat.state(boat.plank(5, side, StepKind::Hung)) == StepState::Waits);
  }

  void stepsFollowATimberThatIsTakenInHandAndRenamed() {
    Boat boat(sampleBook("osier"));
    const auto stem = [&] {
      for (const TimberWork& one : boat.work.timbers) {
        if (one.kind == TimberKind::Stem) return one.part;
      }
      return WorkPart{};
    };
    const StepRef rough{stem(), StepKind::RoughOutline, 0, {}};
    boat.finish(rough, "2026-05-03T06:00:00Z");
    QVERIFY(boat.isDone({stem(), StepKind::RoughOutline, 0, {}}));
    // The builder moves something: the book holds timbers of its own from then on, by the same names.
    boat.book.backbone.timbers = boat.solved->backbone->plan.timbers;
    for (Timber& timber : boat.book.backbone.timbers) timber.id = {boat.book.nextId++};
    boat.again();
    QVERIFY(boat.isDone({stem(), StepKind::RoughOutline, 0, {}}) && !boat.isDone({stem(), StepKind::Outline, 0, {}}));
    boat.finish({stem(), StepKind::Outline, 0, {}}, "2026-05-03T07:00:00Z");
    for (Timber& timber : boat.book.backbone.timbers) {
      if (timber.kind == TimberKind::Stem) timber.name = "stem, second";
    }
    boat.again();
    // What was told while it was Narrows's own drawing too.
    QVERIFY(boat.order().strays.empty() && boat.isDone({stem(), StepKind::RoughOutline, 0, {}}));
    QVERIFY(boat.isDone({stem(), StepKind::Outline, 0, {}}));
  }

  void aStrakeLessLeavesItsStepsKept() {
    Boat boat(sampleBook("osier"));
    const auto count = strakesInOrder(boat.book.boatPlan()).size();
    const StepRef sheer = boat.plank(static_cast<int>(count), BoatSide::Starboard, StepKind::Spiled);
    boat.book = *planStep(boat.book, sheer, "2026-06-01");
    boat.again();
    LiningPlan& plan = boat.book.planOf(BoatSide::Starboard);
    const Book before = boat.book;
    plan.strakes.pop_back();
    plan.lines.erase(plan.lines.end() - 2);
    boat.book = followStrakes(before, boat.book);
    boat.again();
    const WorkOrder order = boat.order();
    QCOMPARE(order.strays.size(), std::size_t{1});
    QCOMPARE(order.strays[0].planned, std::string("2026-06-01"));
  }

  void theNamesOfStepsAreEachTheirOwn() {
    std::set<std::string_view> keys;
    for (int kind = 0; kind < stepKinds; ++kind) {
      QVERIFY(keys.insert(stepKindKey(static_cast<StepKind>(kind))).second);
      QVERIFY(usualHours(static_cast<StepKind>(kind)) > 0.0);
    }
    for (int step = 0; step < hangingSteps; ++step) {
      const auto of = static_cast<HangingStep>(step);
      QVERIFY(hangingStepOf(stepKindOf(of)) == of);
    }
  }
};

QTEST_GUILESS_MAIN(OrderOfWorkTest)
#include "order_of_work_test.moc"
