#pragma once
// Sizes of boards that a mill sells.

#include <string_view>
#include <vector>

#include "length/length.h"

namespace narrows {

/// Each length in each width, of each thickness as it comes off the saw. Empty lists: the usual.
struct MillSizes {
  std::vector<Length> lengths, widths, thicknesses;
  bool operator==(const MillSizes&) const = default;
};

/// The builder's own where given, else the usual; each list from the smallest up, and nothing in it twice.
MillSizes millSizes(const MillSizes& own);

/// Lengths typed one after another, with semicolons, or commas and spaces, between: "8 ft; 10 ft; 12 ft". Fails, naming
/// each that is no length, or not more than nought.
Result<std::vector<Length>> parseSizes(std::string_view typed, Unit bare);

}  // namespace narrows
