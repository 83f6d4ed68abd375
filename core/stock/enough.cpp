#include "stock/enough.h"

#include <algorithm>
#include <random>

namespace narrows {

namespace {

/// Gives each spoiled piece a board of its own among those it would still go on, changing what others have where that
/// makes room (augmenting paths, Kuhn's method). False where one is left without.
bool allFindAPlace(const std::vector<const std::vector<std::size_t>*>& wanted, std::size_t boards) {
  constexpr std::size_t none = static_cast<std::size_t>(-1);
  std::vector<std::size_t> of(boards, none);
  std::vector<bool> seen;
  const auto place = [&](auto&& self, std::size_t piece) -> bool {
    for (const std::size_t board : *wanted[piece]) {
      if (seen[board]) continue;
      seen[board] = true;
      if (of[board] == none || self(self, of[board])) {
        of[board] = piece;
        return true;
      }
    }
    return false;
  };
  for (std::size_t piece = 0; piece < wanted.size(); ++piece) {
    seen.assign(boards, false);
    if (!place(place, piece)) return false;
  }
  return true;
}

}  // namespace

double chanceOfEnough(const LayAllRequest& request, const LaidStack& stack, const StockLosses& losses,
                      std::uint64_t seed, const std::stop_token& stop) {
  if (!stack.unlaid.empty()) return 0.0;
  const double spoilt = 1.0 - (1.0 - losses.spoiltShare) * (1.0 - losses.lengthShare);
  const auto on = neighboursByBoard(request.boards.size(), request.pieces, stack.laid);
  std::vector<std::vector<std::size_t>> spare(request.pieces.size());
  for (const PieceOnBoard& one : stack.laid) {
    for (std::size_t board = 0; board < on.size() && !stop.stop_requested(); ++board) {
      if (findPlace(request.boards[board], request.pieces[one.piece], on[board], request.make, stop))
        spare[one.piece].push_back(board);
    }
  }
  std::mt19937_64 random(seed);
  std::uniform_real_distribution<> chance(0.0, 1.0);
  constexpr int draws = 2000;
  int enough = 0;
  for (int draw = 0; draw < draws; ++draw) {
    std::vector<const std::vector<std::size_t>*> again;
    for (const PieceOnBoard& one : stack.laid) {
      if (chance(random) < spoilt) again.push_back(&spare[one.piece]);
    }
    enough += allFindAPlace(again, on.size()) ? 1 : 0;
  }
  return static_cast<double>(enough) / draws;
}

}  // namespace narrows
