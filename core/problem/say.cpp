#include "problem/say.h"

#include <array>
#include <cmath>
#include <cstdio>

namespace narrows {

double roundedTo(double step, const SaidLength& length) {
  constexpr double aHair = 1e-6;  // of a step: what is a whole number of steps but for the last bits
  const double steps = length.mm / step;
  switch (length.rounded) {
    case SaidLength::Rounded::Down:
      return step * std::floor(steps + aHair);
    case SaidLength::Rounded::Up:
      return step * std::ceil(steps - aHair);
    case SaidLength::Rounded::Nearest:
      break;
  }
  return step * std::round(steps);
}

Say operator+(Say first, const Say& then) {
  first.m_parts.insert(first.m_parts.end(), then.m_parts.begin(), then.m_parts.end());
  return first;
}

std::string Say::words(const LengthWriter& length) const {
  std::string text;
  for (const auto& part : m_parts) {
    if (const auto* words = std::get_if<std::string>(&part)) {
      text += *words;
      continue;
    }
    const auto& said = std::get<SaidLength>(part);
    if (length) {
      text += length(said);
      continue;
    }
    std::array<char, 64> tenths{};
    std::snprintf(tenths.data(), tenths.size(), "%.1f mm", roundedTo(0.1, said));
    text += tenths.data();
  }
  return text;
}

}  // namespace narrows
