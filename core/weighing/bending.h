#pragma once
// How a plank bends onto the boat: what goes on cold, and what wants heat.

#include <vector>

#include "lining/band.h"
#include "weighing/weighing_plan.h"

namespace narrows {

/// What it takes to lay wood to a bend.
enum class Heat {
  None,   ///< it goes on cold
  Hard,   ///< cold, and hard on it: warm it, or wrap its end in boiling water
  Steam,  ///< steam
  Beyond  ///< tighter than steamed stock goes round
};

/// The plank at one place along its run.
struct BendAt {
  double t = 0.0;         ///< section parameter
  double alongMm = 0.0;   ///< along its middle, from its fore end
  double radiusMm = 0.0;  ///< of its bend, square to its face; very large where it is straight
  double strain = 0.0;    ///< of its outermost fibres: thickness over twice the radius
  double twistDeg = 0.0;  ///< in a foot
  Heat heat = Heat::None;
  bool byTwist = false;  ///< it is the twist that wants it, not the bend
};

/// A length of it that wants heat.
struct HeatedRun {
  double fromMm = 0.0, toMm = 0.0;  ///< along its middle, from its fore end
  Heat heat = Heat::Hard;           ///< the most that any of it wants
  BendAt worst;
  bool toBow = false, toStern = false;  ///< it reaches that end of the plank
  bool wrapped = false;                 ///< thin, and at an end: boiling-water wraps do
  double minutes = 0.0;                 ///< in the steam, or wrapped
};

struct StrakeBending {
  std::vector<BendAt> places;  ///< at even steps, and at its ends
  std::vector<HeatedRun> runs;
  double lengthMm = 0.0;
  /// The place nearest to a length along it.
  const BendAt& at(double alongMm) const;
};

/// How a strake bends; twist is judged by the limits of the weighing. The radius is taken over three inches either way
/// along its middle, so within 2 % on a bend that does not change within a foot (bending_test). Times: an hour an inch
/// in the steam, half an hour at least; wraps 45 minutes. From shop practice.
StrakeBending bendingOf(const Band& band, const WeighingFigures& figures);

}  // namespace narrows
