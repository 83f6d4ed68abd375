#include "plank/look_at_spiling.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

double spilingLookMm(Construction construction, const PlankStation& at) {
  return construction == Construction::Lapstrake && !at.isHood ? mmPerInch / 16.0 : mmPerInch / 32.0;
}

Severity SpilingOff::severity() const {
  if (told.cause == SpilingCause::None) return Severity::LookAgain;
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
  return Trade::sayCount(
      "%1%n reading( lies|s lie) further off the lines than %2, which is what the work bears; the most is the %3 one "
      "at "
      "%4, %5. Read it again, or try a batten over the mould.",
      readings, strake, showThin(millimetres(limitMm), notation),
      told.upper.value_or(false) ? Trade::say("upper") : Trade::say("lower"), at.place, by);
}

std::string SpiledElsewhere::words(Notation /*notation*/) const {
  std::string list;
  for (const std::string& station : stations) list += (list.empty() ? "" : ", ") + station;
  return Trade::say(
      "Strake %1%2 was spiled at %3, where it does not run now: those readings are kept and not used. Throw them away "
      "beside the others, or take up the plan she was spiled by.",
      at.number, at.side, list);
}

std::vector<SpilingOff> lookAtSpiling(const SpilingCheck& check, const FlatPlank& plank, Construction construction,
                                      const StrakePlace& place, BoatSide side) {
  const auto placeAt = [&](std::size_t station) {
    StrakePlace at = place;
    at.section = plank.stations[station].section;
    at.place = plank.stations[station].name;
    return at;
  };
  std::vector<SpilingOff> off;
  for (const ToldCause& told : check.causes) {
    if (told.cause == SpilingCause::None) continue;
    const bool isBorne = told.station && told.sizeMm &&
                         std::abs(*told.sizeMm) <= spilingLookMm(construction, plank.stations[*told.station]);
    if (!isBorne) off.push_back({told.station ? placeAt(*told.station) : place, told, side});
  }
  if (!off.empty()) return off;
  const CheckedReading* worst = nullptr;
  std::size_t count = 0;
  double most = 0.0;
  for (const CheckedReading& one : check.readings) {
    const double beyond = std::abs(one.offMm()) / spilingLookMm(construction, plank.stations[one.station]);
    if (beyond <= 1.0) continue;
    ++count;
    if (beyond > most) most = beyond, worst = &one;
  }
  if (worst != nullptr)
    off.push_back({placeAt(worst->station),
                   {SpilingCause::None, worst->station, worst->upper, worst->offMm(), 0.0},
                   side,
                   count,
                   spilingLookMm(construction, plank.stations[worst->station])});
  return off;
}

}  // namespace narrows
