#pragma once
// What the strakes are got out of, in runs.

#include <string>
#include <vector>

#include "lining/lining.h"

namespace narrows {

/// Strakes next to each other that are got out of one timber, by place in the lining (0 is the garboard), both ends
/// counted.
struct TimberRun {
  std::size_t first = 0, last = 0;
  bool operator==(const TimberRun&) const = default;
};

/// A timber that strakes of a plan are named to be got out of.
struct StrakesOfTimber {
  std::string species;
  std::vector<TimberRun> runs;
  bool operator==(const StrakesOfTimber&) const = default;
};

/// The timbers of a plan, in the order in which they are met from the garboard up; strakes of which nothing is said are
/// in none of them.
std::vector<StrakesOfTimber> timberRuns(const Lining& lining, const LiningPlan& plan);

}  // namespace narrows
