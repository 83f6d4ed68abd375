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

std::optional<SessionCanvas::Box> DayCanvas::extent() const {
  if (m_bench->order() == nullptr) return std::nullopt;
  return Box{Vec2(0.0, captionPx - height()), Vec2(width(), 0.0)};
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

void DayCanvas::paintDrawing(QPainter& painter) {
  const QSizeF room(width(), height() - captionPx);
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
