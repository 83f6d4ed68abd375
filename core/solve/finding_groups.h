#pragma once
// Findings that are alike, gathered, so that thousands of them are still read at a glance.

#include <string>
#include <vector>

#include "lines/offset_table.h"
#include "solve/finding.h"

namespace narrows {

/// Findings of one kind, one severity and one stage; for what could not be made, of one fault.
struct FindingGroup {
  std::vector<std::size_t> members;  ///< of the findings it was made of, in their order; at least one
};

/// More alike than this are one group.
inline constexpr std::size_t mostFindingsApart = 8;

/// Every finding in one group, in the order of the first of each. Where there are no more than `mostFindingsApart`
/// alike each has a group of its own.
std::vector<FindingGroup> groupFindings(const std::vector<Finding>& findings);

/// Where those of a group lie, of the table they were found in: "strakes 3 to 9 and 12", or the lines and sections of
/// the table, the first few by name; empty where they have no such place.
std::string placesOf(const FindingGroup& group, const std::vector<Finding>& findings, const OffsetTable& table);

}  // namespace narrows
