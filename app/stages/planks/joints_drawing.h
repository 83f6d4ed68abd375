#pragma once
// Joints on the shell: where the planks of one side are joined, between which frames, and where a joint may not lie.

#include "canvas/session_canvas.h"
#include "canvas/shell_shortened.h"
#include "joining/joints.h"
#include "solve/plank_at_bench.h"

namespace narrows {

/// The shell laid flat, with the frames and every joint. A joint is dragged along its strake, or moved with the keys:
/// Up and Down choose a strake, Left and Right a joint of it; with Ctrl they move it to the next bay, with Shift too by
/// the smallest step shown; Delete takes it away. Where the joint in hand may not lie, its strake is hatched.
class JointsDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit JointsDrawing(Session* session, QWidget* parent = nullptr);
  /// The joint in hand, among the book's; none where the strake in hand has none.
  std::optional<std::size_t> jointInHand() const;
  /// What is wrong with the joint in hand, or how far it clears what is beside it.
  QString words() const;
  /// The strake in hand as its joints are planned; null where there is none.
  const StrakeToJoin* strakeInHand() const;
  const JoiningMake& make() const;
  /// The plank in hand as it lies on the bench, and the answer it was laid of.
  void setPlank(std::shared_ptr<const PlankAtBench> plank, std::shared_ptr<const Solved> of);
  bool removeInHand();

 signals:
  void jointTaken();

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  double foreshortening() const override;
  bool takeHold(const QPointF& at) override;
  std::vector<Deed> strokes() override;
  std::vector<Deed> deeds() override;
  void answered() override;
  void forgetAnswer() override {
    m_known = {};
    m_shortened = {};
  }
  QMarginsF room() const override { return {28.0, 30.0, 28.0, 30.0}; }

 private:
  const Lining* lining() const;
  /// Places among the book's of the joints of the strake in hand.
  std::vector<std::size_t> jointsInHand() const;
  Vec2 flat(double t, double share) const;
  QPolygonF curve(const SurfaceCurve& of, SurfaceReach reach) const;
  /// The stretch of a strake between two distances along the boat, as a shape.
  QPolygonF stretch(std::size_t strake, double fromMm, double toMm) const;
  std::vector<BarredStretch> barred() const;
  double distanceAt(double worldX) const;
  void moveTo(const Vec2& to, bool isKey);
  void paintFrames(QPainter& painter) const;
  void paintNumbers(QPainter& painter, const Lining& now) const;
  void paintJoint(QPainter& painter, const PlankJoint& joint, bool inHand) const;
  void step(int by, bool fine);

  int m_ordinal = 0;  ///< of the joint in hand among those of its strake
  /// What is made of an answer, once.
  struct Known {
    std::shared_ptr<const Solved> of;
    BoatSide side = BoatSide::Starboard;
    int strake = -1;
    JoiningMake make;
    std::optional<StrakeToJoin> inHand;
    std::vector<std::vector<Vec2>> frames;
    std::shared_ptr<const Lining> framesOf;
  };
  void know() const;
  mutable Known m_known;
  std::shared_ptr<const PlankAtBench> m_plank;
  std::shared_ptr<const Solved> m_plankOf;
  mutable ShellShortened m_shortened;
};

}  // namespace narrows
