#include "lines/level_measure.h"

#include <algorithm>
#include <cmath>

#include "curve/cubic.h"

namespace narrows {

namespace {

/// What a breadth or a length counts beside a height. A twentieth measures better than a seventh or a third on smooth
/// hulls, and still tells the points of a dead flat bottom apart.
constexpr double breadthCounts = 1.0 / 20.0;
/// Steps a span of a section is measured in.
constexpr std::size_t stepsASpan = 8;
/// A place is found to this share of the whole, in at most so many steps.
constexpr double settledShare = 1e-10;
constexpr int mostHalvings = 12;

double levelOf(const Vec3& step) {
  return std::sqrt(step.z() * step.z() + breadthCounts * breadthCounts * (step.y() * step.y() + step.x() * step.x()));
}

}  // namespace

LevelMeasure::LevelMeasure(const Batten& section) : m_section(&section) {
  for (std::size_t span = 0; span + 1 < section.nailCount(); ++span) {
    for (std::size_t step = 0; step < stepsASpan; ++step) {
      const auto slope = [&](double part) {
        return Vec3(section.slopeInSpan(span, (static_cast<double>(step) + part) / stepsASpan) / stepsASpan);
      };
      // Simpson's rule on the speed along the step.
      const Vec3 a = slope(0.0), b = slope(0.5), c = slope(1.0);
      m_level.push_back(m_level.back() + (levelOf(a) + 4.0 * levelOf(b) + levelOf(c)) / 6.0);
      m_girth.push_back(m_girth.back() + (a.norm() + 4.0 * b.norm() + c.norm()) / 6.0);
      m_levelRate.emplace_back(levelOf(a), levelOf(c));
      m_girthRate.emplace_back(a.norm(), c.norm());
    }
  }
}

LevelMeasure::Place LevelMeasure::placeAt(double share) const {
  const double wanted = std::clamp(share, 0.0, 1.0) * m_level.back();
  const auto after = std::upper_bound(m_level.begin() + 1, m_level.end() - 1, wanted);
  const auto step = static_cast<std::size_t>(after - m_level.begin()) - 1;
  const double a = m_level[step], b = m_level[step + 1];
  if (b <= a) return {step, 0.0};
  const Vec2& rate = m_levelRate[step];
  double low = 0.0, high = 1.0, u = (wanted - a) / (b - a);
  for (int i = 0; i < mostHalvings; ++i) {
    const double miss = CubicWeights::value(u)(a, b, rate.x(), rate.y()) - wanted;
    if (std::abs(miss) < settledShare * m_level.back()) break;
    (miss > 0.0 ? high : low) = u;
    const double slope = CubicWeights::first(u)(a, b, rate.x(), rate.y());
    const double next = slope > 0.0 ? u - miss / slope : 0.5 * (low + high);
    u = next > low && next < high ? next : 0.5 * (low + high);
  }
  return {step, u};
}

Vec3 LevelMeasure::pointAtShare(double share) const {
  if (isPoint()) return m_section->nails().front();
  const Place place = placeAt(share);
  const std::size_t span = place.step / stepsASpan;
  return m_section->pointInSpan(span, (static_cast<double>(place.step % stepsASpan) + place.within) / stepsASpan);
}

double LevelMeasure::girthShareAt(double share) const {
  if (isPoint()) return 0.0;
  const auto [step, u] = placeAt(share);
  return CubicWeights::value(u)(m_girth[step], m_girth[step + 1], m_girthRate[step].x(), m_girthRate[step].y()) /
         m_girth.back();
}

std::vector<double> levelShares(const std::vector<Vec3>& points) {
  std::vector<double> reached{0.0};
  for (std::size_t i = 1; i < points.size(); ++i)
    reached.push_back(reached.back() + levelOf(points[i] - points[i - 1]));
  const double whole = reached.back();
  for (double& one : reached) one = whole > 0.0 ? one / whole : 0.0;
  return reached;
}

}  // namespace narrows
