#pragma once
// The tables the command line prints, each as CSV with one header line.

#include <string>

#include "backbone/rabbet.h"
#include "job.h"

namespace narrows::cli {

Result<std::string> girthsTable(const Job& job);
Result<std::string> liningTable(const Job& job);
Result<std::string> widthsTable(const Job& job);
/// The straight run through a share of a station's girth, square to the section there, where it crosses each section.
Result<std::string> runTable(const Job& job, const std::string& station, double share);
/// The edges of one plank, or its summary. `strake` counts from 1, the garboard.
Result<std::string> plankTable(const Job& job, int strake, bool summary);

/// Every figure of a table with what the judge says of it. Needs no surface: the table may be as spoiled as it will.
Result<std::string> fairnessTable(const Request& request);

/// The outline of every mould with its marks and bevels.
Result<std::string> mouldsTable(const Job& job);

/// The rabbet of stem or sternpost at heights. Fails where the boat has no such part.
Result<std::string> rabbetTable(const Job& job, RabbetPart part, const std::string& heights);

}  // namespace narrows::cli
