#include "lines/offset_patch.h"

#include <algorithm>
#include <cmath>

namespace narrows {

Vec3 OffsetPatch::normal(double t, double v) const {
  return m_patch->normal(t, v);
}

Vec3 OffsetPatch::point(double t, double v) const {
  if (m_distanceMm == 0.0) return m_patch->point(t, v);
  return m_patch->carried(t, v, m_distanceMm);
}

double OffsetPatch::bayOf(double xMm, double v, double startT) const {
  double low = 0.0, high = lastT();
  const double atLow = point(low, v).x(), atHigh = point(high, v).x();
  if (xMm < atLow || xMm > atHigh) return startT;
  while (high - low > 1.0) {
    const double middle = std::floor(0.5 * (low + high));
    (point(middle, v).x() < xMm ? low : high) = middle;
  }
  return 0.5 * (low + high);
}

std::optional<double> OffsetPatch::crossing(double xMm, double v, double startT, double beyond) const {
  double t = startT;
  constexpr double step = 1e-4;
  // Bays beyond which the way is not felt for but looked up.
  constexpr double farBays = 3.0;
  // A plane that misses the end by the rounding of its figure goes through the end.
  constexpr double atEnd = 1e-6;
  for (int i = 0; i < 40; ++i) {
    const double error = point(t, v).x() - xMm;
    if (std::abs(error) < 1e-8) break;
    const double slope = (point(t + step, v).x() - point(t - step, v).x()) / (2.0 * step);
    if (slope < 1e-6) return std::nullopt;
    if (i == 0 && std::abs(error / slope) > farBays) {
      t = bayOf(xMm, v, startT);
      if (t != startT) continue;
    }
    t -= std::clamp(error / slope, -0.5, 0.5);
    if (t < -0.5 || t > lastT() + 0.5) return std::nullopt;
  }
  const double over = std::max(atEnd, beyond);
  if (t < -over || t > lastT() + over) return std::nullopt;
  t = std::clamp(t, -beyond, lastT() + beyond);
  // A row that turns back on itself may have been followed away from the plane.
  constexpr double metMm = 1e-4;
  return std::abs(point(t, v).x() - xMm) < metMm ? std::optional(t) : std::nullopt;
}

bool OffsetPatch::foldsAt(double t, double v) const {
  // Carried outward a hollow shrinks, carried inward a round does: to nothing at the radius, and beyond it turns over.
  const SurfaceBend bend = m_patch->bend(t, v);
  return 1.0 + m_distanceMm * bend.most <= 0.0 || 1.0 + m_distanceMm * bend.least <= 0.0;
}

}  // namespace narrows
