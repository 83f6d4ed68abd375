#pragma once
// Where the planks of a boat may be joined, and where they best are.

#include "joining/piece.h"
#include "weighing/bending.h"

namespace narrows {

/// A strake as its joints are planned.
struct StrakeToJoin {
  int strake = 1;  ///< from the garboard up
  BoatSide side = BoatSide::Starboard;
  PlankRun run;
  SawnPlank sawn;
  StrakeBending bending;

  /// The bend is heavy there: scarfs are longer, and butts are not made.
  bool isHard(double alongMm) const;
};

/// Why a joint may not lie somewhere.
enum class JointBar {
  End,        ///< the piece that is left is too short to be of use
  Bend,       ///< in a hard bend
  Frame,      ///< the block of a butt would not stand clear of the frame
  Board,      ///< a piece beside it would be longer than the boards
  Neighbour,  ///< nearer to a joint of the strake beside than the limit
  SameBay,    ///< in one bay with a joint that has too few strakes between
  Opposite    ///< abreast of the joint of the same strake on the other side
};

/// A stretch of the boat's length where one joint may not lie.
struct BarredStretch {
  JointBar bar = JointBar::End;
  double fromMm = 0.0, toMm = 0.0;  ///< distances along the boat
  std::optional<PlankJoint> other;  ///< the joint that stands in its way
};

/// Where a joint of a strake may not lie, its other joints where they are. `moved`: the one in hand, among the boat's
/// `joints`. `strakes`: all of the boat's that are known; the joint's own must be.
std::vector<BarredStretch> barredStretches(const std::vector<StrakeToJoin>& strakes,
                                           const std::vector<PlankJoint>& joints, std::size_t moved,
                                           const JoiningMake& make);

/// The strake of a joint; null where there is none such.
const StrakeToJoin* strakeOf(const std::vector<StrakeToJoin>& strakes, const PlankJoint& joint);

/// A joint as it lies on its plank.
JointOnPlank onPlank(const StrakeToJoin& strake, const PlankJoint& joint, const JoiningMake& make);

/// What stands against one joint between two others of one boat: none where they keep the limits. Limits are kept to
/// half a millimetre.
std::optional<JointBar> barBetween(const PlankJoint& one, const PlankJoint& other, const JoiningMake& make);

/// The joints of a whole boat.
struct PlannedJoints {
  std::vector<PlankJoint> joints;  ///< by side, strake and place
  std::size_t barred = 0;          ///< pairs of them that do not keep the limits: no arrangement was found that does
  /// Every arrangement was tried, or one found that keeps them all. False too where a strake has more of them than
  /// can be tried: then as many are tried of it, evenly out of all there are.
  bool searchedAll = true;
  Problems problems;  ///< strakes that cannot be joined out of these boards
};

/// Plans them: as few to a strake as the boards allow, each in the middle of a bay. Those that were put somewhere by
/// hand stay, and the others of their strakes with them. Keeps every limit where any arrangement with joints in the
/// middles of bays does (joints_test tries them all); else they lie as far apart as can be found. Of a strake's
/// arrangements the most even is tried first. The same answer on every machine.
PlannedJoints planJoints(const std::vector<StrakeToJoin>& strakes, const std::vector<PlankJoint>& now,
                         const JoiningMake& make, const std::stop_token& stop = {});

}  // namespace narrows
