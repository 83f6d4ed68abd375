#pragma once
// How far a line of the flat plank bows.

#include <vector>

#include "curve/vec.h"

namespace narrows {

/// The greatest distance of a line of points from the chord of any stretch of it so long, mm: of all of it where it is
/// shorter. What straight stock would have to be set edgeways to lie along it.
double greatestBowMm(const std::vector<Vec2>& line, double stretchMm);

}  // namespace narrows
