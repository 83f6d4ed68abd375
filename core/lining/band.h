#pragma once
// A strip of the hull's surface between two lines: what a plank, or a piece of one, covers.

#include "lining/surface_curve.h"

namespace narrows {

/// The band between two curves over a reach. `across` runs from 0 at the lower curve to 1 at the upper.
struct Band {
  GirthFrame frame;
  SurfaceCurve lower, upper;
  SurfaceReach reach;
  std::vector<double> breaks = {};  ///< where an edge steps aside: columns of its strip stand there

  /// Section parameter of an end.
  double endT(bool bow) const { return bow ? reach.fromT : reach.toT; }
  /// The section at the end of the boat that it comes to; null where it ends before, at a joint.
  const Section* boatEnd(bool bow) const {
    constexpr double sameT = 1e-9;
    const auto& sections = frame.hull().sections;
    if (bow) return endT(bow) <= sameT ? &sections.front() : nullptr;
    return endT(bow) >= frame.lastT() - sameT ? &sections.back() : nullptr;
  }
  double shareAt(double t, double across) const {
    const double low = lower.shareAt(t);
    return low + across * (upper.shareAt(t) - low);
  }
  SurfacePoint evaluate(double t, double across) const { return frame.evaluate(t, shareAt(t, across)); }
  Vec3 point(double t, double across) const { return frame.point(t, shareAt(t, across)); }
  Vec3 normal(double t, double across) const { return frame.normal(t, shareAt(t, across)); }
  /// Width along the section at section parameter t, mm of girth.
  double widthMm(double t) const { return (upper.shareAt(t) - lower.shareAt(t)) * frame.girthBetweenMm(t); }
};

}  // namespace narrows
