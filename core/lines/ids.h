#pragma once
// Names that stay: numbers from one counter of the book, saved with it and never used twice.

#include <compare>
#include <cstdint>
#include <optional>
#include <string_view>

#include "problem/trade.h"

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
using BoardId = Id<struct BoardTag>;      ///< a board of the stack

/// A side of the boat.
enum class BoatSide { Starboard, Port };

/// `starboard`, `port`; none of any other word.
inline const char* sideWord(BoatSide side) {
  return side == BoatSide::Port ? Trade::mark("port") : Trade::mark("starboard");
}
/// The same as it is read.
inline std::string sideWords(BoatSide side) {
  return Trade::say(sideWord(side));
}
inline std::optional<BoatSide> sideNamed(std::string_view word) {
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    if (word == sideWord(side)) return side;
  }
  return std::nullopt;
}

}  // namespace narrows
