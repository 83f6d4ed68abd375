#pragma once
// Why a piece goes on no board: the board that comes nearest, and what it lacks.

#include <optional>

#include "stock/judge_laying.h"

namespace narrows {

/// What stands in the way on the board that comes nearest.
enum class Lacks {
  Nothing,  ///< it would go there by itself: what lies on the boards is in the way
  Thickness,
  Length,
  Width,
  Wood,
  FreeOfFaults  ///< it is large enough, and faults or its shape leave no place
};

struct NearestBoard {
  std::size_t board = 0;  ///< among those asked for
  Lacks lacks = Lacks::Nothing;
  double byMm = 0.0;  ///< of a size: how much is wanting
};

/// Of the boards, the one that lacks least: faults before a size, the least of a size, another wood last. None where
/// there are no boards. Some milliseconds a board that is large enough.
std::optional<NearestBoard> nearestBoard(const std::vector<BoardShape>& boards, const WantedPiece& piece,
                                         const StockMake& make);

/// The same as a sentence: "strake 3, port: the nearest board, L1, is 1/2 in too narrow."
std::string nearestBoardWords(const WantedPiece& piece, const std::string& board, const NearestBoard& nearest,
                              Notation notation);

}  // namespace narrows
