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

/// The same as boards are bought by: each list from the smallest up, and nothing in it twice.
struct BoardsSold {
  std::vector<Length> lengths, widths, thicknesses;
  /// What is larger than any of them is asked for in whole steps of these.
  Length lengthStep, widthStep;
};

/// The builder's own where given, else what is usual where wood is sold in feet and inches, or in metres.
BoardsSold boardsSold(const MillSizes& own, bool inMetres);

/// Lengths typed one after another, with semicolons, or commas and spaces, between: "8 ft; 10 ft; 12 ft". Fails, naming
/// each that is no length, or not more than nought.
Result<std::vector<Length>> parseSizes(std::string_view typed, Unit bare);

}  // namespace narrows
