#include "plank/saw_line.h"

#include <algorithm>
#include <cmath>
#include <optional>

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
      wider.emplace_back((upper ? station.upper : station.lower).x(), edge->proudMm);
    }
  }
  return wider;
}

/// Corners are mitred out to so much of a move at most.
constexpr double mostAtCorner = 2.0;

/// A line moved to one side of its run, at each of its points by as much as is said there.
template <typename By>
std::vector<Vec2> moved(const std::vector<Vec2>& line, bool left, const By& by) {
  std::vector<Vec2> out;
  for (std::size_t i = 0; i < line.size(); ++i) {
    constexpr double sameMm = 1e-6;
    std::size_t before = i, after = i;
    while (before > 0 && (line[before] - line[i]).norm() < sameMm) --before;
    while (after + 1 < line.size() && (line[after] - line[i]).norm() < sameMm) ++after;
    Vec2 square = turnedLeft(directionAt(line, i));
    const Vec2 in = line[i] - line[before], on = line[after] - line[i];
    if (in.norm() >= sameMm && on.norm() >= sameMm) {
      // Both its legs are moved by as much.
      const Vec2 one = turnedLeft(in.normalized()), two = turnedLeft(on.normalized());
      const double whole = 1.0 + one.dot(two);
      if (whole > 2.0 / (mostAtCorner * mostAtCorner)) square = (one + two) / whole;
    }
    out.push_back(line[i] + (left ? 1.0 : -1.0) * by(line[i].x()) * square);
  }
  return out;
}

/// Corners sharper than this are cut off across, or they would run out far beyond the plank.
constexpr double mostMitre = 4.0;

/// Where one line, carried straight on from its tip, comes to another: the other is cut back to there, and the point is
/// told. None where it does not come to it.
std::optional<Vec2> cutBack(std::vector<Vec2>& line, bool front, const Vec2& from, const Vec2& along) {
  for (std::size_t leg = 1; leg < line.size(); ++leg) {
    const std::size_t near = front ? leg - 1 : line.size() - leg;
    const std::size_t far = front ? leg : line.size() - leg - 1;
    const Vec2 way = line[far] - line[near], apart = line[near] - from;
    const double all = along.x() * way.y() - along.y() * way.x();
    const double on = (apart.x() * way.y() - apart.y() * way.x()) / all;
    const double share = (apart.x() * along.y() - apart.y() * along.x()) / all;
    if (!std::isfinite(on) || on < 0.0 || share < 0.0 || share > 1.0) continue;
    const Vec2 at = line[near] + share * way;
    if (front) {
      line.erase(line.begin(), line.begin() + static_cast<std::ptrdiff_t>(leg) - 1);
      line.front() = at;
    } else {
      line.resize(near + 1);
      line.back() = at;
    }
    return at;
  }
  return std::nullopt;
}

/// Joins the end of an edge and of an end line that were both moved out: where they cross, carried straight on; where
/// one already goes past the other, as at an end that slants and is left longer than the edge, it is cut back to it;
/// where they only cross far out, as at a tip, each is carried on by `leftMm` and cut off across; where they are
/// already joined, as in a hollow corner, by what lies between them.
void meet(std::vector<Vec2>& edge, bool edgeFront, std::vector<Vec2>& end, bool endFront, double leftMm) {
  const auto tip = [](const std::vector<Vec2>& line, bool front) { return front ? line.front() : line.back(); };
  const auto on = [](const std::vector<Vec2>& line, bool front) -> Vec2 {
    return front ? Vec2(-directionAt(line, 0)) : directionAt(line, line.size() - 1);
  };
  const auto extend = [](std::vector<Vec2>& line, bool front, const Vec2& point) {
    line.insert(front ? line.begin() : line.end(), point);
  };
  const Vec2 a = tip(edge, edgeFront), b = tip(end, endFront), alongA = on(edge, edgeFront), alongB = on(end, endFront);
  const double all = alongA.x() * alongB.y() - alongA.y() * alongB.x();
  const Vec2 apart = b - a;
  const double s = (apart.x() * alongB.y() - apart.y() * alongB.x()) / all;
  const double t = (apart.x() * alongA.y() - apart.y() * alongA.x()) / all;
  const double most = mostMitre * std::max(leftMm, 1.0);
  if (std::isfinite(s) && std::isfinite(t) && std::min(s, t) >= 0.0 && std::max(s, t) < most) {
    extend(edge, edgeFront, a + s * alongA);
    extend(end, endFront, a + s * alongA);
    return;
  }
  if (s < 0.0 && t < 0.0) return;
  if (t < 0.0 && s < most) {
    if (const auto at = cutBack(end, endFront, a, alongA)) return extend(edge, edgeFront, *at);
  }
  if (s < 0.0 && t < most) {
    if (const auto at = cutBack(edge, edgeFront, b, alongB)) return extend(end, endFront, *at);
  }
  extend(edge, edgeFront, a + leftMm * alongA);
  extend(end, endFront, b + leftMm * alongB);
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
  const double proud = as.isSheer ? planking.sheerHighMm : 0.0, clear = planking.sawClearMm;
  SawnPlank sawn;
  sawn.lower = moved(cut.lower.flat, false, [&](double x) { return clear + evenlyBetween(lowerWider, x); });
  sawn.upper = moved(cut.upper.flat, true, [&](double x) { return clear + evenlyBetween(upperWider, x) + proud; });
  for (const bool bow : {true, false}) {
    const EndLeft left = bow ? as.bow : as.stern;
    const double longer = left == EndLeft::Hood      ? planking.hoodLongMm
                          : left == EndLeft::Transom ? planking.transomLongMm
                                                     : 0.0;
    std::vector<Vec2>& end = bow ? sawn.bow : sawn.stern;
    end = moved((bow ? cut.bow : cut.stern).flat, bow, [&](double) { return longer; });
    meet(sawn.lower, bow, end, true, clear + longer);
    meet(sawn.upper, bow, end, false, clear + longer + proud);
  }
  findBoard(sawn);
  return sawn;
}

}  // namespace narrows
