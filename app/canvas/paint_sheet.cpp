#include "canvas/paint_sheet.h"

#include <QPainter>
#include <algorithm>

#include "canvas/look.h"
#include "canvas/seen.h"

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

void paintSheet(QPainter& painter, const Drawing& sheet, const std::function<QPointF(const Vec2&)>& toScreen,
                std::initializer_list<LineRole> roles) {
  painter.setBrush(Qt::NoBrush);
  for (const SheetLine& line : sheet.lines) {
    if (std::find(roles.begin(), roles.end(), line.role) == roles.end()) continue;
    QPolygonF points;
    for (const Vec2& at : line.points) points.append(toScreen(at));
    painter.setPen(penOf(line.role));
    drawCurve(painter, points);
  }
}

}  // namespace narrows
