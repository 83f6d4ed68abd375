#pragma once
// What the builder decided about the lines of the planks.

#include <optional>
#include <string>
#include <vector>

#include "length/length.h"
#include "lines/ids.h"
#include "lining/guide.h"
#include "lining/zone.h"

namespace narrows {

inline constexpr int fewestStrakes = 3;
inline constexpr int mostStrakes = 40;
/// Numbers of strakes go no higher: every two of them may become one with another, towards either end.
inline constexpr int mostNumbered = 2 * mostStrakes;

/// Where line 0, the base line, lies.
enum class BaseLine {
  Chine,  ///< the chine where there is one, else the rabbet
  Rabbet
};

/// A mark moved by hand: line `line` passes station `station` at `share` of the girth there; or, where it was measured
/// on the boat, at a length up the girth from the base line, which stays what it is when the girth changes.
struct MovedMark {
  LineId line;
  StationId station;
  double share = 0.0;
  std::optional<Length> measured = std::nullopt;
  bool locked = false;  ///< it holds: neither hand nor new rule moves it

  /// The share of a girth that it stands at.
  double shareOf(double girthMm) const { return measured && girthMm > 0.0 ? measured->mm() / girthMm : share; }
  bool operator==(const MovedMark&) const = default;
};

/// How two strakes become one towards an end.
enum class Joining {
  TwoIntoOne,     ///< both end in one long joint with a third
  UpperIntoHost,  ///< the upper one ends against the lower, which runs on past it
  LowerIntoHost   ///< the lower one ends against the upper
};

/// Where a plank line ends between stations, and the two strakes beside it become one from there to the end.
struct Stealer {
  LineId line;             ///< between the two; not a guide
  bool towardsBow = true;  ///< there is one strake forward of the joint, or aft of it
  Length at;               ///< distance of the joint along the boat
  Joining joining = Joining::TwoIntoOne;
  StrakeId into;  ///< TwoIntoOne: the strake they become
  Length nib;     ///< into a host: width left at the end; none: it comes to a feather edge
  bool operator==(const Stealer&) const = default;
};

/// How the marks at a curved stem are spaced.
enum class StemSpacing {
  AlongCurve,     ///< along the stem's curve
  StickLevel,     ///< along a straight stick held between the limits, carried across level
  StickSquareOff  ///< along the stick, square off it
};

/// How the strakes come out at an end.
struct EndPlan {
  StemSpacing spacing = StemSpacing::AlongCurve;
  bool runOut = false;  ///< lines run out straight on from the last station, as battens do, and land where they land
  double even = 0.0;    ///< how far the ends of a zone's strakes are evened out: 0 as the rule has them, 1 all alike
  /// Chosen widths along the end, lowest up, one a strake that comes to it; scaled to fill each zone. None: by the
  /// rule.
  std::vector<Length> widths = {};
  bool operator==(const EndPlan&) const = default;
};

/// What a strake is to be got out of.
struct StrakeSpecies {
  StrakeId strake;
  std::string species;
  bool operator==(const StrakeSpecies&) const = default;
};

/// Lap at one station, where it is not the book's.
struct LapAt {
  StationId station;
  Length lap;
  bool operator==(const LapAt&) const = default;
};

/// How a hull is lined off: one of the plans a builder may weigh against each other.
struct LiningPlan {
  PlanId id;
  std::string name;
  BaseLine base = BaseLine::Chine;
  std::vector<StrakeId> strakes;    ///< garboard up, between one line and the next
  std::vector<LineId> lines;        ///< one more than strakes: base line first, sheer last
  std::vector<Guide> guides;        ///< lowest first; each stands for one of the lines
  std::vector<Zone> zones{1};       ///< below, between and above the guides: one more than they
  std::optional<StationId> master;  ///< where widths are chosen; the station of greatest girth where not named
  std::vector<MovedMark> moved;
  std::vector<Stealer> stealers;
  EndPlan bow, stern;
  std::vector<StrakeSpecies> woods;
  std::vector<LapAt> laps;
  bool operator==(const LiningPlan&) const = default;

  /// The guide that stands for a line; null where it is none.
  const Guide* guideOf(LineId line) const;
  /// Place of a line among the lines; as many as there are where it is none of them.
  std::size_t placeOf(LineId line) const;
  /// The lines a zone lies between, as places among the lines.
  std::pair<std::size_t, std::size_t> span(std::size_t zone) const;
  /// The zone a strake (0 is the garboard) lies in.
  std::size_t zoneOf(std::size_t strake) const;
  /// What a strake is got out of; empty where nothing is said.
  std::string speciesOf(StrakeId strake) const;
};

/// The strakes of a plan in the order in which they are numbered, from the garboard up: what two become where they run
/// into one stands before the lower of them, as in the `Lining` made of it.
std::vector<StrakeId> strakesInOrder(const LiningPlan& plan);

/// How many strakes come to an end of the boat, where two may have become one.
std::size_t strakesAtEnd(const LiningPlan& plan, bool bow);

}  // namespace narrows
