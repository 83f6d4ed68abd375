#include "piece_pattern.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "problem/trade.h"

namespace narrows {

Drawing piecePattern(const Drawing& pattern, const PatternOf& of, const PlankPiece& piece) {
  if (piece.count < 2 || of.bench == nullptr) return pattern;
  const bool port = of.side == BoatSide::Port;
  const double whole = of.bench->plank->boardWidthMm;
  // The pattern's frame is the flat plank's, turned over for port.
  const auto toPattern = [&](const Vec2& p) { return port ? Vec2(p.x(), whole - p.y()) : p; };
  const auto toOwn = [&](const Vec2& p) {
    const Vec2 own = piece.own(port ? Vec2(p.x(), whole - p.y()) : p);
    return port ? Vec2(own.x(), piece.sawn.boardWidthMm - own.y()) : own;
  };
  std::vector<CrossCut> cuts;
  for (const bool aft : {false, true}) {
    const auto& joint = aft ? piece.aft : piece.fore;
    if (!joint) continue;
    const double way = aft ? 1.0 : -1.0;
    const Vec2 at = joint->at + way * 0.5 * joint->lengthMm * joint->along;
    const Vec2 out = way * joint->along;
    cuts.push_back({toPattern(at), port ? Vec2(out.x(), -out.y()) : out});
  }
  const Vec2 board = (piece.sawn.board[1] - piece.sawn.board[0]).normalized();
  const double turn = std::atan2(board.y(), board.x()) * (port ? 1.0 : -1.0);

  Drawing made;
  made.name = pattern.name + "-piece-" + std::to_string(piece.number);
  const std::string name = Trade::say("piece %1 of %2", piece.number, piece.count);
  made.title = pattern.title + " · " + name;
  made.note = pattern.note;
  for (const SheetLine& line : pattern.lines) {
    if (line.role == LineRole::Board || line.role == LineRole::Check || line.role == LineRole::Saw) continue;
    std::vector<std::vector<Vec2>> parts{line.points};
    for (const CrossCut& cut : cuts) {
      std::vector<std::vector<Vec2>> kept;
      for (const auto& part : parts) {
        for (auto& one : partsWithin(part, cut)) kept.push_back(std::move(one));
      }
      parts = std::move(kept);
    }
    for (auto& part : parts) {
      std::transform(part.begin(), part.end(), part.begin(), toOwn);
      made.line(line.role, std::move(part));
    }
  }
  const auto closed = [&](LineRole role, const std::vector<Vec2>& flat) {
    std::vector<Vec2> round;
    for (const Vec2& point : flat) round.push_back(toOwn(toPattern(point)));
    round.push_back(round.front());
    made.line(role, std::move(round));
  };
  closed(LineRole::Saw, piece.sawn.outline());
  closed(LineRole::Board, {piece.sawn.board.begin(), piece.sawn.board.end()});
  for (const SheetText& text : pattern.texts) {
    if (text.isHeading ||
        std::any_of(cuts.begin(), cuts.end(), [&](const CrossCut& cut) { return cut.beyondMm(text.at) > 0.0; }))
      continue;
    SheetText moved = text;
    moved.at = toOwn(text.at);
    moved.angleRad += turn;
    made.texts.push_back(std::move(moved));
  }
  for (const bool aft : {false, true}) {
    const auto& joint = aft ? piece.aft : piece.fore;
    if (!joint) continue;
    const Vec2 low = toOwn(toPattern(aft ? piece.lower.back() : piece.lower.front())),
               high = toOwn(toPattern(aft ? piece.upper.back() : piece.upper.front()));
    made.line(LineRole::HoodEnd, {low, high});
    const std::string words = joint->joint.kind == JoinedBy::Butt ? Trade::say("butt, square")
                              : aft ? Trade::say("scarf: cut on this, the inside, to nothing here")
                                    : Trade::say("scarf: cut on the outside, to nothing here");
    made.text(0.5 * (low + high) + Vec2(aft ? 4.0 : -4.0, 0.0), words, 4.0, TextPlace::Centre, 0.5 * std::numbers::pi,
              true);
  }
  const Vec2 from = toOwn(toPattern(piece.lower.front())), to = toOwn(toPattern(piece.upper.back()));
  made.line(LineRole::Check, {from, to});
  made.check = Trade::say(
      "Before cutting: fore keel-edge corner to after sheer-edge corner, straight, is %1; along the sheer edge %2.",
      shownTwice((to - from).norm(), of.notation), shownTwice(lengthAlong(piece.upper), of.notation));
  double y = piece.sawn.boardWidthMm + 14.0 + 3.0 * 8.0;
  for (const auto& [words, height, bold] :
       {std::tuple(made.title, 7.2, true),
        std::tuple(Trade::say("Board %1 long, %2 wide, to the saw line (dash and dot).",
                              shownTwice(piece.sawn.boardLengthMm, of.notation),
                              shownTwice(piece.sawn.boardWidthMm, of.notation)),
                   5.0, true),
        std::tuple(made.check, 5.0, false), std::tuple(made.note, 5.0, true)}) {
    made.text({0.0, y}, words, height, TextPlace::Left, 0.0, bold);
    made.texts.back().isHeading = true;
    y -= 8.0;
  }
  return made;
}

}  // namespace narrows
