#include "weighing/look_at_gains.h"

#include <algorithm>

#include "lines/place_words.h"
#include "problem/trade.h"

namespace narrows {

std::string GainThin::words(Notation notation) const {
  std::string strake = Trade::say("Strake %1%2", at.number, at.side);
  if (others > 0) strake += Trade::sayCount(" (%n other gain(|s) too)", others);
  const std::string cure = way == GainWay::Halved ? Trade::say("a narrower lap there, or feather it")
                                                  : Trade::say("a narrower lap there, or joggle it");
  const std::string place = placeWords(at.place), least = showThin(millimetres(leastMm), notation);
  return leftMm > 0.0 ? Trade::say("%1 is left %2 of its edge in the gain at %3, under %4: %5.", strake,
                                   showThin(millimetres(leftMm), notation), place, least, cure)
                      : Trade::say("%1 has nothing left of its edge in the gain at %2, under %3: %4.", strake, place,
                                   least, cure);
}

std::vector<GainThin> lookAtGains(const std::vector<Gain>& gains, const Lining& lining, const WeighingFigures& figures,
                                  BoatSide side, const std::string& words) {
  // A hair less than the limit is the limit: no plane works to less.
  constexpr double hairMm = 0.05;
  std::optional<GainThin> worst;
  std::size_t many = 0;
  for (const Gain& gain : gains) {
    const auto limit = limitOf(Measure::LandLeft, figures, lining.isBroad(gain.strake), 0.0);
    // A joggled plank keeps its thickness.
    if (!limit || gain.make.way == GainWay::Joggled) continue;
    double least = 1e300;
    for (const GainMark& mark : gain.marks) least = std::min(least, mark.lowerLeftMm);
    if (least >= limit->trouble - hairMm) continue;
    ++many;
    if (worst && worst->leftMm <= least) continue;
    const std::size_t section = gain.bow ? 0 : lining.frame.sectionCount() - 1;
    worst = GainThin{
        {lining.strakes[gain.strake].id, gain.strake + 1, section, lining.frame.hull().sections[section].name, words},
        least,
        limit->trouble,
        0,
        gain.make.way,
        side};
  }
  if (!worst) return {};
  worst->others = many - 1;
  return {*worst};
}

}  // namespace narrows
