#pragma once
// Pieces on boards.

#include <cstdint>
#include <optional>

#include "job.h"

namespace narrows::cli {

/// What `stock` was asked for.
struct StockRequest {
  std::string boards;  ///< the file of the boards
  std::string margin, kerf;
  /// How long to look for places of what lies on none of them. Not said: ten where the book has laid nothing there, and
  /// not at all where it has.
  std::optional<double> seconds;
  std::uint64_t seed = 1;
  bool summary = false;
};

/// `piece,strake,side,board,x,y,turn,flip`: every piece that the boat wants, and where the book has it laid on the
/// boards of the file, told by their names, or, where it was asked to look, where a place was found for it; or
/// `board,pieces,used`. What lies over an edge, a fault or a neighbour there is told on standard error, and so
/// is why a plank went nowhere.
Result<std::string> stockTable(const Job& job, const StockRequest& request);

}  // namespace narrows::cli
