#include "lines/contours.h"

#include <cmath>

#include "curve/halving.h"

namespace narrows {

namespace {

constexpr int contourColumns = 8;
constexpr int gridRows = 48;
constexpr int halvings = 30;

/// Points of the plane `axis` = `value` on one column of a patch, keel up.
std::vector<Vec3> columnCrossings(const SurfacePatch& patch, double t, int axis, double value) {
  std::vector<Vec3> found;
  Vec3 before = patch.point(t, 0.0);
  for (int k = 1; k <= gridRows; ++k) {
    const double v = static_cast<double>(k) / gridRows;
    const Vec3 now = patch.point(t, v);
    const double a = before[axis] - value;
    const double b = now[axis] - value;
    if (a * b <= 0.0 && a != b) {
      const auto notYet = [&](double at) { return (patch.point(t, at)[axis] - value) * a > 0.0; };
      found.push_back(patch.point(t, whereCeases(v - 1.0 / gridRows, v, notYet, halvings)));
    }
    before = now;
  }
  return found;
}

std::vector<Contour> contours(const Hull& hull, int axis, double value) {
  std::vector<Contour> done;
  for (const SurfacePatch& patch : hull.patches) {
    std::vector<Contour> open;
    const auto columns = static_cast<int>(std::lround(patch.lastT())) * contourColumns;
    for (int c = 0; c <= columns; ++c) {
      const std::vector<Vec3> crossings = columnCrossings(patch, static_cast<double>(c) / contourColumns, axis, value);
      if (crossings.size() != open.size()) {
        for (Contour& one : open) done.push_back(std::move(one));
        open.assign(crossings.size(), {});
      }
      for (std::size_t i = 0; i < crossings.size(); ++i) open[i].push_back(crossings[i]);
    }
    for (Contour& one : open) done.push_back(std::move(one));
  }
  std::erase_if(done, [](const Contour& contour) { return contour.size() < 2; });
  return done;
}

}  // namespace

std::vector<Contour> waterlineContours(const Hull& hull, double heightMm) {
  return contours(hull, 2, heightMm);
}

std::vector<Contour> buttockContours(const Hull& hull, double outMm) {
  return contours(hull, 1, outMm);
}

}  // namespace narrows
