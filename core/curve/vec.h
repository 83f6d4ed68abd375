#pragma once
// Points and directions in millimetres: x aft, y outboard (starboard), z up.

#include <Eigen/Core>
#include <Eigen/Geometry>

namespace narrows {

using Vec2 = Eigen::Vector2d;
using Vec3 = Eigen::Vector3d;

/// A vector of the plane turned a quarter to the left.
inline Vec2 turnedLeft(const Vec2& v) {
  return {-v.y(), v.x()};
}

}  // namespace narrows
