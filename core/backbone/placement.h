#pragma once
// A part's pattern laid on a slab: clear of faults, the grain along it.

#include <functional>
#include <stop_token>
#include <string>
#include <vector>

#include "backbone/backbone_plan.h"
#include "backbone/polygon.h"

namespace narrows {

/// The slab and the pattern. The slab's own axes: x along it, y across. The pattern's own: its profile, moved so that
/// its middle (centroid) is at nought.
struct PlacementOf {
  Polygon slab;
  std::vector<TimberFault> faults;
  Polygon pattern;
  double marginMm = 0.0;
  double grainRad = 0.0;        ///< of the slab's grain to its length
  double patternAxisRad = 0.0;  ///< the way the pattern wants its grain
  double mostRunOutRad = 0.35;  ///< grain is not let run out further than this
};

/// A pattern's place: turned over first if it is flipped (about its own x), then turned, then moved.
struct Placement {
  Vec2 at = Vec2::Zero();
  double turnRad = 0.0;
  bool flipped = false;
};

struct PlacementJudgement {
  Polygon outline;                  ///< of the pattern as it lies
  bool onSlab = false;              ///< wholly within the slab's margin
  std::vector<std::size_t> fouled;  ///< faults it touches with the margin, by their place in the list
  double runOutRad = 0.0;           ///< between its axis and the grain, 0 to a right angle
  double clearMm = 0.0;             ///< least wood to an edge or a fault; nought where it touches
  bool isClear() const { return onSlab && fouled.empty(); }
};

/// Lays a part's outline on a plan's slab as it stands there.
PlacementOf placementOf(const SlabPlan& plan, const Polygon& outline);
Placement placementIn(const SlabPlan& plan);

/// The pattern as it lies, in the slab's axes.
Polygon laidPattern(const PlacementOf& of, const Placement& placement);
PlacementJudgement judgePlacement(const PlacementOf& of, const Placement& placement);

struct FoundPlacement {
  Placement placement;
  PlacementJudgement judgement;
};

/// The best place: clear of every edge and fault by the margin, then with least run-out, to 0.05 degree, then with most
/// wood all round. Every shift is weighed at every angle tried (Minkowski sums, the Clipper library), angles are a
/// degree apart and the first that will do is drawn in. Where no place is clear, the one that fouls the least
/// fault. `progress` is told a share, 0 to 1. Fails where the pattern is larger than the slab, or when stopped (no
/// problems).
Result<FoundPlacement> findPlacement(const PlacementOf& of, const std::stop_token& stop = {},
                                     const std::function<void(double)>& progress = {});

/// A piece let in over a fault.
struct GravingPiece {
  std::size_t fault = 0;
  Vec2 onPattern = Vec2::Zero();  ///< its middle, in the profile of the part
  Vec2 onSlab = Vec2::Zero();
  double lengthMm = 0.0, widthMm = 0.0, depthMm = 0.0;
  double grainRad = 0.0;  ///< of its grain in the profile
  std::string species;
};

/// One for every fault that the pattern lies on: a quarter inch wider all round, three times as long as wide, an eighth
/// deeper, its grain along the slab's. `middle`: the pattern's own middle in the profile.
std::vector<GravingPiece> gravingPieces(const PlacementOf& of, const FoundPlacement& found, const Vec2& middle,
                                        const std::string& species);

/// The direction a shape is longest in.
double longAxis(const Polygon& polygon);

}  // namespace narrows
