#include "lines/profile_distance.h"

#include <cmath>

namespace narrows {

namespace {
constexpr double footSettledMm = 1e-9;
constexpr int mostFootSteps = 20;
/// A profile as flat as this cannot be followed to a height.
constexpr double flatRise = 0.05;
}  // namespace

double distanceAtHeight(const Batten& profile, double heightMm) {
  const Vec3& low = profile.nails().front();
  const double rises = profile.nails().back().z() - low.z();
  if (std::abs(rises) < footSettledMm) return low.x();
  double along = (heightMm - low.z()) / rises * profile.lengthMm();
  for (int i = 0; i < mostFootSteps; ++i) {
    const double rise = profile.tangentAt(along).z();
    const double error = profile.pointAt(along).z() - heightMm;
    if (std::abs(error) < footSettledMm || std::abs(rise) < flatRise) break;
    along -= error / rise;
  }
  return profile.pointAt(along).x();
}

}  // namespace narrows
