#include "plank/saw_line.h"

#include <algorithm>

#include "curve/evenly_between.h"
#include "plank/narrowest_board.h"

namespace narrows {

namespace {

/// How much wider the outside is at lengths along the board.
std::vector<std::pair<double, double>> widerAlong(const FlatPlank& plank, const std::vector<EdgesAt>& edges,
                                                  bool upper) {
  std::vector<std::pair<double, double>> wider;
  for (const PlankStation& station : plank.stations) {
    for (const EdgesAt& at : edges) {
      const auto& edge = upper ? at.upper : at.lower;
      if (at.section != station.section || at.station != station.name || !edge) continue;
      wider.emplace_back((upper ? station.upper : station.lower).x(), std::max(edge->widerMm, 0.0));
    }
  }
  return wider;
}

/// An edge moved outwards, the left hand of its run towards the sheer.
template <typename By>
std::vector<Vec2> movedOut(const std::vector<Vec2>& edge, bool upper, const By& by) {
  std::vector<Vec2> moved;
  for (std::size_t i = 0; i < edge.size(); ++i) {
    const Vec2 left = turnedLeft(directionAt(edge, i));
    moved.push_back(edge[i] + (upper ? 1.0 : -1.0) * by(edge[i].x()) * left);
  }
  return moved;
}

}  // namespace

std::vector<Vec2> SawnPlank::outline() const {
  std::vector<Vec2> round = lower;
  round.insert(round.end(), stern.begin(), stern.end());
  round.insert(round.end(), upper.rbegin(), upper.rend());
  round.insert(round.end(), bow.rbegin(), bow.rend());
  return round;
}

void findBoard(SawnPlank& sawn) {
  const std::vector<Vec2> round = sawn.outline();
  const NarrowestBoard board = narrowestBoard(round);
  const Vec2 along = board.along, up = turnedLeft(board.along);
  double left = 1e300, foot = 1e300;
  for (const Vec2& point : round) left = std::min(left, point.dot(along)), foot = std::min(foot, point.dot(up));
  const auto corner = [&](double x, double y) -> Vec2 { return (left + x) * along + (foot + y) * up; };
  sawn.boardLengthMm = board.lengthMm;
  sawn.boardWidthMm = board.widthMm;
  sawn.board = {corner(0.0, 0.0), corner(board.lengthMm, 0.0), corner(board.lengthMm, board.widthMm),
                corner(0.0, board.widthMm)};
}

SawnPlank sawLines(const FlatPlank& plank, const CutLines& cut, const std::vector<EdgesAt>& edges, const SawnAs& as,
                   const PlankingMake& planking) {
  const auto lowerWider = widerAlong(plank, edges, false), upperWider = widerAlong(plank, edges, true);
  const double proud = as.isSheer ? planking.sheerHighMm : 0.0;
  SawnPlank sawn;
  sawn.lower = movedOut(cut.lower, false, [&](double x) { return planking.sawClearMm + evenlyBetween(lowerWider, x); });
  sawn.upper =
      movedOut(cut.upper, true, [&](double x) { return planking.sawClearMm + evenlyBetween(upperWider, x) + proud; });
  for (const bool bow : {true, false}) {
    const EndLeft left = bow ? as.bow : as.stern;
    const double longer = left == EndLeft::Hood      ? planking.hoodLongMm
                          : left == EndLeft::Transom ? planking.transomLongMm
                                                     : 0.0;
    // Each edge is carried on in its own run, the end between them along with it.
    const auto carry = [&](std::vector<Vec2>& edge) -> Vec2 {
      const Vec2 end = bow ? edge.front() : edge.back();
      const Vec2 on = longer * (bow ? -1.0 : 1.0) * directionAt(edge, bow ? 0 : edge.size() - 1);
      if (longer > 0.0) edge.insert(bow ? edge.begin() : edge.end(), end + on);
      return on;
    };
    const std::vector<Vec2>& line = bow ? cut.bow : cut.stern;
    const Vec2 low = bow ? sawn.lower.front() - line.front() : sawn.lower.back() - line.front();
    const Vec2 top = bow ? sawn.upper.front() - line.back() : sawn.upper.back() - line.back();
    const Vec2 lowOn = carry(sawn.lower), topOn = carry(sawn.upper);
    const std::vector<double> shares = sharesAlong(line);
    std::vector<Vec2>& end = bow ? sawn.bow : sawn.stern;
    for (std::size_t i = 0; i < line.size(); ++i)
      end.push_back(line[i] + (1.0 - shares[i]) * (low + lowOn) + shares[i] * (top + topOn));
  }
  findBoard(sawn);
  return sawn;
}

}  // namespace narrows
