#pragma once
// Profile, half-breadth plan and body plan in one drawing, to scale and linked.

#include "canvas/session_canvas.h"
#include "stages/lines/typed_lines.h"

namespace narrows {

/// The profile above, the half-breadth plan below it on the same stations, the body plan beside them: forward sections
/// to the right, after sections to the left. A click selects the nearest station or line in every view.
class LinesDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit LinesDrawing(Session* session, QWidget* parent = nullptr);
  /// Whether a section was taken in hand last, and not a line along the boat.
  bool takesSection() const { return m_takesSection; }

 signals:
  /// The line or section in hand is to be worked on by itself.
  void lineAsked();

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseDoubleClickEvent(QMouseEvent* event) override;
  std::vector<Deed> strokes() override;

 private:
  /// One view: how a point of the hull lies on the drawing.
  enum class View { Profile, Plan, Body };
  Vec2 place(View view, const Vec3& point, bool aft) const;
  void measure();
  void measureHull();
  void answered() override { measure(); }
  void forgetAnswer() override { m_measured.reset(); }
  void paintTyped(QPainter& painter) const;
  void paintCurve(QPainter& painter, View view, const std::vector<Vec3>& points, bool aft, const QPen& pen) const;
  void paintGrid(QPainter& painter) const;
  void paintSections(QPainter& painter) const;
  void paintTableLines(QPainter& painter) const;
  void paintBackbone(QPainter& painter) const;
  void paintNames(QPainter& painter);
  void paintDisowned(QPainter& painter) const;
  QPen penFor(bool selected, double width) const;
  bool isAft(std::size_t section) const;
  static std::vector<Vec3> pointsOf(const std::vector<Batten>& parts);
  /// One in how many sections is drawn: all, unless they would run together.
  std::size_t sectionStep() const;

  /// The upper or lower edge of a patch.
  struct Border {
    RowLine line;
    std::vector<Vec3> points;
  };

  TypedLines m_typed;                                 ///< of a table that still wants figures; empty of a whole one
  std::shared_ptr<const OffsetTable> m_measuredFair;  ///< the table of it
  std::shared_ptr<const Hull> m_measured;             ///< the hull that what follows was measured on, once an answer
  std::vector<std::vector<Vec3>> m_sections, m_parts, m_profiles;
  std::vector<Border> m_borders;
  Vec3 m_low = Vec3::Zero(), m_high = Vec3::Zero();
  double m_gap = 100.0;
  bool m_takesSection = false;
  std::size_t m_middle = 0;  ///< section of greatest breadth: aft of it sections go to the left
};

}  // namespace narrows
