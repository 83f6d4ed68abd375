#pragma once
// The best places of pieces on boards as they are laid so far, found once and kept.

#include <map>

#include "stock/known_layings.h"

namespace narrows {

/// What lies on the boards at one moment.
struct Arrangement {
  std::vector<std::vector<PieceOnBoard>> on;  ///< by board
  std::vector<bool> isLaid;                   ///< by piece
};

/// For one search: boards, pieces and rules must outlive it. Counts the places that had to be looked for.
class PlacesFound {
 public:
  PlacesFound(const std::vector<BoardShape>& boards, const std::vector<WantedPiece>& pieces, const StockMake& make);

  /// The best place of a piece on a board where so much lies; none where there is none. `shuffle`: as `FitSearch` has
  /// it, for what was not found before.
  const std::optional<FoundPlace>& placeOn(const std::vector<PieceOnBoard>& there, std::size_t piece, std::size_t board,
                                           std::uint32_t shuffle, const std::stop_token& stop);
  long looked() const { return m_looked; }
  std::vector<Neighbour> neighbours(const std::vector<PieceOnBoard>& there) const;

 private:
  const std::vector<BoardShape>& m_boards;
  const std::vector<WantedPiece>& m_pieces;
  const StockMake& m_make;
  using There = std::vector<std::pair<std::size_t, double>>;
  std::vector<std::vector<std::map<There, std::optional<FoundPlace>>>> m_found;  ///< by piece and board
  long m_looked = 0;
};

}  // namespace narrows
