#include "stock/known_layings.h"

#include <algorithm>

namespace narrows {

std::vector<std::vector<Neighbour>> neighboursByBoard(std::size_t boards, const std::vector<WantedPiece>& pieces,
                                                      const std::vector<PieceOnBoard>& laid) {
  std::vector<std::vector<Neighbour>> on(boards);
  for (const PieceOnBoard& one : laid)
    on[one.board].push_back({one.piece, {}, one.lies.onBoard(pieces[one.piece].outline)});
  return on;
}

bool KnownLayings::add(std::size_t board, const std::vector<PieceOnBoard>& pieces, double areaMm2) {
  std::vector<std::size_t> which;
  for (const PieceOnBoard& one : pieces) which.push_back(one.piece);
  std::sort(which.begin(), which.end());
  OnBoard& on = m_on[board];
  if (!on.try_emplace(std::move(which), Known{areaMm2, pieces}).second) return false;
  if (on.size() <= m_most) return true;
  const auto least = std::min_element(on.begin(), on.end(),
                                      [](const auto& a, const auto& b) { return a.second.areaMm2 < b.second.areaMm2; });
  on.erase(least);
  return true;
}

std::size_t KnownLayings::size() const {
  std::size_t count = 0;
  for (const OnBoard& one : m_on) count += one.size();
  return count;
}

}  // namespace narrows
