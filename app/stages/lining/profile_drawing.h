#pragma once
// The profile with the plank lines on it: how the seams sweep, and how they cross the water.

#include "stages/lining/mark_canvas.h"

namespace narrows {

/// She is seen square from abeam. The marks of the section in hand can be taken here too; a waterline is drawn where
/// the book says she floats.
class ProfileDrawing : public MarkCanvas {
  Q_OBJECT

 public:
  explicit ProfileDrawing(Session* session, QWidget* parent = nullptr);

 protected:
  std::optional<Box> extent() const override;
  void forgetAnswer() override { m_boxOf.reset(); }
  void paintDrawing(QPainter& painter) override;
  Vec2 markPlace(std::size_t line, std::size_t section) const override;
  double shareAt(std::size_t section, const Vec2& world) const override;
  double foreshortening() const override;
  bool showsSection(std::size_t section) const override;
  void mousePressEvent(QMouseEvent* event) override;

 private:
  /// What she takes up, not foreshortened.
  Box wholeBox() const;
  /// Worked out once for a hull.
  mutable std::shared_ptr<const Hull> m_boxOf;
  mutable Box m_box;
  QPointF seen(const Vec3& at) const;
  QPolygonF sectionCurve(std::size_t section) const;
  QPolygonF lineCurve(const SurfaceCurve& curve, SurfaceReach reach) const;
  void paintWaterline(QPainter& painter) const;
};

}  // namespace narrows
