#include "lining/strake_stack.h"

namespace narrows {

StrakeStack::StrakeStack(const Lining& lining) {
  if (lining.joints() == 0) return;
  const double last = lining.frame.lastT();
  std::vector<double> breaks{0.0, last};
  for (const LinedStrake& strake : lining.strakes) {
    breaks.push_back(strake.reach.fromT);
    breaks.push_back(strake.reach.toT);
  }
  std::sort(breaks.begin(), breaks.end());
  constexpr double sameT = 1e-6;
  for (std::size_t i = 0; i + 1 < breaks.size(); ++i) {
    if (breaks[i + 1] - breaks[i] < sameT) continue;
    const double middle = 0.5 * (breaks[i] + breaks[i + 1]);
    Stretch stretch{lining.frame.point(breaks[i], 0.5).x(), lining.frame.point(breaks[i + 1], 0.5).x(), {}};
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      if (!lining.strakes[k].reach.holds(middle) || lining.strakeBelow(k, middle)) continue;
      for (std::optional<std::size_t> at = k; at; at = lining.strakeAbove(*at, middle))
        stretch.numbers.push_back(static_cast<int>(*at) + 1);
      break;
    }
    m_stretches.push_back(std::move(stretch));
  }
}

std::optional<int> StrakeStack::Stretch::between(int one, int other) const {
  const auto low = std::find(numbers.begin(), numbers.end(), one);
  const auto high = std::find(numbers.begin(), numbers.end(), other);
  if (low == numbers.end() || high == numbers.end()) return std::nullopt;
  return static_cast<int>(std::abs(low - high)) - 1;
}

std::optional<int> StrakeStack::between(int one, double oneMm, int other, double otherMm) const {
  if (m_stretches.empty()) return std::abs(one - other) - 1;
  std::optional<int> fewest;
  for (const double xMm : {oneMm, otherMm}) {
    for (std::size_t i = 0; i < m_stretches.size(); ++i) {
      // Beyond the ends as at them: a plank goes on into the rabbet.
      const bool after = i == 0 || xMm >= m_stretches[i].fromMm;
      const bool before = i + 1 == m_stretches.size() || xMm < m_stretches[i].toMm;
      if (!after || !before) continue;
      const auto here = m_stretches[i].between(one, other);
      if (here && (!fewest || *here < *fewest)) fewest = here;
    }
  }
  return fewest;
}

std::optional<int> StrakeStack::fewestBetween(int one, int other) const {
  if (m_stretches.empty()) return std::abs(one - other) - 1;
  std::optional<int> fewest;
  for (const Stretch& stretch : m_stretches) {
    const auto here = stretch.between(one, other);
    if (here && (!fewest || *here < *fewest)) fewest = here;
  }
  return fewest;
}

std::vector<int> StrakeStack::below(int strake) const {
  if (m_stretches.empty()) return strake > 1 ? std::vector<int>{strake - 1} : std::vector<int>();
  std::vector<int> all;
  for (const Stretch& stretch : m_stretches) {
    const auto at = std::find(stretch.numbers.begin(), stretch.numbers.end(), strake);
    if (at == stretch.numbers.end() || at == stretch.numbers.begin()) continue;
    if (std::find(all.begin(), all.end(), *(at - 1)) == all.end()) all.push_back(*(at - 1));
  }
  return all;
}

}  // namespace narrows
