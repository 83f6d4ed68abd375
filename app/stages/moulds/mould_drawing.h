#pragma once
// One mould as it is got out: its edge, the other face's edge, marks and bevels.

#include "canvas/session_canvas.h"
#include "drawing.h"

namespace narrows {

/// The marked face of the mould in hand. Left and Right go from mould to mould; a click takes the nearest mark in hand.
class MouldDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit MouldDrawing(Session* session, QWidget* parent = nullptr);
  const Mould* mould() const;
  int index() const { return m_index; }
  void choose(int index);
  int mark() const { return m_mark; }
  void chooseMark(int mark);

 signals:
  void chosen();

 protected:
  std::optional<Box> extent() const override;
  void forgetAnswer() override { m_patternOf.reset(); }
  void paintDrawing(QPainter& painter) override;
  bool takeInHand(const CanvasHandle& handle) override;
  double handleReach() const override { return 16.0; }
  std::vector<Deed> strokes() override;
  QMarginsF room() const override { return {150.0, 44.0, 150.0, 40.0}; }

 private:
  QPolygonF edge(const MouldOutline& outline, double side) const;
  void paintTakenInPlane(QPainter& painter) const;
  void paintMarks(QPainter& painter);

  /// The printed pattern of the mould in hand, whole: made once an answer and a book.
  const Drawing& pattern(const Mould& mould);

  std::shared_ptr<const Solved> m_patternOf;
  BookSnapshot m_patternBook;
  int m_patternIndex = -1;
  Drawing m_pattern;
  int m_index = 0;
  int m_mark = -1;
};

}  // namespace narrows
