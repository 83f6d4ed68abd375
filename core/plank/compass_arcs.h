#pragma once
// Readings struck with a compass instead of measured.

#include "length/length.h"

namespace narrows {

/// A point of a strake's line, off which a compass at a fixed opening has struck arcs on the batten: where they cut its
/// reference edge, forward and aft of the station's mark (either may lie on the other side of it: less than nought).
struct CompassArcs {
  Length opening, forward, aft;
  bool above = true;  ///< the line lies on the sheer side of the edge
};

/// The reading it stands for: the straight distance from the station's mark, as dividers take it, below the edge less
/// than nought. Source: the point stands over the middle of the chord that the arcs cut off the edge, at the height of
/// the triangle whose sides are the opening. Fails where the compass would not have reached the edge.
Result<Length> readingOf(const CompassArcs& arcs);

}  // namespace narrows
