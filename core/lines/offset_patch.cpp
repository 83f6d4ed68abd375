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

std::optional<double> OffsetPatch::crossing(double xMm, double v, double startT) const {
  double t = startT;
  constexpr double step = 1e-4;
  for (int i = 0; i < 40; ++i) {
    const double error = point(t, v).x() - xMm;
    if (std::abs(error) < 1e-8) break;
    const double slope = (point(t + step, v).x() - point(t - step, v).x()) / (2.0 * step);
    if (slope < 1e-6) return std::nullopt;
    t -= std::clamp(error / slope, -0.5, 0.5);
    if (t < -0.5 || t > m_patch->lastT() + 0.5) return std::nullopt;
  }
  if (t < -1e-9 || t > m_patch->lastT() + 1e-9) return std::nullopt;
  return t;
}

bool OffsetPatch::foldsAt(double t, double v) const {
  // Carried outward a hollow shrinks, carried inward a round does: to nothing at the radius, and beyond it turns over.
  const SurfaceBend bend = m_patch->bend(t, v);
  return 1.0 + m_distanceMm * bend.most <= 0.0 || 1.0 + m_distanceMm * bend.least <= 0.0;
}

}  // namespace narrows
