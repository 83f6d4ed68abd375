#include "plank/backing_out.h"

#include <array>
#include <cmath>

namespace narrows {

double hollowMm(const Band& band, double t) {
  constexpr std::size_t parts = 16;
  const Vec3 low = band.point(t, 0.0), high = band.point(t, 1.0);
  const Vec3 chord = high - low;
  if (chord.norm() < 1e-9) return 0.0;
  const Vec3 up = chord.normalized();
  Vec3 out = band.normal(t, 0.5);
  out -= out.dot(up) * up;
  if (out.norm() < 1e-9) return 0.0;
  out.normalize();
  std::array<double, parts + 1> off{};
  std::size_t at = 0;
  for (std::size_t i = 1; i < parts; ++i) {
    off[i] = (band.point(t, static_cast<double>(i) / parts) - low).dot(out);
    if (std::abs(off[i]) > std::abs(off[at])) at = i;
  }
  if (at == 0) return 0.0;
  // The top of the parabola through the greatest and its neighbours.
  const double before = off[at - 1], there = off[at], after = off[at + 1];
  const double bend = before - 2.0 * there + after;
  if (bend == 0.0) return there;
  return there - (after - before) * (after - before) / (8.0 * bend);
}

}  // namespace narrows
