#pragma once
// The board in hand, its faults, and the pieces on it.

#include <map>
#include <string>

#include "canvas/labels.h"
#include "canvas/session_canvas.h"
#include "stages/stock/stock_bench.h"

namespace narrows {

/// The face that will be inside is seen, the butt end to the left. A piece is slid with the pointer, and comes to rest
/// along an edge, an end or its neighbour where it is let near; with Shift held it goes where the hand goes. A piece in
/// hand that is laid nowhere lies above the board, and is laid by being drawn onto it. A double click marks a fault.
class BoardDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  BoardDrawing(Session* session, StockBench* bench, QWidget* parent = nullptr);
  /// What a double click marks.
  void setFaultKind(BoardFaultKind kind) { m_faultKind = kind; }
  BoardFaultKind faultKind() const { return m_faultKind; }
  /// Where the piece in hand lies: on its board, or above the board in hand. None where no piece is in hand.
  std::optional<PieceLies> liesNow() const;

  /// What can be done with the piece in hand, from the keyboard and from the slate. Each is one undo.
  void layAlongEdge(bool upper);
  void layToCrook();
  void layBeside();
  void turnRound();
  void turnOver();
  /// Lays it in the best place there is on the board in hand; false where there is none.
  bool layInBestPlace();
  /// Lays the other of its pair beside it, or, where there is more room, end to end with it. False where neither goes.
  bool layPair();
  void lift();

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  bool takeHold(const QPointF& at) override;
  void mouseDoubleClickEvent(QMouseEvent* event) override;
  std::vector<Deed> deeds() override;
  std::vector<Deed> strokes() override;
  QMarginsF room() const override { return {60.0, 40.0, 84.0, 48.0}; }

 private:
  /// A piece as it is painted.
  struct Seen;
  void paintBoard(QPainter& painter, const BoardShape& shape) const;
  void paintFaults(QPainter& painter, const BoardShape& shape, const std::vector<std::size_t>& fouled,
                   Labels& labels) const;
  void paintPiece(QPainter& painter, const Seen& seen, Labels& labels) const;
  void paintClearances(QPainter& painter, const LayingJudged& judged, Labels& labels) const;
  void paintDistance(QPainter& painter, const ClearOf& clear, Labels& labels) const;
  /// Where the piece in hand is moved from: as it lies, or the middle of the board where it is laid nowhere.
  PieceLies startLies() const;
  /// Where an unlaid piece waits above the board.
  PieceLies waiting(const WantedPiece& piece) const;
  bool holdsPiece(const Vec2& at);
  bool holdsFault(const Vec2& at);
  /// Moved to the margin or a kerf where it is within the pointer's reach of that.
  PieceLies atRest(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies,
                   const std::vector<Neighbour>& neighbours) const;
  void shift(double along, double across, double turnRad);
  void layAt(const QString& words, const PieceLies& lies, bool step = false);

  StockBench* m_bench;
  BoardFaultKind m_faultKind = BoardFaultKind::Knot;
  PieceLies m_waiting;                                        ///< where an unlaid piece was left above the board
  std::optional<PieceRef> m_waitingOf;                        ///< which
  std::map<std::string, std::optional<Severity>> m_verdicts;  ///< of the pieces as they were painted last
};

}  // namespace narrows
