#include "plank/flat_bow.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

constexpr std::size_t stretchesAlong = 100;

/// Distance of a point from the straight line from one place to another.
double fromChord(const Vec2& from, const Vec2& to, const Vec2& point) {
  const Vec2 chord = to - from;
  const double length = chord.norm();
  if (length < 1e-12) return (point - from).norm();
  const Vec2 off = point - from;
  return std::abs(chord.x() * off.y() - chord.y() * off.x()) / length;
}

}  // namespace

double greatestBowMm(const std::vector<Vec2>& line, double stretchMm) {
  if (line.size() < 3) return 0.0;
  std::vector<double> along{0.0};
  for (std::size_t i = 1; i < line.size(); ++i) along.push_back(along.back() + (line[i] - line[i - 1]).norm());
  const auto placeAt = [&](double s) -> Vec2 {
    const auto after = std::upper_bound(along.begin() + 1, along.end() - 1, s) - along.begin();
    const auto i = static_cast<std::size_t>(after);
    const double step = along[i] - along[i - 1];
    return line[i - 1] + (step > 0.0 ? (s - along[i - 1]) / step : 0.0) * (line[i] - line[i - 1]);
  };
  const double stretch = std::min(stretchMm, along.back());
  double most = 0.0;
  // A stretch from each of so many points, and the last one there is; how far a line bows changes little between them.
  const std::size_t step = std::max<std::size_t>(1, line.size() / stretchesAlong);
  for (std::size_t i = 0; i < line.size(); i += step) {
    const bool last = along[i] + stretch >= along.back();
    const double begin = last ? along.back() - stretch : along[i];
    const Vec2 from = placeAt(begin), to = placeAt(begin + stretch);
    const auto first = std::upper_bound(along.begin(), along.end(), begin) - along.begin();
    for (auto j = static_cast<std::size_t>(first); j < line.size() && along[j] < begin + stretch; ++j)
      most = std::max(most, fromChord(from, to, line[j]));
    if (last) break;
  }
  return most;
}

}  // namespace narrows
