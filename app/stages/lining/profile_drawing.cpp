#include "stages/lining/profile_drawing.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"

namespace narrows {

namespace {
constexpr int profilePointsABay = 8;
constexpr int profileSectionPoints = 40;
}  // namespace

ProfileDrawing::ProfileDrawing(Session* session, QWidget* parent) : MarkCanvas(session, parent) {
  setAccessibleName(tr("Profile with the plank lines"));
}

double ProfileDrawing::foreshortening() const {
  // Shorter, as she is seen from her quarter, so that seams stand apart.
  if (lining() == nullptr) return 1.0;
  const auto [low, high] = wholeBox();
  const Vec2 size = high - low;
  const double wanted = size.x() / std::max(size.y(), 1.0) * (height() - 80.0) / std::max(width() - 70.0, 50.0);
  return std::clamp(std::round(wanted * 2.0) / 2.0, 1.0, 4.0);
}

bool ProfileDrawing::showsSection(std::size_t section) const {
  return m_session->selection().section == static_cast<int>(section);
}

void ProfileDrawing::mousePressEvent(QMouseEvent* event) {
  if (pressesOnNoMark(*event)) takeSectionNear(event->position(), [this](std::size_t i) { return sectionCurve(i); });
  MarkCanvas::mousePressEvent(event);
}

QPointF ProfileDrawing::seen(const Vec3& at) const {
  return toScreen({at.x() / foreshortening(), at.z()});
}

std::optional<SessionCanvas::Box> ProfileDrawing::extent() const {
  if (lining() == nullptr) return std::nullopt;
  auto [low, high] = wholeBox();
  low.x() /= foreshortening(), high.x() /= foreshortening();
  return std::pair(low, high);
}

SessionCanvas::Box ProfileDrawing::wholeBox() const {
  if (m_boxOf == lining()->frame.sharedHull()) return m_box;
  Vec2 low(1e300, 1e300), high(-1e300, -1e300);
  for (std::size_t i = 0; i < lining()->frame.sectionCount(); ++i) {
    for (int k = 0; k <= 16; ++k) {
      const Vec3 at = lining()->frame.sectionPoint(i, k / 16.0);
      low = low.cwiseMin(Vec2(at.x(), at.z()));
      high = high.cwiseMax(Vec2(at.x(), at.z()));
    }
  }
  m_boxOf = lining()->frame.sharedHull();
  m_box = {low, high};
  return m_box;
}

Vec2 ProfileDrawing::markPlace(std::size_t line, std::size_t section) const {
  const Vec3 at = lining()->frame.sectionPoint(section, lining()->lines[line].shares[section]);
  return {at.x() / foreshortening(), at.z()};
}

double ProfileDrawing::shareAt(std::size_t section, const Vec2& world) const {
  return lining()->frame.nearestShareAbeam(section, world.x() * foreshortening(), world.y());
}

QPolygonF ProfileDrawing::sectionCurve(std::size_t section) const {
  QPolygonF curve;
  for (int k = 0; k <= profileSectionPoints; ++k)
    curve.append(seen(lining()->frame.sectionPoint(section, static_cast<double>(k) / profileSectionPoints)));
  return curve;
}

QPolygonF ProfileDrawing::lineCurve(const SurfaceCurve& curve, SurfaceReach reach) const {
  QPolygonF points;
  const int steps = std::max(2, static_cast<int>(std::ceil((reach.toT - reach.fromT) * profilePointsABay)));
  for (int i = 0; i <= steps; ++i)
    points.append(seen(curve.point(lining()->frame, reach.fromT + (reach.toT - reach.fromT) * i / steps)));
  return points;
}

void ProfileDrawing::paintWaterline(QPainter& painter) const {
  const auto& said = m_session->solved()->book->settings.waterline;
  if (!said) return;
  const double height = said->mm();
  const auto box = worldBox();
  if (height <= box->first.y() || height >= box->second.y()) return;
  const QPointF fore = toScreen({box->first.x(), height}), aft = toScreen({box->second.x(), height});
  QPen pen(look::quietInk, 1.6);
  pen.setDashPattern({2.0, 3.0});
  painter.setPen(pen);
  drawStraight(painter, fore - QPointF(16.0, 0.0), aft + QPointF(16.0, 0.0));
  painter.setPen(look::ink);
  painter.setFont(shopFont(look::labelPx));
  painter.drawText(QRectF(aft.x() - 130.0, aft.y() + 2.0, 146.0, 18.0), Qt::AlignRight | Qt::AlignVCenter,
                   tr("water, at %1").arg(shown(height)));
}

void ProfileDrawing::paintDrawing(QPainter& painter) {
  setCaption(foreshortening() > 1.0 ? tr("profile · length %1 times shorter").arg(foreshortening()) : tr("profile"));
  const Lining& now = *lining();
  const int strake = m_session->selection().strake;
  if (strake >= 0 && static_cast<std::size_t>(strake) < now.strakeCount()) {
    const LinedStrake& of = now.strakes[static_cast<std::size_t>(strake)];
    painter.setPen(Qt::NoPen);
    painter.setBrush(look::strakeInHand);
    drawShape(painter, shapeBetween(lineCurve(of.lowerEdge, of.reach), lineCurve(of.upperEdge, of.reach)),
              Qt::WindingFill);
    painter.setBrush(Qt::NoBrush);
  }
  Labels labels;
  for (std::size_t i = 0; i < now.frame.sectionCount(); ++i) {
    const bool on = m_session->selection().section == static_cast<int>(i);
    painter.setPen(QPen(on ? look::inHand : look::quietInk, on ? 2.0 : 1.0));
    const QPolygonF curve = sectionCurve(i);
    drawCurve(painter, curve);
    paintSectionName(painter, labels, i, curve.back(), nameOf(now.frame.hull().sections[i].name));
  }
  for (std::size_t line = 0; line < now.lines.size(); ++line) {
    painter.setPen(seamPen(line));
    drawCurve(painter, lineCurve(now.lines[line].curve, now.lines[line].reach));
  }
  paintWaterline(painter);
  paintSpecies(painter);
  paintMarks(painter);
}

}  // namespace narrows
