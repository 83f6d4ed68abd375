#include "stock/check_board.h"

#include <cmath>

#include "problem/trade.h"
#include "stock/board_outline.h"

namespace narrows {

namespace {

/// Gathers what is wrong of one board.
class BoardCheck {
 public:
  explicit BoardCheck(const Board& board) : m_board(board) {}

  std::vector<BoardWrong> check() {
    if (m_board.name.empty()) wrong(BoardPart::Name, 0, Fault::BoardName, {"", Trade::say("it has no name.")});
    if (m_board.species.empty()) wrong(BoardPart::Species, 0, Fault::FieldMissing, {Trade::say("what wood it is")});
    number(BoardPart::Moisture, m_board.moisture, mostMoisture, Trade::say("moisture, per cent"));
    number(BoardPart::Price, m_board.price, highestPrice, Trade::say("a price"));
    const std::size_t before = m_wrongs.size();
    size(BoardPart::Length, m_board.length, longestBoardMm, Trade::say("the length of a board"));
    size(BoardPart::Width, m_board.width, widestBoardMm, Trade::say("the width of a board"));
    size(BoardPart::Thickness, m_board.thickness, thickestBoardMm, Trade::say("the thickness of a board"));
    if (m_wrongs.size() > before) return std::move(m_wrongs);
    edge(BoardPart::LowerEdge, m_board.lower);
    edge(BoardPart::UpperEdge, m_board.upper);
    if (m_wrongs.size() == before) crossing();
    if (m_wrongs.size() == before) faults();
    return std::move(m_wrongs);
  }

 private:
  void wrong(BoardPart part, std::size_t index, Fault fault, std::vector<Say> says) {
    m_wrongs.push_back({part, index, {fault, {0, 0, m_board.name}, std::move(says)}});
  }

  void size(BoardPart part, Length length, double most, const std::string& what) {
    if (!(length.mm() > 0.0)) return wrong(part, 0, Fault::SizeNotPositive, {said(length.mm()), what});
    if (!(length.mm() <= most)) wrong(part, 0, Fault::BeyondSense, {said(length.mm()), what});
  }

  void number(BoardPart part, const std::optional<double>& number, double most, const std::string& what) {
    if (number && !(*number >= 0.0 && *number <= most))
      wrong(part, 0, Fault::BeyondSense, {showDecimal(*number, 2), what});
  }

  void edge(BoardPart part, const std::vector<EdgePoint>& points) {
    for (std::size_t i = 0; i < points.size(); ++i) {
      const double x = points[i].x.mm(), y = points[i].y.mm();
      if (!(x >= 0.0 && x <= m_board.length.mm())) {
        wrong(part, i, Fault::BoardEdgeOff, {said(x), said(m_board.length.mm())});
      } else if (i > 0 && !(x > points[i - 1].x.mm())) {
        wrong(part, i, Fault::BoardEdgeOrder, {said(x), said(points[i - 1].x.mm())});
      }
      if (!(std::abs(y) <= widestBoardMm)) wrong(part, i, Fault::BeyondSense, {said(y), Trade::say("a board's edge")});
    }
  }

  void crossing() {
    for (const bool upper : {false, true}) {
      const std::vector<EdgePoint>& points = upper ? m_board.upper : m_board.lower;
      for (std::size_t i = 0; i < points.size(); ++i) {
        if (widthAtMm(m_board, points[i].x.mm()) > 0.0) continue;
        wrong(upper ? BoardPart::UpperEdge : BoardPart::LowerEdge, i, Fault::BoardEdgesCross, {said(points[i].x.mm())});
        return;
      }
    }
  }

  void faults() {
    const Polygon outline = outlineOf(m_board);
    for (std::size_t i = 0; i < m_board.faults.size(); ++i) {
      const BoardFault& fault = m_board.faults[i];
      if (!(fault.length.mm() > 0.0 && fault.width.mm() > 0.0)) {
        const Length none = fault.length.mm() > 0.0 ? fault.width : fault.length;
        wrong(BoardPart::Fault, i, Fault::SizeNotPositive, {said(none.mm()), Trade::say("the size of a fault")});
      } else if (common({outline}, {boxOf(fault)}).empty()) {
        wrong(BoardPart::Fault, i, Fault::FaultOffBoard,
              {Trade::say(boardFaultName(fault.kind)), said(fault.x.mm()), said(fault.y.mm())});
      }
    }
  }

  const Board& m_board;
  std::vector<BoardWrong> m_wrongs;
};

}  // namespace

std::vector<BoardWrong> boardWrongs(const Board& board) {
  return BoardCheck(board).check();
}

}  // namespace narrows
