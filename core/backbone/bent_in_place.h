#pragma once
// A timber bent in place: an outer keel sprung round the bottom, a cutwater up the stem, in one piece.

#include <string>
#include <vector>

#include "backbone/backbone_plan.h"
#include "curve/batten.h"
#include "lines/hull.h"

namespace narrows {

/// How it goes on, by its tightest place and the ratio of radius to thickness of its wood.
enum class GoesOn {
  Cold,   ///< with ease
  Hard,   ///< cold, and hard on it: warmed, or given days
  Steam,  ///< steamed
  Strips  ///< tighter than steamed stock goes: in two or more layers, or laminated
};

/// A clamp, from forward (of a cutwater: from its foot), each drawn in when all before it are.
struct BentClamp {
  double alongMm = 0.0;
  double radiusMm = 0.0;  ///< of what it lies on there, outside; very large where that is straight, below nought hollow
  double standsOffMm = 0.0;  ///< before it is drawn in, all before it being so: nought where it bears by itself
  double pullN = 0.0;        ///< what draws it in
  double gapMm = 0.0;        ///< the most left to the next, both drawn in
};

/// A gap between clamps under this is none that can be seen.
inline constexpr double leastBentGapMm = 0.3;

struct BentInPlace {
  Batten face;  ///< what it lies on, outside, in the profile plane: from forward aft, or from the foot up
  double boardLengthMm = 0.0;    ///< with what is left to trim
  double outerWidthMm = 0.0;     ///< of its outer face, its sides ripped to their bevel
  double leastRadiusMm = 0.0;    ///< of its middle where it is bent most, its own bow allowed for
  double tightestAlongMm = 0.0;  ///< there
  double strain = 0.0;           ///< of its outermost fibres there
  double ratio = 0.0;            ///< radius over thickness there
  GoesOn goesOn = GoesOn::Cold;
  double bowWantedMm = 0.0;  ///< natural bow of a board with which it would go on cold with ease; nought: none
  std::vector<BentClamp> clamps;
  double mostPullN = 0.0, mostGapMm = 0.0;
  double foreRad = 0.0, aftRad = 0.0;  ///< of its ends from square, against stem and transom: positive, outside longer
};

/// What it is bent round.
struct BentInPlaceOf {
  const Hull* drawn = nullptr;
  const OffsetTable* table = nullptr;
};

/// Works it out: along the profile of the keel's bottom where the table has one, else along the middle of the hull's
/// bottom, outside; up the profile of the stem's face, else of its rabbet.
///
/// Radii are taken over three inches to either side. What stands off when all before is held is a^2 / (2 R) with clamps
/// a apart, and what draws it in 3 E I / (2 R a), a cantilever's; natural bow b over a length L is a curvature 8 b /
/// L^2 that need not be bent. Between clamps it lies as a beam pinned at all of them: by the theorem of three moments,
/// its ends free (S. P. Timoshenko, Strength of Materials, part I, ch. VI); over a bay where that would run into what
/// it lies on, it bears. E by the wood (`bendingModulus`), for wood that is dry and cold. Forces are good to a fifth,
/// as wood is. Fails where there is nothing to bend it round, or it has no size.
Result<BentInPlace> bendInPlace(const BentInPlaceOf& of, const BentInPlacePlan& plan);

/// A place along it in the profile, so far off its face, outwards.
Vec2 bentPlace(const BentInPlace& timber, const BentInPlacePlan& plan, double alongMm, double outMm);

/// Its outline as it lies, in the profile: distance and height, once round.
std::vector<Vec2> bentOutline(const BentInPlace& timber, const BentInPlacePlan& plan);

/// Modulus of elasticity along the grain, N/mm^2, air dry; of a wood that is not known, that of a middling one. Source:
/// the usual handbooks of wood, rounded to 100.
double bendingModulus(const std::string& species);

/// "24 kg" or "53 lb".
std::string showPull(double newtons, Notation notation);

/// "goes on cold", "hard on it cold: warm it, or give it time" and so on.
std::string goesOnWords(GoesOn goesOn);

}  // namespace narrows
