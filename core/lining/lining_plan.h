#pragma once
// What the builder decided about the lines of the planks.

#include <optional>
#include <string>
#include <vector>

#include "length/length.h"
#include "lines/ids.h"

namespace narrows {

inline constexpr int fewestStrakes = 3;
inline constexpr int mostStrakes = 40;

/// Where line 0, the base line, lies.
enum class BaseLine {
  Chine,  ///< the chine where there is one, else the rabbet
  Rabbet
};

enum class LiningRule {
  Equal,       ///< the girth at each station in equal parts
  Diminishing  ///< chosen widths at one station, kept in proportion everywhere
};

/// A mark moved by hand: line `line` passes station `station` at `share` of the girth there; or, where it was measured
/// on the boat, at a length up the girth from the base line, which stays what it is when the girth changes.
struct MovedMark {
  LineId line;
  StationId station;
  double share = 0.0;
  std::optional<Length> measured = std::nullopt;

  /// The share of a girth that it stands at.
  double shareOf(double girthMm) const { return measured && girthMm > 0.0 ? measured->mm() / girthMm : share; }
  bool operator==(const MovedMark&) const = default;
};

/// How a hull is lined off: one of the plans a builder may weigh against each other.
struct LiningPlan {
  PlanId id;
  std::string name;
  BaseLine base = BaseLine::Chine;
  LiningRule rule = LiningRule::Equal;
  std::vector<StrakeId> strakes;    ///< garboard up
  std::vector<LineId> lines;        ///< one more than strakes: base line first, sheer last
  std::vector<Length> widths;       ///< Diminishing: chosen widths, garboard up; scaled to fill the girth
  std::optional<StationId> master;  ///< where the widths were read; the station of greatest girth where not named
  std::vector<MovedMark> moved;
  bool operator==(const LiningPlan&) const = default;
};

}  // namespace narrows
