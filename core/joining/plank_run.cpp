#include "joining/plank_run.h"

#include <algorithm>

namespace narrows {

namespace {
constexpr double stepT = 1.0 / 24.0;
}

PlankRun::PlankRun(const Band& band, const FlatPlank& plank, double across, double inMm)
    : PlankRun(band, plank, across, [inMm](double) { return inMm; }) {}

PlankRun::PlankRun(const Band& band, const FlatPlank& plank, double across,
                   const std::function<double(double t)>& inMmAt) {
  const SurfaceReach reach = band.reach;
  for (double t = reach.fromT;; t = std::min(t + stepT, reach.toT)) {
    // A place along the boat stands once: where the row runs square across her end it is passed over.
    const double at = band.point(t, across).x();
    if (m_xMm.empty() || at > m_xMm.back() + 1e-6) {
      m_points.push_back(plank.map.at(t, across));
      m_t.push_back(t);
      m_xMm.push_back(at);
    }
    if (t >= reach.toT) break;
  }
  if (m_points.size() > 1) {
    const std::vector<Vec2> row = m_points;
    for (std::size_t i = 0; i < row.size(); ++i) {
      const double inMm = inMmAt(m_t[i]);
      if (inMm != 0.0) m_points[i] += inMm * turnedLeft(narrows::directionAt(row, i));
    }
  }
  for (std::size_t i = 0; i < m_points.size(); ++i)
    m_alongMm.push_back(i == 0 ? 0.0 : m_alongMm.back() + (m_points[i] - m_points[i - 1]).norm());
}

double PlankRun::alongOf(const Vec2& point) const {
  constexpr int steps = 4;
  double along = std::clamp((point - pointAt(0.0)).norm(), 0.0, lengthMm());
  for (int i = 0; i < steps; ++i) along += (point - pointAt(along)).dot(directionAt(along));
  return std::clamp(along, 0.0, lengthMm());
}

double PlankRun::read(const std::vector<double>& at, const std::vector<double>& values, double place) {
  if (at.size() < 2) return values.empty() ? 0.0 : values.front();
  auto after = static_cast<std::size_t>(std::lower_bound(at.begin(), at.end(), place) - at.begin());
  after = std::clamp<std::size_t>(after, 1, at.size() - 1);
  const double part = (place - at[after - 1]) / (at[after] - at[after - 1]);
  return values[after - 1] + part * (values[after] - values[after - 1]);
}

Vec2 PlankRun::pointAt(double alongMm) const {
  if (m_points.size() < 2) return m_points.empty() ? Vec2(Vec2::Zero()) : m_points.front();
  auto after =
      static_cast<std::size_t>(std::lower_bound(m_alongMm.begin(), m_alongMm.end(), alongMm) - m_alongMm.begin());
  after = std::clamp<std::size_t>(after, 1, m_points.size() - 1);
  const double part = (alongMm - m_alongMm[after - 1]) / (m_alongMm[after] - m_alongMm[after - 1]);
  return m_points[after - 1] + part * (m_points[after] - m_points[after - 1]);
}

Vec2 PlankRun::directionAt(double alongMm) const {
  constexpr double eitherWayMm = 20.0;
  return (pointAt(alongMm + eitherWayMm) - pointAt(alongMm - eitherWayMm)).normalized();
}

}  // namespace narrows
