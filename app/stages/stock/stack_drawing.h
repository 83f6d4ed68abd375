#pragma once
// The whole stack at once, every board with what is laid on it.

#include "canvas/session_canvas.h"
#include "stages/stock/stock_bench.h"

namespace narrows {

class EnoughPage;

/// Boards side by side and one above the other, to one scale. What lies on them is what was laid when it was last asked
/// whether there is enough; before that, what lies on them in the book. A click takes a board in hand.
class StackDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  StackDrawing(Session* session, StockBench* bench, EnoughPage* enough, QWidget* parent = nullptr);

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  bool takeInHand(const CanvasHandle& handle) override;
  std::vector<Deed> strokes() override;

 private:
  /// One board where it is drawn.
  struct Shown {
    BoardId id;
    BoardShape shape;
    Vec2 at = Vec2::Zero();  ///< where its own corner is drawn
    struct On {
      Polygon outline;
      Vec2 middle;  ///< half way along it
      std::string mark;
    };
    std::vector<On> on;
  };
  const std::vector<Shown>& shownBoards() const;
  void layOut() const;
  void step(int by);

  StockBench* m_bench;
  EnoughPage* m_enough;
  mutable std::vector<Shown> m_shown;
  mutable BookSnapshot m_of;               ///< what it is laid out of
  mutable const void* m_stands = nullptr;  ///< and of which answer
  mutable std::shared_ptr<const std::vector<WantedPiece>> m_pieces;
};

}  // namespace narrows
