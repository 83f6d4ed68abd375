#pragma once
// Points and directions in millimetres: x aft, y outboard (starboard), z up.

#include <Eigen/Core>
#include <Eigen/Geometry>

namespace narrows {

using Vec2 = Eigen::Vector2d;
using Vec3 = Eigen::Vector3d;

}  // namespace narrows
