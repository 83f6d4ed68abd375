#include "stages/lining/body_plan.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>
#include <numeric>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "fonts.h"

namespace narrows {

namespace {
constexpr int sectionPoints = 64;
}

BodyPlan::BodyPlan(Session* session, QWidget* parent) : MarkCanvas(session, parent) {
  setAccessibleName(tr("Body plan with the plank lines"));
}

double BodyPlan::side(std::size_t section) const {
  return section > lining()->frame.greatestSection() ? -1.0 : 1.0;
}

std::optional<SessionCanvas::Box> BodyPlan::extent() const {
  if (lining() == nullptr) return std::nullopt;
  Vec2 low(1e300, 1e300), high(-1e300, -1e300);
  double breadth = 0.0;
  for (std::size_t i = 0; i < lining()->frame.sectionCount(); ++i) {
    for (int k = 0; k <= 16; ++k) {
      const Vec3 at = lining()->frame.sectionPoint(i, k / 16.0);
      breadth = std::max(breadth, at.y());
      low.y() = std::min(low.y(), at.z());
      high.y() = std::max(high.y(), at.z());
    }
  }
  return std::pair(Vec2(-breadth, low.y()), Vec2(breadth, high.y()));
}

Vec2 BodyPlan::markPlace(std::size_t line, std::size_t section) const {
  const Vec3 at = lining()->frame.sectionPoint(section, lining()->lines[line].shares[section]);
  return {side(section) * at.y(), at.z()};
}

double BodyPlan::shareAt(std::size_t section, const Vec2& world) const {
  return lining()->frame.nearestShare(section, side(section) * world.x(), world.y());
}

bool BodyPlan::showsSection(std::size_t section) const {
  return m_session->selection().section == static_cast<int>(section);
}

void BodyPlan::paintDrawing(QPainter& painter) {
  setCaption(tr("after body  |  fore body"));
  const Lining& now = *lining();
  const auto box = worldBox();
  painter.setPen(QPen(look::edge, 1.0));
  drawStraight(painter, toScreen({0.0, box->first.y()}), toScreen({0.0, box->second.y()}));
  const int selected = m_session->selection().section;
  const int strake = m_session->selection().strake;
  // The strake in hand, as a band from section to section.
  for (const double half : {1.0, -1.0}) {
    if (strake < 0 || static_cast<std::size_t>(strake) >= now.strakeCount()) break;
    QPolygonF band;
    std::vector<QPointF> back;
    const auto greatest = static_cast<double>(now.frame.greatestSection());
    const double from = half > 0.0 ? 0.0 : greatest;
    const double to = half > 0.0 ? greatest : now.frame.lastT();
    for (int i = 0; i <= 60; ++i) {
      const double t = from + (to - from) * i / 60.0;
      const Vec3 low = now.point(static_cast<std::size_t>(strake), t);
      const Vec3 high = now.point(static_cast<std::size_t>(strake) + 1, t);
      band.append(toScreen({half * low.y(), low.z()}));
      back.push_back(toScreen({half * high.y(), high.z()}));
    }
    for (auto it = back.rbegin(); it != back.rend(); ++it) band.append(*it);
    painter.setPen(Qt::NoPen);
    painter.setBrush(look::strakeInHand);
    drawShape(painter, band, Qt::WindingFill);
    painter.setBrush(Qt::NoBrush);
  }
  std::vector<QPointF> heads;
  for (std::size_t i = 0; i < now.frame.sectionCount(); ++i) {
    const bool on = static_cast<int>(i) == selected;
    QPolygonF curve;
    for (int k = 0; k <= sectionPoints; ++k) {
      const Vec3 at = now.frame.sectionPoint(i, static_cast<double>(k) / sectionPoints);
      curve.append(toScreen({side(i) * at.y(), at.z()}));
    }
    painter.setPen(QPen(on ? look::inHand : look::quietInk, on ? 2.4 : 1.0));
    drawCurve(painter, curve);
    heads.push_back(curve.back());
  }
  for (std::size_t line = 1; line + 1 < now.lines.size(); ++line) {
    const bool on = m_session->selection().line == static_cast<int>(line);
    for (const double half : {1.0, -1.0}) {
      QPolygonF curve;
      const auto greatest = static_cast<double>(now.frame.greatestSection());
      const double from = half > 0.0 ? 0.0 : greatest;
      const double to = half > 0.0 ? greatest : now.frame.lastT();
      for (int i = 0; i <= 60; ++i) {
        const Vec3 at = now.point(line, from + (to - from) * i / 60.0);
        curve.append(toScreen({half * at.y(), at.z()}));
      }
      painter.setPen(QPen(on ? look::inHand : look::ink, on ? 2.2 : 1.0));
      drawCurve(painter, curve);
    }
  }
  paintMarks(painter);
  paintNames(painter, heads);
}

void BodyPlan::paintNames(QPainter& painter, const std::vector<QPointF>& heads) const {
  // The section in hand first; of names that would lie on each other the first stays.
  std::vector<std::size_t> order(heads.size());
  std::iota(order.begin(), order.end(), std::size_t{0});
  const int selected = m_session->selection().section;
  std::stable_partition(order.begin(), order.end(),
                        [selected](std::size_t i) { return static_cast<int>(i) == selected; });
  std::vector<QRectF> taken;
  for (const std::size_t i : order) {
    const bool on = static_cast<int>(i) == selected;
    painter.setFont(shopFont(look::labelPx, on));
    const QString name = QString::fromStdString(lining()->frame.hull().sections[i].name);
    const double width = painter.fontMetrics().horizontalAdvance(name) + 6.0;
    const QRectF box(heads[i].x() - 0.5 * width, heads[i].y() - 21.0, width, 17.0);
    if (std::any_of(taken.begin(), taken.end(), [&box](const QRectF& other) { return other.intersects(box); }))
      continue;
    taken.push_back(box);
    painter.setPen(on ? look::inHand : look::ink);
    painter.drawText(box, Qt::AlignCenter, name);
  }
}

void BodyPlan::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton && !isMeasuring() && lining() != nullptr &&
      handleNear(event->position(), 10.0) == nullptr) {
    // A click near a section takes it in hand, and its marks with it.
    const Lining& now = *lining();
    double least = 10.0;
    Selection selection = m_session->selection();
    for (std::size_t i = 0; i < now.frame.sectionCount(); ++i) {
      for (int k = 0; k <= 100; ++k) {
        const Vec3 at = now.frame.sectionPoint(i, k / 100.0);
        const QPointF away = toScreen({side(i) * at.y(), at.z()}) - event->position();
        const double size = std::hypot(away.x(), away.y());
        if (size < least) least = size, selection.section = static_cast<int>(i);
      }
    }
    m_session->select(selection);
  }
  MarkCanvas::mousePressEvent(event);
}

}  // namespace narrows
