#include "book/stock_edits.h"

#include <algorithm>
#include <cctype>
#include <utility>

#include "book/daybook_edits.h"
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
  for (Board& one : edited.boards) {
    if (!one.sister.empty() && one.sister == found->name) one.sister = board.name;
  }
  *found = board;
  return edited;
}

Result<Book> removeBoards(const Book& book, const std::vector<BoardId>& boards) {
  Book edited = book;
  for (const BoardId id : boards) {
    const Board* board = findBoard(edited, id);
    if (board == nullptr) return noBoard(id);
    if (board->used) return fail(Fault::BoardSawn, {}, {board->name});
    std::erase_if(edited.layings, [&](const Laying& one) { return one.board == id; });
    std::erase_if(edited.boards, [&](const Board& one) { return one.id == id; });
  }
  return edited;
}

Result<Book> setStock(const Book& book, const StockPlan& plan) {
  if (const auto sense = checkStock(plan); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  edited.stock = plan;
  return edited;
}

const Laying* findLaying(const Book& book, const PieceRef& of) {
  const auto found =
      std::find_if(book.layings.begin(), book.layings.end(), [&](const Laying& one) { return one.of.isSame(of); });
  return found == book.layings.end() ? nullptr : &*found;
}

namespace {

/// Whether a line of the log is of a piece that is got out, or of anything after that.
bool isOfPieceGotOut(const HangingEntry& entry, const PieceRef& of) {
  return !entry.spoiled && entry.isOf(of.strake, of.side) && (entry.piece == 0 || entry.piece == of.piece) &&
         entry.step >= HangingStep::GotOut;
}

}  // namespace

bool isThere(const Book& book, const PieceRef& of) {
  if (const Laying* laying = findLaying(book, of); laying != nullptr && laying->isCut()) return true;
  const auto isSame = [&](const PieceRef& one) { return one.isSame(of); };
  if (std::any_of(book.stock.made.begin(), book.stock.made.end(), isSame)) return true;
  if (of.kind != PieceKind::Plank) return false;
  const bool isSpoiled =
      std::any_of(book.spoiled.begin(), book.spoiled.end(), [&](const SpoiledPiece& one) { return one.of.isSame(of); });
  const bool isLogged = std::any_of(book.log.begin(), book.log.end(),
                                    [&](const HangingEntry& entry) { return isOfPieceGotOut(entry, of); });
  // An edge that was measured is of the plank that hung then: where it was spoiled after, of none that is there.
  return isLogged || (!isSpoiled && std::any_of(book.hung.begin(), book.hung.end(), [&](const HungStrake& hung) {
           return hung.strake == of.strake && hung.side == of.side && !hung.readings.empty();
         }));
}

Result<Book> layPiece(const Book& book, const PieceRef& of, BoardId board, const PieceLies& lies) {
  const Board* on = findBoard(book, board);
  if (on == nullptr) return noBoard(board);
  if (on->used) return fail(Fault::BoardSawn, {}, {on->name});
  Book edited = book;
  const auto found =
      std::find_if(edited.layings.begin(), edited.layings.end(), [&](const Laying& one) { return one.of.isSame(of); });
  if (found == edited.layings.end()) {
    Laying laying;
    laying.of = of;
    laying.board = board;
    edited.layings.push_back(laid(std::move(laying), lies));
    return edited;
  }
  if (found->isCut()) {
    const Board* was = findBoard(book, found->board);
    return fail(Fault::PieceCut, {}, {pieceWords(of, 2), was == nullptr ? std::string() : was->name});
  }
  found->board = board;
  *found = laid(std::move(*found), lies);
  return edited;
}

Result<Book> layPieces(const Book& book, const std::vector<PieceToLay>& pieces) {
  Result<Book> edited = book;
  for (const PieceToLay& one : pieces) {
    edited = layPiece(*edited, one.of, one.board, one.lies);
    if (!edited) return edited;
  }
  return edited;
}

Result<Book> liftPieces(const Book& book, const std::vector<PieceRef>& pieces) {
  Book edited = book;
  std::erase_if(edited.layings, [&](const Laying& one) {
    return !one.isCut() &&
           std::any_of(pieces.begin(), pieces.end(), [&](const PieceRef& of) { return one.of.isSame(of); });
  });
  return edited;
}

namespace {

HangingEntry gotOutEntry(const WantedPiece& piece, const Laying& laying, const std::string& when,
                         const std::string& board) {
  HangingEntry entry;
  entry.strake = laying.of.strake;
  entry.strakeId = laying.of.strakeId;
  entry.side = laying.of.side;
  entry.piece = piece.count > 1 ? laying.of.piece : 0;
  entry.step = HangingStep::GotOut;
  entry.when = when;
  entry.note = Trade::say("out of board %1", board);
  return entry;
}

}  // namespace

Result<Book> sawBoard(const Book& book, const BoardSawn& sawn) {
  const Board* board = findBoard(book, sawn.board);
  if (board == nullptr) return noBoard(sawn.board);
  if (board->used) return fail(Fault::BoardSawn, {}, {board->name});
  if (!isDay(sawn.use.when)) return fail(Fault::NotADay, {0, 0, board->name}, {sawn.use.when});
  for (const Length lost : {sawn.use.planed, sawn.use.lost}) {
    if (!(lost.mm() >= 0.0 && lost.mm() <= longestBoardMm))
      return fail(Fault::BeyondSense, {0, 0, board->name}, {said(lost.mm()), Trade::say("what was lost")});
  }
  Book edited = book;
  std::vector<HangingEntry> gotOut;
  bool isAny = false;
  for (Laying& laying : edited.layings) {
    if (laying.board != sawn.board) continue;
    isAny = true;
    laying.cut = sawn.use.when;
    const auto shape = std::find_if(sawn.pieces.begin(), sawn.pieces.end(),
                                    [&](const WantedPiece& piece) { return piece.of.isSame(laying.of); });
    if (shape == sawn.pieces.end()) continue;
    for (const Vec2& point : liesOf(laying).onBoard(shape->outline))
      laying.asCut.push_back({millimetres(point.x()), millimetres(point.y())});
    if (laying.of.kind == PieceKind::Plank && laying.of.strake >= 1)
      gotOut.push_back(gotOutEntry(*shape, laying, sawn.use.when, board->name));
  }
  if (!isAny) return fail(Fault::NothingLaid, {}, {board->name});
  for (Board& one : edited.boards) {
    if (one.id == sawn.board) one.used = sawn.use;
  }
  for (const HangingEntry& entry : gotOut) {
    auto logged = logStep(edited, entry, std::max(sawn.strakes, entry.strake));
    if (!logged) return logged;
    edited = std::move(*logged);
  }
  std::vector<Board> left = sawn.left;
  std::set<std::string> taken;
  for (const Board& one : edited.boards) taken.insert(one.name);
  for (Board& one : left) {
    one.leftOf = board->name;
    // A1 leaves A1a, A1b.
    for (char letter = 'a'; one.name.empty() && letter <= 'z'; ++letter) {
      if (taken.count(board->name + letter) == 0) one.name = board->name + letter;
    }
    taken.insert(one.name);
  }
  return addBoards(edited, std::move(left));
}

Result<Book> spoilPiece(const Book& book, const PieceRef& of, int count, const std::string& when,
                        const std::string& why) {
  if (!isThere(book, of)) return fail(Fault::PieceNotCut, {}, {pieceWords(of, count)});
  if (!isDay(when)) return fail(Fault::NotADay, {0, 0, pieceWords(of, count)}, {when});
  Book edited = book;
  SpoiledPiece spoiled{of, {}, when, why};
  if (const Laying* laying = findLaying(book, of)) {
    if (const Board* board = findBoard(book, laying->board)) spoiled.board = board->name;
  }
  std::erase_if(edited.layings, [&](const Laying& one) { return one.of.isSame(of); });
  std::erase_if(edited.stock.made, [&](const PieceRef& one) { return one.isSame(of); });
  std::vector<HangingEntry> others;
  for (HangingEntry& entry : edited.log) {
    if (of.kind != PieceKind::Plank || !isOfPieceGotOut(entry, of)) continue;
    // What was logged of all of the strake still holds of its other pieces.
    for (int piece = 1; entry.piece == 0 && count > 1 && piece <= count; ++piece) {
      if (piece == of.piece) continue;
      HangingEntry other = entry;
      other.id = {edited.nextId++};
      other.piece = piece;
      other.hours.reset();
      others.push_back(std::move(other));
    }
    if (count > 1) entry.piece = of.piece;
    entry.spoiled = true;
  }
  edited.log.insert(edited.log.end(), others.begin(), others.end());
  edited.spoiled.push_back(std::move(spoiled));
  return edited;
}

}  // namespace narrows
