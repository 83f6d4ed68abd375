#pragma once
// The line a plank is sawn to: outside the finished one by what is bevelled, planed and let in afterwards.

#include <array>

#include "plank/cut_lines.h"
#include "plank/plank_edges.h"

namespace narrows {

/// What is left at an end of a plank.
enum class EndLeft {
  Nothing,  ///< it ends at a joint
  Hood,     ///< it is let into a rabbet
  Transom   ///< it overhangs
};

struct SawnPlank {
  std::vector<Vec2> lower, upper;  ///< bow to stern, on the face that is marked, in the frame of the flat plank
  std::vector<Vec2> bow, stern;    ///< from the keel edge to the sheer edge
  std::array<Vec2, 4> board;       ///< corners of the narrowest board it is sawn out of, once round from the lower at
                                   ///< the bow: not quite parallel to that of the finished plank
  double boardLengthMm = 0.0;
  double boardWidthMm = 0.0;

  /// All of it, once round.
  std::vector<Vec2> outline() const;
};

/// How a plank is sawn.
struct SawnAs {
  EndLeft bow = EndLeft::Hood, stern = EndLeft::Transom;
  bool isSheer = false;  ///< its upper edge is the sheer, and is left high
};

/// Finds the narrowest board that holds what is sawn.
void findBoard(SawnPlank& sawn);

/// `cut`: its finished lines; `edges`: of the plank, as `plankEdges` tells them. Outside the finished outline
/// everywhere: by what the book leaves for the saw, at ends by what they are left long. Where the outside face is
/// wider, it goes by the outside; between stations as they do evenly along the edge, beyond the first and last as
/// there.
SawnPlank sawLines(const FlatPlank& plank, const CutLines& cut, const std::vector<EdgesAt>& edges, const SawnAs& as,
                   const PlankingMake& planking);

}  // namespace narrows
