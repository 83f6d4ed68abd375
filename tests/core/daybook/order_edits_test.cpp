// The day book written: what is told is kept, what is no sense is refused at its place, and nothing is lost.

#include <QTest>

#include "book/book_file.h"
#include "book/order_edits.h"
#include "book/strake_records.h"
#include "sample_books.h"
#include "work_boats.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

StepRef gluing(const BoatWork& boat) {
  return {boat.timbers[1].part, StepKind::GlueUp, 0, {}};
}

Moment at(const char* text) {
  return *momentFrom(text);
}

}  // namespace

class OrderEditsTest : public QObject {
  Q_OBJECT

 private slots:
  void aClockRunsStopsAndIsFinished() {
    const BoatWork boat = workBoat({});
    Book book = sampleBook("osier");
    book = *beginStep(book, gluing(boat), at("2026-12-01T09:00:00Z"));
    QVERIFY(stepRecord(book, gluing(boat))->isRunning());
    // Begun twice is begun once.
    QVERIFY(*beginStep(book, gluing(boat), at("2026-12-01T09:10:00Z")) == book);
    book = *stopStep(book, gluing(boat), at("2026-12-01T10:30:00Z"));
    QVERIFY(!stopStep(book, gluing(boat), at("2026-12-01T10:40:00Z")));
    book = *beginStep(book, gluing(boat), at("2026-12-01T11:00:00Z"));
    book = *tellDone(book, gluing(boat), at("2026-12-01T11:15:00Z"), 8.0);
    const StepRecord& record = *stepRecord(book, gluing(boat));
    QCOMPARE(record.spells.size(), std::size_t{2});
    QCOMPARE(record.spells[0].hoursAt({}) + record.spells[1].hoursAt({}), 1.75);
    QVERIFY(!record.isRunning() && record.done == at("2026-12-01T11:15:00Z") && record.degrees == 8.0);
    QVERIFY(!beginStep(book, gluing(boat), at("2026-12-02T09:00:00Z")));  // done: taken back first
    book = *takeBackDone(book, gluing(boat), 1);
    QVERIFY(!stepRecord(book, gluing(boat))->done);
    QCOMPARE(takeBackDone(book, gluing(boat), 1).error()[0].fault, Fault::DoneElsewhere);
  }

  void aClockThatWentBackAndAnEndBeforeTheBeginningAreTold() {
    const BoatWork boat = workBoat({});
    Book book = *beginStep(sampleBook("osier"), gluing(boat), at("2026-12-01T09:00:00Z"));
    const auto back = stopStep(book, gluing(boat), at("2026-12-01T08:59:59Z"));
    QVERIFY(!back && back.error()[0].fault == Fault::ClockWentBack);
    QVERIFY(describe(back.error()).find("2026-12-01T09:00:00Z") != std::string::npos);
    const auto done = tellDone(book, gluing(boat), at("2026-12-01T08:00:00Z"), {});
    QVERIFY(!done && done.error()[0].fault == Fault::EndsBeforeItBegan);
    book = *stopStep(book, gluing(boat), at("2026-12-01T10:00:00Z"));
    QCOMPARE(beginStep(book, gluing(boat), at("2026-12-01T09:30:00Z")).error()[0].fault, Fault::ClockWentBack);
    QVERIFY(!setSpells(book, gluing(boat), {{at("2026-12-01T10:00:00Z"), at("2026-12-01T09:00:00Z")}}));
    QVERIFY(!setSpells(book, gluing(boat),
                       {{at("2026-12-01T10:00:00Z"), at("2026-12-01T12:00:00Z")},
                        {at("2026-12-01T11:00:00Z"), at("2026-12-01T13:00:00Z")}}));
  }

  void figuresOutOfBoundsAreToldTogether() {
    Daybook wrong;
    wrong.zone = "Atlantis/Capital";
    wrong.degrees = 99.0;
    wrong.hands = 0;
    wrong.hoursADay = 30.0;
    wrong.waits = {{WaitKind::Paint, 9000.0, {}, {}, {}}, {WaitKind::Paint, 20.0, 10.0, {}, {}}};
    const auto refused = setDaybook(sampleBook("osier"), wrong);
    QVERIFY(!refused);
    // Zone, warmth, hands, hours a day; more than a year; the most less than the least, of both; paint twice.
    QCOMPARE(refused.error().size(), std::size_t{8});
    const BoatWork boat = workBoat({});
    const Book book = sampleBook("osier");
    QVERIFY(!planStep(book, gluing(boat), "2026-02-30"));
    QVERIFY(!setStepWait(book, gluing(boat), 9000.0, "as on the tin"));
    QVERIFY(!setStepWait(book, gluing(boat), -1.0, {}));
    QVERIFY(!skipStep(book, gluing(boat), std::string()));
    QVERIFY(!writeHold(book, {}));
    QVERIFY(!writeDecision(book, {}));
    QVERIFY(!addStep(book, gluing(boat).part, {}));
    QVERIFY(!addPart(book, {}));
    QVERIFY(!eraseHold(book, {4}) && !eraseOwnStep(book, {4}) && !eraseOwnPart(book, {4}) && !eraseDecision(book, {4}));
  }

  void aLoopIsRefusedAndSaysByWhatItGoes() {
    const BoatWork boat = workBoat({});
    const Book book = sampleBook("osier");
    StepLink link;
    link.first.part.kind = PartKind::LiningOff;
    link.first.kind = StepKind::SpringSheer;
    link.then.part.kind = PartKind::Backbone;
    link.then.kind = StepKind::BoltUpDry;
    const auto refused = linkSteps(book, boat, link);
    QVERIFY(!refused && refused.error()[0].fault == Fault::WaitsInLoop);
    const std::string words = describe(refused.error());
    QVERIFY2(words.find("bolt it up dry") != std::string::npos && words.find("stand the moulds") != std::string::npos,
             words.c_str());
    // The other way about it is a wait like any, and can be taken back; let go, what the trade says is not waited for.
    std::swap(link.first, link.then);
    auto linked = linkSteps(book, boat, link);
    QVERIFY(linked && linked->daybook.links.size() == 1);
    QVERIFY(unlinkSteps(*linked, link.first, link.then)->daybook.links.empty());
    StepLink free;
    free.first = {boat.moulds[0], StepKind::MouldOut, 0, {}};
    free.then.part.kind = PartKind::SettingUp;
    free.then.kind = StepKind::StandMoulds;
    free.letGo = true;
    const Book with = *linkSteps(*linked, boat, free);
    const DraftOrder order = boatSteps(boat, with.daybook);
    const std::vector<std::size_t>& after = order.steps[order.find(free.then)].after;
    QVERIFY(std::find(after.begin(), after.end(), order.find(free.first)) == after.end());
    // To itself, or of what is not there.
    link.then = link.first;
    QVERIFY(!linkSteps(book, boat, link));
    link.then.part.kind = PartKind::Own;
    QVERIFY(!linkSteps(book, boat, link));
  }

  void stepsAreAddedNamedMovedAndLeftOut() {
    const BoatWork boat = workBoat({});
    Book book = sampleBook("osier");
    const WorkPart stem = boat.timbers[1].part;
    const auto order = [&] {
      std::vector<std::string> words;
      const DraftOrder all = boatSteps(boat, book.daybook);
      const DraftPart& part = all.parts[all.findPart(stem)];
      for (std::size_t i = part.first; i < part.first + part.count; ++i) words.push_back(all.steps[i].words);
      return words;
    };
    const std::vector<std::string> usual = order();
    book = *addStep(book, stem, "seal its end grain");
    QCOMPARE(order().size(), usual.size() + 1);
    QCOMPARE(order().back(), std::string("seal its end grain"));
    StepRef own;
    own.part = stem;
    own.own = book.daybook.steps.back().id;
    for (int i = 0; i < 3; ++i) book = *moveStep(book, boat, own, -1);
    QCOMPARE(order()[usual.size() - 3], std::string("seal its end grain"));
    for (int i = 0; i < 40; ++i) book = *moveStep(book, boat, own, -1);
    QCOMPARE(order().front(), std::string("seal its end grain"));
    book = *nameStep(book, gluing(boat), "glue up, with the long clamps");
    QVERIFY(std::find(order().begin(), order().end(), "glue up, with the long clamps") != order().end());
    book = *nameStep(book, gluing(boat), {});
    book = *skipStep(book, {stem, StepKind::DryRun, 0, {}}, std::string("done on the first of the pair"));
    QCOMPARE(boatSteps(boat, book.daybook).steps.size(), boatSteps(boat, {}).steps.size() + 1);
    QVERIFY(stepRecord(book, {stem, StepKind::DryRun, 0, {}})->skipped == "done on the first of the pair");
    book = *skipStep(book, {stem, StepKind::DryRun, 0, {}}, std::nullopt);
    book = *eraseOwnStep(book, own.own);
    QVERIFY(order() == usual);
    // What says nothing any more leaves no record behind.
    QVERIFY(book.daybook.steps.empty());
    book = *addPart(book, "mast");
    WorkPart mast;
    mast.name = "mast";
    mast.id = book.daybook.parts[0].id.number;
    book = *addStep(book, mast, "glue the staves");
    QVERIFY(boatSteps(boat, book.daybook).findPart(mast) < boatSteps(boat, book.daybook).parts.size());
    book = *eraseOwnPart(book, book.daybook.parts[0].id);
    QVERIFY(book.daybook.parts.empty() && book.daybook.steps.empty());
  }

  void allOfItIsKeptInTheFile() {
    BoatWork boat = workBoat({Construction::Lapstrake, 4, 2});
    for (PlankWork& plank : boat.planks) plank.part.strakeId = {};  // told by number: of the plan in force
    Book book = sampleBook("osier");
    Daybook settings;
    settings.zone = "Europe/London";
    settings.degrees = -3.5;
    settings.hands = 1;
    settings.planksFrom = PlanksFrom::Both;
    settings.inPairs = settings.primesLaps = false;
    settings.soaks = settings.greenTimber = true;
    settings.finish = HullFinish::Oil;
    settings.topCoats = 4;
    settings.timberGlue = Glue::Resorcinol;
    settings.scarfGlue = Glue::Polyurethane;
    settings.waits = {{WaitKind::Primer, 20.0, 90.0, 12.0, "as on the tin"}};
    book = *setDaybook(book, settings);
    const StepRef hung{boat.planks[1].part, StepKind::Hung, 0, {}};
    const StepRef sawn{boat.planks[5].part, StepKind::Sawn, 2, {}};
    book = *beginStep(book, hung, at("2026-12-01T09:00:00Z"));
    book = *stopStep(book, hung, at("2026-12-01T10:00:00Z"));
    book = *beginStep(book, hung, at("2026-12-02T09:00:00Z"));
    book = *planStep(book, sawn, "2026-12-24");
    book = *setStepWait(book, sawn, 30.0, "thick and wet");
    book = *setStepHours(book, sawn, 2.5);
    book = *noteStep(book, sawn, "mind the knot, \"left\"");
    book = *tellDone(book, gluing(boat), at("2026-12-01T11:15:00Z"), 8.0);
    book = *addPart(book, "rudder");
    book = *addStep(book, gluing(boat).part, "photograph it");
    book = *linkSteps(book, boat, {{}, gluing(boat), hung, false, "one pair of clamps"});
    book = *writeHold(book, {{}, HoldKind::Weather, "a dry week", {hung, sawn}, "2026-12-20", {}});
    Decision decision;
    decision.question = "bronze or copper?";
    decision.ask = "the owner";
    decision.before = {hung};
    book = *writeDecision(book, decision);
    decision = {};
    decision.kind = DecisionKind::Finish;
    decision.answer = "oil", decision.decided = "2026-12-02";
    book = *writeDecision(book, decision);
    QVERIFY(!writeDecision(book, decision));  // one of a usual kind
    book = followStrakes(book, book);
    const auto read = readBook(writeBook(book));
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QVERIFY(read->book.daybook == book.daybook);
    QCOMPARE(writeBook(read->book), writeBook(book));
    QVERIFY(checkBook(book, &book).has_value());
  }

  void aFileThatIsWrongSaysWhereAndLosesNothing() {
    const BoatWork boat = workBoat({});
    Book book = *beginStep(sampleBook("osier"), gluing(boat), at("2026-12-01T09:00:00Z"));
    book = *stopStep(book, gluing(boat), at("2026-12-01T10:00:00Z"));
    const std::string text = writeBook(book);
    const auto with = [&](const std::string& from, const std::string& to) {
      std::string changed = text;
      const std::size_t found = changed.find(from, changed.find("\"daybook\""));
      if (found == std::string::npos) qFatal("the file has no %s", from.c_str());
      changed.replace(found, from.size(), to);
      const auto read = readBook(changed);
      return read ? std::string() : describe(read.error());
    };
    QVERIFY2(with("2026-12-01T10:00:00Z", "2026-12-01T08:00:00Z").find("before it began") != std::string::npos,
             with("2026-12-01T10:00:00Z", "2026-12-01T08:00:00Z").c_str());
    QVERIFY(with("2026-12-01T10:00:00Z", "2026-12-41T10:00:00Z").find("ended") != std::string::npos);
    QVERIFY(with("\"glue-up\"", "\"glue-down\"").find("glue-up") != std::string::npos);
    QVERIFY(with("\"timber\"", "\"lumber\"").find("daybook") != std::string::npos);
  }

  void stepsOfAStrakeGoAlongWithIt() {
    Book book = sampleBook("osier");
    WorkPart part;
    part.kind = PartKind::Plank;
    part.strake = 3;
    const StepRef hung{part, StepKind::Hung, 0, {}};
    book = *planStep(book, hung, "2026-12-24");
    book = *writeHold(book, {{}, HoldKind::Delivery, "larch", {hung}, {}, {}});
    book = followStrakes(book, book);
    const StrakeId id = strakesInOrder(book.planOf(BoatSide::Starboard))[2];
    QVERIFY(book.daybook.steps[0].of.part.strakeId == id && book.daybook.holds[0].steps[0].part.strakeId == id);
    // A plan without that strake: kept, without a strake; and thrown away when the builder says so.
    Book other = book;
    LiningPlan& plan = other.planOf(BoatSide::Starboard);
    plan.strakes[2] = {other.nextId++};
    other = followStrakes(book, other);
    QCOMPARE(other.daybook.steps[0].of.part.strake, -3);
    QVERIFY(!recordsWithoutStrake(other).empty());
    const Book thrown = *throwAwayRecordsWithoutStrake(other);
    QVERIFY(thrown.daybook.steps.empty() && thrown.daybook.holds[0].steps.empty());
  }
};

QTEST_GUILESS_MAIN(OrderEditsTest)
#include "order_edits_test.moc"
