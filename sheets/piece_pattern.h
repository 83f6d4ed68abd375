#pragma once
// The full-size pattern of one piece of a plank.

#include "plank_pattern.h"

namespace narrows {

/// The plank's pattern as far as the piece goes, on its own board, with the ends of its scarfs, its own check and its
/// fastenings. `pattern`: `plankPattern` of the plank on that side. Of a plank in one piece, the pattern itself.
Drawing piecePattern(const Drawing& pattern, const PatternOf& of, const PlankPiece& piece);

}  // namespace narrows
