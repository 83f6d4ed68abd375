#include "book/joining_json.h"

#include "book/json_archive.h"
#include "lining/lining_plan.h"
#include "problem/trade.h"

namespace narrows {

namespace {

const Spellings<JoinedBy> plankJointWords{{JoinedBy::Scarf, "scarf"}, {JoinedBy::Butt, "butt"}};
const Spellings<FastenerKind> fastenerKinds{
    {FastenerKind::Screw, "screw"}, {FastenerKind::Rivet, "rivet"}, {FastenerKind::Clench, "clench"}};
const Spellings<FastenerKind> buttFastenerKinds{{FastenerKind::Screw, "screw"},
                                                {FastenerKind::Rivet, "rivet"},
                                                {FastenerKind::Clench, "clench"},
                                                {FastenerKind::Bolt, "bolt"}};

/// What a joint of a file must be: of a strake that there may be.
Result<void> checkJoints(const JoiningPlan& plan) {
  for (const PlankJoint& joint : plan.joints) {
    if (joint.strake < 1 || joint.strake > mostNumbered)
      return fail(Fault::KeyWrong, {0, 0, "joining / joints / strake"},
                  {"strake", Trade::say("the number of a strake")});
  }
  return checkJoining(plan);
}

}  // namespace

template <typename Archive>
static void fields(Archive& a, FramePlan& p) {
  a.whenSet("first", p.first);
  a.whenSet("spacing", p.spacing);
  a.whenSet("siding", p.siding);
  a.whenSet("moulding", p.moulding);
}

template <typename Archive>
static void fields(Archive& a, PlankJoint& p) {
  ofStrake(a, p.strake, p.strakeId);
  a("side", p.side, boatSideSpellings);
  a("at", p.at);
  a("kind", p.kind, plankJointWords);
  a.whenSet("by-hand", p.byHand);
}

template <typename Archive>
static void fields(Archive& a, JoiningPlan& p) {
  a.object("frames", p.frames);
  a("kind", p.kind, plankJointWords);
  a("ratio", p.ratio);
  a("hard-ratio", p.hardRatio);
  a.whenSet("margin", p.margin);
  a.whenSet("nib", p.nib);
  a.whenSet("apart", p.apart);
  a("bays-apart", p.baysApart);
  a("strakes-between", p.strakesBetween);
  a.whenSet("block-lap", p.blockLap);
  a("joints", p.joints);
}

template <typename Archive>
static void fields(Archive& a, FasteningPlan& p) {
  a("frames", p.atFrames, fastenerKinds);
  a("laps", p.inLaps, fastenerKinds);
  a("ends", p.atEnds, fastenerKinds);
  a("butts", p.inButts, buttFastenerKinds);
  a.whenSet("butt-block-thick", p.blockThick);
  a.whenSet("lap-spacing", p.lapSpacing);
  a.whenSet("keel-spacing", p.keelSpacing);
  a.whenSet("end-spacing", p.endSpacing);
  a("holes-reused", p.holesReused);
  a("spares", p.spares);
  a("bunged", p.bunged);
}

template <typename Archive>
static void fields(Archive& a, FlatWorkPlan& p) {
  a.whenSet("board-width", p.boardWidth);
  a.whenSet("board-length", p.boardLength);
  a.whenSet("jointed", p.jointed);
  a.whenSet("gap", p.gap);
  a.whenSet("overhang", p.overhang);
}

nlohmann::ordered_json joiningJson(const JoiningPlan& plan) {
  return jsonOf(plan);
}

nlohmann::ordered_json fasteningJson(const FasteningPlan& plan) {
  return jsonOf(plan);
}

nlohmann::ordered_json flatWorkJson(const FlatWorkPlan& plan) {
  return jsonOf(plan);
}

void readJoining(const nlohmann::ordered_json& json, JoiningPlan& plan, Problems& problems) {
  readChecked(json, "joining / ", plan, checkJoints, problems);
}

void readFastening(const nlohmann::ordered_json& json, FasteningPlan& plan, Problems& problems) {
  readChecked(json, "fastening / ", plan, checkFastening, problems);
}

void readFlatWork(const nlohmann::ordered_json& json, FlatWorkPlan& plan, Problems& problems) {
  readChecked(json, "flat-work / ", plan, checkFlatWork, problems);
}

}  // namespace narrows
