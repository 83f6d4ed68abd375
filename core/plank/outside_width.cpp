#include "plank/outside_width.h"

#include <algorithm>
#include <cmath>

namespace narrows {

double outsideWiderMm(const Band& band, double thicknessMm) {
  constexpr int stepsABay = 8;
  double most = 0.0;
  const auto steps = std::max(1, static_cast<int>(std::lround((band.reach.toT - band.reach.fromT) * stepsABay)));
  for (int i = 0; i <= steps; ++i) {
    const double t = band.reach.fromT + (band.reach.toT - band.reach.fromT) * i / steps;
    const SurfacePoint lower = band.evaluate(t, 0.0);
    const SurfacePoint upper = band.evaluate(t, 1.0);
    const Vec3 across = upper.at - lower.at;
    const double opening = (upper.normal() - lower.normal()).dot(across.normalized());
    const double turn = 2.0 * std::asin(std::clamp(0.5 * opening, -1.0, 1.0));
    most = std::max(most, thicknessMm * turn);
  }
  return most;
}

}  // namespace narrows
