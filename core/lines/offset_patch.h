#pragma once
// A patch of the surface carried square to itself through a thickness.

#include <optional>

#include "lines/surface_patch.h"

namespace narrows {

/// One patch carried square through a distance (outward where positive), and cut by planes square to the boat. The
/// patch must outlive it.
class OffsetPatch {
 public:
  OffsetPatch(const SurfacePatch& patch, double distanceMm) : m_patch(&patch), m_distanceMm(distanceMm) {}

  /// Outward unit normal of the patch; next to a point where it vanishes, that of the surface beside it.
  Vec3 normal(double t, double v) const;
  /// The carried point.
  Vec3 point(double t, double v) const;

  /// Where the row of share `v` crosses the plane x = `xMm`, looking outward from section `startT`; rows are followed a
  /// little beyond their ends to find it. None where the row does not reach the plane. `beyond`: bays that the surface
  /// may be carried on past its ends to meet it, half a bay at most.
  std::optional<double> crossing(double xMm, double v, double startT, double beyond = 0.0) const;

  /// Whether the carried surface turns over there: a hollow, or a round, tighter than the distance, along the section
  /// or along the hull.
  bool foldsAt(double t, double v) const;

  double lastT() const { return m_patch->lastT(); }

 private:
  /// The middle of the bay in which the row of share `v` crosses the plane, or `startT` where it does not reach it.
  double bayOf(double xMm, double v, double startT) const;

  const SurfacePatch* m_patch;
  double m_distanceMm;
};

}  // namespace narrows
