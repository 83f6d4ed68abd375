#include "moulds/look_at_set_up.h"

#include <cmath>

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
  const std::string stands = "Mould " + mould + ", " + measured + ": it stands " + shown(offMm) +
                             (offMm > 0.0 ? " more than" : " less than") + " it should. ";
  if (std::abs(humpMm) <= leastHumpMm) return stands + "Put it right before planks are spiled from it.";
  return stands + "A batten over its neighbours shows " + shown(humpMm) + (humpMm > 0.0 ? " of hump" : " of hollow") +
         " there, and the planks share " + shown(girthMm) + (girthMm > 0.0 ? " more girth." : " less girth.");
}

std::vector<SetUpLies> lookAtSetUp(const std::vector<SetUpOff>& offs) {
  std::vector<SetUpLies> found;
  for (const SetUpOff& off : offs) {
    if (std::abs(off.offMm) < setUpLookMm) continue;
    const std::string at = off.reading.mark.empty() ? "" : " at " + off.reading.mark;
    found.push_back(
        {off.reading.mould, std::string(setUpKindName(off.reading.kind)) + at, off.offMm, off.girthMm, off.humpMm});
  }
  return found;
}

}  // namespace narrows
