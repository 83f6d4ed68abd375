#pragma once
// Boats whose planks are joined: our own, and hard hulls given as tables.

#include <algorithm>
#include <cmath>

#include "book/joining_edits.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/joinery.h"
#include "solve/plank_at_bench.h"

namespace narrows::tests {

/// A book solved, with every joint planned out of boards of a length.
inline std::shared_ptr<const Solved> joinedBoat(Book book, double boardMm,
                                                std::optional<JoinedBy> kind = std::nullopt) {
  book.weighing.boardLength = millimetres(boardMm);
  book.joining.kind = kind;
  const auto bare = solve(std::make_shared<Book>(book), 1);
  const PlannedJoints planned = planJoints(strakesToJoin(*bare), {}, joiningMake(*bare));
  return solve(std::make_shared<Book>(*placeJoints(book, planned.joints)), 2, bare);
}

/// How far a point lies from a line of points.
inline double distanceToLine(const std::vector<Vec2>& line, const Vec2& point) {
  double least = 1e300;
  for (std::size_t i = 1; i < line.size(); ++i) {
    const Vec2 leg = line[i] - line[i - 1];
    const double part = std::clamp((point - line[i - 1]).dot(leg) / std::max(leg.squaredNorm(), 1e-12), 0.0, 1.0);
    least = std::min(least, (point - line[i - 1] - part * leg).norm());
  }
  return least;
}

/// A hard hull as a builder would have it: its table to the millimetre, planked 12 mm thick.
inline Book bookOf(const SmoothHull& hull, Construction construction) {
  OffsetTable table = hull.table(100.0, [](double mm) { return std::round(mm); });
  table.construction = construction;
  table.thickness = millimetres(12.0);
  return *newBook(table);
}

}  // namespace narrows::tests
