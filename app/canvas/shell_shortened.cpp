#include "canvas/shell_shortened.h"

#include <algorithm>
#include <cmath>

namespace narrows {

double greatestGirthMm(const GirthFrame& frame) {
  double greatest = 0.0;
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) greatest = std::max(greatest, frame.girthMm(i));
  return greatest;
}

double ShellShortened::by(const GirthFrame& frame, const QSize& size) {
  if (m_hull == frame.sharedHull() && m_size == size) return m_by;
  constexpr double aroundPx = 70.0, leastPx = 50.0;
  const double length = frame.middleMm(frame.sectionCount() - 1) - frame.middleMm(0);
  const double wanted = length / std::max(greatestGirthMm(frame), 1.0) * (size.height() - aroundPx) /
                        std::max(size.width() - aroundPx, leastPx);
  m_hull = frame.sharedHull();
  m_size = size;
  m_by = std::clamp(std::round(wanted * 2.0) / 2.0, 1.0, 6.0);
  return m_by;
}

}  // namespace narrows
