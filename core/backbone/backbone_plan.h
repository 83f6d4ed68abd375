#pragma once
// The backbone as the builder means to make it: plain data of the book.

#include <optional>
#include <string>
#include <vector>

#include "lines/ids.h"
#include "lines/offset_table.h"

namespace narrows {

using TimberId = Id<struct TimberTag>;
using JointId = Id<struct JointTag>;
using BoltId = Id<struct BoltTag>;

/// How the hood ends land on the stem.
enum class StemMake {
  Rabbeted,  ///< one piece, grooved
  TwoPiece,  ///< planks end on the inner stem; the outer is added when they are trimmed
  Bevelled   ///< one piece, its fore corners bevelled away; planks run past and are trimmed
};
enum class KeelMake { Upright, Plank };
enum class TimberKind { Keel, Stem, OuterStem, Knee, Deadwood, Sternpost, Keelson };

/// A point of a timber's outline in the profile. The batten runs through it, or turns there if it is a corner.
struct OutlinePoint {
  Length distance;
  Length height;
  bool corner = false;
  bool operator==(const OutlinePoint&) const = default;
};

struct Timber {
  TimberId id;
  TimberKind kind = TimberKind::Keel;
  std::string name;
  std::string species;
  Length siding;
  std::vector<OutlinePoint> outline;  ///< round it once, four or more; joints trim it further
  bool operator==(const Timber&) const = default;
};

enum class JointKind { Butt, Scarf, NibbedScarf, HookedScarf };

/// A joint between two timbers, seen in the profile: from one end to the other, drawn a little out past both.
struct Joint {
  JointId id;
  JointKind kind = JointKind::Scarf;
  TimberId forward;  ///< keeps the wood on the left hand going from `from` to `to`
  TimberId aft;      ///< keeps the wood on the right hand
  OutlinePoint from, to;
  Length nib;  ///< depth of the square ends, and of the hook
  bool operator==(const Joint&) const = default;
};

/// A bolt or drift on the centre line.
struct Bolt {
  BoltId id;
  OutlinePoint low, high;
  Length diameter;
  bool operator==(const Bolt&) const = default;
};

struct RabbetPlan {
  StemMake stem = StemMake::Rabbeted;
  std::optional<Length> stemHalfSiding, keelHalfSiding, sternpostHalfSiding;  ///< the table's where not given
  Length stopBelowSheer = inches(3.0);  ///< a machined groove stops this far under the sheer
  double mostRollDegPerFoot = 8.0;      ///< where the bevel rolls faster, the groove is cut by hand
  Length cutterReach = inches(1.25);    ///< depth the cutter goes to
  Length stopwater;                     ///< diameter; by the planking where nought
  bool operator==(const RabbetPlan&) const = default;
};

struct KeelPlan {
  KeelMake make = KeelMake::Upright;
  Length thickness;                 ///< moulding of a keel batten or plank keel
  Length shoulder = inches(0.25);   ///< square edge left above the bevel
  Length sawDepth = inches(2.375);  ///< the deepest the saw cuts square
  bool operator==(const KeelPlan&) const = default;
};

enum class TransomFace { After, Fore };

struct TransomPlan {
  TransomFace given = TransomFace::After;  ///< the face the table draws
  Length thickness = inches(0.875);
  Length radius;                     ///< of the cylinder it is bent or built to, across; nought: flat
  Length crown = inches(1.0);        ///< rise of its top edge at the middle
  Length crownHigh = inches(0.375);  ///< left above that, to be cut when the sheer is sprung
  bool operator==(const TransomPlan&) const = default;
};

enum class Bending { Cold, Steamed, Green };

/// The shop's own ratio of radius to thickness.
struct BendRatio {
  std::string species;
  Bending bending = Bending::Cold;
  double ratio = 100.0;
  bool operator==(const BendRatio&) const = default;
};

/// What came off a form.
struct SpringbackResult {
  std::string species;
  Bending bending = Bending::Cold;
  int strips = 2;
  Length formOpening;  ///< straight across between the ends of the middle of the stack, on the form
  Length cameOut;      ///< the same when it was released
  Length length;       ///< along the middle of the stack
  bool operator==(const SpringbackResult&) const = default;
};

/// A timber bent of strips instead of sawn.
struct LaminationPlan {
  TimberId timber;
  std::string frame;  ///< or a frame, at this station; empty: the timber
  Length frameSiding = inches(1.0);
  std::string species = "oak";
  Bending bending = Bending::Cold;
  Length moulding;                ///< of the stack; nought: as deep as the timber is drawn
  Length strip;                   ///< thickness; nought: equal strips, as thick as bends
  Length cleanUp = inches(0.25);  ///< added to the siding for cleaning up
  Length trim = inches(4.0);      ///< added to each end
  Length boardWidth = inches(6.0);
  Length boardThickness = inches(1.0);
  Length boardLength = inches(96.0);
  Length kerf = inches(0.125);
  Length clampSpacing = inches(6.0);
  std::vector<BendRatio> ratios;  ///< instead of the usual ones
  std::vector<SpringbackResult> results;
  bool operator==(const LaminationPlan&) const = default;
};

/// Round what a timber is bent in place.
enum class BentAlong { None, Bottom, Stem };

/// A timber bent in place, outside, in one piece: an outer keel round the bottom, a cutwater up the stem.
struct BentInPlacePlan {
  BentAlong along = BentAlong::None;
  std::string species = "oak";
  Length thickness = inches(0.75);  ///< in the bend
  Length width = inches(1.5);       ///< of its inner face
  double sideDeg = 0.0;             ///< ripped off each side, from square: its outer face is the narrower
  Length clampSpacing = inches(9.0);
  Length bow;                 ///< natural, of the board in its length, the way it is to be bent
  Length backing;             ///< wood behind it between frames; nought: as thick as the planking
  Length trim = inches(2.0);  ///< left at each end
  bool operator==(const BentInPlacePlan&) const = default;
};

/// A timber glued up from layers of straight board.
struct BlankPlan {
  TimberId timber;
  Length boardWidth = inches(6.0);
  Length boardThickness = inches(0.75);
  Length clear = inches(6.0);  ///< least distance between joints of layers that touch
  Length margin = inches(0.25);
  bool operator==(const BlankPlan&) const = default;
};

enum class FaultKind { Knot, Check, Nail, Heart, Wane, TornGrain };

/// A fault of a slab, as a box along and across it.
struct TimberFault {
  FaultKind kind = FaultKind::Knot;
  Length along, across;         ///< its middle
  Length length, width, depth;  ///< depth from the first face
  bool operator==(const TimberFault&) const = default;
};

/// A slab to be flattened and the pattern laid on it. `along` runs down its length, `across` square to that.
struct SlabPlan {
  TimberId timber;  ///< the part to be got out of it
  std::string species = "oak";
  Length length = inches(60.0), width = inches(14.0), thickness = inches(3.0);
  std::vector<OutlinePoint> outline;  ///< along (distance) and across (height); a plain rectangle where empty
  double grainDeg = 0.0;              ///< of the slab's grain against its length
  Length readingStepAlong = inches(12.0), readingStepAcross = inches(12.0);
  std::vector<std::vector<std::optional<Length>>> down;  ///< row by row across, each along: from the straight-edge
  Length finished = inches(2.5);
  double mostTiltDeg = 3.0;
  Length cut = inches(0.125);  ///< taken at one pass
  double litresAnHour = 4.0;   ///< the shop's own rate of planing or routing
  std::vector<TimberFault> faults;
  Length lose;                    ///< how deep heart and torn grain are planed away with the first face
  Length margin = inches(0.375);  ///< kept between the pattern and edge or fault
  bool placed = false;
  Length placedAlong, placedAcross;  ///< of the pattern's own middle
  double placedDeg = 0.0;
  bool placedFlipped = false;  ///< pattern turned over
  bool operator==(const SlabPlan&) const = default;
};

enum class CameOutChoice { Drawing, AsMeasured, Between };

/// A half-breadth of a casting or a sawn timber as it came out, at a station.
struct CameOutReading {
  std::string station;
  Length halfBreadth;
  bool operator==(const CameOutReading&) const = default;
};

struct BackbonePlan {
  RabbetPlan rabbet;
  KeelPlan keel;
  TransomPlan transom;
  std::vector<Timber> timbers;  ///< none: as Narrows draws them from the table
  std::vector<Joint> joints;
  std::vector<Bolt> bolts;
  Length boltDiameter = inches(0.5);
  Length boltClear = inches(0.75);     ///< wood kept between a bolt's hole and rabbet, stopwater or another bolt
  Length rabbetClear = inches(0.125);  ///< wood kept between a bolt's hole and the corner of the rabbet
  LaminationPlan lamination;
  BentInPlacePlan bentInPlace;
  BlankPlan blank;
  SlabPlan slab;
  std::vector<CameOutReading> cameOut;  ///< of the keel's rabbet edge
  CameOutChoice follow = CameOutChoice::Drawing;
  bool operator==(const BackbonePlan&) const = default;

  const Timber* find(TimberId id) const;
};

std::string_view timberKindName(TimberKind kind);
std::string_view jointKindName(JointKind kind);
std::string_view bendingName(Bending bending);
std::string_view faultKindName(FaultKind kind);

}  // namespace narrows
