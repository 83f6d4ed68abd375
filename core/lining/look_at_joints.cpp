#include "lining/look_at_joints.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double feetMm = 12.0 * mmPerInch;
/// Boats shorter than this are small craft.
constexpr double smallCraftFeet = 18.0;
constexpr double jointsApartFeet = 4.0, jointsApartSmallFeet = 2.0;
/// Joints with so many strakes between them may stand side by side.
constexpr std::size_t strakesBetween = 3;

}  // namespace

std::string JointsNear::words(Notation notation) const {
  return Trade::say(
      "The joints at line %1 and line %2 stand %3 apart, where %4 is usual with fewer than three strakes between: move "
      "one, or the skin is weak there.",
      lineBelow, lineAbove, showLength(millimetres(apartMm), notation), showLength(millimetres(leastMm), notation));
}

Severity NibSmall::severity() const {
  return nibMm < 0.5 * leastMm ? Severity::Trouble : Severity::LookAgain;
}

std::string NibSmall::words(Notation notation) const {
  if (nibMm <= 0.0) {
    return Trade::say(
        "The strake that ends at line %1 comes to a feather edge: that holds in a glued seam only; a caulked one wants "
        "a nib of %2 or room for two fastenings.",
        line, showLength(millimetres(leastMm), notation));
  }
  return Trade::say("The nib at line %1 is %2: under %3 there is little room for two fastenings.", line,
                    showLength(millimetres(nibMm), notation), showLength(millimetres(leastMm), notation));
}

JointFindings lookAtJoints(const LiningPlan& plan, Length boatLength) {
  JointFindings found;
  const bool small = boatLength.mm() < smallCraftFeet * feetMm;
  const double apart = (small ? jointsApartSmallFeet : jointsApartFeet) * feetMm;
  for (std::size_t i = 0; i < plan.stealers.size(); ++i) {
    const Stealer& one = plan.stealers[i];
    const std::size_t line = plan.placeOf(one.line);
    const double least = usualNib.mm();
    if (one.joining != Joining::TwoIntoOne && one.nib.mm() < least) found.nibs.push_back({line, one.nib.mm(), least});
    for (std::size_t j = i + 1; j < plan.stealers.size(); ++j) {
      const std::size_t other = plan.placeOf(plan.stealers[j].line);
      const double between = std::abs(one.at.mm() - plan.stealers[j].at.mm());
      const std::size_t low = std::min(line, other), high = std::max(line, other);
      if (high - low <= strakesBetween && between < apart) found.near.push_back({low, high, between, apart});
    }
  }
  return found;
}

}  // namespace narrows
