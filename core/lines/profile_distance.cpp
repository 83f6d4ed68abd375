#include "lines/profile_distance.h"

#include <cmath>

namespace narrows {

namespace {
constexpr double settledMm = 1e-9;
constexpr int mostSteps = 20;
/// A profile as flat as this cannot be followed to a height.
constexpr double leastRise = 0.05;
}  // namespace

double distanceAtHeight(const Batten& profile, double heightMm) {
  const Vec3& low = profile.nails().front();
  const double rises = profile.nails().back().z() - low.z();
  if (std::abs(rises) < settledMm) return low.x();
  double along = (heightMm - low.z()) / rises * profile.lengthMm();
  for (int i = 0; i < mostSteps; ++i) {
    const double rise = profile.tangentAt(along).z();
    const double error = profile.pointAt(along).z() - heightMm;
    if (std::abs(error) < settledMm || std::abs(rise) < leastRise) break;
    along -= error / rise;
  }
  return profile.pointAt(along).x();
}

}  // namespace narrows
