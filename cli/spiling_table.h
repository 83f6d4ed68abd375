#pragma once
// `spile`: readings of a batten held against the plank computed.

#include "job.h"

namespace narrows::cli {

/// A row a reading; in summary, a row a cause, the likeliest first.
Result<std::string> spilingTable(const Job& job, int strake, const std::string& readings, bool summary);

}  // namespace narrows::cli
