#pragma once
// What a digital tape says, line by line: docs/tape.md.

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "length/length.h"

namespace narrows {

/// One reading that a tape sent. A reading that names its place goes there, any other goes where the hand is.
struct TapeReading {
  Length length;
  std::string station;        ///< empty: not named
  std::optional<bool> upper;  ///< set where the station is
  bool operator==(const TapeReading&) const = default;
};

/// A line as it was sent, without its end: `LENGTH`, a length with its unit, or `STATION lower|upper LENGTH`. Nothing,
/// and no fault, of a blank line or one that begins with `#`. Fails on anything else, saying what was sent.
Result<std::optional<TapeReading>> readTapeLine(std::string_view line);

/// The line that sends a reading.
std::string tapeLine(const TapeReading& reading);

/// Gathers lines from whatever pieces they come in. A line of more than `mostTapeLine` letters is rubbish, and is cut
/// there.
class TapeLines {
 public:
  /// Takes a piece; the whole lines that there are now, in order.
  std::vector<std::string> take(std::string_view piece);

 private:
  std::string m_begun;
};
inline constexpr std::size_t mostTapeLine = 200;

}  // namespace narrows
