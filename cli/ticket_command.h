#pragma once
// The ticket of a plank, with its pattern, and the outline of one piece.

#include "sheets_command.h"

namespace narrows::cli {

/// Writes the ticket of every piece that is asked for, as a page and as CSV, and its full-size pattern. `piece`: from
/// 1, the bow; empty: all of the strake's.
Result<std::string> writeTicket(const Job& job, const SheetsRequest& request, int strake, const std::string& piece);

/// The edges of one piece as it is sawn, in its own frame: `edge,x,y`.
Result<std::string> pieceTable(const Job& job, int strake, const std::string& piece);

}  // namespace narrows::cli
