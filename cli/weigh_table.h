#pragma once
// Plans of lining off weighed, as CSV.

#include "job.h"

namespace narrows::cli {

/// Every measure of the plan asked for; with `--summary` a row a plan of the book, or of the one named.
Result<std::string> weighTable(const Job& job, bool summary);

/// `plan,score,trouble,look`, a row a plan.
std::string weighSummaryHead();
std::string weighSummaryRow(const std::string& plan, const Weighing& weighing);

}  // namespace narrows::cli
