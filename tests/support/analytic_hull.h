#pragma once
// Hulls known in closed form, given to the program as tables of offsets.

#include <functional>
#include <vector>

#include "curve/vec.h"
#include "lines/offset_table.h"

namespace narrows::tests {

/// A section of a known hull: its point at parameter `a`, which runs from `from` (rabbet) to `to` (sheer).
struct KnownSection {
  double xMm = 0.0;
  std::function<Vec2(double)> point;  ///< (half-breadth, height)
  double from = 0.0;
  double to = 1.0;
};

/// A table with the rabbet, the sheer and `figures` further figures on every section, evenly along it: each as a
/// waterline where the section is steep, as a buttock where it is flat.
OffsetTable tableOf(const std::vector<KnownSection>& sections, int figures);

/// The same with rows shared by all stations, as a drawn table has them: waterlines every `stepMm` of height and
/// buttocks every `stepMm` of breadth.
OffsetTable griddedTableOf(const std::vector<KnownSection>& sections, double stepMm);

/// A round hull of many stations, a ship if need be, with a waterline and a buttock every `stepMm`.
OffsetTable roundHull(int stations, double lengthMm, double stepMm);

/// Greatest distance between points of two shapes after the second is laid on the first as well as it will go.
double misfitMm(const std::vector<Vec2>& one, const std::vector<Vec2>& other);

/// Greatest distance from any point of `points` to the curve `curve` (a fine polyline), both already laid together.
double distanceToCurveMm(const std::vector<Vec2>& points, const std::vector<Vec2>& curve);

}  // namespace narrows::tests
