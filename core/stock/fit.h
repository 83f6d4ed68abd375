#pragma once
// Where a piece would lie on a board, and how well.

#include <cstdint>
#include <stop_token>

#include "stock/judge_laying.h"

namespace narrows {

/// A place that was found.
struct FoundPlace {
  PieceLies lies;
  LayingJudged judged;
  /// How well it suits, less is better: what of the board is spoilt for anything else, with what the grain runs out.
  double cost = 0.0;
};

/// A piece so much longer than wide is laid along the board, turned no further from its run than this.
bool isLaidAlong(const WantedPiece& piece);
inline constexpr double mostTurnRad = 0.12;

/// How a place is looked for.
struct FitSearch {
  double turnApartRad = 0.005;  ///< between two ways a long piece is turned
  double columnMm = 12.0;       ///< what lies along the board is told by columns, no wider than this
  std::uint32_t shuffle = 0;    ///< places that cost nearly as much are taken in another order for each; nought: not
};

/// The best place of a piece on a board with what lies there already: clear of edges, of faults it has to miss and of
/// its neighbours; its grain along the board's; towards an end and an edge of the board, so that what is left is of one
/// piece. Both ways round; turned over where it has no inside face that is to be the board's. None where no place was
/// found, or wood and thickness are wrong. Long pieces are looked for along the board, a few degrees either way; short
/// ones square to it too. Some milliseconds. Every place that is given is judged by `judgeLaying` itself; there may be
/// places it does not find.
std::optional<FoundPlace> findPlace(const BoardShape& board, const WantedPiece& piece,
                                    const std::vector<Neighbour>& neighbours, const StockMake& make,
                                    const std::stop_token& stop = {}, const FitSearch& search = {});

/// Lays a piece along one of the board's edges where it lies now: turned and slid until it touches the margin in two
/// places, its middle between them. Not moved along the board, and not turned where it does not reach.
PieceLies alongEdge(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies, bool upper,
                    const StockMake& make);

/// Lays it to the board's own crook: its middle along the middle of the board, as nearly as their bows allow.
PieceLies alongCrook(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies);

/// Slides it across the board until it lies a kerf from a neighbour, above (or below) it, not moved along nor turned.
PieceLies besideNeighbour(const WantedPiece& piece, const PieceLies& lies, const Neighbour& neighbour, bool above,
                          const StockMake& make);

}  // namespace narrows
