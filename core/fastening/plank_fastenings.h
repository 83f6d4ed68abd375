#pragma once
// Every fastening of one plank: where it lies on the flat plank, what it is, and how many of each.

#include <map>

#include "fastening/fastener.h"
#include "joining/piece.h"

namespace narrows {

/// One fastening, on the flat plank as it is cut.
struct Fastening {
  FastenedTo to = FastenedTo::Frame;
  Vec2 at = Vec2::Zero();
  double alongMm = 0.0;     ///< along the plank's middle, from its fore end
  std::size_t which = 0;    ///< of `PlankFastenings::fasteners`
  bool reusesHole = false;  ///< of the temporary fastening to a mould
};

/// Fasteners of one size for one purpose.
struct FastenerLot {
  FastenedTo to = FastenedTo::Frame;
  FastenerThrough of;
  int count = 0;
  double spacingMm = 0.0;  ///< the widest between two in a row; nought where there is none
};

/// A stretch of the hull where a mould's wood stands, distances along the boat.
struct MouldWood {
  std::string name;
  double fromMm = 0.0, toMm = 0.0;
};

struct PlankFastenings {
  std::vector<Fastening> all;
  std::vector<FastenerLot> fasteners;
  std::vector<std::string> unfastened;  ///< what is left out, in words: a frame within a scarf, a bed too narrow
  std::vector<std::string> advice;      ///< and what to think of where all is fastened
};

/// What a plank's fastenings are worked out from. Those through its foot are its own: it hangs on the plank below.
struct PlankToFasten {
  const Band* band = nullptr;
  const FlatPlank* plank = nullptr;
  const PlankRun* run = nullptr;
  const CutLines* cut = nullptr;  ///< its outline, into the rabbet; null where it lies in none
  EndLeft bow = EndLeft::Hood, stern = EndLeft::Transom;
  bool isGarboard = false;
  bool isSheer = false;             ///< no plank stands on it: its head has fastenings of its own
  const PlankMake* foot = nullptr;  ///< the laps at its foot, along it; null where it has none
  std::vector<JointOnPlank> joints;
  std::vector<std::pair<double, double>>
      jointsBelow;  ///< of the plank it laps on: distances along the boat, from and to
};

/// In a lap, in its middle where it changes too: one at every frame through both planks and the frame, and between
/// frames evenly divided, missing moulds and scarfs, the temporary holes used again. At a frame a carvel plank has two
/// across it up to six inches wide, three up to nine, staggered; a lapped one has one in its middle where it is wide,
/// and the sheer strake one at its head.
/// Ends, keel edge and butts as the spacing says, in two staggered rows where the wood is thick enough. In a rabbet
/// they stand on the timber's bed, between bearding line and bottom of the rabbet and clear of both, in as many rows as
/// it is wide enough for; where it is too narrow for one, that is said, with what it wants. None nearer to an edge than
/// its kind allows, or within a joint. Steps between two frames are even to 0.1 mm along the row
/// (plank_fastenings_test).
PlankFastenings fastenPlank(const PlankToFasten& plank, const FasteningMake& make, const Frames& frames,
                            const std::vector<MouldWood>& moulds);

/// Counts of a boat, by size, with spares.
struct FastenerOrder {
  Fastener fastener;
  int counted = 0, toBuy = 0;
};
std::vector<FastenerOrder> orderOf(const std::vector<PlankFastenings>& planks, const FasteningMake& make);

}  // namespace narrows
