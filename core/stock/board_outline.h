#pragma once
// The shape of a board and of its faults, mm, in the board's own frame.

#include "backbone/polygon.h"
#include "stock/board.h"

namespace narrows {

/// An edge from the butt end to the other, x rising: its own points, carried on level to both ends; two points where it
/// is straight.
std::vector<Vec2> edgeLine(const Board& board, bool upper);
/// y of an edge at a length along the board, level beyond its ends.
double edgeAtMm(const Board& board, bool upper, double xMm);
/// Its width there, square to x.
double widthAtMm(const Board& board, double xMm);
/// The least, and the greatest, width anywhere along it.
double leastWidthMm(const Board& board);
double greatestWidthMm(const Board& board);
/// Round the board against the clock, from the butt end of its lower edge.
Polygon outlineOf(const Board& board);
/// How far the middle of the board lies from straight, at most: the crook of its own. Positive where its middle lies
/// above the straight line between the middles of its ends.
double crookMm(const Board& board);
/// A fault's box.
Polygon boxOf(const BoardFault& fault);
/// Area of the outline, square mm.
double areaMm2(const Board& board);

}  // namespace narrows
