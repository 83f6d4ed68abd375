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
  const std::string stands = Trade::say("Mould %1, %2: it stands %3%4 it should. ", mould, measured, shown(offMm),
                                        offMm > 0.0 ? Trade::say(" more than") : Trade::say(" less than"));
  if (std::abs(humpMm) <= leastHumpMm) return Trade::say("%1Put it right before planks are spiled from it.", stands);
  return Trade::say("%1A batten over its neighbours shows %2%3 there, and the planks share %4%5", stands, shown(humpMm),
                    humpMm > 0.0 ? Trade::say(" of hump") : Trade::say(" of hollow"), shown(girthMm),
                    girthMm > 0.0 ? Trade::say(" more girth.") : Trade::say(" less girth."));
}

std::vector<SetUpLies> lookAtSetUp(const std::vector<SetUpOff>& offs) {
  std::vector<SetUpLies> found;
  for (const SetUpOff& off : offs) {
    if (std::abs(off.offMm) < setUpLookMm) continue;
    const std::string at = off.reading.mark.empty() ? "" : Trade::say(" at %1", off.reading.mark);
    found.push_back(
        {off.reading.mould, std::string(setUpKindName(off.reading.kind)) + at, off.offMm, off.girthMm, off.humpMm});
  }
  return found;
}

}  // namespace narrows
