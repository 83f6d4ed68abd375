#include "stock/cutting_order.h"

#include <algorithm>

namespace narrows {

std::vector<BoardTurn> cuttingOrder(const std::vector<BoardShape>& boards, const std::vector<WantedPiece>& pieces,
                                    const std::vector<PieceOnBoard>& laid, const StockMake& make,
                                    const std::stop_token& stop) {
  const auto on = neighboursByBoard(boards.size(), pieces, laid);
  double longest = 0.0;
  for (const PieceOnBoard& one : laid) longest = std::max(longest, pieces[one.piece].lengthMm);
  std::vector<BoardTurn> turns;
  for (std::size_t board = 0; board < boards.size(); ++board) {
    if (on[board].empty()) continue;
    BoardTurn turn{board, on[board].front().laying, {}, false};
    bool isFirst = true;
    double longestHere = 0.0;
    for (const Neighbour& one : on[board]) {
      std::vector<std::size_t> spare;
      longestHere = std::max(longestHere, pieces[one.laying].lengthMm);
      for (std::size_t other = 0; other < boards.size() && !stop.stop_requested(); ++other) {
        if (other != board && findPlace(boards[other], pieces[one.laying], on[other], make, stop))
          spare.push_back(other);
      }
      if (isFirst || spare.size() < turn.spare.size()) turn.weakest = one.laying, turn.spare = std::move(spare);
      isFirst = false;
    }
    turn.keepsLongClear =
        boards[board].faults.empty() && boards[board].board.length.mm() >= longest && longestHere < 0.5 * longest;
    turns.push_back(std::move(turn));
  }
  if (stop.stop_requested()) return {};
  std::stable_sort(turns.begin(), turns.end(), [](const BoardTurn& a, const BoardTurn& b) {
    if (a.keepsLongClear != b.keepsLongClear) return b.keepsLongClear;
    return a.spare.size() > b.spare.size();
  });
  return turns;
}

}  // namespace narrows
