#include "problem/trade.h"

#include <cctype>
#include <utility>

namespace narrows {

namespace {

Trade::Tongue& tongueInHand() {
  static Trade::Tongue tongue;
  return tongue;
}

Trade::DayWriter& dayWriterInHand() {
  static Trade::DayWriter writer;
  return writer;
}

char& decimalMarkInHand() {
  static char mark = '.';
  return mark;
}

}  // namespace

void Trade::markDecimals(char mark) {
  decimalMarkInHand() = mark;
}

char Trade::decimalMark() {
  return decimalMarkInHand();
}

void Trade::writeDays(DayWriter writer) {
  dayWriterInHand() = std::move(writer);
}

std::string Trade::day(const std::string& day) {
  return dayWriterInHand() && !day.empty() ? dayWriterInHand()(day) : day;
}

void Trade::speak(Tongue tongue) {
  tongueInHand() = std::move(tongue);
}

std::string Trade::inTongue(const char* source, int count) {
  std::string words;
  if (tongueInHand()) words = tongueInHand()(source, count);
  if (words.empty()) words = count < 0 ? std::string(source) : countedWords(source, count);
  if (count < 0) return words;
  const std::string number = std::to_string(count);
  for (std::size_t at = words.find("%n"); at != std::string::npos; at = words.find("%n", at + number.size()))
    words.replace(at, 2, number);
  return words;
}

Say Trade::placed(const std::string& words, const std::vector<Say>& given) {
  Say said("");
  std::string before;
  for (std::size_t i = 0; i < words.size(); ++i) {
    const bool isPlace = words[i] == '%' && i + 1 < words.size() && words[i + 1] >= '1' && words[i + 1] <= '9';
    const std::size_t place = isPlace ? static_cast<std::size_t>(words[i + 1] - '1') : given.size();
    if (place >= given.size()) {
      before += words[i];
      continue;
    }
    said = std::move(said) + Say(std::exchange(before, {})) + given[place];
    ++i;
  }
  return std::move(said) + Say(std::move(before));
}

std::string countedWords(std::string_view source, int count) {
  std::string words(source);
  for (std::size_t bar = words.find('|'); bar != std::string::npos; bar = words.find('|', bar)) {
    const std::size_t from = words.rfind('(', bar), to = words.find(')', bar);
    if (from == std::string::npos || to == std::string::npos) {
      ++bar;
      continue;
    }
    const std::string form = count == 1 ? words.substr(from + 1, bar - from - 1) : words.substr(bar + 1, to - bar - 1);
    words.replace(from, to - from + 1, form);
    bar = from + form.size();
  }
  return words;
}

}  // namespace narrows
