#pragma once
// The backbone as one assembly, in the profile.

#include "book/backbone_edits.h"
#include "canvas/session_canvas.h"

namespace narrows {

/// Timbers, joints, bolts, stopwaters and the rabbet. A click takes a timber in hand; its points, and the ends of
/// joints and bolts, are dragged. Left and Right go from timber to timber, Up and Down from point to point and end to
/// end; Insert puts a point in, Delete takes one out, C makes a corner or a fair run of it, Ctrl and the arrows nudge
/// it.
class AssemblyDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit AssemblyDrawing(Session* session, QWidget* parent = nullptr);
  /// The plan as the book has it, a step ahead of the answer where it must be; none without a backbone.
  const BackbonePlan* plan() const;
  /// The timber in hand.
  const Timber* timber() const;
  int index() const { return m_timber; }
  void choose(int index);
  void chooseTimber(TimberId id);
  /// The point of the timber in hand; -1 for none.
  int point() const;
  /// What is in hand of the timber: its points, then the ends of its joints and of the bolts through it; -1 for none.
  void chooseGrip(int grip);

 signals:
  void chosen();

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  bool takeHold(const QPointF& at) override;
  std::vector<Deed> strokes() override;
  std::vector<Deed> deeds() override;
  QMarginsF room() const override { return {34.0, 40.0, 34.0, 44.0}; }

 private:
  /// What is in the hand: a point of a timber, or an end of a joint or bolt.
  enum class Grip { Point, JointFrom, JointTo, BoltLow, BoltHigh };
  struct Held {
    Grip grip;
    std::size_t thing;  ///< place of the timber, joint or bolt in its list
    std::size_t point;
  };
  const Backbone* backbone() const;
  /// The sheer and the transom, quiet, to see her by.
  void paintHull(QPainter& painter) const;
  void paintTimbers(QPainter& painter) const;
  void paintRabbet(QPainter& painter) const;
  void paintFastenings(QPainter& painter) const;
  void paintGrips(QPainter& painter);
  Result<Book> moved(const Book& now, const Held& held, const Vec2& to) const;
  QString wordsFor(const Held& held) const;
  std::vector<Held> grips() const;
  Vec2 placeOf(const Held& held) const;
  QString nameOf(const Held& held) const;
  void nudge(double aftMm, double upMm);
  void addPoint();
  void removePoint();
  void turnCorner();
  bool pointInHand() const { return point() >= 0; }
  /// Whether an edit can begin from the timbers shown.
  bool isReady();
  /// What the timber in hand is called in the answer that is shown.
  TimberId shownId() const;

  int m_timber = 0;
  int m_grip = -1;  ///< among `grips`: the timber's points come first
};

}  // namespace narrows
