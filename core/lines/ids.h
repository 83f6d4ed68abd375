#pragma once
// Names that stay: numbers from one counter of the book, saved with it and never used twice.

#include <compare>
#include <cstdint>

namespace narrows {

/// One kind of id cannot be taken for another: `Kind` is only a tag.
template <typename Kind>
struct Id {
  std::int64_t number = 0;
  auto operator<=>(const Id&) const = default;
  bool isSet() const { return number > 0; }
};

using StationId = Id<struct StationTag>;  ///< a station, the stem or the sternpost
using LineId = Id<struct LineTag>;        ///< a plank line
using StrakeId = Id<struct StrakeTag>;    ///< a strake
using PlanId = Id<struct PlanTag>;        ///< a plan of lining off

/// A side of the boat.
enum class BoatSide { Starboard, Port };

}  // namespace narrows
