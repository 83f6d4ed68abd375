#pragma once
// The loops of an edge that was carried further than it is round.

#include <cmath>
#include <cstddef>
#include <optional>
#include <utility>
#include <vector>

#include "curve/vec.h"

namespace narrows {

/// Where the legs a-b and c-d cross, seen across the boat: shares of the one and of the other; none where they do not.
inline std::optional<std::pair<double, double>> legsCross(const Vec3& a, const Vec3& b, const Vec3& c, const Vec3& d) {
  constexpr double parallel = 1e-12;
  const Vec3 ab = b - a, cd = d - c, ac = c - a;
  const double cross = ab.y() * cd.z() - ab.z() * cd.y();
  if (std::abs(cross) < parallel) return std::nullopt;
  const double one = (ac.y() * cd.z() - ac.z() * cd.y()) / cross, other = (ac.y() * ab.z() - ac.z() * ab.y()) / cross;
  if (one < 0.0 || one > 1.0 || other < 0.0 || other > 1.0) return std::nullopt;
  return std::pair(one, other);
}

/// Carried through a hollow tighter than the distance, an edge runs past itself, back, and on: what lies between the
/// two times it passes one place is cut out, and the place put there. `at` gives the point of a `Point`, compared in
/// the plane across the boat; `between(a, b, share)` one on the leg from a to b.
template <typename Point, typename At, typename Between>
void cutLoops(std::vector<Point>& points, const At& at, const Between& between) {
  for (std::size_t i = 0; i + 3 < points.size(); ++i) {
    // The last leg that crosses this one, so that a loop in a loop goes with it.
    for (std::size_t j = points.size() - 2; j > i + 1; --j) {
      const auto shares = legsCross(at(points[i]), at(points[i + 1]), at(points[j]), at(points[j + 1]));
      if (!shares) continue;
      const Point passed = between(points[i], points[i + 1], shares->first);
      const auto place = [&points](std::size_t k) { return points.begin() + static_cast<std::ptrdiff_t>(k); };
      points.erase(place(i + 1), place(j + 1));
      points.insert(place(i + 1), passed);
      break;
    }
  }
}

}  // namespace narrows
