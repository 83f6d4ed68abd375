#pragma once
// The loops of an edge that was carried further than it is round.

#include <cstddef>
#include <vector>

#include "curve/vec.h"

namespace narrows {

/// Carried through a hollow tighter than the distance, an edge runs past itself, back, and on: what lies between the
/// two times it passes one place is cut out, and the place put there. `at` gives the point of a `Point`, compared in
/// the plane across the boat; `between(a, b, share)` one on the leg from a to b.
template <typename Point, typename At, typename Between>
void cutLoops(std::vector<Point>& points, const At& at, const Between& between) {
  for (std::size_t i = 0; i + 3 < points.size(); ++i) {
    const Vec3 a = at(points[i]), ab = at(points[i + 1]) - a;
    // The last leg that crosses this one, so that a loop in a loop goes with it.
    for (std::size_t j = points.size() - 2; j > i + 1; --j) {
      const Vec3 c = at(points[j]), cd = at(points[j + 1]) - c, ac = c - a;
      const double cross = ab.y() * cd.z() - ab.z() * cd.y();
      if (cross == 0.0) continue;
      const double s = (ac.y() * cd.z() - ac.z() * cd.y()) / cross, u = (ac.y() * ab.z() - ac.z() * ab.y()) / cross;
      if (s < 0.0 || s > 1.0 || u < 0.0 || u > 1.0) continue;
      const Point passed = between(points[i], points[i + 1], s);
      const auto place = [&points](std::size_t k) { return points.begin() + static_cast<std::ptrdiff_t>(k); };
      points.erase(place(i + 1), place(j + 1));
      points.insert(place(i + 1), passed);
      break;
    }
  }
}

}  // namespace narrows
