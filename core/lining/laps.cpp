#include "lining/laps.h"

#include <algorithm>

#include "curve/evenly_between.h"

namespace narrows {

Laps lapsOf(const LiningPlan& plan, const std::vector<StationId>& sectionIds) {
  Laps laps;
  for (std::size_t i = 0; i < sectionIds.size(); ++i) {
    // Named twice, the last holds.
    const auto lap = std::find_if(plan.laps.rbegin(), plan.laps.rend(),
                                  [&](const LapAt& one) { return one.station == sectionIds[i]; });
    if (lap != plan.laps.rend()) laps.emplace_back(static_cast<double>(i), lap->lap.mm());
  }
  return laps;
}

double lapBetween(const Laps& laps, double usual, double t) {
  return evenlyBetween(laps, t, usual);
}

}  // namespace narrows
