#include "stock/judge_laying.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "backbone/species.h"
#include "problem/trade.h"
#include "stock/board_outline.h"

namespace narrows {

namespace {

constexpr double radPerDegree = std::numbers::pi / 180.0;
/// Nothing is over, or too near, by less than this: no pencil is finer.
constexpr double noMatterMm = 0.01;

Vec2 nearestOnSegment(const Vec2& at, const Vec2& from, const Vec2& to) {
  const Vec2 leg = to - from;
  return from + std::clamp((at - from).dot(leg) / std::max(leg.squaredNorm(), 1e-12), 0.0, 1.0) * leg;
}

/// A line of points with its closing leg where it goes round.
struct Course {
  const std::vector<Vec2>& points;
  bool isRound = true;
  std::size_t legs() const { return isRound ? points.size() : points.size() - 1; }
  const Vec2& from(std::size_t leg) const { return points[leg]; }
  const Vec2& to(std::size_t leg) const { return points[(leg + 1) % points.size()]; }
};

/// Legs of a course that follow one another, with the box that holds them.
struct Stretch {
  std::size_t from = 0, to = 0;  ///< legs; the points at their beginnings
  Box2 box;
};

std::vector<Stretch> stretchesOf(const Course& course) {
  constexpr std::size_t together = 12;
  std::vector<Stretch> stretches;
  for (std::size_t from = 0; from < course.legs(); from += together) {
    Stretch one{from, std::min(from + together, course.legs()), {}};
    one.box.low = one.box.high = course.from(from);
    for (std::size_t leg = one.from; leg < one.to; ++leg) {
      for (const Vec2* point : {&course.from(leg), &course.to(leg)}) {
        one.box.low = one.box.low.cwiseMin(*point);
        one.box.high = one.box.high.cwiseMax(*point);
      }
    }
    stretches.push_back(one);
  }
  return stretches;
}

/// No point of one box is nearer to the other than this.
double apartMm(const Box2& one, const Box2& other) {
  const Vec2 gap = (other.low - one.high).cwiseMax(one.low - other.high).cwiseMax(Vec2::Zero());
  return gap.norm();
}

/// Takes the nearer of `least` and whatever the points of one course have to the legs of another; stretches that lie
/// further apart than that are passed over. `turned`: `one` is what `ClearOf::to` is on.
void nearest(const Course& one, const Course& other, bool turned, ClearOf& least) {
  const std::vector<Stretch> legs = stretchesOf(other);
  for (const Stretch& mine : stretchesOf(one)) {
    for (const Stretch& its : legs) {
      if (apartMm(mine.box, its.box) >= least.mm) continue;
      // The last point of a line that does not go round begins no leg.
      const bool isLast = !one.isRound && mine.to == one.legs();
      for (std::size_t i = mine.from; i < mine.to + (isLast ? 1 : 0); ++i) {
        const Vec2& point = one.points[i];
        for (std::size_t leg = its.from; leg < its.to; ++leg) {
          const Vec2 there = nearestOnSegment(point, other.from(leg), other.to(leg));
          const double mm = (there - point).norm();
          if (mm < least.mm) least = turned ? ClearOf{mm, there, point} : ClearOf{mm, point, there};
        }
      }
    }
  }
}

/// Two outlines that do not cross are nearest at a corner of one of them.
ClearOf between(const Course& one, const Course& other) {
  ClearOf least{std::numeric_limits<double>::max()};
  nearest(one, other, false, least);
  nearest(other, one, true, least);
  return least;
}

/// How deep what lies over reaches: of the corners of `over`, the one furthest from `line`.
double depthOf(const std::vector<Polygon>& over, const Course& line) {
  double deepest = 0.0;
  for (const Polygon& part : over) {
    for (const Vec2& corner : part) {
      double near = std::numeric_limits<double>::max();
      for (std::size_t leg = 0; leg < line.legs(); ++leg)
        near = std::min(near, (nearestOnSegment(corner, line.from(leg), line.to(leg)) - corner).norm());
      deepest = std::max(deepest, near);
    }
  }
  return deepest;
}

bool areApart(const Box2& one, const Box2& other) {
  return one.high.x() < other.low.x() || other.high.x() < one.low.x() || one.high.y() < other.low.y() ||
         other.high.y() < one.low.y();
}

/// The direction a line of points has at x, as it rises along x.
Vec2 directionAtX(const std::vector<Vec2>& line, double x) {
  std::size_t leg = 1;
  while (leg + 1 < line.size() && line[leg].x() < x) ++leg;
  return line[leg] - line[leg - 1];
}

}  // namespace

Vec2 PieceLies::onBoard(const Vec2& own) const {
  return Eigen::Rotation2Dd(turnRad) * Vec2(own.x(), turnedOver ? -own.y() : own.y()) + at;
}

std::vector<Vec2> PieceLies::onBoard(std::vector<Vec2> points) const {
  for (Vec2& point : points) point = onBoard(point);
  return points;
}

PieceLies liesOf(const Laying& laying) {
  return {{laying.x.mm(), laying.y.mm()}, laying.turnDeg * radPerDegree, laying.turnedOver};
}

Laying laid(Laying laying, const PieceLies& lies) {
  laying.x = millimetres(lies.at.x());
  laying.y = millimetres(lies.at.y());
  laying.turnDeg = std::remainder(lies.turnRad, 2.0 * std::numbers::pi) / radPerDegree;
  laying.turnedOver = lies.turnedOver;
  return laying;
}

BoardShape::BoardShape(const Board& of)
    : board(of), lower(edgeLine(of, false)), upper(edgeLine(of, true)), outline(outlineOf(of)) {
  std::vector<double> at;
  for (const auto* edge : {&lower, &upper})
    for (const Vec2& point : *edge) at.push_back(point.x());
  std::sort(at.begin(), at.end());
  at.erase(std::unique(at.begin(), at.end()), at.end());
  for (const double x : at) middle.emplace_back(x, 0.5 * (edgeAtMm(of, false, x) + edgeAtMm(of, true, x)));
  for (const BoardFault& fault : of.faults) faults.push_back(boxOf(fault));
}

double GrainRunOut::oneIn() const {
  return 1.0 / std::max(std::tan(rad), 1e-9);
}

ClearOf clearBetween(const Polygon& one, const Polygon& other) {
  if (!areApart(boxOf(one), boxOf(other))) {
    if (const auto shared = common({one}, {other}); !shared.empty())
      return {0.0, centroid(largest(shared)), centroid(largest(shared))};
  }
  return between({one}, {other});
}

bool isMissed(const BoardFault& fault, const WantedPiece& piece, const StockMake& make, bool inClearPart) {
  const bool clear = inClearPart || piece.grade == WantedGrade::Clear;
  switch (fault.kind) {
    case BoardFaultKind::Knot:
      return clear;
    case BoardFaultKind::Sap:
      return clear || make.sapOut;
    case BoardFaultKind::Loose:
      return clear || !make.letsIn(fault.kind);
    default:
      return !make.letsIn(fault.kind);
  }
}

std::optional<FaultBar> faultBar(const BoardShape& board, std::size_t fault, const WantedPiece& piece,
                                 const PieceLies& lies, const Polygon& outline, const StockMake& make) {
  const BoardFault& of = board.board.faults[fault];
  const bool isKnot = of.kind == BoardFaultKind::Knot || of.kind == BoardFaultKind::Loose;
  if (isMissed(of, piece, make)) {
    if (of.kind == BoardFaultKind::Sap && piece.grade != WantedGrade::Clear) return FaultBar::Rots;
    return of.kind == BoardFaultKind::Knot || of.kind == BoardFaultKind::Sap ? FaultBar::WantsClear : FaultBar::CutOut;
  }
  const Polygon& box = board.faults[fault];
  for (const Polygon& part : piece.clearParts) {
    if (isMissed(of, piece, make, true) && clearBetween(lies.onBoard(part), box).mm <= 0.0) return FaultBar::WantsClear;
  }
  if (!isKnot) return std::nullopt;
  const Vec2 at = centroid(box);
  const double across = std::max(of.length.mm(), of.width.mm());
  if (of.kind == BoardFaultKind::Loose && across > make.widestPlugMm + noMatterMm) return FaultBar::PlugTooWide;
  // As wide as the piece is there, across its run.
  const Vec2 along = lies.onBoard(piece.middle.back()) - lies.onBoard(piece.middle.front());
  const std::vector<double> edges = narrows::crossings(outline, at, at + turnedLeft(along.normalized()));
  double below = -std::numeric_limits<double>::max(), above = std::numeric_limits<double>::max();
  for (const double edge : edges)
    (edge < 0.0 ? below : above) = edge < 0.0 ? std::max(below, edge) : std::min(above, edge);
  const bool isInside = contains(outline, at) && edges.size() > 1;
  if (of.kind == BoardFaultKind::Knot && isInside && across > make.knotShare * (above - below) + noMatterMm)
    return FaultBar::TooWide;
  const auto isNear = [&](double mm) { return mm < make.knotClearMm - noMatterMm; };
  const bool isWhole =
      std::all_of(box.begin(), box.end(), [&](const Vec2& corner) { return contains(outline, corner); });
  if (!isWhole || isNear(between({box}, {outline}).mm)) return FaultBar::NearEdge;
  for (const Vec2& fastening : piece.fastenings) {
    const Vec2 there = lies.onBoard(fastening);
    if (contains(box, there) || isNear(distanceToOutline(box, there))) return FaultBar::NearFastening;
  }
  for (const Polygon& scarf : piece.scarfs) {
    if (isNear(clearBetween(lies.onBoard(scarf), box).mm)) return FaultBar::NearScarf;
  }
  return std::nullopt;
}

namespace {

/// Judges one piece on one board.
class Judge {
 public:
  Judge(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies, const StockMake& make)
      : m_board(board), m_piece(piece), m_lies(lies), m_make(make) {
    m_judged.outline = lies.onBoard(piece.outline);
  }

  LayingJudged judge(const std::vector<Neighbour>& neighbours) {
    edges();
    for (std::size_t i = 0; i < m_board.faults.size(); ++i) fault(i);
    for (std::size_t i = 0; i < neighbours.size(); ++i) neighbour(i, neighbours[i].outline);
    grain();
    m_judged.thinMm = m_piece.thicknessMm - m_board.board.thickness.mm();
    m_judged.otherWood = !isOfWood(m_piece.species, m_board.board.species);
    return std::move(m_judged);
  }

 private:
  void edges() {
    const std::vector<Vec2> butt{m_board.lower.front(), m_board.upper.front()},
        top{m_board.lower.back(), m_board.upper.back()};
    const std::array<const std::vector<Vec2>*, 4> sides{&m_board.lower, &m_board.upper, &butt, &top};
    const Course piece{m_judged.outline};
    for (std::size_t i = 0; i < sides.size(); ++i) m_judged.edges[i] = between(piece, {*sides[i], false});
    const std::vector<Polygon> over = without({m_judged.outline}, {m_board.outline});
    for (const Polygon& part : over) {
      // What lies over is over the side it is nearest to, all along.
      std::size_t side = 0;
      double least = std::numeric_limits<double>::max();
      for (std::size_t i = 0; i < sides.size(); ++i) {
        double sum = 0.0;
        for (const Vec2& corner : part) sum += distanceFrom(*sides[i], corner);
        if (sum < least) least = sum, side = i;
      }
      // A corner of the piece that stands out, or one of the board that stands in the piece.
      const double depth = std::max(depthOf({part}, {*sides[side], false}), depthOf({part}, piece));
      if (depth < noMatterMm) continue;
      m_judged.edges[side].mm = std::min(m_judged.edges[side].mm, -depth);
      m_judged.offBoard = true;
      m_judged.over.push_back(part);
    }
    for (const ClearOf& edge : m_judged.edges) m_judged.nearEdge |= edge.mm < m_make.marginMm - noMatterMm;
  }

  static double distanceFrom(const std::vector<Vec2>& line, const Vec2& at) {
    double least = std::numeric_limits<double>::max();
    for (std::size_t i = 1; i < line.size(); ++i) least = std::min(least, distanceToSegment(at, line[i - 1], line[i]));
    return least;
  }

  void fault(std::size_t i) {
    ClearOfFault clear{i, clearBetween(m_judged.outline, m_board.faults[i]), std::nullopt, false};
    const bool liesOn = clear.clear.mm <= 0.0;
    if (liesOn) {
      clear.bar = faultBar(m_board, i, m_piece, m_lies, m_judged.outline, m_make);
      clear.plugged = !clear.bar && m_board.board.faults[i].kind == BoardFaultKind::Loose;
    } else if (isMissed(m_board.board.faults[i], m_piece, m_make)) {
      clear.bar = faultBar(m_board, i, m_piece, m_lies, m_judged.outline, m_make);
      m_judged.nearFault |= clear.clear.mm < m_make.marginMm - noMatterMm;
    }
    if (liesOn && clear.bar) {
      m_judged.overFault = true;
      const auto shared = common({m_judged.outline}, {m_board.faults[i]});
      m_judged.over.insert(m_judged.over.end(), shared.begin(), shared.end());
    }
    m_judged.faults.push_back(clear);
  }

  void neighbour(std::size_t i, const Polygon& outline) {
    ClearOfNeighbour clear{i, clearBetween(m_judged.outline, outline)};
    if (clear.clear.mm <= 0.0) {
      const auto shared = common({m_judged.outline}, {outline});
      const double depth = depthOf(shared, {outline});
      if (depth >= noMatterMm) {
        clear.clear.mm = -depth;
        m_judged.overNeighbour = true;
        m_judged.over.insert(m_judged.over.end(), shared.begin(), shared.end());
      }
    }
    m_judged.nearNeighbour |= clear.clear.mm < m_make.kerfMm - noMatterMm;
    m_judged.neighbours.push_back(clear);
  }

  void grain() {
    const std::vector<Vec2> middle = m_lies.onBoard(m_piece.middle);
    if (middle.size() < 2 || m_board.middle.size() < 2) return;
    double gone = 0.0, most = 0.0;
    const double length = lengthOf(middle);
    for (std::size_t i = 1; i < middle.size(); ++i) {
      const Vec2 leg = middle[i] - middle[i - 1];
      const double mid = 0.5 * (middle[i].x() + middle[i - 1].x());
      double turn = std::abs(turnFrom(directionAtX(m_board.middle, mid), leg));
      turn = std::min(turn, std::numbers::pi - turn);
      if (turn > most) most = turn, m_judged.grain = {turn, (gone + 0.5 * leg.norm()) / length};
      gone += leg.norm();
    }
    // Up, as the board lies: the piece's own way may be turned round.
    const Vec2 chord = (middle.back() - middle.front()).normalized();
    Vec2 up = turnedLeft(chord);
    if (up.y() < 0.0) up = -up;
    for (const Vec2& point : middle) {
      const double off = (point - middle.front()).dot(up);
      if (std::abs(off) > std::abs(m_judged.bowMm)) m_judged.bowMm = off;
    }
    m_judged.crookMm = crookMm(m_board.board);
  }

  static double lengthOf(const std::vector<Vec2>& line) {
    double length = 0.0;
    for (std::size_t i = 1; i < line.size(); ++i) length += (line[i] - line[i - 1]).norm();
    return std::max(length, 1e-9);
  }

  const BoardShape& m_board;
  const WantedPiece& m_piece;
  const PieceLies& m_lies;
  const StockMake& m_make;
  LayingJudged m_judged;
};

bool isAgainstARule(FaultBar bar) {
  return bar == FaultBar::TooWide || bar == FaultBar::NearEdge || bar == FaultBar::NearFastening ||
         bar == FaultBar::NearScarf;
}

}  // namespace

LayingJudged judgeLaying(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies,
                         const std::vector<Neighbour>& neighbours, const StockMake& make) {
  return Judge(board, piece, lies, make).judge(neighbours);
}

double LayingJudged::leastMm() const {
  double least = std::numeric_limits<double>::max();
  for (const ClearOf& edge : edges) least = std::min(least, edge.mm);
  for (const ClearOfFault& fault : faults) {
    if (fault.bar) least = std::min(least, fault.clear.mm);
  }
  for (const ClearOfNeighbour& neighbour : neighbours) least = std::min(least, neighbour.clear.mm);
  return least;
}

std::optional<Severity> LayingJudged::verdict(const StockMake& make) const {
  bool isTrouble = offBoard || overNeighbour || thinMm > noMatterMm, isRule = false;
  for (const ClearOfFault& fault : faults) {
    if (!fault.bar || fault.clear.mm > 0.0) continue;
    (isAgainstARule(*fault.bar) ? isRule : isTrouble) = true;
  }
  if (isTrouble) return Severity::Trouble;
  const bool isShort = thinMm > noMatterMm - make.planedMm;
  if (isRule || !isClear() || otherWood || isShort || grain.oneIn() < make.runOut) return Severity::LookAgain;
  return std::nullopt;
}

bool LayingJudged::canBeGotOut(const StockMake& make) const {
  return !otherWood && isClear() && verdict(make) != Severity::Trouble;
}

std::string faultBarWords(FaultBar bar) {
  switch (bar) {
    case FaultBar::CutOut:
      return Trade::say("it is cut out");
    case FaultBar::WantsClear:
      return Trade::say("the piece is to be clear");
    case FaultBar::Rots:
      return Trade::say("sap rots, and is kept out");
    case FaultBar::TooWide:
      return Trade::say("too wide for the piece");
    case FaultBar::NearEdge:
      return Trade::say("too near to its edge");
    case FaultBar::NearFastening:
      return Trade::say("too near to a fastening");
    case FaultBar::NearScarf:
      return Trade::say("too near to a scarf");
    case FaultBar::PlugTooWide:
      return Trade::say("too wide to be plugged");
  }
  return {};
}

}  // namespace narrows
