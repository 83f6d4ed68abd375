#include "backbone/look_at_backbone.h"

#include <algorithm>
#include <cmath>

#include "lines/place_words.h"
#include "lines/profile_distance.h"

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
      return "the bottom of the rabbet";
    case BoltFoul::Stopwater:
      return "a stopwater";
    case BoltFoul::Bolt:
      return "another bolt";
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

}  // namespace

std::string BoltFouls::words(Notation notation) const {
  return "A bolt at " + place + " leaves " + shown(clearMm, notation) + " of wood to " + with + ", where " +
         shown(wantedMm, notation) + " was asked for: move it along the joint before it is bored.";
}

std::string SquaredOff::words(Notation notation) const {
  return "Stations squared off the top of the " + name + " would be " + shown(std::abs(outMm), notation) +
         " out at its lower face at " + placeWords(station) + ": the marks lean " + showDecimal(leanDeg, 1) +
         "\u00b0 from square, for she slopes.";
}

Severity CameOutOff::severity() const {
  return std::abs(offMm) > cameOutTroubleMm ? Severity::Trouble : Severity::LookAgain;
}

std::string CameOutOff::words(Notation notation) const {
  return "The keel came out " + shown(std::abs(offMm), notation) + (offMm > 0.0 ? " wider" : " narrower") +
         " than drawn at " + placeWords(station) +
         ": choose whether planks follow it or the drawing, for deadwood, keelson and garboard must follow too.";
}

std::string FaultInPart::words(Notation notation) const {
  return "A " + fault + " lies in the " + name + " as it is laid on its slab: it wants a graving piece " +
         shown(lengthMm, notation) + " by " + shown(widthMm, notation) + ", " + shown(depthMm, notation) +
         " deep, or another place.";
}

std::string RabbetPastFace::words(Notation notation) const {
  return "The rabbet runs out past the stem's face from " + shown(lowMm, notation) + " up to " +
         shown(highMm, notation) + " high, by up to " + shown(pastMm, notation) +
         ": mould the stem deeper, or side it wider.";
}

BackboneFindings lookAtBackbone(const Backbone& backbone) {
  BackboneFindings found;
  for (const BoltClash& clash : backbone.clashes) {
    const std::string place =
        writeLength(millimetres(clash.at.x()), backbone.input.table->unit, 0, true) + " from forward";
    found.bolts.push_back({clash.clearMm < 0.0 ? Severity::Trouble : Severity::LookAgain, place, fouledBy(clash.with),
                           std::max(clash.clearMm, 0.0), clash.wantedMm});
  }
  found.squared = lookAtMarks(backbone);
  if (std::abs(backbone.cameOut.mostOffMm) > cameOutLookMm)
    found.cameOut.push_back({backbone.cameOut.worst, backbone.cameOut.mostOffMm});
  found.faults = lookAtSlab(backbone);
  if (backbone.plan.rabbet.stem == StemMake::Rabbeted) found.past = lookAtFace(backbone);
  return found;
}

}  // namespace narrows
