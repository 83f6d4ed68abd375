#pragma once
// The order of work as a table.

#include <string>

#include "job.h"

namespace narrows::cli {

/// `part,step,state,waits_for,ready`: every step of every part in the order of the shop; what it waits for, one after
/// another with semicolons; and, where that is known, the moment or day from which it can be done. `at`: the moment it
/// is asked for, as 2026-04-30T09:15:00Z; empty: now. Loops of waits made by hand, and steps of what she does not have,
/// are told on standard error.
Result<std::string> orderTable(const Job& job, const std::string& at);

}  // namespace narrows::cli
