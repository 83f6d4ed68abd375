#pragma once
// In which order boards are sawn, so that what goes wrong can still be made good.

#include <stop_token>
#include <vector>

#include "stock/known_layings.h"

namespace narrows {

/// A board's turn.
struct BoardTurn {
  std::size_t board = 0;
  std::size_t weakest = 0;         ///< the piece on it that could be got out again on fewest boards
  std::vector<std::size_t> spare;  ///< those boards: it would go there beside what lies on them
  bool keepsLongClear = false;     ///< long and clear, with none but short pieces: it may be wanted for a long one
};

/// Boards with something on them. First those on which every piece has most places elsewhere: a wrong cut there costs
/// least, and what is learned serves the rest. Last the long clear ones that only short pieces lie on, which a longer
/// piece that is spoiled would want. A board is long where it is as long as the longest piece; short is what is less
/// than half of that. `laid`: what lies where, fixed or found. Some milliseconds a piece and board. Nothing where
/// `stop` was asked for.
std::vector<BoardTurn> cuttingOrder(const std::vector<BoardShape>& boards, const std::vector<WantedPiece>& pieces,
                                    const std::vector<PieceOnBoard>& laid, const StockMake& make,
                                    const std::stop_token& stop = {});

}  // namespace narrows
