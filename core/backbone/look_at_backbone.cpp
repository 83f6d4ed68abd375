#include "backbone/look_at_backbone.h"

#include <algorithm>
#include <cmath>

#include "lines/place_words.h"
#include "lines/profile_distance.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Stations squared off a sloping face are told from this far out.
constexpr double squaredOffLookMm = 2.4;
/// A rabbet line forward of the stem's face by less than this is told by no rule.
constexpr double leastPastFaceMm = 1.0;

std::string shown(double mm, Notation notation) {
  return showLength(millimetres(mm), notation);
}

std::string fouledBy(BoltFoul with) {
  switch (with) {
    case BoltFoul::Rabbet:
      return Trade::say("the bottom of the rabbet");
    case BoltFoul::Stopwater:
      return Trade::say("a stopwater");
    case BoltFoul::Bolt:
      return Trade::say("another bolt");
  }
  return {};
}

std::vector<SquaredOff> lookAtMarks(const Backbone& backbone) {
  std::vector<SquaredOff> found;
  for (const TimberMarks& timber : backbone.marks) {
    const auto& marks = timber.marks.marks;
    const auto worst = std::max_element(marks.begin(), marks.end(), [](const StationMark& a, const StationMark& b) {
      return std::abs(a.squaredOffMm) < std::abs(b.squaredOffMm);
    });
    const Timber* of = backbone.plan.find(timber.timber);
    const bool carriesStations = of != nullptr && (of->kind == TimberKind::Keel || of->kind == TimberKind::Keelson);
    if (worst == marks.end() || !carriesStations || std::abs(worst->squaredOffMm) < squaredOffLookMm) continue;
    found.push_back({timber.timber, of->name, worst->name, worst->squaredOffMm, radians(worst->leanRad).deg()});
  }
  return found;
}

std::vector<FaultInPart> lookAtSlab(const Backbone& backbone) {
  std::vector<FaultInPart> found;
  const Timber* onSlab = backbone.plan.find(backbone.plan.slab.timber);
  if (onSlab == nullptr || !backbone.plan.slab.placed) return found;
  for (const GravingPiece& piece : backbone.slab.graving) {
    found.push_back({onSlab->id, onSlab->name, std::string(faultKindName(backbone.plan.slab.faults[piece.fault].kind)),
                     piece.lengthMm, piece.widthMm, piece.depthMm});
  }
  return found;
}

/// Where the rabbet of the stem lies forward of the stem's face as the table gives it.
std::vector<RabbetPastFace> lookAtFace(const Backbone& backbone) {
  const Profile* profile = backbone.input.table->profile(ProfilePart::StemFace);
  const RabbetRun* stem = backbone.run(RabbetPart::Stem);
  if (!hasCourse(profile) || stem == nullptr) return {};
  const Batten face = springProfile(*profile, 0.0, 0.0);
  RabbetPastFace past;
  for (const RabbetPlace& place : stem->places) {
    const double height = place.rabbet.z();
    if (height < face.nails().front().z() || height > face.nails().back().z()) continue;
    const double by = distanceAtHeight(face, height) - place.rabbet.x();
    if (by < leastPastFaceMm) continue;
    if (past.pastMm <= 0.0) past.lowMm = height;
    past.highMm = height;
    past.pastMm = std::max(past.pastMm, by);
  }
  if (past.pastMm <= 0.0) return {};
  return {past};
}

/// Ends where she is cut off square.
std::vector<EndWithoutTimber> lookAtEnds(const Hull& hull) {
  std::vector<EndWithoutTimber> cutOff;
  for (const bool bow : {true, false}) {
    const Section& end = bow ? hull.sections.front() : hull.sections.back();
    if (end.kind == SectionKind::Station) cutOff.push_back({bow, end.name});
  }
  return cutOff;
}

}  // namespace

std::string BoltFouls::words(Notation notation) const {
  return Trade::say(
      "A bolt at %1 leaves %2 of wood to %3, where %4 was asked for: move it along the joint before it is bored.",
      place, shown(clearMm, notation), with, shown(wantedMm, notation));
}

std::string SquaredOff::words(Notation notation) const {
  return Trade::say(
      "Stations squared off the top of the %1 would be %2 out at its lower face at %3: the marks lean %4° from "
      "square, for she slopes.",
      name, shown(std::abs(outMm), notation), placeWords(station), saidDecimal(leanDeg, 1));
}

Severity CameOutOff::severity() const {
  return std::abs(offMm) > cameOutTroubleMm ? Severity::Trouble : Severity::LookAgain;
}

std::string CameOutOff::words(Notation notation) const {
  const std::string off = shown(std::abs(offMm), notation), place = placeWords(station);
  return offMm > 0.0 ? Trade::say(
                           "The keel came out %1 wider than drawn at %2: choose whether planks follow it or the "
                           "drawing, for deadwood, keelson and garboard must follow too.",
                           off, place)
                     : Trade::say(
                           "The keel came out %1 narrower than drawn at %2: choose whether planks follow it or the "
                           "drawing, for deadwood, keelson and garboard must follow too.",
                           off, place);
}

std::string FaultInPart::words(Notation notation) const {
  return Trade::say(
      "A %1 lies in the %2 as it is laid on its slab: it wants a graving piece %3 by %4, %5 deep, or another place.",
      fault, name, shown(lengthMm, notation), shown(widthMm, notation), shown(depthMm, notation));
}

std::string RabbetPastFace::words(Notation notation) const {
  return Trade::say(
      "The rabbet runs out past the stem's face from %1 up to %2 high, by up to %3: mould the stem deeper, or side it "
      "wider.",
      shown(lowMm, notation), shown(highMm, notation), shown(pastMm, notation));
}

std::string RabbetUnmet::words(Notation notation) const {
  return Trade::say(
      "From %1 up to %2 high the planking does not come to the side of the %3, %4 from the middle, or lies all but "
      "flat "
      "along it: planks end there as they are lined off. Look at its half-siding and at the half-breadths beside it, "
      "and "
      "mark those ends in place.",
      shown(stretch.lowMm, notation), shown(stretch.highMm, notation), Trade::say(rabbetPartName(stretch.part)),
      shown(stretch.halfSidingMm, notation));
}

std::string EndWithoutTimber::words(Notation /*notation*/) const {
  return bow ? Trade::say(
                   "She is cut off at %1, forward, where the table has no stem: planks end square there on no timber. "
                   "Give the profile of the stem rabbet and its half-siding.",
                   placeWords(station))
             : Trade::say(
                   "She is cut off at %1, aft, where the table has neither sternpost nor transom: planks end square "
                   "there on no timber. Give the profile of the one she has.",
                   placeWords(station));
}

BackboneFindings lookAtRabbet(const Backbone& backbone) {
  BackboneFindings found;
  if (backbone.plan.rabbet.stem == StemMake::Rabbeted) found.past = lookAtFace(backbone);
  for (const UnmetStretch& one : backbone.unmet) found.unmet.push_back({one});
  found.cutOff = lookAtEnds(*backbone.input.drawn);
  return found;
}

BackboneFindings lookAtBackbone(const Backbone& backbone) {
  BackboneFindings found = lookAtRabbet(backbone);
  for (const BoltClash& clash : backbone.clashes) {
    const std::string place =
        Trade::say("%1 from forward", writeLength(millimetres(clash.at.x()), backbone.input.table->unit, 0, true));
    found.bolts.push_back({clash.clearMm < 0.0 ? Severity::Trouble : Severity::LookAgain, place, fouledBy(clash.with),
                           std::max(clash.clearMm, 0.0), clash.wantedMm});
  }
  found.squared = lookAtMarks(backbone);
  if (std::abs(backbone.cameOut.mostOffMm) > cameOutLookMm)
    found.cameOut.push_back({backbone.cameOut.worst, backbone.cameOut.mostOffMm});
  found.faults = lookAtSlab(backbone);
  return found;
}

}  // namespace narrows
