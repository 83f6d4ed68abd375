#pragma once
// What is likely wrong with the readings of a spiled strake, in plain words.

#include "plank/look_at_planks.h"
#include "plank/spiling_check.h"

namespace narrows {

/// A reading against the lines: from where one looks again, and from where it is trouble, mm. From shop practice.
inline constexpr double spilingLookMm = 25.4 / 16.0, spilingTroubleMm = 25.4 / 4.0;

/// One cause of readings being off.
struct SpilingOff {
  StrakePlace at;
  ToldCause told;
  BoatSide side = BoatSide::Starboard;
  Severity severity() const;
  std::string words(Notation notation) const;
};

/// The causes told of one strake's readings; none where nothing is to be said. `place`: the strake, at any section;
/// `side`: of the boat.
std::vector<SpilingOff> lookAtSpiling(const SpilingCheck& check, const FlatPlank& plank, const StrakePlace& place,
                                      BoatSide side);

}  // namespace narrows
