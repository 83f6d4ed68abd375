#include "lining/middle_of_strake.h"

namespace narrows {

namespace {

/// Where what grows with t comes to a value.
template <typename Grows>
double whereIt(const Grows& grows, SurfaceReach reach, double value) {
  double low = reach.fromT, high = reach.toT;
  if (grows(low) >= value) return low;
  if (grows(high) <= value) return high;
  constexpr int halvings = 24;
  for (int i = 0; i < halvings; ++i) {
    const double middle = 0.5 * (low + high);
    (grows(middle) < value ? low : high) = middle;
  }
  return 0.5 * (low + high);
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
