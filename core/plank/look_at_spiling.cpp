#include "plank/look_at_spiling.h"

#include <cmath>

namespace narrows {

Severity SpilingOff::severity() const {
  return !told.sizeMm || std::abs(*told.sizeMm) >= spilingTroubleMm ? Severity::Trouble : Severity::LookAgain;
}

std::string SpilingOff::words(Notation notation) const {
  const std::string strake = "Strake " + std::to_string(at.number) + at.side + ", spiled: ";
  const double size = told.sizeMm.value_or(0.0);
  const std::string by = showLength(millimetres(std::abs(size)), notation) + (size > 0.0 ? " high" : " low");
  switch (told.cause) {
    case SpilingCause::Slip:
      return strake + "the " + (told.upper.value_or(false) ? "upper" : "lower") + " reading at " + at.place + " is " +
             by + " by itself: it has likely slipped, read it again.";
    case SpilingCause::Swap:
      return strake + "the two readings at " + at.place + " stand in each other's place: exchange them.";
    case SpilingCause::Mould:
      return strake + "both readings at " + at.place + " are " + by +
             ": the mould or its mark stands off there, and the plank would be cut to it. Try a batten over it.";
    case SpilingCause::Reversed:
      return strake + "the stations are numbered from the wrong end.";
    case SpilingCause::Shifted:
      return strake + "every reading stands one station along.";
    case SpilingCause::EdgeSet:
      return strake + "the readings are off as a bow, " + by +
             " in the middle: the batten was forced edgeways. Let it lie as it will, and read again.";
    case SpilingCause::LapAdded:
      return strake + "the lower readings are " + by +
             " all along: the lap is in them and is not said to be, and would be added twice.";
    case SpilingCause::LapForgotten:
      return strake + "the lower readings are " + by + " all along: the lap is said to be in them, and is not.";
    case SpilingCause::None:
      break;
  }
  return strake + "nothing is off.";
}

std::vector<SpilingOff> lookAtSpiling(const SpilingCheck& check, const FlatPlank& plank, const StrakePlace& place,
                                      BoatSide side) {
  std::vector<SpilingOff> off;
  for (const ToldCause& told : check.causes) {
    if (told.cause == SpilingCause::None) continue;
    StrakePlace at = place;
    if (told.station) at.section = plank.stations[*told.station].section, at.place = plank.stations[*told.station].name;
    off.push_back({at, told, side});
  }
  return off;
}

}  // namespace narrows
