#pragma once
// A drawing of the order of work: to no scale, laid out for the room it has.

#include "canvas/session_canvas.h"

namespace narrows {

class OrderBench;

/// Places on it are pixels from its upper left corner, y down, as long as it is not zoomed. It is laid out anew when
/// the order changes or it is given other room.
class DayCanvas : public SessionCanvas {
  Q_OBJECT

 public:
  DayCanvas(Session* session, OrderBench* bench, QWidget* parent);

 protected:
  /// Lays out what is to be painted in so much room, px.
  virtual void layOutDay(const QSizeF& room) = 0;
  virtual void paintDay(QPainter& painter) = 0;
  /// Its layout is made anew before the next paint.
  void layOutAnew();
  /// Paints now what is to be laid out anew: what lies under the pointer is of the order as it stands.
  void layOutNow();

  QRectF onDay(const QRectF& box) const;
  QPointF onDay(const QPointF& at) const;
  /// A place on the screen as one of the layout.
  QPointF fromScreen(const QPointF& at) const;
  /// How many times as large as laid out it is shown.
  double zoomed() const { return pixelsPerMm(); }
  QFont fontOf(double px, bool bold = false) const;
  /// Words at the left of a box, half way up it: on one line where they fit, else on two where there is room for them,
  /// the last of them cut short with dots.
  static void drawWords(QPainter& painter, const QRectF& box, const QString& words);
  OrderBench* bench() const { return m_bench; }

  bool isToScale() const override { return false; }
  std::optional<Box> extent() const override;
  QMarginsF room() const override { return {0.0, 0.0, 0.0, captionPx}; }
  void paintDrawing(QPainter& painter) override;
  void resizeEvent(QResizeEvent* event) override;

 private:
  /// The room below, with all lines of the caption.
  double captionHigh() const;
  static constexpr double captionPx = 26.0;
  OrderBench* m_bench;
  QSizeF m_laidOut;
};

}  // namespace narrows
