#pragma once
// The lines of the drawing read off the surface: waterlines and buttocks.

#include <vector>

#include "lines/hull.h"

namespace narrows {

/// One stretch of a line where a level or upright plane cuts the surface, bow to stern.
using Contour = std::vector<Vec3>;

/// A line of the table as it runs on a surface.
struct DrawnLine {
  std::size_t row = 0;  ///< of the table
  std::vector<Contour> contours;
};

/// Where the plane z = `heightMm` cuts the hull; a line that leaves the surface and comes back gives several stretches,
/// and where it crosses a section twice the crossings nearest the keel and nearest the sheer each give their own.
std::vector<Contour> waterlineContours(const Hull& hull, double heightMm);

/// Where the plane y = `outMm` cuts the hull.
std::vector<Contour> buttockContours(const Hull& hull, double outMm);

}  // namespace narrows
