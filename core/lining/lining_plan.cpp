#include "lining/lining_plan.h"

#include <algorithm>

namespace narrows {

const Guide* LiningPlan::guideOf(LineId line) const {
  const auto found = std::find_if(guides.begin(), guides.end(), [line](const Guide& g) { return g.line == line; });
  return found == guides.end() ? nullptr : &*found;
}

std::size_t LiningPlan::placeOf(LineId line) const {
  return static_cast<std::size_t>(std::find(lines.begin(), lines.end(), line) - lines.begin());
}

std::pair<std::size_t, std::size_t> LiningPlan::span(std::size_t zone) const {
  return {zone == 0 ? 0 : placeOf(guides[zone - 1].line),
          zone < guides.size() ? placeOf(guides[zone].line) : lines.size() - 1};
}

std::size_t LiningPlan::zoneOf(std::size_t strake) const {
  std::size_t zone = 0;
  while (zone < guides.size() && placeOf(guides[zone].line) <= strake) ++zone;
  return zone;
}

std::vector<StrakeId> strakesInOrder(const LiningPlan& plan) {
  std::vector<StrakeId> order;
  for (std::size_t k = 0; k < plan.strakes.size(); ++k) {
    for (const bool bow : {true, false}) {
      for (const Stealer& stealer : plan.stealers) {
        if (stealer.towardsBow == bow && stealer.joining == Joining::TwoIntoOne && plan.placeOf(stealer.line) == k + 1)
          order.push_back(stealer.into);
      }
    }
    order.push_back(plan.strakes[k]);
  }
  return order;
}

std::size_t strakesAtEnd(const LiningPlan& plan, bool bow) {
  const auto joined = std::count_if(plan.stealers.begin(), plan.stealers.end(),
                                    [bow](const Stealer& stealer) { return stealer.towardsBow == bow; });
  return plan.strakes.size() - std::min(plan.strakes.size(), static_cast<std::size_t>(joined));
}

std::string LiningPlan::speciesOf(StrakeId strake) const {
  const auto found =
      std::find_if(woods.begin(), woods.end(), [strake](const StrakeSpecies& one) { return one.strake == strake; });
  return found == woods.end() ? std::string() : found->species;
}

}  // namespace narrows
