#pragma once
// What is left of a board when its pieces are sawn out of it.

#include <optional>
#include <vector>

#include "stock/judge_laying.h"

namespace narrows {

/// What is left, in one place of the board.
struct LeftOver {
  Polygon outline;  ///< on the board
  /// The same as a board of its own, its faults with it: x from its own butt end. None where it is smaller than what
  /// the book still calls a board.
  std::optional<Board> board;
};

/// The largest first. A kerf is lost all round every piece. Where what is left bends round a piece, as much of it is a
/// board as lies in one run along the board without a step in its width.
std::vector<LeftOver> leftOver(const BoardShape& board, const std::vector<Polygon>& pieces, const StockMake& make);

/// How much of a board's area its pieces take, 0 to 1.
double shareUsed(const BoardShape& board, const std::vector<Polygon>& pieces);

}  // namespace narrows
