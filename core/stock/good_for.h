#pragma once
// What a board is good for, by the book's rules, and what would make it good for more.

#include "stock/judge_laying.h"

namespace narrows {

/// The largest straight piece of some wood that lies in a board: a rectangle along it.
struct StraightIn {
  double fromMm = 0.0, lengthMm = 0.0;  ///< along the board
  double lowMm = 0.0, widthMm = 0.0;    ///< across it
  double areaMm2() const { return lengthMm * widthMm; }
};

/// A fault that costs most, and what the board would be without it.
struct Betterment {
  std::size_t fault = 0;
  StraightIn would;
  bool byPlug = false;  ///< a plug does it; otherwise it is only told what the fault costs
};

struct GoodFor {
  StraightIn clear;       ///< for what is to be clear
  StraightIn sound;       ///< for what may have sound small knots
  std::size_t plugs = 0;  ///< loose knots in `sound` that are plugged
  std::optional<Betterment> clearBut,
      soundBut;             ///< the one fault that costs most of each; none where none costs a tenth
  bool isTooThin = false;   ///< for planking
  bool isTooSmall = false;  ///< nothing of it is as large as what the book calls a board
};

/// Rectangles of the most area that are nowhere narrower than the book's least width. Kept clear of edges and missed
/// faults by the margin. `thicknessMm`: what planking takes.
GoodFor goodFor(const BoardShape& board, const StockMake& make, double thicknessMm);

/// The largest straight piece of any wood in a board, nowhere narrower than `leastWidthMm`: its faults are left out of
/// account, and nothing is kept clear of its edges.
StraightIn straightIn(const BoardShape& board, double leastWidthMm);

/// What it is good for in words, lengths in a notation.
std::string goodForWords(const BoardShape& board, const GoodFor& good, const StockMake& make, Notation notation);

}  // namespace narrows
