#include "plank/narrowest_board.h"

#include <algorithm>
#include <limits>

#include "problem/problem.h"

namespace narrows {

namespace {

double turn(const Vec2& a, const Vec2& b, const Vec2& c) {
  return (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x());
}

/// Convex hull, counter-clockwise (Andrew's monotone chain).
std::vector<Vec2> convexHull(std::vector<Vec2> points) {
  std::sort(points.begin(), points.end(),
            [](const Vec2& a, const Vec2& b) { return a.x() < b.x() || (a.x() == b.x() && a.y() < b.y()); });
  std::vector<Vec2> hull;
  const auto sweep = [&hull](auto first, auto last) {
    const std::size_t base = hull.size();
    for (auto it = first; it != last; ++it) {
      while (hull.size() >= base + 2 && turn(hull[hull.size() - 2], hull.back(), *it) <= 0.0) hull.pop_back();
      hull.push_back(*it);
    }
    hull.pop_back();
  };
  sweep(points.begin(), points.end());
  sweep(points.rbegin(), points.rend());
  return hull;
}

}  // namespace

NarrowestBoard narrowestBoard(const std::vector<Vec2>& points) {
  require(points.size() >= 2, "a shape has two points or more");
  const std::vector<Vec2> hull = convexHull(points);
  NarrowestBoard best;
  best.widthMm = std::numeric_limits<double>::max();
  for (std::size_t i = 0; i < hull.size(); ++i) {
    const Vec2 side = hull[(i + 1) % hull.size()] - hull[i];
    if (side.norm() < 1e-9) continue;
    Vec2 along = side.normalized();
    if (along.x() < 0.0) along = -along;
    const Vec2 square(-along.y(), along.x());
    // The side itself lies along one edge of the board.
    double widest = 0.0;
    for (const Vec2& point : hull) {
      widest = std::max(widest, std::abs((point - hull[i]).dot(square)));
      if (widest >= best.widthMm) break;
    }
    if (widest < best.widthMm) best = {along, 0.0, widest};
  }
  double left = std::numeric_limits<double>::max(), right = -left;
  for (const Vec2& point : hull) {
    left = std::min(left, point.dot(best.along));
    right = std::max(right, point.dot(best.along));
  }
  best.lengthMm = right - left;
  return best;
}

}  // namespace narrows
