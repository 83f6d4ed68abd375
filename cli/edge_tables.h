#pragma once
// What is planed of every plank: bevels of its edges, and how far it is backed out.

#include "job.h"

namespace narrows::cli {

/// `bevels`: a row a line and section.
Result<std::string> bevelsTable(const Job& job);
/// `backing`: a row a strake and section.
Result<std::string> backingTable(const Job& job);

}  // namespace narrows::cli
