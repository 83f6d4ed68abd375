#pragma once
// Boards as a CSV form, `boards,1`: read and written.

#include <string>
#include <string_view>
#include <vector>

#include "problem/problem.h"
#include "stock/board.h"

namespace narrows {

/// The boards of a file, in its order and without ids. Of several alike (`count`) each is a board of its own: the first
/// has the name that stands there, the others that name with -2, -3 and so on. Fails with every fault, each with its
/// line and field, and then gives none of them.
Result<std::vector<Board>> readBoards(std::string_view text);
Result<std::vector<Board>> loadBoards(const std::string& path);

/// Lengths to a thousandth of the unit (of feet, inches and eighths: to the half of an eighth). Where boards lie, and
/// when they came, are no records of the form, and are not written.
std::string writeBoards(const std::vector<Board>& boards, Unit unit);

}  // namespace narrows
