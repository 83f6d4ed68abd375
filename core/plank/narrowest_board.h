#pragma once
// The narrowest straight board that holds a shape.

#include <vector>

#include "curve/vec.h"

namespace narrows {

/// The narrowest strip that holds all points: the direction of its length, pointing to larger x, and its sizes.
struct NarrowestBoard {
  Vec2 along{1.0, 0.0};
  double lengthMm = 0.0;
  double widthMm = 0.0;
};

/// Source: the least width of a convex polygon is taken square to one of its sides (rotating calipers).
NarrowestBoard narrowestBoard(const std::vector<Vec2>& points);

}  // namespace narrows
