#pragma once
// Where planks are joined, and how: plain data of the book, and all of it in figures.

#include "joining/frames.h"
#include "lines/ids.h"
#include "lining/strake_stack.h"

namespace narrows {

/// How two planks of a strake become one.
enum class JoinedBy {
  Scarf,  ///< a long glued taper through the thickness
  Butt    ///< square ends, on a block between two frames
};

/// One joint of a strake. It lies square across the plank, its middle at a distance along the boat.
struct PlankJoint {
  int strake = 1;  ///< from the garboard up in the plan in force; below nought: that plan has no such strake, and it
                   ///< had that number
  BoatSide side = BoatSide::Starboard;
  Length at;  ///< distance of its middle, on the middle of the strake
  JoinedBy kind = JoinedBy::Scarf;
  bool byHand = false;     ///< the builder put it there, or chose its kind
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  bool operator==(const PlankJoint&) const = default;

  bool isOf(int ofStrake, BoatSide ofSide) const { return strake == ofStrake && side == ofSide; }
};

inline constexpr int mostBaysApart = 12, mostStrakesBetween = 12;

/// The builder's own; what is not said is as is usual for her size and kind.
struct JoiningPlan {
  FramePlan frames;
  std::optional<JoinedBy> kind;
  std::optional<double> ratio;      ///< length of a scarf over the plank's thickness
  std::optional<double> hardRatio;  ///< the same where the plank is heavily bent
  std::optional<Length> margin;     ///< left on a piece beyond a scarf, to be trimmed
  std::optional<Length> nib;        ///< thickness left at the lips of a scarf; none: they come to a feather edge
  std::optional<Length> apart;      ///< joints of neighbouring strakes
  int baysApart = 3;                ///< and so many bays at least
  int strakesBetween = 3;           ///< joints in one bay have so many strakes between them
  std::optional<Length> blockLap;   ///< how far a butt block laps the planks beside
  std::vector<PlankJoint> joints;   ///< by side, strake and place
  bool operator==(const JoiningPlan&) const = default;

  /// Places among the joints of those of one strake (from 1), in order.
  std::vector<std::size_t> jointsOf(int strake, BoatSide side) const;
};

/// All of it in figures, mm, for one boat.
struct JoiningMake {
  double thicknessMm = 0.0;
  double boardLengthMm = 0.0;  ///< the longest boards there are
  JoinedBy kind = JoinedBy::Scarf;
  double ratio = 8.0, hardRatio = 12.0;
  double marginMm = 0.0, nibMm = 0.0;
  double apartMm = 0.0;  ///< of neighbours' joints: the length set, or so many bays, whichever is more
  int strakesBetween = 3;
  double blockLapMm = 0.0;
  double blockThickMm = 0.0;  ///< of butt blocks, as their fastenings want
  Frames frames;
  StrakeStack starboard, port;  ///< which strakes touch, on each side
  const StrakeStack& stackOf(BoatSide side) const { return side == BoatSide::Port ? port : starboard; }
  bool operator==(const JoiningMake&) const = default;

  /// How long a joint is along the plank; a butt has no length.
  double jointLengthMm(JoinedBy of, bool hard) const;
};

/// Every fault of its figures, naming which.
Result<void> checkJoining(const JoiningPlan& plan);

JoiningMake joiningMake(const OffsetTable& table, const JoiningPlan& plan, double boardLengthMm, Frames frames);

/// What is marked and set up to cut a scarf.
struct ScarfJig {
  double lengthMm = 0.0;  ///< squared off from the end, along the plank
  double riseMm = 0.0;    ///< of the ramp over that length
  double rampMm = 0.0;    ///< along the slope
  double angleRad = 0.0;  ///< of the slope to the face
  double nibMm = 0.0;     ///< thickness left at the lip
};
ScarfJig scarfJig(const JoiningMake& make, bool hard);

/// Left between a butt block and the frames, to drain.
inline constexpr double blockDrainMm = 6.0;

/// A butt block.
struct ButtBlock {
  double lengthMm = 0.0;  ///< along the plank: twelve thicknesses, or what the bay leaves
  double widthMm = 0.0;   ///< across, lapping both neighbours
  double thicknessMm = 0.0;
  double clearMm = 0.0;  ///< left to each frame, to drain
  bool isShort = false;  ///< the bay has no room for twelve thicknesses
};
/// `plankWidthMm`: of the plank at the butt.
ButtBlock buttBlock(const JoiningMake& make, double plankWidthMm);

}  // namespace narrows
