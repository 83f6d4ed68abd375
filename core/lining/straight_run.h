#pragma once
// The straight run: where a straight plank would lie with no edge set, a geodesic of the surface.

#include <optional>
#include <utility>
#include <vector>

#include "lining/surface_curve.h"

namespace narrows {

/// Where a straight run begins, and which way it leaves.
struct RunFrom {
  double t = 0.0;
  double share = 0.5;
  double heading = 0.0;  ///< radians off square to the section there, in the surface; positive rising as it goes aft
};

/// One point of a straight run.
struct RunPoint {
  double t = 0.0;
  double share = 0.0;
  Vec3 at = Vec3::Zero();
  double alongMm = 0.0;  ///< from where it begins; negative forward
};

/// Why a run ends.
enum class RunEnd { Bow, Stern, BaseLine, Sheer };

/// A straight run, bow to stern, with a point wherever it crosses a section. It ends at an end of the hull, the base
/// line or the sheer.
struct StraightRun {
  std::vector<RunPoint> points;
  RunEnd fore = RunEnd::Bow, aft = RunEnd::Stern;

  SurfaceReach reach() const { return {points.front().t, points.back().t}; }
  /// Where it crosses the section parameter `t`; none beyond its ends.
  std::optional<RunPoint> crossing(double t) const;
};

/// The run through a place. Stepped along as a taut thread is: each step goes straight on from the last two points and
/// is laid back on the surface square to it (Verlet's method with a constraint, good to the square of the 10 mm step).
/// Within 0.05 mm of the exact geodesics of cylinder and cones over 4 m, within 1 mm over 5 m of hulls
/// (straight_run_test). Runs straight on over a chine within the frame.
StraightRun straightRun(const GirthFrame& frame, const RunFrom& from);

/// The run one way only, towards the bow or the stern: the place itself first, and where it ends.
std::pair<std::vector<RunPoint>, RunEnd> straightRunTo(const GirthFrame& frame, const RunFrom& from, bool bow);

/// The same let sag: `sagMm` down the surface at the middle of its length (lifted where negative), nothing at its ends,
/// as a string held at both ends hangs: a parabola. Points that would leave the hull are left out.
StraightRun sagging(const GirthFrame& frame, const StraightRun& run, double sagMm);

}  // namespace narrows
