#include "stages/lining/body_plan.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>
#include <numeric>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"

namespace narrows {

namespace {
constexpr int sectionPoints = 100;
constexpr int linePoints = 60;
}  // namespace

BodyPlan::BodyPlan(Session* session, QWidget* parent) : MarkCanvas(session, parent) {
  setAccessibleName(tr("Body plan with the plank lines"));
}

double BodyPlan::side(std::size_t section) const {
  if (isTwoPlans()) return m_session->selection().side == BoatSide::Port ? -1.0 : 1.0;
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
  setCaption(isTwoPlans()
                 ? tr("port: %1  |  starboard: %2").arg(planName(BoatSide::Port), planName(BoatSide::Starboard))
                 : tr("after body  |  fore body"));
  const Lining& now = *lining();
  const auto box = worldBox();
  painter.setPen(QPen(look::edge, 1.0));
  drawStraight(painter, toScreen({0.0, box->first.y()}), toScreen({0.0, box->second.y()}));
  const auto greatest = static_cast<double>(now.frame.greatestSection());
  std::vector<QPointF> heads(now.frame.sectionCount());
  if (isTwoPlans()) {
    const Solved& solved = *m_session->solved();
    paintHalf(painter, *solved.portLining, -1.0, {0.0, now.frame.lastT()}, heads);
    paintHalf(painter, *solved.lining, 1.0, {0.0, now.frame.lastT()}, heads);
  } else {
    paintHalf(painter, now, 1.0, {0.0, greatest}, heads);
    paintHalf(painter, now, -1.0, {greatest, now.frame.lastT()}, heads);
  }
  paintSpecies(painter);
  paintMarks(painter);
  paintNames(painter, heads);
}

QPolygonF BodyPlan::sectionCurve(const GirthFrame& frame, std::size_t section, double half) const {
  QPolygonF curve;
  for (int k = 0; k <= sectionPoints; ++k) {
    const Vec3 at = frame.sectionPoint(section, static_cast<double>(k) / sectionPoints);
    curve.append(toScreen({half * at.y(), at.z()}));
  }
  return curve;
}

QString BodyPlan::planName(BoatSide side) const {
  return QString::fromStdString(m_session->solved()->book->planOf(side).name);
}

void BodyPlan::paintHalf(QPainter& painter, const Lining& now, double half, SurfaceReach shown,
                         std::vector<QPointF>& heads) {
  const bool inHand = &now == lining();
  const int selected = m_session->selection().section;
  const int strake = inHand ? m_session->selection().strake : -1;
  const auto within = [&](SurfaceReach reach) {
    return SurfaceReach{std::max(reach.fromT, shown.fromT), std::min(reach.toT, shown.toT)};
  };
  const auto curveOf = [&](const SurfaceCurve& curve, SurfaceReach reach) {
    QPolygonF points;
    for (int i = 0; i <= linePoints && reach.toT > reach.fromT; ++i) {
      const Vec3 at = curve.point(now.frame, reach.fromT + (reach.toT - reach.fromT) * i / linePoints);
      points.append(toScreen({half * at.y(), at.z()}));
    }
    return points;
  };
  // The strake in hand, as a band from section to section.
  if (strake >= 0 && static_cast<std::size_t>(strake) < now.strakeCount()) {
    const LinedStrake& of = now.strakes[static_cast<std::size_t>(strake)];
    const QPolygonF band =
        shapeBetween(curveOf(of.lowerEdge, within(of.reach)), curveOf(of.upperEdge, within(of.reach)));
    painter.setPen(Qt::NoPen);
    painter.setBrush(look::strakeInHand);
    drawShape(painter, band, Qt::WindingFill);
    painter.setBrush(Qt::NoBrush);
  }
  const auto greatest = static_cast<double>(now.frame.greatestSection());
  for (std::size_t i = 0; i < now.frame.sectionCount(); ++i) {
    const auto t = static_cast<double>(i);
    // The greatest section is the fore body's where the two bodies stand side by side.
    if (t < shown.fromT || t > shown.toT || (half < 0.0 && shown.fromT == greatest && t == greatest)) continue;
    const bool on = inHand && static_cast<int>(i) == selected;
    const QPolygonF curve = sectionCurve(now.frame, i, half);
    QPen pen(on ? look::inHand : look::quietInk, on ? 2.4 : 1.0);
    // On one half, the after body's sections are told apart by their dashes.
    if (isTwoPlans() && t > greatest && !on) pen.setDashPattern({5.0, 3.0});
    painter.setPen(pen);
    drawCurve(painter, curve);
    if (inHand) heads[i] = curve.back();
  }
  for (std::size_t line = 1; line + 1 < now.lines.size(); ++line) {
    const bool on = inHand && m_session->selection().line == static_cast<int>(line);
    QPen pen(on ? look::inHand : look::ink, on ? 2.2 : now.lines[line].isGuide ? 2.2 : 1.0);
    if (now.lines[line].isGuide) pen.setDashPattern({9.0, 2.0});
    painter.setPen(pen);
    drawCurve(painter, curveOf(now.lines[line].curve, within(now.lines[line].reach)));
  }
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
    const QString name = nameOf(lining()->frame.hull().sections[i].name);
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
  if (pressesOnNoMark(*event)) {
    if (isTwoPlans() && side(0) * toWorld(event->position()).x() < 0.0) {
      // The other half is worked on from now.
      Selection selection = m_session->selection();
      selection.side = selection.side == BoatSide::Port ? BoatSide::Starboard : BoatSide::Port;
      m_session->select(selection);
      return;
    }
    takeSectionNear(event->position(), [this](std::size_t i) { return sectionCurve(lining()->frame, i, side(i)); });
  }
  MarkCanvas::mousePressEvent(event);
}

}  // namespace narrows
