// Every edit there is, made, undone and made again: the book is the same to the byte.

#include <QFile>
#include <QRegularExpression>

#include "advice/reline.h"
#include "book/backbone_edits.h"
#include "book/daybook_edits.h"
#include "book/edits.h"
#include "book/joining_edits.h"
#include "book/lining_edits.h"
#include "book/planking_edits.h"
#include "book/sheer_edits.h"
#include "book/spiling_edits.h"
#include "book/weighing_edits.h"
#include "solve/joinery.h"
#include "solve/plank_at_bench.h"
#include "solve/sheet_points.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

using Edit = std::function<Result<Book>(const Book&, const Solved&)>;
struct NamedEdit {
  const char* name;  ///< the core's function, and what of it
  Edit edit;
};

NamedEdit onMoulds(const char* name, const std::function<void(MouldPlan&)>& change) {
  return {name, [change](const Book& book, const Solved&) {
            MouldPlan plan = book.moulds;
            change(plan);
            return setMouldPlan(book, plan);
          }};
}

/// On the backbone as it is shown, its timbers with it.
NamedEdit onBackbone(const char* name, const std::function<void(BackbonePlan&)>& change) {
  return {name, [change](const Book& book, const Solved& solved) {
            BackbonePlan plan = planInHand(book, solved.backbone->plan);
            change(plan);
            return setBackbone(book, plan);
          }};
}

const FigureRef figure{FigureRef::In::Row, 1, 3};

std::vector<NamedEdit> everyEdit() {
  const Length odd = millimetres(21.3);
  std::vector<NamedEdit> edits{
      {"setFigure: another",
       [](const Book& book, const Solved&) {
         return setFigure(book, 1, 3, millimetres(figureMm(book.table, figure) + 1.5));
       }},
      {"setFigure: taken out", [](const Book& book, const Solved&) { return setFigure(book, 3, 3, std::nullopt); }},
      {"setFiguresReadOff",
       [](const Book& book, const Solved&) {
         const FigureRef one{FigureRef::In::Row, 1, 3}, other{FigureRef::In::Row, 2, 3};
         return setFiguresReadOff(
             book, {{one, figureMm(book.table, one) + 3.2, 0.1}, {other, figureMm(book.table, other) + 1.6, 0.1}});
       }},
      {"setProfile",
       [](const Book& book, const Solved&) {
         Profile profile = *book.table.profile(ProfilePart::StemRabbet);
         profile.points[1].distance = millimetres(profile.points[1].distance.mm() + 3.2);
         return setProfile(book, profile);
       }},
      {"setProfilePoint",
       [](const Book& book, const Solved&) {
         ProfilePoint point = book.table.profile(ProfilePart::StemRabbet)->points[1];
         point.distance = point.distance + millimetres(2.0);
         return setProfilePoint(book, ProfilePart::StemRabbet, 1, point);
       }},
      {"setHalfSiding",
       [](const Book& book, const Solved&) -> Result<Book> {
         return setHalfSiding(book, SidingPart::Stem, inches(1.0));
       }},
      {"fairFigure",
       [](const Book& book, const Solved&) {
         return fairFigure(book, figure, millimetres(figureMm(book.table, figure) + 1.0), "2026-05-01", "by hand");
       }},
      {"fairFigures",
       [](const Book& book, const Solved&) {
         const FigureRef other{FigureRef::In::Row, 2, 4};
         return fairFigures(book,
                            {{figure, millimetres(figureMm(book.table, figure) + 1.0)},
                             {other, millimetres(figureMm(book.table, other) - 0.5)}},
                            "2026-05-01", "faired with the table");
       }},
      {"moveSheer",
       [](const Book& book, const Solved& solved) {
         const Section& at = solved.drawn->sections[3];
         const double height = at.parts.back().nails().back().z();
         return moveSheer(book, at, millimetres(height - 7.0), "2026-05-01");
       }},
      {"setSpiling",
       [](const Book& book, const Solved&) {
         Spiling spiling;
         spiling.readings = {{"2", millimetres(-30.0), millimetres(60.0), 0}, {"3", {}, millimetres(70.0), 0}};
         return setSpiling(book, 2, BoatSide::Port, spiling, "2026-05-01");
       }},
      {"setReading",
       [](const Book& book, const Solved&) {
         return setReading(book, 3, BoatSide::Starboard, "4", true, millimetres(40.0), "2026-05-01");
       }},
      {"chooseShape",
       [](const Book& book, const Solved&) {
         const auto read = setReading(book, 3, BoatSide::Starboard, "4", true, millimetres(40.0), "2026-05-01");
         return read ? chooseShape(*read, 3, BoatSide::Starboard, PlankShape::Between) : read;
       }},
      {"setWeighing",
       [](const Book& book, const Solved&) {
         WeighingPlan plan = book.weighing;
         plan.limits.push_back({Measure::Sny, {50.0, 80.0}});
         plan.species = "larch";
         return setWeighing(book, plan);
       }},
      {"setPlanking",
       [](const Book& book, const Solved&) {
         PlankingPlan plan = book.planking;
         plan.bow.way = GainWay::Feathered;
         plan.stern.run = millimetres(250.0);
         plan.hoodLong = millimetres(4.0);
         return setPlanking(book, plan);
       }},
      {"setJoining",
       [](const Book& book, const Solved&) {
         JoiningPlan plan = book.joining;
         plan.kind = JoinedBy::Butt;
         plan.frames.spacing = millimetres(230.0);
         plan.strakesBetween = 2;
         return setJoining(book, plan);
       }},
      {"setFastening",
       [](const Book& book, const Solved&) {
         FasteningPlan plan = book.fastening;
         plan.atFrames = FastenerKind::Clench;
         plan.spares = 12.0;
         plan.bunged = true;
         return setFastening(book, plan);
       }},
      {"setFlatWork",
       [](const Book& book, const Solved&) {
         FlatWorkPlan plan = book.flatWork;
         plan.gap = millimetres(1.5);
         return setFlatWork(book, plan);
       }},
      {"placeJoints",
       [](const Book& book, const Solved&) {
         return placeJoints(book, {{4, BoatSide::Port, millimetres(2000.0), JoinedBy::Scarf, false},
                                   {3, BoatSide::Starboard, millimetres(1500.0), JoinedBy::Butt, true}});
       }},
      {"addJoint",
       [](const Book& book, const Solved& solved) {
         const auto strake = strakeToJoin(solved, 2, BoatSide::Starboard);
         return addJoint(book, 3, BoatSide::Starboard, millimetres(2100.0), strake->run, joiningMake(solved));
       }},
      {"moveJoint",
       [](const Book& book, const Solved& solved) {
         const auto strake = strakeToJoin(solved, 2, BoatSide::Starboard);
         const JoiningMake make = joiningMake(solved);
         const auto one = addJoint(book, 3, BoatSide::Starboard, millimetres(2100.0), strake->run, make);
         if (!one) return one;
         return moveJoint(*one, *jointNear(*one, 3, BoatSide::Starboard, 2100.0), millimetres(2300.0), strake->run,
                          make);
       }},
      {"setJointKind",
       [](const Book& book, const Solved&) {
         const auto one = placeJoints(book, {{3, BoatSide::Starboard, millimetres(1500.0), JoinedBy::Butt, true}});
         return setJointKind(*one, 0, JoinedBy::Scarf);
       }},
      {"removeJoint",
       [](const Book& book, const Solved&) {
         const auto two = placeJoints(book, {{3, BoatSide::Starboard, millimetres(1500.0), JoinedBy::Butt, true},
                                             {4, BoatSide::Starboard, millimetres(1900.0), JoinedBy::Butt, true}});
         return removeJoint(*two, 0);
       }},
      {"logStep",
       [](const Book& book, const Solved&) {
         HangingEntry entry;
         entry.strake = 2;
         entry.step = HangingStep::Hung;
         entry.when = "2026-05-01";
         entry.hours = 2.5;
         return logStep(book, entry, 8);
       }},
      {"correctStep",
       [](const Book& book, const Solved&) {
         HangingEntry entry;
         entry.when = "2026-05-01";
         const auto logged = logStep(book, entry, 8);
         entry = logged->log.back();
         entry.note = "again";
         return correctStep(*logged, entry, 8);
       }},
      {"eraseStep",
       [](const Book& book, const Solved&) {
         HangingEntry entry;
         entry.when = "2026-05-01";
         const auto two = logStep(*logStep(book, entry, 8), entry, 8);
         return eraseStep(*two, two->log.front().id);
       }},
      {"rememberPrinted",
       [](const Book& book, const Solved& solved) {
         return rememberPrinted(book, {*sheetToRemember(solved, "strake-02-port", "ABCDE", "2026-05-01")});
       }},
      {"forgetPrinted",
       [](const Book& book, const Solved& solved) {
         const auto two = rememberPrinted(book, {*sheetToRemember(solved, "strake-03-port", "ABCDE", "2026-05-01"),
                                                 *sheetToRemember(solved, "marking-stick", "ABCDF", "2026-05-01")});
         return forgetPrinted(*two, "strake-03-port");
       }},
      {"relineSide",
       [](const Book& book, const Solved& solved) {
         const std::string& at = solved.lining->frame.hull().sections[3].name;
         return relineSide(book, *solved.lining, BoatSide::Port, {{2, BoatSide::Port, {{at, millimetres(3.0)}}}},
                           "hung", "2026-05-01");
       }},
      {"measureHungEdge",
       [](const Book& book, const Solved& solved) {
         return measureHungEdge(book, *solved.lining, BoatSide::Starboard, 2, 4, millimetres(2.0), "2026-05-01");
       }},
      {"unfair",
       [](const Book& book, const Solved&) -> Result<Book> {
         // Something faired first, in the same breath.
         auto faired = fairFigure(book, figure, millimetres(figureMm(book.table, figure) + 1.0), "2026-05-01", "x");
         if (!faired) return faired;
         Book bare = unfair(*faired);
         return setBuilder(bare, "Aune");
       }},
      {"addLineReadOff",
       [](const Book& book, const Solved& solved) {
         TableRow row;
         row.kind = RowKind::HalfBreadth;
         row.line = RowLine::Waterline;
         row.at = inches(7.5);
         return addLineReadOff(book, *solved.drawn, row);
       }},
      {"removeRow", [](const Book& book, const Solved&) -> Result<Book> { return removeRow(book, 3); }},
      {"scaleTable", [](const Book& book, const Solved&) { return scaleTable(book, 1.125); }},
      {"addMould", [](const Book& book,
                      const Solved& solved) { return addMould(book, *solved.inside, "between", millimetres(1000.0)); }},
      {"setBuilder", [](const Book& book, const Solved&) -> Result<Book> { return setBuilder(book, "Ylva Tarn"); }},
      {"setStrakeCount", [](const Book& book, const Solved&) { return setStrakeCount(book, 10); }},
      {"setStrakeCountAboveHung",
       [](const Book& book, const Solved& solved) {
         HangingEntry entry;
         entry.step = HangingStep::Hung, entry.when = "2026-05-01";
         return setStrakeCountAboveHung(*logStep(book, entry, 8), *solved.lining, 10);
       }},
      {"setRule",
       [](const Book& book, const Solved& solved) { return setRule(book, *solved.lining, LiningRule::Equal); }},
      {"setMaster",
       [](const Book& book, const Solved& solved) {
         return setMaster(book, sectionIds(book, solved.lining->frame.hull())[2]);
       }},
      {"setWidth",
       [](const Book& book, const Solved& solved) { return setWidth(book, *solved.lining, 2, millimetres(101.0)); }},
      {"moveMark",
       [](const Book& book, const Solved& solved) {
         return moveMark(book, *solved.lining, 3, 4, solved.lining->lines[3].shares[4] + 0.004);
       }},
      {"measureMark",
       [](const Book& book, const Solved& solved) {
         const double girth = solved.lining->lines[3].shares[4] * solved.lining->frame.girthMm(4);
         return measureMark(book, *solved.lining, 3, 4, millimetres(girth + 4.0));
       }},
      {"dragMark",
       [](const Book& book, const Solved& solved) -> Result<Book> {
         return dragMark(book, *solved.lining, 3, 4, solved.lining->lines[3].shares[4] + 0.004);
       }},
      {"setLap", [](const Book& book, const Solved&) -> Result<Book> { return setLap(book, inches(0.875)); }},
      {"setNotation",
       [](const Book& book, const Solved&) -> Result<Book> { return setNotation(book, Notation::Millimetres); }},
      {"setConstruction",
       [](const Book& book, const Solved&) -> Result<Book> { return setConstruction(book, Construction::Carvel); }},
      {"drawBackboneAfresh",
       [](const Book& book, const Solved& solved) -> Result<Book> {
         auto taken = addOutlinePoint(book, *solved.backbone, solved.backbone->plan.timbers[0].id, 1,
                                      solved.backbone->plan.timbers[0].outline[1]);
         if (!taken) return taken;
         return setBuilder(drawBackboneAfresh(*taken), "Aune");
       }},
      {"moveOutlinePoint",
       [](const Book& book, const Solved& solved) {
         const Timber& stem = solved.backbone->plan.timbers[0];
         OutlinePoint to = stem.outline[1];
         to.height = to.height + millimetres(3.0);
         return moveOutlinePoint(book, *solved.backbone, stem.id, 1, to);
       }},
      {"removeOutlinePoint",
       [](const Book& book, const Solved& solved) {
         return removeOutlinePoint(book, *solved.backbone, solved.backbone->plan.timbers[0].id, 2);
       }},
      {"addOutlinePoint",
       [](const Book& book, const Solved& solved) {
         const Timber& stem = solved.backbone->plan.timbers[0];
         OutlinePoint between = stem.outline[1];
         between.distance = between.distance + millimetres(1.0);
         return addOutlinePoint(book, *solved.backbone, stem.id, 2, between);
       }},
      {"addTimber",
       [](const Book& book, const Solved& solved) {
         return addTimber(book, *solved.backbone, TimberKind::Knee, {600.0, 200.0});
       }},
      {"removeTimber",
       [](const Book& book, const Solved& solved) {
         return removeTimber(book, *solved.backbone, solved.backbone->plan.timbers.back().id);
       }},
      {"setJoint",
       [](const Book& book, const Solved& solved) {
         Joint joint = solved.backbone->plan.joints[0];
         joint.kind = JointKind::HookedScarf;
         joint.nib = inches(0.375);
         return setJoint(book, *solved.backbone, joint);
       }},
      {"removeJoint",
       [](const Book& book, const Solved& solved) {
         return removeJoint(book, *solved.backbone, solved.backbone->plan.joints[0].id);
       }},
      {"setBolt",
       [](const Book& book, const Solved& solved) {
         Bolt bolt = solved.backbone->plan.bolts[0];
         bolt.diameter = inches(0.375);
         return setBolt(book, *solved.backbone, bolt);
       }},
      {"removeBolt",
       [](const Book& book, const Solved& solved) {
         return removeBolt(book, *solved.backbone, solved.backbone->plan.bolts[0].id);
       }},
      {"placeBoltsAfresh",
       [](const Book& book, const Solved& solved) {
         auto fewer = removeBolt(book, *solved.backbone, solved.backbone->plan.bolts[0].id);
         if (!fewer) return fewer;
         const auto now = solve(std::make_shared<const Book>(*fewer), 1);
         auto placed = placeBoltsAfresh(*fewer, *now->backbone);
         return placed ? Result<Book>(setBuilder(*placed, "Aune")) : placed;
       }},
      onMoulds("setMouldPlan: taken off", [](MouldPlan& plan) { plan.takenOff = TakenOff::PlankingAndFrames; }),
      onMoulds("setMouldPlan: frame", [odd](MouldPlan& plan) { plan.frame = odd; }),
      onMoulds("setMouldPlan: ribband", [odd](MouldPlan& plan) { plan.ribband = odd; }),
      onMoulds("setMouldPlan: thickness", [odd](MouldPlan& plan) { plan.thickness = odd; }),
      onMoulds("setMouldPlan: side", [](MouldPlan& plan) { plan.side = MouldSide::Aft; }),
      onMoulds("setMouldPlan: half", [](MouldPlan& plan) { plan.whole = false; }),
      onMoulds("setMouldPlan: spreader", [](MouldPlan& plan) { plan.spreader = inches(20.0); }),
      onMoulds("setMouldPlan: base", [](MouldPlan& plan) { plan.base = inches(60.0); }),
      onMoulds("setMouldPlan: left out", [](MouldPlan& plan) { plan.leftOut = {"4"}; }),
      onMoulds("setMouldPlan: reading",
               [](MouldPlan& plan) {
                 plan.readings.push_back({"4", SetUpKind::HalfBreadth, "sheer", {}, inches(25.0)});
               }),
      onMoulds("setMouldPlan: as they stand", [](MouldPlan& plan) { plan.plankAsTheyStand = true; }),
      onBackbone("setBackbone: stem", [](BackbonePlan& plan) { plan.rabbet.stem = StemMake::TwoPiece; }),
      onBackbone("setBackbone: half-siding", [](BackbonePlan& plan) { plan.rabbet.stemHalfSiding = inches(0.875); }),
      onBackbone("setBackbone: groove's stop", [odd](BackbonePlan& plan) { plan.rabbet.stopBelowSheer = odd; }),
      onBackbone("setBackbone: roll", [](BackbonePlan& plan) { plan.rabbet.mostRollDegPerFoot = 5.5; }),
      onBackbone("setBackbone: cutter", [odd](BackbonePlan& plan) { plan.rabbet.cutterReach = odd; }),
      onBackbone("setBackbone: stopwater", [](BackbonePlan& plan) { plan.rabbet.stopwater = inches(0.5); }),
      onBackbone("setBackbone: keel's make", [](BackbonePlan& plan) { plan.keel.make = KeelMake::Upright; }),
      onBackbone("setBackbone: keel's thickness", [odd](BackbonePlan& plan) { plan.keel.thickness = odd; }),
      onBackbone("setBackbone: shoulder", [](BackbonePlan& plan) { plan.keel.shoulder = inches(0.3125); }),
      onBackbone("setBackbone: saw", [](BackbonePlan& plan) { plan.keel.sawDepth = inches(3.0); }),
      onBackbone("setBackbone: transom's face", [](BackbonePlan& plan) { plan.transom.given = TransomFace::Fore; }),
      onBackbone("setBackbone: transom's radius", [](BackbonePlan& plan) { plan.transom.radius = inches(90.0); }),
      onBackbone("setBackbone: crown", [odd](BackbonePlan& plan) { plan.transom.crown = odd; }),
      onBackbone("setBackbone: siding", [odd](BackbonePlan& plan) { plan.timbers[0].siding = odd; }),
      onBackbone("setBackbone: a timber's name", [](BackbonePlan& plan) { plan.timbers[0].name = "fore stem"; }),
      onBackbone("setBackbone: its wood", [](BackbonePlan& plan) { plan.timbers[0].species = "larch"; }),
      onBackbone("setBackbone: laminated", [](BackbonePlan& plan) { plan.lamination.timber = plan.timbers[1].id; }),
      onBackbone("setBackbone: a frame", [](BackbonePlan& plan) { plan.lamination.frame = "4"; }),
      onBackbone("setBackbone: strips' wood", [](BackbonePlan& plan) { plan.lamination.species = "ash"; }),
      onBackbone("setBackbone: steamed", [](BackbonePlan& plan) { plan.lamination.bending = Bending::Steamed; }),
      onBackbone("setBackbone: ratio",
                 [](BackbonePlan& plan) {
                   plan.lamination.ratios.push_back({"oak", Bending::Steamed, 40.0});
                 }),
      onBackbone("setBackbone: built up", [](BackbonePlan& plan) { plan.blank.timber = plan.timbers[1].id; }),
      onBackbone("setBackbone: blank's boards", [odd](BackbonePlan& plan) { plan.blank.boardThickness = odd; }),
      onBackbone("setBackbone: slab", [](BackbonePlan& plan) { plan.slab.length = inches(72.0); }),
      onBackbone("setBackbone: slab's grain", [](BackbonePlan& plan) { plan.slab.grainDeg = 12.5; }),
      onBackbone("setBackbone: slab's readings",
                 [](BackbonePlan& plan) {
                   plan.slab.down = {{inches(0.25), std::nullopt, inches(0.5)}};
                 }),
      onBackbone("setBackbone: slab's fault",
                 [odd](BackbonePlan& plan) {
                   plan.slab.faults.push_back({FaultKind::Check, inches(9.0), inches(4.0), odd, odd, odd});
                 }),
      onBackbone("setBackbone: pattern laid",
                 [](BackbonePlan& plan) {
                   plan.slab.placed = true;
                   plan.slab.placedAlong = inches(22.0);
                   plan.slab.placedDeg = 3.25;
                   plan.slab.placedFlipped = true;
                 }),
      onBackbone("setBackbone: keel measured",
                 [](BackbonePlan& plan) {
                   plan.cameOut.push_back({"4", inches(2.25)});
                 }),
      onBackbone("setBackbone: keel followed", [](BackbonePlan& plan) { plan.follow = CameOutChoice::AsMeasured; }),
  };
  // What only follows on another edit.
  const auto nailed = [](const Book& book, const Solved& solved) {
    return moveMark(book, *solved.lining, 3, 4, solved.lining->lines[3].shares[4] + 0.004);
  };
  edits.push_back({"letGoMark", [nailed](const Book& book, const Solved& solved) -> Result<Book> {
                     const auto moved = nailed(book, solved);
                     if (!moved) return moved;
                     const MovedMark& mark = moved->boatPlan().moved.back();
                     return setBuilder(letGoMark(*moved, mark.line, mark.station), "Aune");
                   }});
  const auto guided = [](const Book& book, const Solved& solved, GuideKind kind) {
    Guide guide;
    guide.name = "tried";
    guide.kind = kind;
    guide.share = solved.lining->lines[4].shares[solved.lining->master];
    guide.station = sectionIds(book, solved.lining->frame.hull())[solved.lining->master];
    guide.of = book.boatPlan().lines.back();
    return addGuide(book, *solved.lining, 4, guide);
  };
  edits.push_back({"addGuide", [guided](const Book& book, const Solved& solved) {
                     return guided(book, solved, GuideKind::Batten);
                   }});
  edits.push_back({"setGuide", [guided](const Book& book, const Solved& solved) -> Result<Book> {
                     auto with = guided(book, solved, GuideKind::Batten);
                     if (!with) return with;
                     Guide renamed = with->boatPlan().guides[0];
                     renamed.name = "another";
                     return setGuide(*with, *solved.lining, 0, renamed);
                   }});
  edits.push_back({"dragGuide", [guided](const Book& book, const Solved& solved) -> Result<Book> {
                     auto with = guided(book, solved, GuideKind::Batten);
                     if (!with) return with;
                     Guide moved = with->boatPlan().guides[0];
                     moved.share += 0.01;
                     return dragGuide(*with, *solved.lining, 0, moved);
                   }});
  edits.push_back({"removeGuide", [guided](const Book& book, const Solved& solved) -> Result<Book> {
                     auto with = guided(book, solved, GuideKind::Batten);
                     if (!with) return with;
                     auto without = removeGuide(*with, *solved.lining, 0);
                     return without ? setBuilder(*without, "Aune") : without;
                   }});
  edits.push_back(
      {"setZoneCount", [](const Book& book, const Solved&) { return setZoneCount(book, book.boatPlan().id, 0, 9); }});
  edits.push_back({"setZone", [](const Book& book, const Solved& solved) -> Result<Book> {
                     Zone zone = book.boatPlan().zones[0];
                     zone.rail = millimetres(30.0);
                     return setZone(book, *solved.lining, 0, zone);
                   }});
  edits.push_back(
      {"nailMark", [](const Book& book, const Solved& solved) { return nailMark(book, *solved.lining, 3, 3); }});
  edits.push_back(
      {"lockMark", [](const Book& book, const Solved& solved) { return lockMark(book, *solved.lining, 3, 3, true); }});
  const auto joined = [](const Book& book, const Solved& solved) {
    Stealer stealer;
    stealer.line = book.boatPlan().lines[3];
    stealer.at = millimetres(solved.lining->point(3, 2.0).x());
    return setStealer(book, *solved.lining, stealer);
  };
  edits.push_back({"setStealer", joined});
  edits.push_back({"removeStealer", [joined](const Book& book, const Solved& solved) -> Result<Book> {
                     auto with = joined(book, solved);
                     if (!with) return with;
                     auto without = removeStealer(*with, *solved.lining, book.boatPlan().lines[3], true);
                     return without ? setBuilder(*without, "Aune") : without;
                   }});
  edits.push_back({"setEnd", [](const Book& book, const Solved& solved) -> Result<Book> {
                     EndPlan end;
                     end.spacing = StemSpacing::StickLevel;
                     return setEnd(book, *solved.lining, true, end);
                   }});
  edits.push_back({"setStrakeSpecies", [](const Book& book, const Solved&) -> Result<Book> {
                     return setStrakeSpecies(book, book.boatPlan().strakes[2], "larch");
                   }});
  edits.push_back({"setLapAt", [](const Book& book, const Solved&) {
                     return setLapAt(book, book.boatPlan().id, book.stationIds[3], inches(0.625));
                   }});
  edits.push_back({"setWaterline",
                   [](const Book& book, const Solved&) -> Result<Book> { return setWaterline(book, inches(9.0)); }});
  const auto copied = [](const Book& book, PlanId* made) { return addPlan(book, book.boatPlan(), "a copy", made); };
  edits.push_back({"addPlan", [copied](const Book& book, const Solved&) { return copied(book, nullptr); }});
  edits.push_back(
      {"renamePlan", [](const Book& book, const Solved&) { return renamePlan(book, book.boatPlan().id, "by eye"); }});
  edits.push_back({"setBoatPlan", [copied](const Book& book, const Solved&) -> Result<Book> {
                     PlanId made;
                     auto with = copied(book, &made);
                     return with ? setBoatPlan(*with, BoatSide::Port, made) : with;
                   }});
  edits.push_back({"removePlan", [copied](const Book& book, const Solved&) -> Result<Book> {
                     PlanId made;
                     auto with = copied(book, &made);
                     if (!with) return with;
                     auto without = removePlan(*with, made);
                     return without ? setBuilder(*without, "Aune") : without;
                   }});
  edits.push_back({"letGoLine", [nailed](const Book& book, const Solved& solved) -> Result<Book> {
                     const auto moved = nailed(book, solved);
                     return moved ? setBuilder(letGoLine(*moved, solved.lining->lines[3].id), "Aune") : moved;
                   }});
  return edits;
}

}  // namespace

class UndoTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void everyEditOfTheCoreIsInTheList() {
    const auto edits = everyEdit();
    int declared = 0;
    for (const char* header :
         {"/core/book/edits.h", "/core/book/lining_edits.h", "/core/book/backbone_edits.h", "/core/book/sheer_edits.h",
          "/core/book/planking_edits.h", "/core/book/spiling_edits.h", "/core/book/weighing_edits.h",
          "/core/book/joining_edits.h", "/core/book/daybook_edits.h", "/core/advice/reline.h"}) {
      QFile file(QStringLiteral(NARROWS_SOURCE_DIR) + QString::fromUtf8(header));
      QVERIFY(file.open(QIODevice::ReadOnly));
      static const QRegularExpression edit("^(?:Result<Book>|Book) (\\w+)\\(const Book& book",
                                           QRegularExpression::MultilineOption);
      auto found = edit.globalMatch(QString::fromUtf8(file.readAll()));
      while (found.hasNext()) {
        const QString name = found.next().captured(1);
        ++declared;
        QVERIFY2(std::any_of(edits.begin(), edits.end(),
                             [&](const NamedEdit& one) { return QString(one.name).section(':', 0, 0) == name; }),
                 qPrintable(name));
      }
    }
    QVERIFY(declared >= 30);
    QVERIFY(edits.size() >= 57);
  }

  void everyEditIsUndoneAndRedoneByteForByte() {
    openBook("osier");
    const std::string before = bytes();
    const std::shared_ptr<const Solved> shown = session().solved();
    for (const NamedEdit& one : everyEdit()) {
      const auto edited = one.edit(*session().book(), *shown);
      QVERIFY2(edited, edited ? "" : (std::string(one.name) + ": " + describe(edited.error())).c_str());
      QVERIFY2(session().perform(one.name, *edited), one.name);
      const std::string after = bytes();
      QVERIFY2(after != before, one.name);
      m_window->session().undo();
      QVERIFY2(bytes() == before, one.name);
      m_window->session().redo();
      QVERIFY2(bytes() == after, one.name);
      m_window->session().undo();
      QVERIFY2(bytes() == before, one.name);
    }
  }

  void manyEditsOnOneAnotherAreUndoneOneByOne() {
    openBook("osier");
    std::vector<std::string> states{bytes()};
    std::vector<std::string> names;
    std::shared_ptr<const Solved> solved = session().solved();
    for (const NamedEdit& one : everyEdit()) {
      solved = solve(session().book(), 1, solved, SolveEffort::Quick);
      if (solved->lining == nullptr || solved->backbone == nullptr) continue;
      const auto edited = one.edit(*session().book(), *solved);
      // What an edit before has made impossible is refused, and leaves nothing.
      if (!edited || !session().perform(one.name, *edited) || bytes() == states.back()) continue;
      states.push_back(bytes());
      names.emplace_back(one.name);
    }
    QVERIFY2(names.size() >= 40, qPrintable(QString::number(names.size())));
    for (std::size_t i = names.size(); i-- > 0;) {
      session().undo();
      QVERIFY2(bytes() == states[i], names[i].c_str());
    }
    for (std::size_t i = 0; i < names.size(); ++i) {
      session().redo();
      QVERIFY2(bytes() == states[i + 1], names[i].c_str());
    }
  }
};

int main(int argc, char** argv) {
  return runWindowTest<UndoTest>(argc, argv);
}
#include "undo_test.moc"
