#pragma once
// Shapes in a plane: round once, the last point joined to the first.

#include <vector>

#include "curve/vec.h"

namespace narrows {

using Polygon = std::vector<Vec2>;

/// Area, positive where it is gone round against the clock.
double signedArea(const Polygon& polygon);
Vec2 centroid(const Polygon& polygon);
bool contains(const Polygon& polygon, const Vec2& at);
double distanceToSegment(const Vec2& at, const Vec2& from, const Vec2& to);
/// Least distance from a point to the outline, inside or out.
double distanceToOutline(const Polygon& polygon, const Vec2& at);
/// Where a straight line from `from` towards `to` crosses the outline: shares of the way, in order; beyond the ends
/// too.
std::vector<double> crossings(const Polygon& polygon, const Vec2& from, const Vec2& to);

/// Operations on shapes, to a thousandth of a millimetre (the Clipper library).
std::vector<Polygon> common(const std::vector<Polygon>& a, const std::vector<Polygon>& b);
std::vector<Polygon> without(const std::vector<Polygon>& a, const std::vector<Polygon>& b);
std::vector<Polygon> together(const std::vector<Polygon>& all);
/// Grown all round by a distance, corners kept sharp as far as twice that; shrunk where negative.
std::vector<Polygon> grown(const std::vector<Polygon>& shapes, double byMm);
/// Every place `pattern` may not be moved to (as a shift) if it is not to touch `obstacle`, both filled.
std::vector<Polygon> shiftsThatTouch(const Polygon& obstacle, const Polygon& pattern);
/// The shifts that bring the pattern's edge over an outline.
std::vector<Polygon> shiftsThatCross(const Polygon& outline, const Polygon& pattern);
/// The largest of several; empty where there is none.
Polygon largest(const std::vector<Polygon>& shapes);
/// Points left out that lie within `withinMm` of the line between their neighbours.
Polygon simplified(const Polygon& polygon, double withinMm);
/// Whether the outline crosses itself or has no area to speak of.
bool isCrossed(const Polygon& polygon);

struct Box2 {
  Vec2 low = Vec2::Zero(), high = Vec2::Zero();
  double width() const { return high.x() - low.x(); }
  double height() const { return high.y() - low.y(); }
};
Box2 boxOf(const Polygon& polygon);
Polygon moved(const Polygon& polygon, double turnRad, const Vec2& shift);
Polygon rectangle(const Vec2& low, const Vec2& high);

}  // namespace narrows
