#pragma once
// Spiling: what was read off a batten laid round where a strake will go: the form `spiling,1`.

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "lining/lining_plan.h"

namespace narrows {

/// What was read at one station: straight distances, as dividers are opened, from the station's mark on the batten's
/// reference edge to where the strake's lines cross that station. Positive towards the sheer.
struct SpilingReading {
  std::string station;
  std::optional<Length> lower, upper;
  int line = 0;  ///< of the file; nought where it was typed
  bool operator==(const SpilingReading&) const = default;
};

/// The batten of one plank. It is straight when it lies flat, and was laid unforced; its reference edge is its upper.
struct Spiling {
  std::optional<int> strake;  ///< from the garboard up; none where the file does not say
  std::optional<BoatSide> side;
  std::string piece;
  Length batten;                         ///< its width
  Length lap;                            ///< that the lower readings already include; nought: taken to the lap line
  std::vector<SpilingReading> readings;  ///< in the order in which they were taken; a station may stand twice
  bool operator==(const Spiling&) const = default;
};

/// Reads the form; every fault at once, with line and field.
Result<Spiling> readSpiling(std::string_view text);
/// The same of a file.
Result<Spiling> loadSpiling(const std::string& path);
std::string writeSpiling(const Spiling& spiling, Unit unit);

}  // namespace narrows
