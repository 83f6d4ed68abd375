#pragma once
// Whole boats known exactly, as hard as real ones: a rabbet that sweeps up into the stem, hollow garboards, tumblehome.

#include <functional>
#include <string>
#include <vector>

#include "curve/vec.h"
#include "lines/hull.h"

namespace narrows::tests {

/// A smooth hull in closed form: its half-breadth at any distance and height.
///
/// A waterline leaves the stem at an angle of its own and grows with the distance from it; a section goes out by the
/// height over the keel, hollow or round. Their product, less a little, is nought along a curve that sweeps from the
/// stem head round the forefoot into the keel, as a real rabbet does: that curve is the rabbet, and the surface is
/// smooth right up to it.
struct SmoothHull {
  std::string name;
  std::function<double(double)> keel;             ///< a little under the rabbet amidships
  std::function<double(double)> sheer;            ///< height of the sheer at a distance aft
  std::function<double(double, double)> outward;  ///< half-breadth beyond the siding, by distance and height
  double siding = 30.0;
  double headMm = 0.0;                 ///< where stem and sheer meet
  double footMm = 0.0;                 ///< where the stem rabbet begins
  double heelMm = 0.0;                 ///< double-ender: where the sternpost rabbet begins
  double tailMm = 0.0;                 ///< where sternpost and sheer meet
  double transomMm = 0.0, rake = 0.0;  ///< with a transom: x = transomMm + rake z
  bool doubleEnded = false;
  std::vector<double> stations;

  double breadth(double x, double z) const { return siding + outward(x, z); }
  /// Height of the rabbet, on keel, stem or sternpost.
  double profile(double x) const;
  /// Exact outward normal.
  Vec3 normal(double x, double z) const;
  /// The surface's nearest point by the normal, to well under a hundredth of a millimetre this near to it: how far off.
  double away(const Vec3& at) const;
  /// Distance aft of the after end of the surface at a height.
  double aftEnd(double z) const;

  /// The table a builder would be given: waterlines and buttocks every so many mm, each figure rounded by `round`.
  OffsetTable table(
      double stepMm, const std::function<double(double)>& round = [](double mm) { return mm; }) const;
};

/// Hollow garboards, double-ended, raked ends; a round-bilged boat with tumblehome and a raked transom; a clipper bow
/// over a flat run; a burdensome boat with seven stations.
std::vector<SmoothHull> smoothHulls();

/// How far a surface lies from a smooth hull, over a fine net of each bay from rabbet to sheer.
struct SurfaceMiss {
  double mostMm = 0.0, rmsMm = 0.0;
  Vec3 where = Vec3::Zero();
  double mostBevelDeg = 0.0;      ///< a hand's breadth from rabbet and sheer, 100 mm of girth, or more
  double mostEdgeBevelDeg = 0.0;  ///< nearer
  std::vector<double> byBayMm;
};
SurfaceMiss missOf(const Hull& hull, const SmoothHull& known);

}  // namespace narrows::tests
