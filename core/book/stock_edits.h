#pragma once
// The stack of boards: put in, changed and taken out.

#include <set>

#include "book/book.h"
#include "stock/judge_laying.h"

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

/// Takes boards off the stack, and with them what was laid on them. Fails for one that is sawn up.
Result<Book> removeBoards(const Book& book, const std::vector<BoardId>& boards);

/// The rules by which pieces are got out of boards.
Result<Book> setStock(const Book& book, const StockPlan& plan);

/// The laying of a piece; null where it is laid nowhere.
const Laying* findLaying(const Book& book, const PieceRef& of);

/// Whether a piece is asked for no more: it is cut, or logged as got out or anything after, or its strake hangs, or it
/// was there already.
bool isThere(const Book& book, const PieceRef& of);

/// Lays a piece on a board, or moves it there. Fails where it is cut, or the board is sawn up.
Result<Book> layPiece(const Book& book, const PieceRef& of, BoardId board, const PieceLies& lies);

/// Where one piece is to lie.
struct PieceToLay {
  PieceRef of;
  BoardId board;
  PieceLies lies;
};
/// The same of many pieces, all of them or none.
Result<Book> layPieces(const Book& book, const std::vector<PieceToLay>& pieces);

/// Takes pieces off their boards; those that are cut, or laid nowhere, stay as they are.
Result<Book> liftPieces(const Book& book, const std::vector<PieceRef>& pieces);

/// What is done with a board at the saw.
struct BoardSawn {
  BoardId board;
  BoardUse use;
  std::vector<WantedPiece> pieces;  ///< what is laid on it: the shapes that were cut
  std::vector<Board> left;          ///< what is left of it, measured: put on the stack
  int strakes = 0;                  ///< of the boat, for the log
};

/// Saws a board up: what is laid on it is cut, as it lies; its planks are logged as got out; what is left becomes
/// boards of their own, named after it where they have no name. Fails where nothing is laid on it, or one of those
/// makes no sense.
Result<Book> sawBoard(const Book& book, const BoardSawn& sawn);

/// A piece that was cut is of no use: it is wanted again, and what the log says of it from when it was got out counts
/// no more. `count`: pieces of its strake.
Result<Book> spoilPiece(const Book& book, const PieceRef& of, int count, const std::string& when,
                        const std::string& why);

}  // namespace narrows
