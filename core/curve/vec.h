#pragma once
// Points and directions in millimetres: x aft, y outboard (starboard), z up.

#include <Eigen/Core>
#include <Eigen/Geometry>
#include <cmath>

namespace narrows {

using Vec2 = Eigen::Vector2d;
using Vec3 = Eigen::Vector3d;

/// A vector of the plane turned a quarter to the left.
inline Vec2 turnedLeft(const Vec2& v) {
  return {-v.y(), v.x()};
}

/// The angle by which one direction of the plane turns to the left into another.
inline double turnFrom(const Vec2& from, const Vec2& to) {
  return std::atan2(from.x() * to.y() - from.y() * to.x(), from.dot(to));
}

}  // namespace narrows
