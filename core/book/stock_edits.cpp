#include "book/stock_edits.h"

#include <algorithm>
#include <cctype>
#include <utility>

#include "problem/trade.h"
#include "stock/check_board.h"

namespace narrows {

namespace {

/// What is wrong of a board among others of the stack, those of its own id left out.
Problems problemsOf(const Board& board, const std::vector<Board>& stack) {
  Problems problems;
  for (BoardWrong& wrong : boardWrongs(board)) problems.push_back(std::move(wrong.problem));
  const bool isTwice = std::any_of(stack.begin(), stack.end(),
                                   [&](const Board& one) { return one.name == board.name && one.id != board.id; });
  if (isTwice) problems.push_back({Fault::BoardTwice, {0, 0, board.name}, {board.name, ""}});
  return problems;
}

tl::unexpected<Problems> noBoard(BoardId id) {
  return fail(Fault::BoardUnknown, {}, {Trade::say("board %1", id.number)});
}

}  // namespace

const Board* findBoard(const Book& book, BoardId id) {
  const auto found = std::find_if(book.boards.begin(), book.boards.end(), [&](const Board& b) { return b.id == id; });
  return found == book.boards.end() ? nullptr : &*found;
}

const Board* findBoard(const Book& book, const std::string& name) {
  const auto found =
      std::find_if(book.boards.begin(), book.boards.end(), [&](const Board& b) { return b.name == name; });
  return found == book.boards.end() ? nullptr : &*found;
}

std::string nextBoardName(const std::set<std::string>& taken, const std::string& species) {
  // Of a wood in other letters than these, a plain B: a name is chalked, and read at a distance.
  const auto first = static_cast<unsigned char>(species.empty() ? 'B' : species.front());
  const char letter = std::isalpha(first) != 0 && first < 128 ? static_cast<char>(std::toupper(first)) : 'B';
  for (std::size_t number = 1;; ++number) {
    std::string name = letter + std::to_string(number);
    if (taken.count(name) == 0) return name;
  }
}

Result<Book> addBoards(const Book& book, std::vector<Board> boards) {
  Book edited = book;
  Problems problems;
  if (book.boards.size() + boards.size() > mostBoards)
    return fail(Fault::TooMany, {0, 0, Trade::say("the stack")},
                {std::to_string(book.boards.size() + boards.size()), std::to_string(mostBoards)});
  std::set<std::string> taken;
  for (const auto* list : {&book.boards, &std::as_const(boards)})
    for (const Board& one : *list) taken.insert(one.name);
  for (Board& board : boards) {
    board.id = {edited.nextId++};
    if (board.name.empty()) taken.insert(board.name = nextBoardName(taken, board.species));
    const Problems wrong = problemsOf(board, edited.boards);
    problems.insert(problems.end(), wrong.begin(), wrong.end());
    edited.boards.push_back(board);
  }
  if (!problems.empty()) return tl::make_unexpected(problems);
  return edited;
}

Result<Book> changeBoard(const Book& book, const Board& board) {
  Book edited = book;
  const auto found =
      std::find_if(edited.boards.begin(), edited.boards.end(), [&](const Board& one) { return one.id == board.id; });
  if (found == edited.boards.end()) return noBoard(board.id);
  if (const Problems problems = problemsOf(board, book.boards); !problems.empty()) return tl::make_unexpected(problems);
  *found = board;
  return edited;
}

Result<Book> removeBoards(const Book& book, const std::vector<BoardId>& boards) {
  Book edited = book;
  for (const BoardId id : boards) {
    if (findBoard(book, id) == nullptr) return noBoard(id);
    std::erase_if(edited.boards, [&](const Board& one) { return one.id == id; });
  }
  return edited;
}

}  // namespace narrows
