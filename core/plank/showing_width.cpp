#include "plank/showing_width.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace narrows {

namespace {
constexpr double footMm = 12.0 * mmPerInch;
/// Places a bay is asked at.
constexpr int looksForTwist = 4;

/// Length along a section between two shares, carried out square by `outMm`.
double arcMm(const GirthFrame& frame, double t, double from, double to, double outMm) {
  constexpr int steps = 24;
  double length = 0.0;
  Vec3 before = frame.point(t, from) + outMm * frame.normal(t, from);
  for (int i = 1; i <= steps; ++i) {
    const double share = from + (to - from) * i / steps;
    const Vec3 now = frame.point(t, share) + outMm * frame.normal(t, share);
    length += (now - before).norm();
    before = now;
  }
  return length;
}
}  // namespace

ShowingWidths showingWidths(const Lining& lining, std::size_t strake, std::size_t section, const PlankMake& make,
                            double thicknessMm) {
  const auto t = static_cast<double>(section);
  const LinedStrake& of = lining.strakes[strake];
  const double low = of.lowerEdge.shareAt(t), high = of.upperEdge.shareAt(t);
  const double lap = make.construction == Construction::Lapstrake
                         ? lapAt(make, t) / std::max(lining.frame.girthMm(section), 1.0)
                         : 0.0;
  const double foot = of.lower == 0 ? low : std::max(low - lap, 0.0);
  // The strake above comes down over it by the lap; nothing comes down over the sheer strake.
  const double covered = lining.isSheerStrake(strake) ? high : high - lap;
  return {arcMm(lining.frame, t, foot, covered, thicknessMm), arcMm(lining.frame, t, low, high, 0.0)};
}

double twistDegAFoot(const Band& band) {
  double most = 0.0;
  const int steps = std::max(2, static_cast<int>(std::ceil((band.reach.toT - band.reach.fromT) * looksForTwist)));
  const auto at = [&](int i) { return band.reach.fromT + (band.reach.toT - band.reach.fromT) * i / steps; };
  for (int i = 1; i <= steps; ++i) {
    const double a = at(i - 1), b = at(i);
    const Vec3 run = band.point(b, 0.5) - band.point(a, 0.5);
    if (run.norm() < 1.0) continue;
    const Vec3 along = run.normalized();
    // Its section's direction, square to the run, at either place.
    const auto across = [&](double t) -> Vec3 {
      const Vec3 up = band.point(t, 1.0) - band.point(t, 0.0);
      return (up - up.dot(along) * along).normalized();
    };
    const Vec3 one = across(a), other = across(b);
    const double turn = std::abs(std::atan2(one.cross(other).dot(along), one.dot(other)));
    if (std::isfinite(turn)) most = std::max(most, turn * 180.0 / std::numbers::pi * footMm / run.norm());
  }
  return most;
}

}  // namespace narrows
