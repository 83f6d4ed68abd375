#include "canvas/labels.h"

#include <algorithm>

namespace narrows {

QRectF Labels::place(const QRectF& box, const QPointF& step) {
  constexpr int mostSteps = 6;
  QRectF placed = box;
  for (int i = 0; i <= mostSteps; ++i) {
    placed = box.translated(step * i);
    if (isClear(placed)) break;
    if (i == mostSteps) placed = box;
  }
  m_taken.push_back(placed);
  return placed;
}

bool Labels::isClear(const QRectF& box) const {
  return std::none_of(m_taken.begin(), m_taken.end(), [&](const QRectF& other) { return other.intersects(box); });
}

std::optional<QRectF> Labels::takeFirstClear(const std::vector<QRectF>& offered) {
  const auto found = std::find_if(offered.begin(), offered.end(), [this](const QRectF& box) { return isClear(box); });
  if (found == offered.end()) return std::nullopt;
  m_taken.push_back(*found);
  return *found;
}

}  // namespace narrows
