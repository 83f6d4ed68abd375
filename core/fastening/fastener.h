#pragma once
// Fasteners: what holds a plank, how long it is for what it goes through, and the hole it wants.

#include <optional>
#include <string>
#include <vector>

#include "lines/offset_table.h"

namespace narrows {

enum class FastenerKind {
  Screw,   ///< its point stays inside
  Rivet,   ///< a square nail headed over a rove
  Clench,  ///< a nail turned over and driven back into the wood
  Bolt     ///< through all of it, a washer and a nut behind: of butts only
};

/// Where on a plank.
enum class FastenedTo {
  Frame,
  Lap,      ///< to the plank below, between frames
  HoodEnd,  ///< in the rabbet of stem or sternpost
  Keel,     ///< the garboard's keel edge
  Transom,
  ButtBlock
};

/// The builder's own; what is not said is as is usual for her planking.
struct FasteningPlan {
  std::optional<FastenerKind> atFrames, inLaps, atEnds, inButts;
  std::optional<Length> blockThick;   ///< of butt blocks
  std::optional<Length> lapSpacing;   ///< at most, between frames
  std::optional<Length> keelSpacing;  ///< along the garboard's keel edge
  std::optional<Length> endSpacing;   ///< across hood ends, the transom and butts
  bool holesReused = true;            ///< holes of the temporary fastenings to the moulds take lap fastenings later
  std::optional<double> spares;       ///< per cent bought over what is counted
  std::optional<bool> bunged;         ///< screws are sunk under bungs
  bool operator==(const FasteningPlan&) const = default;
};

/// Every fault of its figures, naming which.
Result<void> checkFastening(const FasteningPlan& plan);

/// All of it in figures, mm, for one boat.
struct FasteningMake {
  Construction construction = Construction::Carvel;
  Notation notation = Notation::Inches16;  ///< lengths are bought in inches, or in mm
  double thicknessMm = 0.0;
  FastenerKind atFrames = FastenerKind::Screw, inLaps = FastenerKind::Rivet, atEnds = FastenerKind::Screw,
               inButts = FastenerKind::Screw;
  double blockMm =
      0.0;  ///< thickness of butt blocks: as thick as the plank, or as their screws want where that is more
  double lapSpacingMm = 0.0, keelSpacingMm = 0.0, endSpacingMm = 0.0;
  double spares = 10.0;
  double bungMm = 0.0;  ///< how deep screws' heads are sunk; nought: flush
  bool holesReused = true;
  bool operator==(const FasteningMake&) const = default;

  FastenerKind kindAt(FastenedTo to) const;
};
FasteningMake fasteningMake(const OffsetTable& table, const FasteningPlan& plan, Notation notation);

/// Why nothing as sold will do.
enum class Misfit {
  None,
  NoFarSide,  ///< there is nothing to head, turn or screw a nut on
  TooThin,    ///< the shortest screw would come through
  TooThick    ///< the longest does not reach
};

/// One size of one kind.
struct Fastener {
  FastenerKind kind = FastenerKind::Screw;
  int gauge = 0;  ///< of screws, as they are sold; nought for nails
  double shankMm = 0.0;
  double lengthMm = 0.0;  ///< as bought
  auto operator<=>(const Fastener&) const = default;
};

/// A fastener where it goes through something.
struct FastenerThrough {
  Fastener fastener;
  double woodMm = 0.0;     ///< all that lies before its point: planks and what they are fastened to
  double cutMm = 0.0;      ///< rivets: what the nail is nipped to, from under its head
  double throughMm = 0.0;  ///< rivets, clenched nails: by how much it comes through as bought; a screw's point: left of
                           ///< the wood beyond it
  double shankHoleMm = 0.0;      ///< bored through the plank
  double pilotMm = 0.0;          ///< and in what it is screwed to; nought for nails
  double boreMm = 0.0;           ///< how deep the head is sunk
  bool isShort = false;          ///< a screw shorter than twice the plank: what it goes into is too thin for more
  Misfit misfit = Misfit::None;  ///< otherwise none is to be had, and its lengths say nothing
};

/// The fastener for a plank (or two, `planks`) fastened to `backingMm` of wood; nought: planks to each other only;
/// 1e9: as deep as a stem. Rules from shop practice: screws 2 to 2 1/2 times the plank, the point 1/8 in short of the
/// far face; rivets all thicknesses, the rove and a shank's diameter to head over; clenched nails all thicknesses and
/// 3/8 to 1/2 in to turn; bolts all thicknesses less what the head is sunk, a washer and a nut. Where none as sold does
/// that, it says why, and nothing is to be fastened with it.
FastenerThrough fastenerFor(const FasteningMake& make, FastenerKind kind, int planks, double backingMm);

/// In words: what is left out because of it, and what would do.
std::string misfitWords(const FastenerThrough& of, Notation notation);

/// The least distance of one to an edge of the wood, and to another.
double leastEdgeMm(const Fastener& fastener);
double leastApartMm(const Fastener& fastener);

/// "screw 10 x 1 1/2 in", "copper nail 2.6 x 35 mm, to rivet", "bolt 6 x 50 mm".
std::string fastenerWords(const Fastener& fastener, Notation notation);

inline constexpr double deepWoodMm = 1e9;

}  // namespace narrows
