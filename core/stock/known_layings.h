#pragma once
// Layings of single boards that a search came upon, kept to be chosen among.

#include <map>
#include <vector>

#include "stock/fit.h"

namespace narrows {

/// A piece on a board, both by their places in their lists.
struct PieceOnBoard {
  std::size_t piece = 0, board = 0;
  PieceLies lies;
};

/// What lies on each board, as pieces beside it are looked for: `laying` is the place of the piece.
std::vector<std::vector<Neighbour>> neighboursByBoard(std::size_t boards, const std::vector<WantedPiece>& pieces,
                                                      const std::vector<PieceOnBoard>& laid);

/// Every set of pieces is kept once a board, with the first way it was found to lie; of those, so many a board that lay
/// most.
class KnownLayings {
 public:
  explicit KnownLayings(std::size_t boards, std::size_t mostABoard) : m_on(boards), m_most(mostABoard) {}

  struct Known {
    double areaMm2 = 0.0;
    std::vector<PieceOnBoard> pieces;
  };
  /// By the pieces, in order.
  using OnBoard = std::map<std::vector<std::size_t>, Known>;

  /// `areaMm2`: of the pieces. False where it was known.
  bool add(std::size_t board, const std::vector<PieceOnBoard>& pieces, double areaMm2);
  const OnBoard& on(std::size_t board) const { return m_on[board]; }
  std::size_t boards() const { return m_on.size(); }
  std::size_t size() const;

 private:
  std::vector<OnBoard> m_on;
  std::size_t m_most;
};

}  // namespace narrows
