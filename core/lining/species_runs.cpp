#include "lining/species_runs.h"

#include <algorithm>

namespace narrows {

std::vector<StrakesOfSpecies> speciesRuns(const Lining& lining, const LiningPlan& plan) {
  std::vector<StrakesOfSpecies> woods;
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    const std::string species = plan.speciesOf(lining.strakes[k].id);
    if (species.empty()) continue;
    auto of =
        std::find_if(woods.begin(), woods.end(), [&](const StrakesOfSpecies& one) { return one.species == species; });
    if (of == woods.end()) of = woods.insert(of, {species, {}});
    if (!of->runs.empty() && of->runs.back().last + 1 == k)
      of->runs.back().last = k;
    else
      of->runs.push_back({k, k});
  }
  return woods;
}

}  // namespace narrows
