#include "plank/look_at_spiling.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

Severity SpilingOff::severity() const {
  return !told.sizeMm || std::abs(*told.sizeMm) >= spilingTroubleMm ? Severity::Trouble : Severity::LookAgain;
}

std::string SpilingOff::words(Notation notation) const {
  const std::string strake = Trade::say("Strake %1%2, spiled: ", at.number, at.side);
  const double size = told.sizeMm.value_or(0.0);
  const std::string off = showLength(millimetres(std::abs(size)), notation);
  const std::string by = size > 0.0 ? Trade::say("%1 high", off) : Trade::say("%1 low", off);
  switch (told.cause) {
    case SpilingCause::Slip:
      return Trade::say("%1the %2 reading at %3 is %4 by itself: it has likely slipped, read it again.", strake,
                        told.upper.value_or(false) ? Trade::say("upper") : Trade::say("lower"), at.place, by);
    case SpilingCause::Swap:
      return Trade::say("%1the two readings at %2 stand in each other's place: exchange them.", strake, at.place);
    case SpilingCause::Mould:
      return Trade::say(
          "%1both readings at %2 are %3: the mould or its mark stands off there, and the plank would be cut to it. Try "
          "a batten over it.",
          strake, at.place, by);
    case SpilingCause::Reversed:
      return Trade::say("%1the stations are numbered from the wrong end.", strake);
    case SpilingCause::Shifted:
      return Trade::say("%1every reading stands one station along.", strake);
    case SpilingCause::EdgeSet:
      return Trade::say(
          "%1the readings are off as a bow, %2 in the middle: the batten was forced edgeways. Let it lie as it will, "
          "and read again.",
          strake, by);
    case SpilingCause::LapAdded:
      return Trade::say(
          "%1the lower readings are %2 all along: the lap is in them and is not said to be, and would be added twice.",
          strake, by);
    case SpilingCause::LapForgotten:
      return Trade::say("%1the lower readings are %2 all along: the lap is said to be in them, and is not.", strake,
                        by);
    case SpilingCause::None:
      break;
  }
  return Trade::say("%1nothing is off.", strake);
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
