#pragma once
// Boards pasted from a spreadsheet.

#include <string_view>
#include <vector>

#include "problem/problem.h"
#include "stock/board.h"

namespace narrows {

/// The boards of a block of text, without ids: a `boards,1` file; or a row a board, cells parted by tabs, in the order
/// of the stack's table: name, wood, length, width, width at the top, thickness, grade, moisture, how it is sawn, where
/// it lies, when it came, price; or a typed line a board. What is not said is empty; a first row without a figure in it
/// is a heading. Bare numbers are in `bare`. Fails with every fault, by line and field, and then gives none.
Result<std::vector<Board>> pastedBoards(std::string_view text, Unit bare);

}  // namespace narrows
