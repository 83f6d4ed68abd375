#pragma once
// What is likely wrong with the readings of a spiled strake, in plain words.

#include "plank/look_at_planks.h"
#include "plank/spiling_check.h"

namespace narrows {

/// From where a reading that lies off the lines wants looking at: a sixteenth of an inch in laps, a thirty-second in
/// carvel seams and at hood ends, mm. From shop practice.
double spilingLookMm(Construction construction, const PlankStation& at);
/// And from where it is trouble.
inline constexpr double spilingTroubleMm = 25.4 / 4.0;

/// One cause of readings being off; or, where none is told, those of them that lie further off than the work bears.
struct SpilingOff {
  StrakePlace at;
  ToldCause told;  ///< of no cause: the reading that lies furthest off
  BoatSide side = BoatSide::Starboard;
  std::size_t readings = 0;  ///< of no cause: how many lie so far off
  double limitMm = 0.0;      ///< and how far the work bears there
  Severity severity() const;
  std::string words(Notation notation) const;
};

/// Readings of a strake that stand at stations its plank does not pass: kept, and held against nothing.
struct SpiledElsewhere {
  StrakePlace at;
  BoatSide side = BoatSide::Starboard;
  std::vector<std::string> stations;
  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// The causes told of one strake's readings, as far as the work does not bear what they amount to; else its readings
/// that lie too far off, in one; none where nothing is to be said. `place`: the strake, at any section; `side`: of the
/// boat.
std::vector<SpilingOff> lookAtSpiling(const SpilingCheck& check, const FlatPlank& plank, Construction construction,
                                      const StrakePlace& place, BoatSide side);

}  // namespace narrows
