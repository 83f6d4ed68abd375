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

/// Every figure of a table with what the judge says of it. Needs no surface: the table may be as spoiled as it will.
Result<std::string> fairnessTable(const Request& request);

/// The outline of every mould with its marks and bevels.
Result<std::string> mouldsTable(const Job& job);

}  // namespace narrows::cli
