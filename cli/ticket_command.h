#pragma once
// The ticket of a plank, with its pattern, and the outline of one piece.

#include "sheets_command.h"

namespace narrows::cli {

/// Writes the ticket of every piece that is asked for, as a page and as CSV, and its full-size pattern. `piece`: from
/// 1, the bow; empty: all of the strake's.
Result<std::string> writeTicket(const Job& job, const SheetsRequest& request, int strake, const std::string& piece);

/// The edges of one piece as it is sawn, in its own frame: `edge,x,y`.
Result<std::string> pieceTable(const Job& job, int strake, const std::string& piece);

/// The finished outline of a plank, into the rabbet, before anything is left for the saw, with where each of its points
/// lies on the boat: `edge,x,y,distance,half_breadth,height`; turned to the narrowest board that holds it.
Result<std::string> cutTable(const Job& job, int strake);

/// Every fastening of a plank, on that outline's board and on the boat: `to,fastener,x,y,distance,half_breadth,height`.
Result<std::string> fasteningsTable(const Job& job, int strake);

/// Every joint of the boat, or of one side: `strake,side,distance,kind,bay,neighbour,apart`.
Result<std::string> jointsTable(const Job& job, bool bothSides);

}  // namespace narrows::cli
