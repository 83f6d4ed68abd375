#pragma once
// The backbone as one assembly, in the profile.

#include "book/backbone_edits.h"
#include "canvas/canvas.h"
#include "commands/session.h"

namespace narrows {

/// Timbers, joints, bolts, stopwaters and the rabbet. A click takes a timber in hand; its points, and the ends of
/// joints and bolts, are dragged. Left and Right go from timber to timber, Up and Down from point to point; Insert puts
/// a point in, Delete takes one out, C makes a corner or a fair run of it, Ctrl and the arrows nudge it.
class AssemblyDrawing : public Canvas {
  Q_OBJECT

 public:
  explicit AssemblyDrawing(Session* session, QWidget* parent = nullptr);
  const Timber* timber() const;
  int index() const { return m_timber; }
  void choose(int index);
  void chooseTimber(TimberId id);
  /// The point of the timber in hand; -1 for none.
  int point() const { return m_point; }
  void choosePoint(int point);

 signals:
  void chosen();

 protected:
  std::optional<std::pair<Vec2, Vec2>> worldBox() const override;
  void paintDrawing(QPainter& painter) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  QMarginsF room() const override { return {34.0, 40.0, 34.0, 44.0}; }

 private:
  /// What is in the hand: a point of a timber, or an end of a joint or bolt.
  enum class Grip { Point, JointFrom, JointTo, BoltLow, BoltHigh };
  struct Held {
    Grip grip;
    std::size_t thing;
    std::size_t point;
  };
  const Backbone* backbone() const;
  /// The sheer and the transom, quiet, to see her by.
  void paintHull(QPainter& painter) const;
  void paintTimbers(QPainter& painter) const;
  void paintRabbet(QPainter& painter) const;
  void paintFastenings(QPainter& painter) const;
  void paintGrips(QPainter& painter);
  void grip(const CanvasHandle& handle);
  Result<Book> moved(const Vec2& to) const;
  void nudge(double aftMm, double upMm);
  void addPoint();
  void removePoint();
  void turnCorner();
  bool pointInHand() const;

  Session* m_session;
  int m_timber = 0;
  int m_point = -1;
  std::optional<Held> m_held;
  /// The box shown while something is in the hand: the drawing stays where it is.
  std::optional<std::pair<Vec2, Vec2>> m_heldBox;
  std::optional<Book> m_start;  ///< where the drag began, its timbers the builder's own
};

}  // namespace narrows
