#include "lining/timber_runs.h"

#include <algorithm>

namespace narrows {

std::vector<StrakesOfTimber> timberRuns(const Lining& lining, const LiningPlan& plan) {
  std::vector<StrakesOfTimber> timbers;
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    const std::string species = plan.timberOf(lining.strakes[k].id);
    if (species.empty()) continue;
    auto of = std::find_if(timbers.begin(), timbers.end(),
                           [&](const StrakesOfTimber& one) { return one.species == species; });
    if (of == timbers.end()) of = timbers.insert(of, {species, {}});
    if (!of->runs.empty() && of->runs.back().last + 1 == k)
      of->runs.back().last = k;
    else
      of->runs.push_back({k, k});
  }
  return timbers;
}

}  // namespace narrows
