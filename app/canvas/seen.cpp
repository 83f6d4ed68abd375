#include "canvas/seen.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <optional>

namespace narrows {

namespace {

/// So far outside the view nothing reaches in: no pen is as wide.
constexpr double marginPx = 200.0;

QRectF seenBy(const QPainter& painter) {
  const QRectF view = painter.transform().inverted().mapRect(QRectF(painter.viewport()));
  return view.adjusted(-marginPx, -marginPx, marginPx, marginPx);
}

/// The part of a segment within a box. Source: Y.-D. Liang, B. Barsky, A New Concept and Method for Line Clipping,
/// ACM Transactions on Graphics 3 (1984).
std::optional<QLineF> segmentWithin(const QPointF& from, const QPointF& to, const QRectF& box) {
  double enters = 0.0, leaves = 1.0;
  const QPointF way = to - from;
  const std::array<std::array<double, 2>, 4> sides{{{-way.x(), from.x() - box.left()},
                                                    {way.x(), box.right() - from.x()},
                                                    {-way.y(), from.y() - box.top()},
                                                    {way.y(), box.bottom() - from.y()}}};
  for (const auto& [outward, room] : sides) {
    if (outward == 0.0) {
      if (room < 0.0) return std::nullopt;
    } else if (outward < 0.0) {
      enters = std::max(enters, room / outward);
    } else {
      leaves = std::min(leaves, room / outward);
    }
  }
  if (enters > leaves) return std::nullopt;
  return QLineF(enters > 0.0 ? from + enters * way : from, leaves < 1.0 ? from + leaves * way : to);
}

/// A curve of more points than can be told apart, with those that can.
QPolygonF thinned(const QPolygonF& points) {
  constexpr qsizetype few = 200;
  constexpr double apartPx = 0.7;
  if (points.size() < few) return points;
  QPolygonF kept;
  for (const QPointF& at : points) {
    if (kept.isEmpty() || std::hypot(at.x() - kept.back().x(), at.y() - kept.back().y()) >= apartPx) kept.append(at);
  }
  if (kept.back() != points.back()) kept.append(points.back());
  return kept;
}

}  // namespace

QPolygonF shapeBetween(QPolygonF lower, const QPolygonF& upper) {
  for (auto it = upper.rbegin(); it != upper.rend(); ++it) lower.append(*it);
  return lower;
}

QList<QPolygonF> piecesWithin(const QPolygonF& points, const QRectF& box) {
  QList<QPolygonF> pieces;
  for (qsizetype i = 0; i + 1 < points.size(); ++i) {
    const auto seen = segmentWithin(points[i], points[i + 1], box);
    if (!seen) continue;
    if (pieces.isEmpty() || pieces.back().back() != seen->p1()) pieces.append(QPolygonF{seen->p1()});
    pieces.back().append(seen->p2());
  }
  return pieces;
}

QPolygonF shapeWithin(const QPolygonF& corners, const QRectF& box) {
  // One side of the box after the other. Source: I. Sutherland, G. Hodgman, Reentrant Polygon Clipping, Communications
  // of the ACM 17 (1974).
  QPolygonF shape = corners;
  const std::array<std::function<double(const QPointF&)>, 4> inside{
      [&](const QPointF& at) { return at.x() - box.left(); }, [&](const QPointF& at) { return box.right() - at.x(); },
      [&](const QPointF& at) { return at.y() - box.top(); }, [&](const QPointF& at) { return box.bottom() - at.y(); }};
  for (const auto& side : inside) {
    QPolygonF kept;
    for (qsizetype i = 0; i < shape.size(); ++i) {
      const QPointF &from = shape[i], &to = shape[(i + 1) % shape.size()];
      const double a = side(from), b = side(to);
      if (a >= 0.0) kept.append(from);
      if ((a >= 0.0) != (b >= 0.0)) kept.append(from + (to - from) * (a / (a - b)));
    }
    shape = std::move(kept);
  }
  return shape;
}

void drawCurve(QPainter& painter, const QPolygonF& all) {
  const QPolygonF points = thinned(all);
  const QRectF seen = seenBy(painter);
  if (seen.contains(points.boundingRect())) {
    painter.drawPolyline(points);
    return;
  }
  for (const QPolygonF& piece : piecesWithin(points, seen)) painter.drawPolyline(piece);
}

void drawShape(QPainter& painter, const QPolygonF& corners, Qt::FillRule rule) {
  const QRectF seen = seenBy(painter);
  painter.drawPolygon(seen.contains(corners.boundingRect()) ? corners : shapeWithin(corners, seen), rule);
}

void drawStraight(QPainter& painter, const QPointF& from, const QPointF& to) {
  if (const auto seen = segmentWithin(from, to, seenBy(painter))) painter.drawLine(*seen);
}

}  // namespace narrows
