#include "plank/flat_plank.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "curve/fair_function.h"
#include "plank/narrowest_board.h"

namespace narrows {

namespace {

/// Places nearer than this to a section are at it.
constexpr double sameT = 1e-9;
/// Points of an edge between two columns of a plank laid in full: chords of the columns alone would cut a tightly
/// curved hood end by half a millimetre.
constexpr std::size_t edgePointsBetween = 3;

/// An end that leans along its edge by more than this (the cosine) is not carried on: it would run far past the plank.
constexpr double leastReach = 0.8;

/// The lap at each point of the keel edge: between places where it is given it changes evenly along the edge.
std::vector<double> lapsAlong(const std::vector<Vec2>& lower, const PlankMake& make, const Band& band,
                              const LineLength& line) {
  if (make.laps.empty()) return std::vector<double>(lower.size(), make.lapMm);
  std::vector<double> laps;
  const double whole = lengthAlong(lower);
  double along = 0.0;
  for (std::size_t i = 0; i < lower.size(); ++i) {
    if (i > 0) along += (lower[i] - lower[i - 1]).norm();
    laps.push_back(lapAt(make, std::clamp(line.tAtShare(along / whole), band.reach.fromT, band.reach.toT)));
  }
  return laps;
}

/// The ways in which a plank's ends run on past its keel edge, unit.
struct EndsDown {
  Vec2 bow, stern;
};

/// The keel edge carried straight on by the lap at each of its points, square to itself, the ends carried on in their
/// own lines; an end that leans along the edge, in the edge's.
std::vector<Vec2> lapped(const std::vector<Vec2>& lower, const EndsDown& down, const std::vector<double>& laps) {
  std::vector<Vec2> edge;
  for (std::size_t i = 0; i < lower.size(); ++i) {
    const Vec2 along = directionAt(lower, i);
    edge.push_back(lower[i] + laps[i] * Vec2(along.y(), -along.x()));
  }
  const auto end = [&](std::size_t i, const Vec2& way) -> Vec2 {
    const Vec2 along = directionAt(lower, i);
    const double reach = way.dot(Vec2(along.y(), -along.x()));
    return reach < leastReach ? edge[i] : Vec2(lower[i] + way * (laps[i] / reach));
  };
  const Vec2 bow = end(0, down.bow);
  const Vec2 stern = end(lower.size() - 1, down.stern);
  const Vec2 chord = (stern - bow).normalized();
  // Where an end leans inwards, points of the offset edge beyond it are dropped onto it, so that the count stays.
  for (Vec2& point : edge) {
    if ((point - bow).dot(chord) < 0.0) point = bow;
    if ((stern - point).dot(chord) < 0.0) point = stern;
  }
  edge.front() = bow;
  edge.back() = stern;
  return edge;
}

/// How far it is from a point, through another and on, to an edge: along the mark to the edge that is drawn. None where
/// the mark runs past the edge's end.
std::optional<double> downTo(const std::vector<Vec2>& edge, const Vec2& from, const Vec2& through) {
  const Vec2 way = (through - from).normalized(), left = turnedLeft(way);
  std::optional<double> nearest;
  const double least = (through - from).norm() - 1e-6;
  for (std::size_t i = 1; i < edge.size(); ++i) {
    const double a = (edge[i - 1] - from).dot(left), b = (edge[i] - from).dot(left);
    if (a * b > 0.0 || a == b) continue;
    const double along = (edge[i - 1] + a / (a - b) * (edge[i] - edge[i - 1]) - from).dot(way);
    if (along >= least && (!nearest || along < *nearest)) nearest = along;
  }
  return nearest;
}

/// Width of an end square to the plank, which runs there as its two edges do.
double endWidth(const FlatPlank& plank, bool bow) {
  const auto& low = plank.lapLine.empty() ? plank.lower : plank.lapLine;
  const std::size_t i = bow ? 0 : low.size() - 1, j = bow ? 0 : plank.upper.size() - 1;
  const Vec2 along = (directionAt(low, i) + directionAt(plank.upper, j)).normalized();
  const Vec2 across = plank.upper[j] - low[i];
  return std::abs(along.x() * across.y() - along.y() * across.x());
}

double snyOf(const std::vector<Vec2>& edge) {
  const Vec2 chord = (edge.back() - edge.front()).normalized();
  const Vec2 square(-chord.y(), chord.x());
  double most = 0.0;
  for (const Vec2& point : edge) most = std::max(most, std::abs((point - edge.front()).dot(square)));
  return most;
}

/// Turns everything to the narrowest board and puts the board's lower bow corner at 0, 0.
void turnToBoard(FlatPlank& plank) {
  std::vector<Vec2> all = plank.lower;
  all.insert(all.end(), plank.upper.begin(), plank.upper.end());
  const NarrowestBoard board = narrowestBoard(all);
  const Vec2 square(-board.along.y(), board.along.x());
  Vec2 corner(std::numeric_limits<double>::max(), std::numeric_limits<double>::max());
  for (const Vec2& point : all) corner = corner.cwiseMin(Vec2(point.dot(board.along), point.dot(square)));
  const auto place = [&](Vec2& point) { point = Vec2(point.dot(board.along), point.dot(square)) - corner; };
  for (auto* line : {&plank.lower, &plank.upper, &plank.lapLine}) std::for_each(line->begin(), line->end(), place);
  for (PlankStation& station : plank.stations) place(station.lower), place(station.upper);
  Eigen::Matrix2d turn;
  turn << board.along.x(), board.along.y(), square.x(), square.y();
  plank.map.place(turn, -corner);
  plank.boardLengthMm = board.lengthMm;
  plank.boardWidthMm = board.widthMm;
}

/// How far an edge is moved at a length along the board.
class EdgeMove {
 public:
  EdgeMove(const FlatPlank& plank, const std::vector<std::pair<std::size_t, double>>& moves, bool upper) {
    std::vector<double> at, by;
    for (const auto& [station, mm] : moves) {
      const double x = (upper ? plank.stations[station].upper : plank.stations[station].lower).x();
      if (!at.empty() && x <= at.back()) continue;
      at.push_back(x), by.push_back(mm);
    }
    if (at.empty()) return;
    m_from = at.front(), m_to = at.back();
    m_by = FairFunction(at, by);
  }
  double operator()(double x) const { return m_by.isNothing() ? 0.0 : m_by(std::clamp(x, m_from, m_to)); }

 private:
  double m_from = 0.0, m_to = 0.0;
  FairFunction m_by;
};

/// The way along the stations, towards the sheer, at a length along the board.
Vec2 alongStations(const FlatPlank& plank, double x) {
  std::size_t i = 1;
  while (i + 1 < plank.stations.size() && plank.stations[i].lower.x() < x) ++i;
  const double from = plank.stations[i - 1].lower.x(), to = plank.stations[i].lower.x();
  const double part = to > from ? std::clamp((x - from) / (to - from), 0.0, 1.0) : 0.0;
  return ((1.0 - part) * plank.stations[i - 1].along() + part * plank.stations[i].along()).normalized();
}

/// Lengths and sny of its edges as they are.
void measureEdges(FlatPlank& plank) {
  plank.lowerLengthMm = lengthAlong(plank.lower);
  plank.upperLengthMm = lengthAlong(plank.upper);
  plank.snyMm = snyOf(plank.lower);
}

}  // namespace

FlatPlank withEdgesMoved(const FlatPlank& plank, const EdgeMoves& moves) {
  require(plank.stations.size() >= 2, "a plank has two ends");
  const EdgeMove lower(plank, moves.lower, false), upper(plank, moves.upper, true);
  FlatPlank moved = plank;
  const auto move = [&](Vec2& point, const EdgeMove& by) { point += by(point.x()) * alongStations(plank, point.x()); };
  for (Vec2& point : moved.lower) move(point, lower);
  for (Vec2& point : moved.lapLine) move(point, lower);
  for (Vec2& point : moved.upper) move(point, upper);
  for (PlankStation& station : moved.stations) {
    const double wider = upper(station.upper.x()) - lower(station.lower.x());
    station.widthMm += wider;
    station.asCutMm += wider;
    move(station.lower, lower);
    move(station.upper, upper);
  }
  turnToBoard(moved);
  measureEdges(moved);
  return moved;
}

std::vector<Vec2> endLine(const FlatPlank& plank, bool bow) {
  constexpr int steps = 12;
  const double t = bow ? plank.reach.fromT : plank.reach.toT;
  const auto endOf = [bow](const std::vector<Vec2>& edge) { return bow ? edge.front() : edge.back(); };
  std::vector<Vec2> line{endOf(plank.lower)};
  const Vec2 foot = endOf(plank.lapLine.empty() ? plank.lower : plank.lapLine), head = endOf(plank.upper);
  // Edges that were moved take the end with them.
  const Vec2 low = foot - plank.map.at(t, 0.0), high = head - plank.map.at(t, 1.0);
  for (int i = plank.lapLine.empty() ? 1 : 0; i < steps; ++i) {
    const double across = static_cast<double>(i) / steps;
    line.push_back(plank.map.at(t, across) + (1.0 - across) * low + across * high);
  }
  line.push_back(head);
  return line;
}

double lapAt(const PlankMake& make, double t) {
  return lapBetween(make.laps, make.lapMm, t);
}

std::pair<double, double> lapsOver(const PlankMake& make, SurfaceReach reach) {
  const double first = lapAt(make, reach.fromT), last = lapAt(make, reach.toT);
  std::pair<double, double> over = std::minmax(first, last);
  for (const auto& [t, mm] : make.laps) {
    if (reach.holds(t)) over = {std::min(over.first, mm), std::max(over.second, mm)};
  }
  return over;
}

Vec2 directionAt(const std::vector<Vec2>& edge, std::size_t i) {
  constexpr double sameMm = 1e-6;
  std::size_t before = i, after = i;
  while (before > 0 && (edge[before] - edge[i]).norm() < sameMm) --before;
  while (after + 1 < edge.size() && (edge[after] - edge[i]).norm() < sameMm) ++after;
  const Vec2 along = edge[after] - edge[before];
  return along.norm() > 0.0 ? Vec2(along.normalized()) : Vec2(1.0, 0.0);
}

double lengthAlong(const std::vector<Vec2>& points) {
  double sum = 0.0;
  for (std::size_t i = 1; i < points.size(); ++i) sum += (points[i] - points[i - 1]).norm();
  return sum;
}

std::vector<double> sharesAlong(const std::vector<Vec2>& points) {
  const double whole = std::max(lengthAlong(points), 1e-9);
  std::vector<double> shares;
  double along = 0.0;
  for (std::size_t i = 0; i < points.size(); ++i) {
    if (i > 0) along += (points[i] - points[i - 1]).norm();
    shares.push_back(along / whole);
  }
  return shares;
}

std::vector<Vec2> mirrored(std::vector<Vec2> points) {
  for (Vec2& point : points) point.y() = -point.y();
  return points;
}

FlatPlank flatPlank(const Band& band, const PlankMake& make, const FlatPlank* previous, const std::stop_token& stop) {
  const bool lapstrake = make.construction == Construction::Lapstrake;
  const Strip strip = lapstrake ? ruledStrip(band, make.fineness) : surfaceStrip(band, make.fineness);
  FlatPlank plank;
  plank.reach = band.reach;
  plank.strip = layFlat(strip, previous != nullptr ? &previous->strip : nullptr,
                        make.fineness.columns < fullStrip.columns ? quicklySettledMm : fullySettledMm, stop);
  if (stop.stop_requested()) return plank;
  plank.map = FlatMap(strip, plank.strip);
  plank.settled = plank.strip.settled;
  plank.strainRms = plank.strip.strainRms;
  plank.strainMax = plank.strip.strainMax;
  constexpr std::size_t between = edgePointsBetween;
  plank.upper = plank.map.line(1.0, between);
  plank.lower = plank.map.line(0.0, between);
  plank.lowerT = plank.map.lineT(0.0, between);
  plank.upperT = plank.map.lineT(1.0, between);
  const bool hasLap = lapstrake && (make.lapMm > 0.0 || !make.laps.empty());
  // Its stations, and where it ends between two of them.
  std::vector<double> places{band.reach.fromT};
  for (double t = std::floor(band.reach.fromT + sameT) + 1.0; t < band.reach.toT - sameT; t += 1.0) places.push_back(t);
  places.push_back(band.reach.toT);
  for (const double t : places) {
    PlankStation station;
    station.section = static_cast<std::size_t>(std::lround(t));
    const bool isSection = std::abs(t - std::round(t)) < sameT;
    station.isHood = isSection && band.frame.hull().sections[station.section].isHood();
    station.name = isSection ? band.frame.hull().sections[station.section].name : "joint";
    station.lower = plank.map.at(t, 0.0);
    station.upper = plank.map.at(t, 1.0);
    station.widthMm = band.widthMm(t);
    station.asCutMm = (station.upper - station.lower).norm() + (hasLap ? lapAt(make, t) : 0.0);
    plank.stations.push_back(station);
  }
  if (hasLap) {
    plank.lapLine = plank.lower;
    constexpr double nearFoot = 0.04;
    const auto down = [&](double t) -> Vec2 {
      const Vec2 way = plank.map.at(t, 0.0) - plank.map.at(t, nearFoot);
      return way.norm() > 0.0 ? Vec2(way.normalized()) : Vec2(0.0, -1.0);
    };
    plank.lower = lapped(plank.lapLine, {down(band.reach.fromT), down(band.reach.toT)},
                         lapsAlong(plank.lapLine, make, band, strip.lower));
    for (PlankStation& station : plank.stations)
      station.asCutMm = downTo(plank.lower, station.upper, station.lower).value_or(station.asCutMm);
  }
  turnToBoard(plank);
  plank.foreEndMm = endWidth(plank, true);
  plank.aftEndMm = endWidth(plank, false);
  measureEdges(plank);
  return plank;
}

}  // namespace narrows
