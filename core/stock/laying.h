#pragma once
// A piece as it was laid on a board, and what became of it.

#include <optional>
#include <string>
#include <vector>

#include "length/length.h"
#include "stock/board.h"
#include "stock/piece_ref.h"

namespace narrows {

/// Where a piece lies on a board. A point (a, b) of the piece's own frame comes to the board's: b negated where it is
/// turned over, then turned by `turnDeg` (positive from x to y), then shifted by x, y.
struct Laying {
  PieceRef of;
  BoardId board;
  Length x, y;
  double turnDeg = 0.0;
  bool turnedOver = false;
  std::string cut;               ///< the day it was cut, as 2026-04-30; empty: it is only laid
  std::vector<EdgePoint> asCut;  ///< its outline on the board when it was cut, once round; empty before
  bool operator==(const Laying&) const = default;

  bool isCut() const { return !cut.empty(); }
};

/// A piece that was cut and is of no use: it is wanted again.
struct SpoiledPiece {
  PieceRef of;
  std::string board;  ///< the name of the board it was got out of
  std::string when;   ///< 2026-04-30
  std::string why;
  bool operator==(const SpoiledPiece&) const = default;
};

}  // namespace narrows
