#include "plank/outside_width.h"

#include <algorithm>
#include <cmath>

namespace narrows {

double outsideWiderMm(const Lining& lining, std::size_t strake, double thicknessMm) {
  constexpr int stepsABay = 8;
  double most = 0.0;
  const auto steps = static_cast<int>(std::lround(lining.frame.lastT())) * stepsABay;
  for (int i = 0; i <= steps; ++i) {
    const double t = static_cast<double>(i) / stepsABay;
    const SurfacePoint lower = lining.frame.evaluate(t, lining.lines[strake].shareAt(t));
    const SurfacePoint upper = lining.frame.evaluate(t, lining.lines[strake + 1].shareAt(t));
    const Vec3 across = upper.at - lower.at;
    const double opening = (upper.normal() - lower.normal()).dot(across.normalized());
    const double turn = 2.0 * std::asin(std::clamp(0.5 * opening, -1.0, 1.0));
    most = std::max(most, thicknessMm * turn);
  }
  return most;
}

}  // namespace narrows
