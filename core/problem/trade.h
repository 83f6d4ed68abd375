#pragma once
// The words of the trade, in the tongue of the shop.

#include <concepts>
#include <functional>
#include <string>
#include <string_view>
#include <type_traits>
#include <vector>

#include "problem/say.h"

namespace narrows {

/// Through here everything is said that core and sheets say to be read: problems, findings, the words of sheets. Words
/// that stand in files, names of files and what is only compared are not: they are the same in every tongue.
struct Trade {
  /// Gives the words for those of the source. `count`: how many %n is of, which decides their form; -1 where the words
  /// count nothing. Gives nothing where it has none.
  using Tongue = std::function<std::string(const char* source, int count)>;
  /// From here on all is said in a tongue; in the words of the source where it is none, and where it has none. To be
  /// called before any work is begun: nothing guards it.
  static void speak(Tongue tongue);

  /// Writes a day, given as 2026-04-30.
  using DayWriter = std::function<std::string(const std::string& day)>;
  /// From here on days are written so; as they stand in the book where there is none. To be called as `speak` is.
  static void writeDays(DayWriter writer);
  /// A day as it is read.
  static std::string day(const std::string& day);

  /// From here on tenths are parted so in what is read; by a point unless another mark is given. To be called as
  /// `speak` is.
  static void markDecimals(char mark);
  static char decimalMark();

  /// The words, %1 to %9 in them being what is given beside them, each as often as it stands there: strings, whole
  /// numbers, and `Say` or lengths. With one of the last they are a `Say`, otherwise a string.
  template <typename... Given>
  static auto say(const char* source, const Given&... given) {
    return asAsked<Given...>(placed(inTongue(source, -1), {asSay(given)...}));
  }
  /// Words of a list, marked where they stand (`mark`).
  static std::string say(std::string_view marked) { return inTongue(std::string(marked).c_str(), -1); }
  /// The same of so many, in the form that belongs to the number: %n is the number, and the source has the words for
  /// one and for another number side by side: "%n strake(|s)", "%n figure( lies|s lie)".
  template <std::integral Number, typename... Given>
  static auto sayCount(const char* source, Number count, const Given&... given) {
    return asAsked<Given...>(placed(inTongue(source, static_cast<int>(count)), {asSay(given)...}));
  }
  /// Marks words of a list that are said later, by `say`.
  static constexpr const char* mark(const char* source) { return source; }

 private:
  static std::string inTongue(const char* source, int count);
  static Say placed(const std::string& words, const std::vector<Say>& given);
  static Say asSay(const Say& given) { return given; }
  static Say asSay(SaidLength given) { return given; }
  static Say asSay(std::string_view given) { return std::string(given); }
  static Say asSay(const std::string& given) { return given; }
  static Say asSay(const char* given) { return given; }
  template <std::integral Number>
  static Say asSay(Number given) {
    return std::to_string(given);
  }
  template <typename... Given>
  static auto asAsked(const Say& said) {
    if constexpr (((std::same_as<Given, Say> || std::same_as<Given, SaidLength>) || ...)) {
      return said;
    } else {
      return said.words();
    }
  }
};

/// The words of a source that counts, for a number: of forms side by side in brackets the first for one, the other for
/// any other number.
std::string countedWords(std::string_view source, int count);

}  // namespace narrows
