#include "plank/tape_line.h"

#include <utility>

#include "files/csv_records.h"

namespace narrows {

namespace {

/// What was sent, fit to be shown: letters that are none become a dot.
std::string shownLine(std::string_view line) {
  std::string shown;
  for (const char letter : line.substr(0, 40)) shown += letter >= ' ' && letter <= '~' ? letter : '.';
  return shown;
}

tl::unexpected<Problems> rubbish(std::string_view line) {
  return fail(Fault::TapeLine, {}, {shownLine(line)});
}

/// Whether a length names its unit: a tape that does not say it may mean any.
bool namesUnit(const std::string& words) {
  return words.find_first_of("mnt'\"") != std::string::npos;
}

}  // namespace

Result<std::optional<TapeReading>> readTapeLine(std::string_view line) {
  const std::string words = trimmedField(line);
  if (words.empty() || words[0] == '#') return std::optional<TapeReading>();
  TapeReading reading;
  std::string length = words;
  for (const bool upper : {false, true}) {
    const std::string edge = upper ? " upper " : " lower ";
    const auto at = words.find(edge);
    if (at == std::string::npos || at == 0) continue;
    reading.station = trimmedField(words.substr(0, at));
    reading.upper = upper;
    length = trimmedField(words.substr(at + edge.size()));
  }
  if (!isUtf8(line) || !namesUnit(length)) return rubbish(line);
  const auto parsed = parseLength(length, Unit::Millimetre);
  if (!parsed) return rubbish(line);
  reading.length = *parsed;
  return std::optional<TapeReading>(reading);
}

std::string tapeLine(const TapeReading& reading) {
  const std::string length = showDecimal(reading.length.mm(), 1) + " mm\n";
  return reading.station.empty() ? length
                                 : reading.station + (reading.upper.value_or(false) ? " upper " : " lower ") + length;
}

std::vector<std::string> TapeLines::take(std::string_view piece) {
  std::vector<std::string> lines;
  for (const char letter : piece) {
    const bool end = letter == '\n' || letter == '\r';
    if (!end) m_begun += letter;
    if ((end && !m_begun.empty()) || m_begun.size() >= mostTapeLine) lines.push_back(std::exchange(m_begun, {}));
  }
  return lines;
}

}  // namespace narrows
