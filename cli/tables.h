#pragma once
// The tables the command line prints, each as CSV with one header line.

#include <string>

#include "job.h"

namespace narrows::cli {

Result<std::string> girthsTable(const Job& job);
Result<std::string> liningTable(const Job& job);
Result<std::string> widthsTable(const Job& job);
/// The edges of one plank, or its summary. `strake` counts from 1, the garboard.
Result<std::string> plankTable(const Job& job, int strake, bool summary);

}  // namespace narrows::cli
