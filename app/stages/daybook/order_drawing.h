#pragma once
// What holds up what: the boat by its parts, one part by its steps, or what is open and what it frees.

#include "stages/daybook/day_canvas.h"

namespace narrows {

/// Boxes with lines from what comes first to what waits for it. A click takes a part or step in hand; a step dragged
/// onto another waits for that one from then on.
class OrderDrawing : public DayCanvas {
  Q_OBJECT

 public:
  enum class Shows { Boat, Part, Open };
  OrderDrawing(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  Shows shows() const { return m_shows; }
  void show(Shows what);

 signals:
  void showsChanged();

 protected:
  void layOutDay(const QSizeF& room) override;
  void paintDay(QPainter& painter) override;
  bool takeInHand(const CanvasHandle& handle) override;
  double handleReach() const override { return 40.0; }
  std::vector<Deed> deeds() override;
  std::vector<Deed> strokes() override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void mouseDoubleClickEvent(QMouseEvent* event) override;

 private:
  /// A box: a step, or parts that stand for all their steps.
  struct Node {
    std::vector<std::size_t> parts;  ///< of the order; empty: it is a step
    std::size_t step = 0;
    QString words, said;
    QRectF box;
    bool isAside = false;  ///< small, beside what the picture is of
    bool onLongest = false;
    std::size_t open = 0, all = 0;
  };
  /// What waits for what: places among the boxes.
  struct Line {
    std::size_t from, to;
    bool onLongest = false;
  };
  void layOutBoat(const QSizeF& room);
  void layOutPart(const QSizeF& room);
  void layOutOpen(const QSizeF& room);
  std::size_t addStep(std::size_t step, const QRectF& box, bool aside);
  void tellHandles();
  void paintNode(QPainter& painter, const Node& node) const;
  void paintLine(QPainter& painter, const Line& line) const;
  const Node* nodeAt(const QPointF& at) const;
  bool isInHand(const Node& node) const;
  void takeNode(const Node& node);
  void step(int by);
  void lengthenWait(double hours);

  Shows m_shows = Shows::Boat;
  std::vector<Node> m_nodes;
  std::vector<Line> m_lines;
  std::optional<std::size_t> m_dragged;  ///< which box is dragged
  QPointF m_from, m_to;
};

}  // namespace narrows
