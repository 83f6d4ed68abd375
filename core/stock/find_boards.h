#pragma once
// Boards found again by what is typed of them.

#include <string>
#include <vector>

#include "stock/board.h"

namespace narrows {

/// Which boards of a stack have everything that is asked for, by their places in it. Words, parted by spaces, are
/// looked for in the name, the wood, the place, the day it came and the grade, in any case of letters; `>16ft`,
/// `<8ft` are of the length, a bare number in `bare`. What is no length after such a sign is looked for as a word.
std::vector<std::size_t> findBoards(const std::vector<Board>& stack, const std::string& asked, Unit bare);

}  // namespace narrows
