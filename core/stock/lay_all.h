#pragma once
// Many pieces laid on many boards by Narrows itself.

#include <cstdint>
#include <functional>
#include <stop_token>

#include "stock/fit.h"

namespace narrows {

/// A piece on a board, both by their places in their lists.
struct PieceOnBoard {
  std::size_t piece = 0, board = 0;
  PieceLies lies;
};

/// Pieces as they are laid, and what came of it.
struct LaidStack {
  std::vector<PieceOnBoard> laid;
  std::vector<std::size_t> unlaid;  ///< pieces for which no place was found
  double unlaidMm2 = 0.0;           ///< of those, in all
  std::size_t boardsUsed = 0;       ///< with something on them
  double boardMm2 = 0.0;            ///< area of the boards that have something on them
  double pieceMm2 = 0.0;            ///< of the pieces that are laid

  /// Whether it is the better of two: less is unlaid, else less board is begun.
  bool isBetterThan(const LaidStack& other) const;
};

/// What is to be laid. Boards and pieces must outlive the search.
struct LayAllRequest {
  const std::vector<BoardShape>& boards;
  const std::vector<WantedPiece>& pieces;
  std::vector<PieceOnBoard> fixed;  ///< laid by hand: they stay where they are
  StockMake make;
  std::uint64_t seed = 1;
  double seconds = 10.0;  ///< about how long to look
};

/// Lays every piece it can: those that fewest boards take first, each where it spoils least, on boards that are begun
/// rather than new ones, a pair on one board where that is as good; then takes boards apart again and lays them
/// otherwise, for as long as it may, and keeps the best. How long is counted in places looked for, so that a seed gives
/// the same answer on every machine. Every piece lies clear by `judgeLaying`. `soFar` is told each better answer, on
/// the thread of the search. When stopped, the best so far is given.
LaidStack layAll(const LayAllRequest& request, const std::stop_token& stop = {},
                 const std::function<void(const LaidStack&)>& soFar = {});

}  // namespace narrows
