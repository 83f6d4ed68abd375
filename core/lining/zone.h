#pragma once
// Zones: the strakes between two guides, and the rule that shares them out.

#include <optional>
#include <vector>

#include "length/length.h"
#include "lines/ids.h"

namespace narrows {

enum class LiningRule {
  Equal,        ///< the girth at each station in equal parts
  Diminishing,  ///< chosen widths at one station, kept in proportion everywhere
  Parallel,     ///< one width along a guide, what is left to the strake furthest from it
  Abeam,        ///< equal as seen from abeam, below the rub rail
  Free          ///< battens through marks moved by hand
};

/// How the strakes between two guides (or base line, or sheer) are shared out.
struct Zone {
  LiningRule rule = LiningRule::Equal;
  std::vector<Length> widths;         ///< Diminishing: chosen, lowest up, scaled to fill
  Length width;                       ///< Parallel: of every strake but the furthest
  bool fromAbove = false;             ///< Parallel: along the upper guide, not the lower
  std::optional<StationId> from, to;  ///< Parallel: kept between these; to the end of the boat where not named
  Length rail;                        ///< Abeam: how far a rub rail hides the upper strake below the zone's upper line
  bool operator==(const Zone&) const = default;
};

}  // namespace narrows
