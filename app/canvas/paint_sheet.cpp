#include "canvas/paint_sheet.h"

#include <algorithm>

#include "canvas/look.h"

namespace narrows {

namespace {

constexpr double pxPerPenMm = 4.0, pxPerDashMm = 1.2, leastPx = 1.0;

const QColor& inkOf(LineRole role) {
  switch (role) {
    case LineRole::Board:
      return look::outline;
    case LineRole::Level:
      return look::edge;
    case LineRole::MouldBack:
    case LineRole::CentreLine:
    case LineRole::InnerRabbet:
      return look::quietInk;
    default:
      return look::ink;
  }
}

}  // namespace

QPen penOf(LineRole role) {
  const LineStyle style = styleOf(role);
  const double wide = std::max(leastPx, pxPerPenMm * style.widthMm);
  QPen pen(inkOf(role), wide);
  if (style.dashMm.empty()) return pen;
  QList<double> dashes;
  for (const double mm : style.dashMm) dashes.append(pxPerDashMm * mm / wide);
  pen.setDashPattern(dashes);
  return pen;
}

}  // namespace narrows
