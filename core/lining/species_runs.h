#pragma once
// What the strakes are got out of, in runs.

#include <string>
#include <vector>

#include "lining/lining.h"

namespace narrows {

/// Strakes next to each other that are got out of one wood, by place in the lining (0 is the garboard), both ends
/// counted.
struct SpeciesRun {
  std::size_t first = 0, last = 0;
  bool operator==(const SpeciesRun&) const = default;
};

/// A wood that strakes of a plan are named to be got out of.
struct StrakesOfSpecies {
  std::string species;
  std::vector<SpeciesRun> runs;
  bool operator==(const StrakesOfSpecies&) const = default;
};

/// The woods of a plan, in the order in which they are met from the garboard up; strakes of which nothing is said are
/// in none of them.
std::vector<StrakesOfSpecies> speciesRuns(const Lining& lining, const LiningPlan& plan);

}  // namespace narrows
