#include "plank/backing_out.h"

#include <array>
#include <cmath>

namespace narrows {

namespace {

/// The distance of a curve, of which `pointAt` gives the point at each part from 0 to 1, from its chord.
template <typename PointAt>
OffChord offOf(const PointAt& pointAt, Vec3 out) {
  constexpr std::size_t parts = 16;
  const Vec3 low = pointAt(0.0), high = pointAt(1.0);
  const Vec3 chord = high - low;
  if (chord.norm() < 1e-9) return {};
  const Vec3 up = chord.normalized();
  out -= out.dot(up) * up;
  if (out.norm() < 1e-9) return {};
  out.normalize();
  std::array<double, parts + 1> off{};
  for (std::size_t i = 1; i < parts; ++i) off[i] = (pointAt(static_cast<double>(i) / parts) - low).dot(out);
  // The top of the parabola through the greatest and its neighbours.
  const auto greatest = [&off](double side) {
    std::size_t at = 0;
    for (std::size_t i = 1; i < parts; ++i) {
      if (side * off[i] > side * off[at]) at = i;
    }
    if (at == 0) return 0.0;
    const double before = off[at - 1], there = off[at], after = off[at + 1];
    const double bend = before - 2.0 * there + after;
    if (bend == 0.0) return side * there;
    return side * (there - (after - before) * (after - before) / (8.0 * bend));
  };
  return {greatest(1.0), greatest(-1.0)};
}

double greater(const OffChord& off) {
  return off.roundMm >= off.hollowMm ? off.roundMm : -off.hollowMm;
}

}  // namespace

OffChord offChord(const Band& band, double t) {
  return offOf([&](double across) { return band.point(t, across); }, band.normal(t, 0.5));
}

double hollowMm(const Band& band, double t) {
  return greater(offChord(band, t));
}

double hollowMm(const Batten& section, double fromMm, double toMm, const Vec3& out) {
  return greater(offOf([&](double part) { return section.pointAt(fromMm + part * (toMm - fromMm)); }, out));
}

}  // namespace narrows
