#pragma once
// Words with lengths in them, which are written only when it is known in what notation.

#include <functional>
#include <string>
#include <variant>
#include <vector>

namespace narrows {

/// A length within what is said, mm: written in whatever notation the reader has in hand. A limit is rounded to the
/// side that holds, so that what is named can be given.
struct SaidLength {
  enum class Rounded { Nearest, Down, Up };
  double mm = 0.0;
  Rounded rounded = Rounded::Nearest;
  bool operator==(const SaidLength&) const = default;
};
inline SaidLength said(double mm) {
  return {mm};
}
inline SaidLength saidAtMost(double mm) {
  return {mm, SaidLength::Rounded::Down};
}
inline SaidLength saidAtLeast(double mm) {
  return {mm, SaidLength::Rounded::Up};
}

/// Rounds to whole steps, as a limit is.
double roundedTo(double step, const SaidLength& length);

/// Writes a length; without one it is in millimetres, to a tenth.
using LengthWriter = std::function<std::string(const SaidLength&)>;

/// A word or a sentence with lengths in it.
class Say {
 public:
  Say(std::string words) : m_parts{std::move(words)} {}    // NOLINT(google-explicit-constructor): read as the words
  Say(const char* words) : m_parts{std::string(words)} {}  // NOLINT(google-explicit-constructor)
  Say(SaidLength length) : m_parts{length} {}              // NOLINT(google-explicit-constructor)
  friend Say operator+(Say first, const Say& then);
  std::string words(const LengthWriter& length = {}) const;
  bool operator==(const Say&) const = default;

 private:
  std::vector<std::variant<std::string, SaidLength>> m_parts;
};

/// One after the other.
Say operator+(Say first, const Say& then);

}  // namespace narrows
