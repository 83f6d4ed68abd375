#pragma once
// Guide lines: what a hull is lined off between.

#include <optional>
#include <string>

#include "length/length.h"
#include "lines/ids.h"

namespace narrows {

enum class GuideKind {
  Batten,       ///< a batten sprung through the guide's own marks
  StraightRun,  ///< as a straight plank would lie
  Level,        ///< at one height, as a waterline
  Parallel,     ///< so far along the girth from another line
  HungEdge      ///< the edge of a strake as it was measured: a batten through measured marks
};

/// A line that others are lined off from. It stands for one of the plan's lines. Marks moved by hand bend it as they do
/// any line; where it is true only for part of the length it runs on from there as a batten.
struct Guide {
  LineId line;
  std::string name;
  GuideKind kind = GuideKind::Batten;
  bool locked = false;   ///< it holds: neither hand nor number of strakes moves it
  double share = 0.5;    ///< StraightRun: of the girth, where it is placed. Batten: the line it begins as
  StationId station;     ///< StraightRun: where it is placed
  double heading = 0.0;  ///< StraightRun: radians off square to the section there, positive rising as it goes aft
  Length sag;            ///< StraightRun: let sag by so much in the middle; lifted where negative
  Length height;         ///< Level: above the base line of the table
  LineId of;             ///< Parallel: to this line, the base line, the sheer or a guide
  Length away;           ///< Parallel: along the girth, positive towards the sheer
  std::optional<StationId> from, to;     ///< true between these; to the end of the boat where not named
  std::optional<double> atBow, atStern;  ///< share of the girth at an end it is not true to
  bool operator==(const Guide&) const = default;
};

}  // namespace narrows
