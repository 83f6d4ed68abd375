#pragma once
// A strake as it was spiled, and what it is cut to.

#include "plank/spiling.h"

namespace narrows {

/// What a plank is cut to: the shape computed from the lines, that of the readings, half way between, or that of the
/// readings faired again with a stiffer batten.
enum class PlankShape { Computed, Readings, Between, Faired };

/// What was read for one strake of a side; `spiling.strake` and `spiling.side` say which, and are always set.
struct SpiledStrake {
  Spiling spiling;
  PlankShape shape = PlankShape::Computed;
  std::string when;        ///< the day on which it was last read
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  bool operator==(const SpiledStrake&) const = default;

  bool isOf(int strake, BoatSide side) const { return spiling.strake == strake && spiling.side == side; }
};

}  // namespace narrows
