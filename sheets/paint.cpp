#include "paint.h"

#include <QFontMetricsF>
#include <QPainter>
#include <QPen>
#include <QPolygonF>

#include "fonts.h"

namespace narrows {

namespace {

const QColor ink(0x1F, 0x2A, 0x30);
/// Letters are set at this many units an em and scaled down: fonts have no sizes below a pixel.
constexpr double fontUnits = 100.0;
constexpr double capitalShare = 0.72;  // of Lato's em

QPen penOf(LineRole role) {
  const LineStyle style = styleOf(role);
  QPen pen(ink, style.widthMm, Qt::SolidLine, Qt::FlatCap, Qt::RoundJoin);
  if (!style.dashMm.empty()) {
    QList<qreal> dashes;
    for (const double dash : style.dashMm) dashes.append(dash / style.widthMm);
    pen.setDashPattern(dashes);
  }
  return pen;
}

}  // namespace

void paintText(QPainter& painter, const SheetText& text) {
  const QFont font = shopFont(fontUnits, text.bold);
  const QString words = QString::fromStdString(text.text);
  const double scale = text.heightMm / (fontUnits * capitalShare);
  painter.save();
  painter.translate(text.at.x(), -text.at.y());
  painter.rotate(-text.angleRad * 57.29577951308232);
  painter.scale(scale, scale);
  painter.setFont(font);
  painter.setPen(ink);
  const double width = QFontMetricsF(font).horizontalAdvance(words);
  const double before = text.place == TextPlace::Left ? 0.0 : text.place == TextPlace::Centre ? 0.5 * width : width;
  painter.drawText(QPointF(-before, 0.0), words);
  painter.restore();
}

void paintDrawing(QPainter& painter, const Drawing& drawing, const DrawingBounds* seen) {
  const auto shows = [seen](const DrawingBounds& box) {
    return seen == nullptr || ((box.low - seen->high).maxCoeff() <= 0.0 && (seen->low - box.high).maxCoeff() <= 0.0);
  };
  painter.setBrush(Qt::NoBrush);
  for (const SheetLine& line : drawing.lines) {
    if (!shows(boundsOf(line))) continue;
    QPolygonF points;
    for (const Vec2& point : line.points) points.append(QPointF(point.x(), -point.y()));
    painter.setPen(penOf(line.role));
    painter.drawPolyline(points);
  }
  for (const SheetText& text : drawing.texts) {
    if (shows(boundsOf(text))) paintText(painter, text);
  }
}

}  // namespace narrows
