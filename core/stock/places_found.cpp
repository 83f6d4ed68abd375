#include "stock/places_found.h"

namespace narrows {

PlacesFound::PlacesFound(const std::vector<BoardShape>& boards, const std::vector<WantedPiece>& pieces,
                         const StockMake& make)
    : m_boards(boards), m_pieces(pieces), m_make(make), m_found(pieces.size()) {
  for (auto& one : m_found) one.resize(boards.size());
}

std::vector<Neighbour> PlacesFound::neighbours(const std::vector<PieceOnBoard>& there) const {
  std::vector<Neighbour> neighbours;
  for (const PieceOnBoard& one : there)
    neighbours.push_back({one.piece, {}, one.lies.onBoard(m_pieces[one.piece].outline)});
  return neighbours;
}

const std::optional<FoundPlace>& PlacesFound::placeOn(const std::vector<PieceOnBoard>& there, std::size_t piece,
                                                      std::size_t board, std::uint32_t shuffle,
                                                      const std::stop_token& stop) {
  // Which pieces lie there, and a figure that differs where one of them lies otherwise.
  There key;
  for (const PieceOnBoard& one : there)
    key.emplace_back(one.piece, one.lies.at.x() + 7.0 * one.lies.at.y() + 1e4 * one.lies.turnRad);
  std::sort(key.begin(), key.end());
  auto& found = m_found[piece][board];
  const auto known = found.find(key);
  if (known != found.end()) return known->second;
  ++m_looked;
  FitSearch how;
  how.shuffle = shuffle;
  constexpr std::size_t mostKept = 40;
  if (found.size() > mostKept) {
    // What it does on the board by itself is asked for over and over.
    std::erase_if(found, [](const auto& one) { return !one.first.empty(); });
  }
  return found
      .emplace(std::move(key), findPlace(m_boards[board], m_pieces[piece], neighbours(there), m_make, stop, how))
      .first->second;
}

}  // namespace narrows
