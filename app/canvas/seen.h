#pragma once
// Lines and shapes cut to what can be seen before they are painted.

#include <QPainter>

namespace narrows {

/// Looked at from near a drawing is kilometres of pixels long, and a dashed line is cut in dashes for all of its
/// length, seen or not: seconds. These paint what QPainter's own do, and leave out what lies far outside the view.
void drawCurve(QPainter& painter, const QPolygonF& points);
void drawShape(QPainter& painter, const QPolygonF& corners, Qt::FillRule rule = Qt::OddEvenFill);
void drawStraight(QPainter& painter, const QPointF& from, const QPointF& to);

/// What lies between two curves that run the same way, as one shape.
QPolygonF shapeBetween(QPolygonF lower, const QPolygonF& upper);

/// The pieces of a polyline that lie within a box, in order.
QList<QPolygonF> piecesWithin(const QPolygonF& points, const QRectF& box);
/// A closed shape cut to a box; the edges it is cut along lie on the box.
QPolygonF shapeWithin(const QPolygonF& corners, const QRectF& box);

}  // namespace narrows
