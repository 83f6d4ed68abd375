#include "piece_pattern.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "problem/trade.h"

namespace narrows {

namespace {

/// Puts the pattern of one piece together, out of that of its whole strake, in the frame of its own board.
class PieceDrawer {
 public:
  PieceDrawer(const Drawing& pattern, const PatternOf& of, const PlankPiece& piece)
      : m_pattern(pattern), m_of(of), m_piece(piece), m_port(of.side == BoatSide::Port) {
    for (const bool aft : {false, true}) {
      const auto& joint = aft ? piece.aft : piece.fore;
      if (!joint) continue;
      const double way = aft ? 1.0 : -1.0;
      const Vec2 at = joint->at + way * 0.5 * joint->lengthMm * joint->along;
      const Vec2 out = way * joint->along;
      m_cuts.push_back({toPattern(at), m_port ? Vec2(out.x(), -out.y()) : out});
    }
  }

  Drawing draw() {
    m_made.name = m_pattern.name + "-piece-" + std::to_string(m_piece.number);
    m_made.title = m_pattern.title + " · " + Trade::say("piece %1 of %2", m_piece.number, m_piece.count);
    m_made.note = m_pattern.note;
    drawLines();
    drawTexts();
    drawJoints();
    drawCheck();
    drawHeading();
    return std::move(m_made);
  }

 private:
  /// The pattern's frame is the flat plank's, turned over for port.
  Vec2 toPattern(const Vec2& point) const {
    return m_port ? Vec2(point.x(), m_of.bench->plank->boardWidthMm - point.y()) : point;
  }
  /// From the pattern's frame to that of the piece's own board.
  Vec2 toOwn(const Vec2& point) const {
    const Vec2 own = m_piece.own(toPattern(point));
    return m_port ? Vec2(own.x(), m_piece.sawn.boardWidthMm - own.y()) : own;
  }

  void drawLines() {
    for (const SheetLine& line : m_pattern.lines) {
      if (line.role == LineRole::Board || line.role == LineRole::Check || line.role == LineRole::Saw) continue;
      std::vector<std::vector<Vec2>> parts{line.points};
      for (const CrossCut& cut : m_cuts) {
        std::vector<std::vector<Vec2>> kept;
        for (const auto& part : parts)
          for (auto& one : partsWithin(part, cut)) kept.push_back(std::move(one));
        parts = std::move(kept);
      }
      for (auto& part : parts) {
        for (Vec2& point : part) point = toOwn(point);
        m_made.line(line.role, std::move(part));
      }
    }
    const auto closed = [&](LineRole role, const std::vector<Vec2>& flat) {
      std::vector<Vec2> round;
      for (const Vec2& point : flat) round.push_back(toOwn(toPattern(point)));
      round.push_back(round.front());
      m_made.line(role, std::move(round));
    };
    closed(LineRole::Saw, m_piece.sawn.outline());
    closed(LineRole::Board, {m_piece.sawn.board.begin(), m_piece.sawn.board.end()});
  }

  void drawTexts() {
    const Vec2 board = (m_piece.sawn.board[1] - m_piece.sawn.board[0]).normalized();
    const double turn = std::atan2(board.y(), board.x()) * (m_port ? 1.0 : -1.0);
    for (const SheetText& text : m_pattern.texts) {
      const bool beyond =
          std::any_of(m_cuts.begin(), m_cuts.end(), [&](const CrossCut& cut) { return cut.beyondMm(text.at) > 0.0; });
      if (text.isHeading || beyond) continue;
      SheetText moved = text;
      moved.at = toOwn(text.at);
      moved.angleRad += turn;
      m_made.texts.push_back(std::move(moved));
    }
  }

  void drawJoints() {
    for (const bool aft : {false, true}) {
      const auto& joint = aft ? m_piece.aft : m_piece.fore;
      if (!joint) continue;
      const Vec2 low = toOwn(toPattern(aft ? m_piece.lower.back() : m_piece.lower.front())),
                 high = toOwn(toPattern(aft ? m_piece.upper.back() : m_piece.upper.front()));
      m_made.line(LineRole::HoodEnd, {low, high});
      const std::string words = joint->joint.kind == JoinedBy::Butt ? Trade::say("butt, square")
                                : aft ? Trade::say("scarf: cut on this, the inside, to nothing here")
                                      : Trade::say("scarf: cut on the outside, to nothing here");
      m_made.text(0.5 * (low + high) + Vec2(aft ? 4.0 : -4.0, 0.0), words, 4.0, TextPlace::Centre,
                  0.5 * std::numbers::pi, true);
    }
  }

  void drawCheck() {
    const Vec2 from = toOwn(toPattern(m_piece.lower.front())), to = toOwn(toPattern(m_piece.upper.back()));
    m_made.line(LineRole::Check, {from, to});
    m_made.check = Trade::say(
        "Before cutting: fore keel-edge corner to after sheer-edge corner, straight, is %1; along the sheer edge %2.",
        shownTwice((to - from).norm(), m_of.notation), shownTwice(lengthAlong(m_piece.upper), m_of.notation));
  }

  void drawHeading() {
    double y = m_piece.sawn.boardWidthMm + 14.0 + 3.0 * 8.0;
    for (const auto& [words, height, bold] :
         {std::tuple(m_made.title, 7.2, true),
          std::tuple(Trade::say("Board %1 long, %2 wide, to the saw line (dash and dot).",
                                shownTwice(m_piece.sawn.boardLengthMm, m_of.notation),
                                shownTwice(m_piece.sawn.boardWidthMm, m_of.notation)),
                     5.0, true),
          std::tuple(m_made.check, 5.0, false), std::tuple(m_made.note, 5.0, true)}) {
      m_made.text({0.0, y}, words, height, TextPlace::Left, 0.0, bold);
      m_made.texts.back().isHeading = true;
      y -= 8.0;
    }
  }

  const Drawing& m_pattern;
  const PatternOf& m_of;
  const PlankPiece& m_piece;
  bool m_port;
  std::vector<CrossCut> m_cuts;
  Drawing m_made;
};

}  // namespace

Drawing piecePattern(const Drawing& pattern, const PatternOf& of, const PlankPiece& piece) {
  if (piece.count < 2 || of.bench == nullptr) return pattern;
  return PieceDrawer(pattern, of, piece).draw();
}

}  // namespace narrows
