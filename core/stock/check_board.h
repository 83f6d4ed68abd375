#pragma once
// Whether a board makes sense, as it was measured.

#include "problem/problem.h"
#include "stock/board.h"

namespace narrows {

/// No stack holds more, no board is longer, wider or thicker than this, no money counts higher.
inline constexpr std::size_t mostBoards = 5000;
inline constexpr double longestBoardMm = 40000.0, widestBoardMm = 4000.0, thickestBoardMm = 1000.0, highestPrice = 1e9;
/// Wood holds no more water than this, per cent of its dry weight.
inline constexpr double mostMoisture = 300.0;
/// Points of an edge, and faults, of one board.
inline constexpr std::size_t mostOfABoard = 1000;

/// What of a board a fault of it is in.
enum class BoardPart { Name, Species, Length, Width, Thickness, Moisture, Price, LowerEdge, UpperEdge, Fault };

/// What is wrong, where: `index` is of the point of the edge or of the fault, from 0.
struct BoardWrong {
  BoardPart part;
  std::size_t index = 0;
  Problem problem;
};

/// Everything that is wrong of a board by itself: sizes that are none, edges out of order, beyond its ends or across
/// one another, faults that do not touch it. Where its sizes are wrong nothing is said of its edges, nor of its faults
/// where its edges are.
std::vector<BoardWrong> boardWrongs(const Board& board);

}  // namespace narrows
