#include "book/backbone_json.h"

#include "book/json_archive.h"

namespace narrows {

namespace {

const Spellings<StemMake> stemWords{
    {StemMake::Rabbeted, "rabbeted"}, {StemMake::TwoPiece, "two-piece"}, {StemMake::Bevelled, "bevelled"}};
const Spellings<KeelMake> keelWords{{KeelMake::Upright, "upright"}, {KeelMake::Plank, "plank"}};
const Spellings<TimberKind> timberWords{
    {TimberKind::Keel, "keel"},      {TimberKind::Stem, "stem"},         {TimberKind::OuterStem, "outer-stem"},
    {TimberKind::Knee, "knee"},      {TimberKind::Deadwood, "deadwood"}, {TimberKind::Sternpost, "sternpost"},
    {TimberKind::Keelson, "keelson"}};
const Spellings<JointKind> jointWords{{JointKind::Butt, "butt"},
                                      {JointKind::Scarf, "scarf"},
                                      {JointKind::NibbedScarf, "nibbed-scarf"},
                                      {JointKind::HookedScarf, "hooked-scarf"}};
const Spellings<TransomFace> faceWords{{TransomFace::After, "after"}, {TransomFace::Fore, "fore"}};
const Spellings<Bending> bendingWords{
    {Bending::Cold, "cold"}, {Bending::Steamed, "steamed"}, {Bending::Green, "green"}};
const Spellings<FaultKind> faultWords{{FaultKind::Knot, "knot"}, {FaultKind::Check, "check"},
                                      {FaultKind::Nail, "nail"}, {FaultKind::Heart, "heart"},
                                      {FaultKind::Wane, "wane"}, {FaultKind::TornGrain, "torn-grain"}};
const Spellings<CameOutChoice> followWords{{CameOutChoice::Drawing, "drawing"},
                                           {CameOutChoice::AsMeasured, "as-measured"},
                                           {CameOutChoice::Between, "between"}};

const Spellings<BentAlong> bentAlongWords{
    {BentAlong::None, "nothing"}, {BentAlong::Bottom, "bottom"}, {BentAlong::Stem, "stem"}};

}  // namespace

// Each kind of thing once: the same list of keys is written and read.

template <typename Archive>
static void fields(Archive& a, OutlinePoint& p) {
  a("distance", p.distance);
  a("height", p.height);
  a("corner", p.corner);
}

template <typename Archive>
static void fields(Archive& a, Timber& p) {
  a("id", p.id.number);
  a("kind", p.kind, timberWords);
  a("name", p.name);
  a("species", p.species);
  a("siding", p.siding);
  a("outline", p.outline);
}

template <typename Archive>
static void fields(Archive& a, Joint& p) {
  a("id", p.id.number);
  a("kind", p.kind, jointWords);
  a("forward", p.forward.number);
  a("aft", p.aft.number);
  a.object("from", p.from);
  a.object("to", p.to);
  a("nib", p.nib);
}

template <typename Archive>
static void fields(Archive& a, Bolt& p) {
  a("id", p.id.number);
  a.object("low", p.low);
  a.object("high", p.high);
  a("diameter", p.diameter);
}

template <typename Archive>
static void fields(Archive& a, RabbetPlan& p) {
  a("stem", p.stem, stemWords);
  a("stem-half-siding", p.stemHalfSiding);
  a("keel-half-siding", p.keelHalfSiding);
  a("sternpost-half-siding", p.sternpostHalfSiding);
  a("stop-below-sheer", p.stopBelowSheer);
  a("most-roll", p.mostRollDegPerFoot);
  a("cutter-reach", p.cutterReach);
  a("stopwater", p.stopwater);
}

template <typename Archive>
static void fields(Archive& a, KeelPlan& p) {
  a("make", p.make, keelWords);
  a("thickness", p.thickness);
  a("shoulder", p.shoulder);
  a("saw-depth", p.sawDepth);
}

template <typename Archive>
static void fields(Archive& a, TransomPlan& p) {
  a("given", p.given, faceWords);
  a("thickness", p.thickness);
  a("radius", p.radius);
  a("crown", p.crown);
  a("crown-high", p.crownHigh);
}

template <typename Archive>
static void fields(Archive& a, BendRatio& p) {
  a("species", p.species);
  a("bending", p.bending, bendingWords);
  a("ratio", p.ratio);
}

template <typename Archive>
static void fields(Archive& a, SpringbackResult& p) {
  a("species", p.species);
  a("bending", p.bending, bendingWords);
  a("strips", p.strips);
  a("form-opening", p.formOpening);
  a("came-out", p.cameOut);
  a("length", p.length);
}

template <typename Archive>
static void fields(Archive& a, LaminationPlan& p) {
  a("timber", p.timber.number);
  a("frame", p.frame);
  a("frame-siding", p.frameSiding);
  a("species", p.species);
  a("bending", p.bending, bendingWords);
  a("moulding", p.moulding);
  a("strip", p.strip);
  a("clean-up", p.cleanUp);
  a("trim", p.trim);
  a("board-width", p.boardWidth);
  a("board-thickness", p.boardThickness);
  a("board-length", p.boardLength);
  a("kerf", p.kerf);
  a("clamp-spacing", p.clampSpacing);
  a("ratios", p.ratios);
  a("results", p.results);
}

template <typename Archive>
static void fields(Archive& a, BentInPlacePlan& p) {
  a("along", p.along, bentAlongWords);
  a("species", p.species);
  a("thickness", p.thickness);
  a("width", p.width);
  a("side-deg", p.sideDeg);
  a("clamp-spacing", p.clampSpacing);
  a("bow", p.bow);
  a("backing", p.backing);
  a("trim", p.trim);
}

template <typename Archive>
static void fields(Archive& a, BlankPlan& p) {
  a("timber", p.timber.number);
  a("board-width", p.boardWidth);
  a("board-thickness", p.boardThickness);
  a("clear", p.clear);
  a("margin", p.margin);
}

template <typename Archive>
static void fields(Archive& a, TimberFault& p) {
  a("kind", p.kind, faultWords);
  a("along", p.along);
  a("across", p.across);
  a("length", p.length);
  a("width", p.width);
  a("depth", p.depth);
}

template <typename Archive>
static void fields(Archive& a, SlabPlan& p) {
  a("timber", p.timber.number);
  a("species", p.species);
  a("length", p.length);
  a("width", p.width);
  a("thickness", p.thickness);
  a("outline", p.outline);
  a("grain", p.grainDeg);
  a("step-along", p.readingStepAlong);
  a("step-across", p.readingStepAcross);
  a("down", p.down);
  a("finished", p.finished);
  a("most-tilt", p.mostTiltDeg);
  a("cut", p.cut);
  a("litres-an-hour", p.litresAnHour);
  a("faults", p.faults);
  a("lose", p.lose);
  a("margin", p.margin);
  a("placed", p.placed);
  a("placed-along", p.placedAlong);
  a("placed-across", p.placedAcross);
  a("placed-turn", p.placedDeg);
  a("placed-flipped", p.placedFlipped);
}

template <typename Archive>
static void fields(Archive& a, CameOutReading& p) {
  a("station", p.station);
  a("half-breadth", p.halfBreadth);
}

template <typename Archive>
static void fields(Archive& a, BackbonePlan& p) {
  a.object("rabbet", p.rabbet);
  a.object("keel", p.keel);
  a.object("transom", p.transom);
  a("timbers", p.timbers);
  a("joints", p.joints);
  a("bolts", p.bolts);
  a("bolt-diameter", p.boltDiameter);
  a("bolt-clear", p.boltClear);
  a("rabbet-clear", p.rabbetClear);
  a.object("lamination", p.lamination);
  if (!a.isWriting() || !(p.bentInPlace == BentInPlacePlan())) a.object("bent-in-place", p.bentInPlace);
  a.object("blank", p.blank);
  a.object("slab", p.slab);
  a("came-out", p.cameOut);
  a("follow", p.follow, followWords);
}

nlohmann::ordered_json backboneJson(const BackbonePlan& plan) {
  BackbonePlan copy = plan;
  JsonWriter writer;
  fields(writer, copy);
  return writer.json;
}

void readBackbone(const nlohmann::ordered_json& json, BackbonePlan& plan, Problems& problems) {
  JsonReader reader(json, "backbone / ", problems);
  fields(reader, plan);
}

}  // namespace narrows
