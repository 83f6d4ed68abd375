#include "lining/middle_of_strake.h"

#include "curve/halving.h"

namespace narrows {

namespace {

/// Where what grows with t comes to a value.
template <typename Grows>
double whereIt(const Grows& grows, SurfaceReach reach, double value) {
  if (grows(reach.fromT) >= value) return reach.fromT;
  if (grows(reach.toT) <= value) return reach.toT;
  constexpr int halvings = 24;
  return whereCeases(
      reach.fromT, reach.toT, [&](double t) { return grows(t) < value; }, halvings);
}

}  // namespace

double middleAtDistance(const GirthFrame& frame, const SurfaceCurve& lower, const SurfaceCurve& upper,
                        SurfaceReach reach, double distanceMm) {
  return whereIt([&](double t) { return frame.point(t, 0.5 * (lower.shareAt(t) + upper.shareAt(t))).x(); }, reach,
                 distanceMm);
}

double middleAtLaidFlat(const GirthFrame& frame, const SurfaceCurve& lower, const SurfaceCurve& upper,
                        SurfaceReach reach, double alongMm) {
  return whereIt([&](double t) { return frame.laidFlat(t, 0.5 * (lower.shareAt(t) + upper.shareAt(t))).x(); }, reach,
                 alongMm);
}

}  // namespace narrows
