#pragma once
// One line by itself, large, with its nails and the batten laid to them.

#include "canvas/session_canvas.h"
#include "fairing/chosen_batten.h"

namespace narrows {

/// Which line of the table: its kind, its row, station or profile, and which stretch of it.
struct LineChoice {
  LineKind kind = LineKind::Along;
  std::size_t list = 0;
  std::size_t stretch = 0;
  bool operator==(const LineChoice&) const = default;
};

/// How a line is looked at.
enum class LookFrom { SquareOn, Along, OffTheBow, OffTheQuarter };

/// The line that is worked on. A click pulls a nail or drives it home, a drag moves its figure, and the batten follows.
class LineDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit LineDrawing(Session* session, QWidget* parent = nullptr);

  void choose(const LineChoice& choice);
  const LineChoice& choice() const { return m_choice; }
  /// The line as it stands in the newest answer; null where it is gone.
  const TableLine* line() const;
  const std::optional<LaidBatten>& batten() const { return m_batten; }
  int nail() const { return m_nail; }
  void selectNail(int nail);
  bool isPulled(std::size_t nail) const;
  void setBatten(Stiffness stiffness, BattenEnds ends);
  void setComb(bool on);
  void lookFrom(LookFrom from);
  LookFrom lookingFrom() const { return m_sighting ? LookFrom::Along : m_from; }
  /// How far the batten lies off the nail in hand, that nail pulled.
  std::optional<double> floatInHand() const;

  void pullOrDrive();
  void floatToBatten();
  void setFigureInHand(Length to);
  void asDrawn();

 signals:
  void nailChanged();
  void leaveAsked();

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  double foreshortening() const override;
  QMarginsF room() const override { return {40.0, 48.0, 40.0, 66.0}; }
  bool takeHold(const QPointF& at) override;
  void answered() override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  std::vector<Deed> strokes() override;
  std::vector<Deed> deeds() override;
  void chooseAt(const QPointF& at) override;
  void keyReleaseEvent(QKeyEvent* event) override;
  void focusOutEvent(QFocusEvent* event) override;

 private:
  Vec2 flat(const Vec3& at) const;
  Vec2 place(const Vec3& at) const;
  Vec2 placeFlat(const Vec2& at) const;
  void lay();
  void measure();
  Result<Book> faired(const Book& now, const FigureRef& figure, double mm, const QString& why) const;
  QString wordsFor(const QString& words, const FigureRef& figure) const;
  /// The figure as the book has it now, drawn or faired.
  double figureNow(const FigureRef& figure) const;
  void fairTo(double mm, const QString& why);
  void nudge(double by);
  void step(int by);
  /// Seen from the end of the line, its length foreshortened, or as it was.
  void sight(bool along);
  /// A nail that was pressed begins to move: its figure follows the pointer's travel along the way it measures.
  void grip(const QPointF& from);
  void paintBatten(QPainter& painter) const;
  void paintComb(QPainter& painter) const;
  static void paintDrawnPlace(QPainter& painter, const QPointF& at);
  static void paintNail(QPainter& painter, const QPointF& at, bool isFigure, bool pulled, bool inHand);
  /// What a nail is, in words, beside its name: for who does not see it.
  QString nailStates(bool pulled, const FigureJudgement* judged) const;
  void paintNails(QPainter& painter);
  void paintFromOff(QPainter& painter) const;
  std::vector<bool> out() const;
  std::optional<FigureRef> figureAt(int nail) const;

  LineChoice m_choice;
  FigureSet m_pulled;
  Stiffness m_stiffness = Stiffness::Soft;
  BattenEnds m_ends = BattenEnds::CarryCurvature;
  LookFrom m_from = LookFrom::SquareOn;
  bool m_sighting = false;
  bool m_comb = false;
  int m_nail = -1;
  std::optional<LaidBatten> m_batten;
  Vec2 m_start = Vec2::Zero(), m_along = Vec2(1.0, 0.0);  ///< chord of the line, for sighting along
  double m_squeeze = 1.0;
  Vec2 m_low = Vec2::Zero(), m_high = Vec2::Zero();
  std::optional<QPointF> m_pressed;  ///< where a nail was pressed that is not moved yet
};

}  // namespace narrows
