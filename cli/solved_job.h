#pragma once
// The whole answer to a job: what is cut needs more than its lining.

#include "job.h"
#include "solve/plank_at_bench.h"

namespace narrows::cli {

/// The job's book solved with the plans, lap and kind of planking that its options asked for. Fails where a side cannot
/// be lined off. `orUsual`: a table of which nothing is said is lined off as a new book of it would be.
Result<std::shared_ptr<const Solved>> solvedOf(const Job& job, bool orUsual = false);

}  // namespace narrows::cli
