#include "plank/line_length.h"

#include <algorithm>
#include <cmath>

#include "curve/cubic.h"

namespace narrows {

namespace {
/// Places nearer than this to a section are at it.
constexpr double sameLineT = 1e-9;
constexpr std::size_t endBayTimes = 4;
}  // namespace

LineLength::LineLength(const GirthFrame& frame, const SurfaceCurve& curve, SurfaceReach reach,
                       std::size_t samplesABay) {
  std::vector<double> breaks{reach.fromT};
  for (double t = std::floor(reach.fromT + sameLineT) + 1.0; t < reach.toT - sameLineT; t += 1.0) breaks.push_back(t);
  breaks.push_back(reach.toT);
  Vec3 before = curve.point(frame, reach.fromT);
  m_t.push_back(reach.fromT);
  m_mm.push_back(0.0);
  for (std::size_t bay = 0; bay + 1 < breaks.size(); ++bay) {
    m_breaks.push_back(m_t.size() - 1);
    // In a bay at an end, where a line may run up along the stem, t goes at a very uneven pace.
    const std::size_t samples = bay == 0 || bay + 2 == breaks.size() ? endBayTimes * samplesABay : samplesABay;
    for (std::size_t i = 1; i <= samples; ++i) {
      const double t =
          breaks[bay] + (breaks[bay + 1] - breaks[bay]) * static_cast<double>(i) / static_cast<double>(samples);
      const Vec3 now = curve.point(frame, t);
      const Vec3 between = curve.point(frame, 0.5 * (t + m_t.back()));
      const double chord = (now - before).norm();
      const double halves = (now - between).norm() + (between - before).norm();
      m_t.push_back(t);
      m_mm.push_back(m_mm.back() + halves + (halves - chord) / 3.0);
      before = now;
    }
  }
  m_breaks.push_back(m_t.size() - 1);
}

double LineLength::shareAt(double t) const {
  return interpolate(m_t, m_mm, t) / std::max(lengthMm(), 1e-9);
}

double LineLength::tAtShare(double share) const {
  return interpolate(m_mm, m_t, share * lengthMm());
}

double LineLength::interpolate(const std::vector<double>& at, const std::vector<double>& values, double place) const {
  // Cubic through the four tabled values about the place, all of one bay.
  std::ptrdiff_t s = std::upper_bound(at.begin() + 1, at.end() - 1, place) - at.begin() - 1;
  const auto bay = std::upper_bound(m_breaks.begin() + 1, m_breaks.end() - 1, static_cast<std::size_t>(s)) - 1;
  const auto start = static_cast<std::ptrdiff_t>(*bay), end = static_cast<std::ptrdiff_t>(*(bay + 1));
  if (at[static_cast<std::size_t>(s + 1)] <= at[static_cast<std::size_t>(s)])
    return values[static_cast<std::size_t>(s)];
  s = std::clamp<std::ptrdiff_t>(s - 1, start, end - 3);
  const auto first = static_cast<std::size_t>(s);
  const auto weights = weightsThrough(4, place, [&](std::size_t i) { return at[first + i]; });
  double sum = 0.0;
  for (std::size_t i = 0; i < 4; ++i) sum += weights[i] * values[first + i];
  return std::isfinite(sum) ? sum : values[static_cast<std::size_t>(s)];
}

}  // namespace narrows
