#include "lines/offset_patch.h"

#include <algorithm>
#include <cmath>

namespace narrows {

Vec3 OffsetPatch::normal(double t, double v) const {
  return normalOf(m_patch->evaluate(t, v), t, v);
}

Vec3 OffsetPatch::normalOf(const SurfacePoint& here, double t, double v) const {
  const Vec3 normal = here.normal();
  if (!normal.isZero()) return normal;
  return m_patch->evaluate(std::clamp(t, 0.02, m_patch->lastT() - 0.02), std::clamp(v, 0.01, 0.99)).normal();
}

Vec3 OffsetPatch::point(double t, double v) const {
  if (m_distanceMm == 0.0) return m_patch->point(t, v);
  const SurfacePoint here = m_patch->evaluate(t, v);
  return here.at + m_distanceMm * normalOf(here, t, v);
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
  constexpr double step = 1e-3;
  const double v0 = std::max(0.0, v - step), v1 = std::min(1.0, v + step);
  const Vec3 was = m_patch->point(t, v1) - m_patch->point(t, v0);
  return was.norm() > 1e-9 && (point(t, v1) - point(t, v0)).dot(was) <= 0.0;
}

}  // namespace narrows
