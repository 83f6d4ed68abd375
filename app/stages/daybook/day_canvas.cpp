#include "stages/daybook/day_canvas.h"

#include <QPainter>

#include "fonts.h"
#include "stages/daybook/order_bench.h"

namespace narrows {

DayCanvas::DayCanvas(Session* session, OrderBench* bench, QWidget* parent)
    : SessionCanvas(session, parent), m_bench(bench) {
  connect(bench, &OrderBench::changed, this, &DayCanvas::layOutAnew);
  connect(bench, &OrderBench::handChanged, this, &DayCanvas::layOutAnew);
}

void DayCanvas::layOutAnew() {
  m_laidOut = {};
  if (isVisible()) update();
}

double DayCanvas::captionHigh() const {
  return captionPx + captionLineHigh * static_cast<double>(captionLines().size() - 1);
}

void DayCanvas::layOutNow() {
  if (m_laidOut.isEmpty()) repaint();
}

std::optional<SessionCanvas::Box> DayCanvas::extent() const {
  if (m_bench->order() == nullptr) return std::nullopt;
  return Box{Vec2(0.0, captionHigh() - height()), Vec2(width(), 0.0)};
}

QPointF DayCanvas::onDay(const QPointF& at) const {
  return toScreen(Vec2(at.x(), -at.y()));
}

QRectF DayCanvas::onDay(const QRectF& box) const {
  return {onDay(box.topLeft()), onDay(box.bottomRight())};
}

QPointF DayCanvas::fromScreen(const QPointF& at) const {
  const Vec2 world = toWorld(at);
  return {world.x(), -world.y()};
}

QFont DayCanvas::fontOf(double px, bool bold) const {
  return shopFont(std::max(6.0, px * zoomed()), bold);
}

void DayCanvas::drawWords(QPainter& painter, const QRectF& box, const QString& words) {
  const QFontMetricsF metrics(painter.font());
  constexpr auto left = Qt::AlignLeft | Qt::AlignVCenter | Qt::TextSingleLine;
  constexpr double tight = 0.92;  // of a line: capitals have no accents above
  const bool two = box.height() >= 2.0 * tight * metrics.height();
  if (!two || metrics.horizontalAdvance(words) <= box.width()) {
    painter.drawText(box, left, metrics.elidedText(words, Qt::ElideRight, box.width()));
    return;
  }
  // As many words as the first line holds.
  const QStringList all = words.split(QLatin1Char(' '));
  QString first = all.front();
  qsizetype at = 1;
  while (at < all.size() && metrics.horizontalAdvance(first + QLatin1Char(' ') + all[at]) <= box.width())
    first += QLatin1Char(' ') + all[at++];
  const QString rest = all.mid(at).join(QLatin1Char(' '));
  const double high = tight * metrics.height();
  const QRectF upper(box.left(), box.center().y() - high, box.width(), high);
  painter.drawText(upper, left | Qt::TextDontClip, metrics.elidedText(first, Qt::ElideRight, box.width()));
  painter.drawText(upper.translated(0.0, high), left | Qt::TextDontClip,
                   metrics.elidedText(rest, Qt::ElideRight, box.width()));
}

void DayCanvas::paintDrawing(QPainter& painter) {
  const QSizeF room(width(), height() - captionHigh());
  if (m_laidOut != room) {
    layOutDay(room);
    m_laidOut = room;
  }
  paintDay(painter);
}

void DayCanvas::resizeEvent(QResizeEvent* event) {
  m_laidOut = {};
  SessionCanvas::resizeEvent(event);
}

}  // namespace narrows
