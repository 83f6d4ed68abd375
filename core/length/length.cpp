#include "length/length.h"

#include <array>
#include <charconv>
#include <cmath>
#include <cstdint>
#include <optional>

#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double mmPerFoot = 12.0 * mmPerInch;

std::string trimmed(std::string_view text) {
  const auto first = text.find_first_not_of(" \t");
  if (first == std::string_view::npos) return {};
  return std::string(text.substr(first, text.find_last_not_of(" \t") - first + 1));
}

void replaceAll(std::string& text, std::string_view from, std::string_view to) {
  for (std::size_t at = 0; (at = text.find(from, at)) != std::string::npos; at += to.size()) {
    text.replace(at, from.size(), to);
  }
}

/// Brings the many marks people type to the few that the reader below knows.
std::string plainMarks(std::string_view text) {
  std::string plain = trimmed(text);
  constexpr std::array<std::array<std::string_view, 2>, 20> marks{
      {{"\u2044", "/"},    {"\u2032", "'"},    {"\u2019", "'"},    {"\u2033", "\""},   {"\u201d", "\""},
       {"\u2212", "-"},    {"\u00a0", " "},    {"\u202f", " "},    {"\u00bd", " 1/2"}, {"\u00bc", " 1/4"},
       {"\u00be", " 3/4"}, {"\u215b", " 1/8"}, {"\u215c", " 3/8"}, {"\u215d", " 5/8"}, {"\u215e", " 7/8"},
       {"''", "\""},       {"\t", " "},        {" /", "/"},        {"/ ", "/"},        {"  ", " "}}};
  for (const auto& mark : marks) replaceAll(plain, mark[0], mark[1]);
  return trimmed(plain);
}

/// Reads figures from the front of a text; each step says whether it found what it looked for.
class FigureReader {
 public:
  explicit FigureReader(std::string_view text) : m_rest(text) {}

  bool atEnd() {
    skipBlanks();
    return m_rest.empty();
  }
  bool take(std::string_view word) {
    skipBlanks();
    if (!m_rest.starts_with(word)) return false;
    m_rest.remove_prefix(word.size());
    return true;
  }
  /// A word as a unit: not followed by another letter.
  bool takeUnit(std::string_view word) {
    const std::string_view before = m_rest;
    if (take(word) && (m_rest.empty() || std::isalpha(static_cast<unsigned char>(m_rest.front())) == 0)) return true;
    m_rest = before;
    return false;
  }
  std::optional<double> decimal() {
    skipBlanks();
    std::size_t end = 0;
    while (end < m_rest.size() && (isDigit(m_rest[end]) || m_rest[end] == '.')) ++end;
    double value = 0.0;
    const auto [stop, error] = std::from_chars(m_rest.data(), m_rest.data() + end, value, std::chars_format::fixed);
    if (error != std::errc() || stop != m_rest.data() + end || end == 0) return std::nullopt;
    m_rest.remove_prefix(end);
    return value;
  }
  /// `5/8` only: nothing is taken unless the whole fraction is there.
  std::optional<double> fraction() {
    const std::string_view before = m_rest;
    const auto over = whole();
    if (over && take("/")) {
      const auto under = whole();
      if (under && *under > 0) return static_cast<double>(*over) / static_cast<double>(*under);
    }
    m_rest = before;
    return std::nullopt;
  }
  std::optional<std::int64_t> whole() {
    skipBlanks();
    std::size_t end = 0;
    while (end < m_rest.size() && isDigit(m_rest[end])) ++end;
    std::int64_t value = 0;
    const auto [stop, error] = std::from_chars(m_rest.data(), m_rest.data() + end, value);
    if (error != std::errc() || end == 0) return std::nullopt;
    (void)stop;
    m_rest.remove_prefix(end);
    return value;
  }
  std::string_view rest() const { return m_rest; }

 private:
  static bool isDigit(char c) { return c >= '0' && c <= '9'; }
  void skipBlanks() {
    while (!m_rest.empty() && m_rest.front() == ' ') m_rest.remove_prefix(1);
  }
  std::string_view m_rest;
};

/// `3-4-5`, `3-4-5+`, `3-4-5-`: feet, inches, eighths and a sixteenth more or less.
std::optional<double> feetInchesEighths(std::string_view text) {
  FigureReader reader(text);
  const auto feet = reader.whole();
  if (!feet || !reader.take("-")) return std::nullopt;
  const auto in = reader.whole();
  if (!in || *in > 11 || !reader.take("-")) return std::nullopt;
  const auto eighths = reader.whole();
  if (!eighths || *eighths > 7) return std::nullopt;
  double sixteenths = static_cast<double>(((*feet * 12 + *in) * 8 + *eighths) * 2);
  if (reader.take("+")) {
    sixteenths += 1.0;
  } else if (reader.take("-")) {
    sixteenths -= 1.0;
  }
  if (!reader.atEnd()) return std::nullopt;
  return sixteenths * mmPerInch / 16.0;
}

std::optional<double> metricFactor(FigureReader& reader) {
  if (reader.takeUnit("mm")) return 1.0;
  if (reader.takeUnit("cm")) return 10.0;
  if (reader.takeUnit("metres") || reader.takeUnit("m")) return 1000.0;
  return std::nullopt;
}

bool takeFeet(FigureReader& reader) {
  return reader.take("'") || reader.takeUnit("feet") || reader.takeUnit("foot") || reader.takeUnit("ft");
}
bool takeInches(FigureReader& reader) {
  return reader.take("\"") || reader.takeUnit("inches") || reader.takeUnit("inch") || reader.takeUnit("in");
}

double bareFactor(Unit unit) {
  switch (unit) {
    case Unit::FtInEighths:
    case Unit::Inch:
      return mmPerInch;
    case Unit::Millimetre:
      return 1.0;
    case Unit::Metre:
      return 1000.0;
  }
  return 1.0;
}

/// Whole, whole with a fraction, or decimal; `fractional` says that a fraction was written.
std::optional<double> amount(FigureReader& reader, bool& fractional) {
  fractional = false;
  if (const auto alone = reader.fraction()) {
    fractional = true;
    return alone;
  }
  const auto value = reader.decimal();
  if (!value) return std::nullopt;
  if (const auto part = reader.fraction()) {
    fractional = true;
    return *value + *part;
  }
  FigureReader ahead = reader;  // "3-1/2" as well as "3 1/2"
  if (ahead.take("-")) {
    if (const auto part = ahead.fraction()) {
      reader = ahead;
      fractional = true;
      return *value + *part;
    }
  }
  return value;
}

std::optional<double> anyNotation(std::string_view text, Unit bare) {
  if (const auto table = feetInchesEighths(text)) return table;
  FigureReader reader(text);
  bool fractional = false;
  const auto first = amount(reader, fractional);
  if (!first) return std::nullopt;
  if (reader.atEnd()) return *first * (fractional ? mmPerInch : bareFactor(bare));
  if (const auto factor = metricFactor(reader)) {
    return reader.atEnd() ? std::optional(*first * *factor) : std::nullopt;
  }
  if (takeInches(reader)) return reader.atEnd() ? std::optional(*first * mmPerInch) : std::nullopt;
  if (!takeFeet(reader)) return std::nullopt;
  if (reader.atEnd()) return *first * mmPerFoot;
  reader.take("-");
  const auto in = amount(reader, fractional);
  if (!in) return std::nullopt;
  takeInches(reader);
  if (!reader.atEnd()) return std::nullopt;
  return *first * mmPerFoot + *in * mmPerInch;
}

std::string exampleFor(Unit unit) {
  switch (unit) {
    case Unit::FtInEighths:
      return Trade::say("write it as 3-4-5+ (3 ft 4 5/8 in and a sixteenth).");
    case Unit::Inch:
      return Trade::say("write it as 40.625 or 40 5/8.");
    case Unit::Millimetre:
      return Trade::say("write it as 1032 or 1032.5.");
    case Unit::Metre:
      return Trade::say("write it as 1.0325.");
  }
  return {};
}

std::string showFeetInches(double mm, int denominator, bool feet, bool plain) {
  const auto parts = static_cast<std::int64_t>(std::llround(std::abs(mm) / mmPerInch * denominator));
  std::string text = mm < 0.0 && parts > 0 ? (plain ? "-" : "\u2212") : "";
  std::int64_t in = parts / denominator;
  std::int64_t over = parts % denominator;
  std::int64_t under = denominator;
  while (over > 0 && over % 2 == 0) over /= 2, under /= 2;
  if (feet && in >= 12) {
    text += std::to_string(in / 12) + " ft";
    in %= 12;
    if (in == 0 && over == 0) return text;
    text += ' ';
  }
  if (in > 0 || over == 0) text += std::to_string(in);
  if (over > 0) {
    if (in > 0) text += ' ';
    text += std::to_string(over) + (plain ? "/" : "\u2044") + std::to_string(under);
  }
  return text + " in";
}

}  // namespace

std::string_view unitName(Unit unit) {
  switch (unit) {
    case Unit::FtInEighths:
      return "ft-in-8ths";
    case Unit::Inch:
      return "in";
    case Unit::Millimetre:
      return "mm";
    case Unit::Metre:
      return "m";
  }
  return {};
}

Result<Unit> unitNamed(std::string_view name) {
  for (const Unit unit : {Unit::FtInEighths, Unit::Inch, Unit::Millimetre, Unit::Metre}) {
    if (unitName(unit) == name) return unit;
  }
  return fail(Fault::WordUnknown, {}, {std::string(name), "ft-in-8ths, in, mm or m"});
}

Result<Length> parseLength(std::string_view text, Unit bare) {
  std::string plain = plainMarks(text);
  const bool negative = plain.starts_with('-');
  if (negative) plain = trimmed(std::string_view(plain).substr(1));
  const auto comma = plain.find(',');
  if (comma != std::string::npos && plain.find(',', comma + 1) == std::string::npos &&
      plain.find('.') == std::string::npos) {
    plain[comma] = '.';
  }
  const auto mm = anyNotation(plain, bare);
  if (!mm || !std::isfinite(*mm)) {
    return fail(Fault::NotALength, {}, {std::string(text), std::string(unitName(bare)), std::string(exampleFor(bare))});
  }
  return millimetres(negative ? -*mm : *mm);
}

std::string showDecimal(double value, int decimals) {
  std::array<char, 64> buffer{};
  const auto [end, error] =
      std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed, decimals);
  if (error != std::errc()) return "?";
  std::string text(buffer.data(), end);
  if (text.starts_with('-') && text.find_first_not_of("-0.") == std::string::npos) text.erase(0, 1);
  return text;
}

std::string saidDecimal(double value, int decimals) {
  std::string words = withDecimalMark(showDecimal(value, decimals));
  if (words.starts_with('-')) words.replace(0, 1, "\u2212");
  return words;
}

std::string withDecimalMark(std::string figure) {
  if (const auto at = figure.find('.'); at != std::string::npos) figure[at] = Trade::decimalMark();
  return figure;
}

std::string writeLength(Length length, Unit unit, int decimals, bool trim) {
  if (unit == Unit::FtInEighths) {
    const auto sixteenths = static_cast<std::int64_t>(std::llround(std::abs(length.mm()) / mmPerInch * 16.0));
    const std::int64_t eighths = sixteenths / 2;
    std::string text = length.mm() < 0.0 && sixteenths > 0 ? "-" : "";
    text += std::to_string(eighths / 96) + "-" + std::to_string(eighths / 8 % 12) + "-" + std::to_string(eighths % 8);
    return sixteenths % 2 == 1 ? text + "+" : text;
  }
  std::string text = showDecimal(length.mm() / bareFactor(unit), decimals);
  if (trim && text.find('.') != std::string::npos) {
    text.erase(text.find_last_not_of('0') + 1);
    if (text.ends_with('.')) text.pop_back();
  }
  return text;
}

std::string showLength(Length length, Notation notation, bool plain) {
  switch (notation) {
    case Notation::FeetInches16:
      return showFeetInches(length.mm(), 16, true, plain);
    case Notation::FeetInches32:
      return showFeetInches(length.mm(), 32, true, plain);
    case Notation::Inches16:
      return showFeetInches(length.mm(), 16, false, plain);
    case Notation::Inches32:
      return showFeetInches(length.mm(), 32, false, plain);
    case Notation::Millimetres: {
      const double half = std::round(length.mm() * 2.0) / 2.0;
      return saidDecimal(half, half == std::floor(half) ? 0 : 1) + " mm";
    }
  }
  return {};
}

LengthWriter lengthsIn(Notation notation) {
  // A tenth where the rule would say a half: what is named can be typed.
  if (notation == Notation::Millimetres) return {};
  return [notation](const SaidLength& length) {
    return showLength(millimetres(roundedTo(notationStep(notation).mm(), length)), notation);
  };
}

std::string showLong(Length length, Notation notation) {
  return showLength(length, notation == Notation::Millimetres ? notation : Notation::FeetInches16);
}

std::string showThin(Length length, Notation notation) {
  if (notation == Notation::Millimetres) return saidDecimal(length.mm(), 1) + " mm";
  return showFeetInches(length.mm(), 64, false, false);
}

std::string showTolerance(Length length, Notation notation) {
  if (std::abs(length.mm()) >= 0.5 * notationStep(notation).mm()) return showLength(length, notation);
  constexpr double hundredthMm = 0.01, halfA64thMm = mmPerInch / 128.0;
  if (notation == Notation::Millimetres)
    return length.mm() < hundredthMm ? Trade::say("under %1 mm", saidDecimal(hundredthMm, 2))
                                     : saidDecimal(length.mm(), length.mm() < 0.1 ? 2 : 1) + " mm";
  return length.mm() < halfA64thMm ? Trade::say("under %1", showThin(millimetres(2.0 * halfA64thMm), notation))
                                   : showThin(length, notation);
}

Length notationStep(Notation notation) {
  switch (notation) {
    case Notation::FeetInches16:
    case Notation::Inches16:
      return inches(1.0 / 16.0);
    case Notation::FeetInches32:
    case Notation::Inches32:
      return inches(1.0 / 32.0);
    case Notation::Millimetres:
      return millimetres(0.5);
  }
  return millimetres(0.5);
}

}  // namespace narrows
