#include "plank/look_at_planks.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "problem/trade.h"

namespace narrows {

namespace {

std::string strakeWords(const StrakePlace& at) {
  return Trade::say("Strake %1%2", at.number, at.side);
}

}  // namespace

std::string StrainLeft::words(Notation) const {
  return Trade::say("%1 does not lie quite flat: %2 % must be stretched or squeezed as it is hung.", strakeWords(at),
                    saidDecimal(100.0 * strain, 2));
}

std::string NotLaidFlat::words(Notation) const {
  return Trade::say(
      "%1 could not be laid flat to the end, and its shape may be off: look for a kink or a fold in its lines.",
      strakeWords(at));
}

PlankFindings lookAtPlanks(const Lining& lining, const std::vector<const FlatPlank*>& planks, const std::string& side) {
  PlankFindings found;
  const auto& sections = lining.frame.hull().sections;
  for (std::size_t k = 0; k < lining.strakeCount() && k < planks.size(); ++k) {
    const FlatPlank& plank = *planks[k];
    const auto at = [&](std::size_t section) {
      return StrakePlace{lining.strakes[k].id, k + 1, section, sections[section].name, side};
    };
    std::optional<std::size_t> widest;
    for (std::size_t i = 0; i < sections.size(); ++i) {
      if (sections[i].kind != SectionKind::Station || !lining.covers(k, i)) continue;
      if (!widest || lining.widthMm(k, i) > lining.widthMm(k, *widest)) widest = i;
    }
    // A strake so short that it passes no station is spoken of at the section nearest to it.
    const std::size_t spoken = widest.value_or(static_cast<std::size_t>(std::lround(lining.strakes[k].reach.fromT)));
    if (plank.strainMax > strainToLookAt) found.strained.push_back({at(spoken), plank.strainMax});
    if (!plank.settled) found.unsettled.push_back({at(spoken)});
  }
  return found;
}

}  // namespace narrows
