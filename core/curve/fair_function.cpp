#include "curve/fair_function.h"

#include <algorithm>

#include "problem/problem.h"

namespace narrows {

FairFunction::FairFunction(std::vector<double> at, std::vector<double> values)
    : m_at(std::move(at)), m_values(std::move(values)), m_bends(m_at.size(), 0.0) {
  require(!m_at.empty() && m_at.size() == m_values.size(), "a fair function has a figure at each place");
  const std::size_t n = m_at.size();
  if (n < 3) return;
  std::vector<double> diagonal(n), right(n);
  for (std::size_t i = 1; i + 1 < n; ++i) {
    const double before = m_at[i] - m_at[i - 1];
    const double after = m_at[i + 1] - m_at[i];
    require(before > 0.0 && after > 0.0, "places of a fair function increase");
    diagonal[i] = 2.0 * (before + after);
    right[i] = 6.0 * ((m_values[i + 1] - m_values[i]) / after - (m_values[i] - m_values[i - 1]) / before);
    if (i > 1) {
      const double ratio = before / diagonal[i - 1];
      diagonal[i] -= ratio * before;
      right[i] -= ratio * right[i - 1];
    }
  }
  for (std::size_t i = n - 2; i >= 1; --i) {
    m_bends[i] = (right[i] - (m_at[i + 1] - m_at[i]) * m_bends[i + 1]) / diagonal[i];
  }
}

double FairFunction::operator()(double place) const {
  const std::size_t n = m_at.size();
  if (n == 1) return m_values.front();
  const auto after = std::upper_bound(m_at.begin() + 1, m_at.end() - 1, place);
  const auto s = static_cast<std::size_t>(after - m_at.begin()) - 1;
  const double h = m_at[s + 1] - m_at[s];
  const double rise = (m_values[s + 1] - m_values[s]) / h;
  if (place < m_at.front()) {
    return m_values[0] + (place - m_at[0]) * (rise - h / 6.0 * (2.0 * m_bends[0] + m_bends[1]));
  }
  if (place > m_at.back()) {
    return m_values[n - 1] + (place - m_at[n - 1]) * (rise + h / 6.0 * (m_bends[n - 2] + 2.0 * m_bends[n - 1]));
  }
  const double u = (place - m_at[s]) / h;
  const double w = 1.0 - u;
  return m_values[s] + u * (m_values[s + 1] - m_values[s]) +
         h * h / 6.0 * ((w * w * w - w) * m_bends[s] + (u * u * u - u) * m_bends[s + 1]);
}

}  // namespace narrows
