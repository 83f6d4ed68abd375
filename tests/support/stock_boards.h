#pragma once
// Boards and pieces to be laid on them, for tests.

#include "stock/judge_laying.h"

namespace narrows::tests {

inline Board straightBoard(double longMm, double wideMm, double thickMm = 28.0) {
  Board board;
  board.name = "L1";
  board.species = "larch";
  board.length = millimetres(longMm);
  board.width = millimetres(wideMm);
  board.thickness = millimetres(thickMm);
  return board;
}

/// One that bends: its middle lies `crook` above the line between its ends.
inline Board crookedBoard(double longMm, double wideMm, double crook) {
  Board board = straightBoard(longMm, wideMm + std::abs(crook));
  for (int i = 0; i <= 20; ++i) {
    const double share = i / 20.0, up = 4.0 * crook * share * (1.0 - share);
    board.lower.push_back({millimetres(longMm * share), millimetres(up)});
    board.upper.push_back({millimetres(longMm * share), millimetres(up + wideMm)});
  }
  return board;
}

/// A plank that bends likewise, narrower at its ends.
inline WantedPiece bentPlank(double longMm, double wideMm, double bow) {
  WantedPiece piece;
  piece.of.strake = 3;
  piece.thicknessMm = 12.0;
  for (int i = 0; i <= 60; ++i) {
    const double share = i / 60.0, half = 0.5 * wideMm * (0.6 + 1.6 * share * (1.0 - share));
    const Vec2 middle(longMm * share, 4.0 * bow * share * (1.0 - share));
    piece.middle.push_back(middle);
    piece.lower.emplace_back(middle - Vec2(0.0, half));
    piece.upper.emplace_back(middle + Vec2(0.0, half));
  }
  piece.outline = piece.lower;
  piece.outline.insert(piece.outline.end(), piece.upper.rbegin(), piece.upper.rend());
  piece.lengthMm = longMm;
  const Box2 box = boxOf(piece.outline);
  piece.widthMm = box.height();
  return piece;
}

inline BoardFault fault(BoardFaultKind kind, double x, double y, double longMm, double wideMm) {
  return {kind, millimetres(x), millimetres(y), millimetres(longMm), millimetres(wideMm)};
}

}  // namespace narrows::tests
