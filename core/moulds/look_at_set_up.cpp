#include "moulds/look_at_set_up.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {
/// A hump or hollow smaller than this is not spoken of.
constexpr double leastHumpMm = 0.01;
}  // namespace

Severity SetUpLies::severity() const {
  return std::abs(offMm) < setUpTroubleMm ? Severity::LookAgain : Severity::Trouble;
}

std::string SetUpLies::words(Notation notation) const {
  const auto shown = [notation](double mm) { return showLength(millimetres(std::abs(mm)), notation); };
  const std::string stands =
      offMm > 0.0 ? Trade::say("Mould %1, %2: it stands %3 more than it should.", mould, measured, shown(offMm))
                  : Trade::say("Mould %1, %2: it stands %3 less than it should.", mould, measured, shown(offMm));
  if (std::abs(humpMm) <= leastHumpMm) return Trade::say("%1 Put it right before planks are spiled from it.", stands);
  const std::string hump =
      humpMm > 0.0 ? Trade::say("%1 of hump", shown(humpMm)) : Trade::say("%1 of hollow", shown(humpMm));
  return girthMm > 0.0
             ? Trade::say("%1 A batten over its neighbours shows %2 there, and the planks share %3 more girth.", stands,
                          hump, shown(girthMm))
             : Trade::say("%1 A batten over its neighbours shows %2 there, and the planks share %3 less girth.", stands,
                          hump, shown(girthMm));
}

std::vector<SetUpLies> lookAtSetUp(const std::vector<SetUpOff>& offs) {
  std::vector<SetUpLies> found;
  for (const SetUpOff& off : offs) {
    if (std::abs(off.offMm) < setUpLookMm) continue;
    const std::string at = off.reading.mark.empty() ? "" : Trade::say(" at %1", off.reading.mark);
    found.push_back(
        {off.reading.mould, Trade::say(setUpKindName(off.reading.kind)) + at, off.offMm, off.girthMm, off.humpMm});
  }
  return found;
}

}  // namespace narrows
