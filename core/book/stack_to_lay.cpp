#include "book/stack_to_lay.h"

#include <algorithm>

namespace narrows {

namespace {

/// Of the length of boards lost to checks and wrong cuts, and of pieces spoiled: usual, until the shop has a record.
constexpr double usualLost = 0.07, usualSpoilt = 0.03;

}  // namespace

StackToLay stackToLay(const Book& book, const std::vector<WantedPiece>& pieces,
                      const std::function<bool(const WantedPiece&)>& isAsked) {
  StackToLay all;
  for (const Board& board : book.boards) {
    if (board.used) continue;
    all.boards.emplace_back(board);
    all.ids.push_back(board.id);
  }
  for (const WantedPiece& piece : pieces) {
    if (const Laying* laying = findLaying(book, piece.of)) {
      const auto board = std::find(all.ids.begin(), all.ids.end(), laying->board);
      if (laying->isCut() || board == all.ids.end()) continue;
      all.fixed.push_back({all.pieces.size(), static_cast<std::size_t>(board - all.ids.begin()), liesOf(*laying)});
    } else if (isThere(book, piece.of) || (isAsked && !isAsked(piece))) {
      continue;
    }
    all.pieces.push_back(piece);
  }
  return all;
}

LayAllRequest requestOf(const StackToLay& of, const StockMake& make, StackGoal goal, double seconds) {
  LayAllRequest request{of.boards, of.pieces, of.fixed, make};
  request.goal = goal;
  request.seconds = seconds;
  return request;
}

std::vector<PieceToLay> piecesToLay(const StackToLay& of, const LaidStack& stack) {
  std::vector<PieceToLay> pieces;
  for (const PieceOnBoard& one : stack.laid) {
    const bool wasThere = std::any_of(of.fixed.begin(), of.fixed.end(),
                                      [&](const PieceOnBoard& other) { return other.piece == one.piece; });
    if (!wasThere) pieces.push_back({of.pieces[one.piece].of, of.ids[one.board], one.lies});
  }
  return pieces;
}

StockLosses lossesOf(const Book& book) {
  StockLosses losses;
  double lostMm = 0.0, sawnMm = 0.0;
  for (const Board& board : book.boards) {
    if (!board.used) continue;
    ++losses.boards;
    lostMm += board.used->lost.mm();
    sawnMm += board.length.mm();
  }
  losses.pieces = book.spoiled.size();
  for (const Laying& laying : book.layings) losses.pieces += laying.isCut() ? 1 : 0;
  if (losses.isUsual()) {
    losses.lengthShare = usualLost;
    losses.spoiltShare = usualSpoilt;
    return losses;
  }
  losses.lengthShare = std::min(lostMm / std::max(sawnMm, 1.0), 1.0);
  losses.spoiltShare =
      static_cast<double>(book.spoiled.size()) / static_cast<double>(std::max<std::size_t>(losses.pieces, 1));
  return losses;
}

}  // namespace narrows
