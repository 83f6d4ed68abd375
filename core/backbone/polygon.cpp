#include "backbone/polygon.h"

#include <algorithm>
#include <clipper.hpp>
#include <cmath>
#include <limits>

namespace narrows {

namespace {

/// Clipper works in whole numbers: thousandths of a millimetre.
constexpr double perMm = 1000.0;
/// Shapes smaller than this are what rounding leaves.
constexpr double leastAreaMm2 = 0.01;

ClipperLib::Path pathOf(const Polygon& polygon) {
  ClipperLib::Path path;
  path.reserve(polygon.size());
  for (const Vec2& point : polygon) path.emplace_back(std::llround(point.x() * perMm), std::llround(point.y() * perMm));
  return path;
}

ClipperLib::Paths pathsOf(const std::vector<Polygon>& polygons) {
  ClipperLib::Paths paths;
  for (const Polygon& polygon : polygons) paths.push_back(pathOf(polygon));
  return paths;
}

std::vector<Polygon> polygonsOf(const ClipperLib::Paths& paths) {
  std::vector<Polygon> polygons;
  for (const ClipperLib::Path& path : paths) {
    Polygon polygon;
    for (const auto& point : path)
      polygon.emplace_back(static_cast<double>(point.X) / perMm, static_cast<double>(point.Y) / perMm);
    if (std::abs(signedArea(polygon)) > leastAreaMm2) polygons.push_back(std::move(polygon));
  }
  return polygons;
}

std::vector<Polygon> clip(ClipperLib::ClipType type, const ClipperLib::Paths& a, const ClipperLib::Paths& b) {
  ClipperLib::Clipper clipper;
  clipper.AddPaths(a, ClipperLib::ptSubject, true);
  clipper.AddPaths(b, ClipperLib::ptClip, true);
  ClipperLib::Paths solution;
  clipper.Execute(type, solution, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
  return polygonsOf(solution);
}

ClipperLib::Path againstTheClock(ClipperLib::Path path) {
  if (!ClipperLib::Orientation(path)) ClipperLib::ReversePath(path);
  return path;
}

/// The area swept by `pattern` along the outline of `obstacle`, reflected: shifts whose outlines cross.
ClipperLib::Paths sweptShifts(const Polygon& obstacle, const Polygon& pattern) {
  Polygon reflected;
  for (const Vec2& point : pattern) reflected.emplace_back(-point);
  ClipperLib::Paths solution;
  ClipperLib::MinkowskiSum(againstTheClock(pathOf(reflected)), againstTheClock(pathOf(obstacle)), solution, true);
  return solution;
}

}  // namespace

double signedArea(const Polygon& polygon) {
  double twice = 0.0;
  for (std::size_t i = 0; i < polygon.size(); ++i) {
    const Vec2& a = polygon[i];
    const Vec2& b = polygon[(i + 1) % polygon.size()];
    twice += a.x() * b.y() - b.x() * a.y();
  }
  return 0.5 * twice;
}

Vec2 centroid(const Polygon& polygon) {
  Vec2 sum = Vec2::Zero();
  double twice = 0.0;
  for (std::size_t i = 0; i < polygon.size(); ++i) {
    const Vec2 a = polygon[i] - polygon[0], b = polygon[(i + 1) % polygon.size()] - polygon[0];
    const double cross = a.x() * b.y() - b.x() * a.y();
    sum += cross * (a + b) / 3.0;
    twice += cross;
  }
  return twice == 0.0 ? polygon.front() : Vec2(polygon[0] + sum / twice);
}

bool contains(const Polygon& polygon, const Vec2& at) {
  bool inside = false;
  for (std::size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
    const Vec2& a = polygon[i];
    const Vec2& b = polygon[j];
    if ((a.y() > at.y()) != (b.y() > at.y()) && at.x() < (b.x() - a.x()) * (at.y() - a.y()) / (b.y() - a.y()) + a.x())
      inside = !inside;
  }
  return inside;
}

double distanceToSegment(const Vec2& at, const Vec2& from, const Vec2& to) {
  const Vec2 leg = to - from;
  const double share = std::clamp((at - from).dot(leg) / std::max(leg.squaredNorm(), 1e-12), 0.0, 1.0);
  return (at - from - share * leg).norm();
}

double distanceToOutline(const Polygon& polygon, const Vec2& at) {
  double least = std::numeric_limits<double>::max();
  for (std::size_t i = 0; i < polygon.size(); ++i)
    least = std::min(least, distanceToSegment(at, polygon[i], polygon[(i + 1) % polygon.size()]));
  return least;
}

std::vector<double> crossings(const Polygon& polygon, const Vec2& from, const Vec2& to) {
  std::vector<double> found;
  const Vec2 way = to - from;
  for (std::size_t i = 0; i < polygon.size(); ++i) {
    const Vec2 a = polygon[i] - from, leg = polygon[(i + 1) % polygon.size()] - polygon[i];
    const double cross = way.x() * leg.y() - way.y() * leg.x();
    if (std::abs(cross) < 1e-12) continue;
    const double alongLeg = (a.x() * way.y() - a.y() * way.x()) / cross;
    if (alongLeg < 0.0 || alongLeg >= 1.0) continue;
    found.push_back((a.x() * leg.y() - a.y() * leg.x()) / cross);
  }
  std::sort(found.begin(), found.end());
  return found;
}

std::vector<Polygon> common(const std::vector<Polygon>& a, const std::vector<Polygon>& b) {
  return clip(ClipperLib::ctIntersection, pathsOf(a), pathsOf(b));
}

std::vector<Polygon> without(const std::vector<Polygon>& a, const std::vector<Polygon>& b) {
  return clip(ClipperLib::ctDifference, pathsOf(a), pathsOf(b));
}

std::vector<Polygon> together(const std::vector<Polygon>& all) {
  ClipperLib::Paths paths;
  for (const Polygon& polygon : all) paths.push_back(againstTheClock(pathOf(polygon)));
  return clip(ClipperLib::ctUnion, paths, {});
}

std::vector<Polygon> grown(const std::vector<Polygon>& shapes, double byMm) {
  ClipperLib::ClipperOffset offset(2.0);
  offset.AddPaths(pathsOf(shapes), ClipperLib::jtMiter, ClipperLib::etClosedPolygon);
  ClipperLib::Paths solution;
  offset.Execute(solution, byMm * perMm);
  return polygonsOf(solution);
}

std::vector<Polygon> shiftsThatTouch(const Polygon& obstacle, const Polygon& pattern) {
  ClipperLib::Paths paths = sweptShifts(obstacle, pattern);
  // With one wholly inside the other their outlines do not cross: one shift of each vertex pair fills that in.
  Polygon reflected;
  for (const Vec2& point : pattern) reflected.emplace_back(obstacle.front() - point);
  paths.push_back(againstTheClock(pathOf(reflected)));
  Polygon over;
  for (const Vec2& point : obstacle) over.emplace_back(point - pattern.front());
  paths.push_back(againstTheClock(pathOf(over)));
  return clip(ClipperLib::ctUnion, paths, {});
}

std::vector<Polygon> shiftsThatCross(const Polygon& outline, const Polygon& pattern) {
  return clip(ClipperLib::ctUnion, sweptShifts(outline, pattern), {});
}

Polygon largest(const std::vector<Polygon>& shapes) {
  const auto found = std::max_element(shapes.begin(), shapes.end(), [](const Polygon& a, const Polygon& b) {
    return std::abs(signedArea(a)) < std::abs(signedArea(b));
  });
  return found == shapes.end() ? Polygon() : *found;
}

Polygon simplified(const Polygon& polygon, double withinMm) {
  if (polygon.size() < 4) return polygon;
  // From the two points furthest apart, each side by itself.
  std::size_t far = 0;
  for (std::size_t i = 0; i < polygon.size(); ++i) {
    if ((polygon[i] - polygon[0]).squaredNorm() > (polygon[far] - polygon[0]).squaredNorm()) far = i;
  }
  std::vector<bool> kept(polygon.size() + 1, false);
  kept[0] = kept[far] = kept[polygon.size()] = true;
  const auto at = [&](std::size_t i) -> const Vec2& { return polygon[i % polygon.size()]; };
  const auto thin = [&](auto&& self, std::size_t from, std::size_t to) -> void {
    double most = withinMm;
    std::size_t worst = from;
    for (std::size_t i = from + 1; i < to; ++i) {
      const double off = distanceToSegment(at(i), at(from), at(to));
      if (off > most) most = off, worst = i;
    }
    if (worst == from) return;
    kept[worst] = true;
    self(self, from, worst);
    self(self, worst, to);
  };
  thin(thin, 0, far);
  thin(thin, far, polygon.size());
  Polygon thinned;
  for (std::size_t i = 0; i < polygon.size(); ++i) {
    if (kept[i]) thinned.push_back(polygon[i]);
  }
  return thinned;
}

bool isCrossed(const Polygon& polygon) {
  if (polygon.size() < 3 || std::abs(signedArea(polygon)) < 1.0) return true;
  double covered = 0.0;
  for (const Polygon& part : together({polygon})) covered += std::abs(signedArea(part));
  // A loop wound the other way takes from the signed area what it adds to the covered one.
  return std::abs(covered - std::abs(signedArea(polygon))) > 1e-4 * covered + 1.0;
}

Box2 boxOf(const Polygon& polygon) {
  Box2 box;
  if (polygon.empty()) return box;
  box.low = box.high = polygon.front();
  for (const Vec2& point : polygon) {
    box.low = box.low.cwiseMin(point);
    box.high = box.high.cwiseMax(point);
  }
  return box;
}

Polygon moved(const Polygon& polygon, double turnRad, const Vec2& shift) {
  Polygon result;
  result.reserve(polygon.size());
  const Eigen::Rotation2Dd turn(turnRad);
  for (const Vec2& point : polygon) result.emplace_back(turn * point + shift);
  return result;
}

Polygon rectangle(const Vec2& low, const Vec2& high) {
  return {low, {high.x(), low.y()}, high, {low.x(), high.y()}};
}

}  // namespace narrows
