#pragma once
// The body plan with the plank lines on it.

#include "stages/lining/mark_canvas.h"

namespace narrows {

/// Sections of the inside of the planking, forward ones to the right and after ones to the left, with every plank
/// line's marks; the selected section's can be dragged along it. Where the sides are lined off by two plans each half
/// shows all sections with its own, and the marks are those of the side in hand.
class BodyPlan : public MarkCanvas {
  Q_OBJECT

 public:
  explicit BodyPlan(Session* session, QWidget* parent = nullptr);

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  Vec2 markPlace(std::size_t line, std::size_t section) const override;
  double shareAt(std::size_t section, const Vec2& world) const override;
  bool showsSection(std::size_t section) const override;
  void mousePressEvent(QMouseEvent* event) override;

 private:
  void paintNames(QPainter& painter, const std::vector<QPointF>& heads) const;
  double side(std::size_t section) const;
  QString planName(BoatSide side) const;
  QPolygonF sectionCurve(const GirthFrame& frame, std::size_t section, double half) const;
  /// One half with the lines of a lining over part of the length; the heads of its sections are noted where it is the
  /// one in hand.
  void paintHalf(QPainter& painter, const Lining& now, double half, SurfaceReach shown, std::vector<QPointF>& heads);
};

}  // namespace narrows
