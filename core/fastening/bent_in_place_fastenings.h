#pragma once
// What holds a timber that is bent in place: which fastenings go in first, and which when the glue has gone off.

#include <string>
#include <vector>

#include "backbone/bent_in_place.h"
#include "fastening/fastener.h"
#include "joining/frames.h"

namespace narrows {

/// One fastening, along what it is bent round.
struct BentFastening {
  double alongMm = 0.0;
  double offMm = 0.0;   ///< of the middle, to starboard positive: two rows, by turns
  bool isFirst = true;  ///< goes in while it is drawn down, and holds it while the glue goes off
  int frame = 0;        ///< the frame it goes into, from 1; nought: between two
  FastenerThrough of;
};

struct BentFastenings {
  std::vector<BentFastening> all;    ///< from forward aft, or from the foot up
  std::vector<std::string> leftOut;  ///< in words
};

/// Two rows by turns, clear of its edges. First one at every frame and one at either end; then one midway between every
/// two of those. Lengths are of what each goes through: the timber, what is behind it, and at frames those. Of a
/// cutwater, which crosses no frames, first one at every clamp, into the stem. `behindMm`: wood behind it between
/// frames.
BentFastenings fastenBentInPlace(const BentInPlace& timber, const BentInPlacePlan& plan, const FasteningMake& make,
                                 const Frames& frames, double behindMm);

}  // namespace narrows
