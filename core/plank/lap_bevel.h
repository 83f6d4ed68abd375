#pragma once
// How one lapped plank beds on the one below it.

#include <optional>
#include <vector>

#include "lining/lining.h"
#include "plank/flat_plank.h"

namespace narrows {

/// The land of one strake, at a station: what is planed off its outside, from the lap line to its upper edge, so that
/// the next beds on it. In a hollow nothing is: the next would stand off its edge, and is planed inside its foot
/// instead, until it beds. Angles in the station's plane, positive where the outside is round.
struct LapBevel {
  std::size_t strake = 0;   ///< whose land it is
  double chordRad = 0.0;    ///< between the straight lines from mark to mark of it and of the one above
  double landRad = 0.0;     ///< what is planed: more, for the one above stands on its outside; below nought in a hollow
  double dropMm = 0.0;      ///< planed off at the upper edge, square to the plank
  double leftMm = 0.0;      ///< thickness left at the upper edge
  double footRad = 0.0;     ///< in a hollow: what is planed inside the foot of the one above; else nought
  double footMm = 0.0;      ///< off its lower edge there, from nothing abreast of this one's upper edge
  double footLeftMm = 0.0;  ///< thickness left of its lower edge

  bool isHollow() const { return footRad > 0.0; }
};

/// A mark of a section: where a line crosses it, in its plane, breadth and height; and how far the surface there leans
/// forward or aft, the part of its outward normal that is along the boat.
struct SectionMark {
  Vec2 at;
  double lean = 0.0;
};

/// The lands along one section, of its marks from the lowest up: a strake between each two. The garboard's inside runs
/// from mark to mark, for it lies in the rabbet; the inside of each strake above it runs from its own upper mark down
/// to the lap line on the outside of the strake below. Thickness is measured square to the plank, and so seen longer in
/// the plane of a station where the plank's face looks forward or aft. `strake` of each counts from 0 along the marks;
/// of the topmost there is none. In a hollow the foot's bevel is what is left to plane when the one above has come to
/// bear on this one's upper edge, outside.
std::vector<LapBevel> landsAlong(const std::vector<SectionMark>& marks, double lapMm, double thicknessMm);

/// The lands at a section, lowest up: of every strake there but the sheer strake.
std::vector<LapBevel> lapBevels(const Lining& lining, std::size_t section, const PlankMake& make, double thicknessMm);

}  // namespace narrows
