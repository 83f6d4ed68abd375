#include "book/stack_to_lay.h"

#include <algorithm>

namespace narrows {

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

std::vector<PieceOnBoard> asLaid(const StackToLay& was, const LaidStack& laid, const StackToLay& now) {
  std::vector<PieceOnBoard> same;
  for (PieceOnBoard one : laid.laid) {
    const auto piece = std::find_if(now.pieces.begin(), now.pieces.end(), [&](const WantedPiece& other) {
      return other.of.isSame(was.pieces[one.piece].of);
    });
    const auto board = std::find(now.ids.begin(), now.ids.end(), was.ids[one.board]);
    if (piece == now.pieces.end() || board == now.ids.end()) continue;
    one.piece = static_cast<std::size_t>(piece - now.pieces.begin());
    one.board = static_cast<std::size_t>(board - now.ids.begin());
    same.push_back(one);
  }
  return same;
}

std::vector<PieceToLay> piecesToLay(const StackToLay& was, const LaidStack& laid, const StackToLay& now,
                                    const StockMake& make) {
  std::vector<bool> isLaid(now.pieces.size(), false);
  for (const PieceOnBoard& one : now.fixed) isLaid[one.piece] = true;
  auto on = neighboursByBoard(now.boards.size(), now.pieces, now.fixed);
  std::vector<PieceToLay> pieces;
  for (const PieceOnBoard& one : asLaid(was, laid, now)) {
    if (isLaid[one.piece]) continue;
    LayingJudged judged = judgeLaying(now.boards[one.board], now.pieces[one.piece], one.lies, on[one.board], make);
    if (!judged.canBeGotOut(make)) continue;
    on[one.board].push_back({one.piece, {}, std::move(judged.outline)});
    pieces.push_back({now.pieces[one.piece].of, now.ids[one.board], one.lies});
  }
  return pieces;
}

}  // namespace narrows
