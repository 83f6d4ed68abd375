#pragma once
// What is to be least when pieces are laid on a stack by Narrows.

#include <optional>
#include <vector>

#include "stock/judge_laying.h"

namespace narrows {

/// The words of the command line, and, given to be translated, of the window.
const char* stackGoalName(StackGoal goal);

/// What beginning each board costs, in the goal's own measure: boards, litres, or the shop's money. A board without a
/// price costs by its wood what the priced ones of its species do, or of any; where none has a price, its litres. For
/// looks, litres.
std::vector<double> boardCosts(const std::vector<BoardShape>& boards, StackGoal goal);

/// Which board each was sawn beside, by their places; none of what stands alone.
std::vector<std::optional<std::size_t>> sistersOf(const std::vector<BoardShape>& boards);

/// Where the other of a pair lies on the sister of its board, the two opened like a book: mirrored about the middle of
/// the boards, so that the grain of one side of her is that of the other.
PieceLies bookMatched(const BoardShape& board, const BoardShape& sister, const PieceLies& lies,
                      const Vec2& middleOfPiece);

}  // namespace narrows
