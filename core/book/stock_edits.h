#pragma once
// The stack of boards: put in, changed and taken out.

#include <set>

#include "book/book.h"

namespace narrows {

/// A board of the stack by its id or by the name chalked on it; null where there is none.
const Board* findBoard(const Book& book, BoardId id);
const Board* findBoard(const Book& book, const std::string& name);

/// A short name that is not taken: the first letter of the wood, and the next number.
std::string nextBoardName(const std::set<std::string>& taken, const std::string& species);

/// Puts boards on the stack, after those that are there, and gives them ids; one without a name gets one. Fails, and
/// then puts none there, where a board makes no sense or its name is another's.
Result<Book> addBoards(const Book& book, std::vector<Board> boards);

/// Puts a board, as it is now, in place of the one that has its id.
Result<Book> changeBoard(const Book& book, const Board& board);

Result<Book> removeBoards(const Book& book, const std::vector<BoardId>& boards);

}  // namespace narrows
