#include "lining/laps.h"

#include <algorithm>

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
  if (laps.empty()) return usual;
  const auto after = std::find_if(laps.begin(), laps.end(), [t](const auto& lap) { return lap.first >= t; });
  if (after == laps.end()) return laps.back().second;
  if (after == laps.begin()) return after->second;
  const auto before = after - 1;
  return before->second + (t - before->first) / (after->first - before->first) * (after->second - before->second);
}

}  // namespace narrows
