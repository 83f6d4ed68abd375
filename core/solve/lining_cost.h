#pragma once
// What a lining costs, in figures: the widest strake and board, the most sny, the narrowest end.

#include "solve/solve.h"

namespace narrows {

/// A figure and the strake it is of, counted from 1; strake 0 where there is none.
struct CostFigure {
  std::size_t strake = 0;
  double mm = 0.0;
};

struct LiningCost {
  CostFigure widest;  ///< between marks, at a station
  CostFigure board;   ///< that a plank needs
  CostFigure sny;
  CostFigure end;  ///< narrowest, square to the plank
};

/// Of one side. Nothing where she is not lined off.
LiningCost costOf(const Solved& solved, BoatSide side);

}  // namespace narrows
