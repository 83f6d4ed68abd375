#include "stock/fit.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "stock/board_outline.h"

namespace narrows {

namespace {

constexpr float none = 1e30f;
/// Places that are judged, of those that were found, the likeliest first.
constexpr std::size_t mostJudged = 24;
/// Places along a board that are tried at even steps, at most; and of how many columns one tells what a place costs.
constexpr long mostSteps = 60;
constexpr std::size_t costColumns = 4;
/// Kept besides the margin while looking: places are judged exactly after.
constexpr double besidesMm = 0.05;

/// Heights by column: single precision, which is finer than `besidesMm` by far, for twice as many at a time.
using Heights = Eigen::ArrayXf;

/// What stands between two lines along x, column by column: the lowest and the highest in each.
struct Columns {
  Heights low, high;
  std::size_t first = 0;  ///< the column it begins in
  std::size_t count() const { return static_cast<std::size_t>(low.size()); }
};

/// Divides what is met along x into columns so wide.
class Grid {
 public:
  Grid(double fromMm, double wideMm) : m_from(fromMm), m_wide(wideMm) {}

  double wideMm() const { return m_wide; }
  double xOf(double column) const { return m_from + column * m_wide; }

  /// A shape with all its corners: in every column it comes to, between its lowest and highest there.
  Columns of(const Polygon& shape) const {
    const Box2 box = boxOf(shape);
    const auto column = [&](double x) { return static_cast<long>(std::floor((x - m_from) / m_wide + 1e-9)); };
    const long first = std::max(0L, column(box.low.x())), last = std::max(first, column(box.high.x() - 1e-9));
    Columns columns;
    columns.first = static_cast<std::size_t>(first);
    columns.low = Heights::Constant(last - first + 1, none);
    columns.high = Heights::Constant(last - first + 1, -none);
    for (std::size_t i = 0; i < shape.size(); ++i) take(columns, shape[i], shape[(i + 1) % shape.size()]);
    return columns;
  }

  /// A line along x, the lowest and highest of it in each of so many columns.
  Columns ofLine(const std::vector<Vec2>& line, std::size_t count) const {
    Columns columns;
    columns.low = Heights::Constant(static_cast<long>(count), none);
    columns.high = Heights::Constant(static_cast<long>(count), -none);
    for (std::size_t i = 1; i < line.size(); ++i) take(columns, line[i - 1], line[i]);
    return columns;
  }

 private:
  void take(Columns& columns, Vec2 from, Vec2 to) const {
    if (from.x() > to.x()) std::swap(from, to);
    const double begin = (from.x() - m_from) / m_wide - static_cast<double>(columns.first);
    const double end = (to.x() - m_from) / m_wide - static_cast<double>(columns.first);
    const long count = columns.low.size();
    const long low = std::clamp(static_cast<long>(std::floor(begin)), 0L, count - 1);
    const long high = std::clamp(static_cast<long>(std::floor(end)), 0L, count - 1);
    for (long i = low; i <= high; ++i) {
      for (const double side : {0.0, 1.0}) {
        const double edge = std::clamp(static_cast<double>(i) + side, begin, end);
        const double share = end - begin < 1e-12 ? 0.0 : (edge - begin) / (end - begin);
        const auto y = static_cast<float>(from.y() + share * (to.y() - from.y()));
        columns.low[i] = std::min(columns.low[i], y);
        columns.high[i] = std::max(columns.high[i], y);
      }
      if (end - begin < 1e-12) {
        const auto one = static_cast<float>(from.y()), other = static_cast<float>(to.y());
        columns.low[i] = std::min({columns.low[i], one, other});
        columns.high[i] = std::max({columns.high[i], one, other});
      }
    }
  }

  double m_from, m_wide;
};

using Interval = std::pair<double, double>;

/// What is left of an interval when others are taken out of it.
std::vector<Interval> freeOf(Interval all, std::vector<Interval>& taken) {
  std::sort(taken.begin(), taken.end());
  std::vector<Interval> free;
  double from = all.first;
  for (const Interval& one : taken) {
    if (one.second <= from) continue;
    if (one.first > all.second) break;
    if (one.first >= from) free.emplace_back(from, one.first);
    from = std::max(from, one.second);
  }
  if (from <= all.second) free.emplace_back(from, all.second);
  return free;
}

/// A place that may do, and what it costs by columns.
struct Candidate {
  PieceLies lies;
  double cost = 0.0;
};

/// Looks for places of one piece on one board.
class PlaceSearch {
 public:
  PlaceSearch(const BoardShape& board, const WantedPiece& piece, const std::vector<Neighbour>& neighbours,
              const StockMake& make, const FitSearch& search)
      : m_board(board),
        m_piece(piece),
        m_neighbours(neighbours),
        m_make(make),
        m_search(search),
        // From the margin on: a piece that is as long as the board gives has to begin just there.
        m_grid(make.marginMm + besidesMm, std::clamp(piece.lengthMm / 300.0, 4.0, search.columnMm)) {
    const double restMm = std::max(board.board.length.mm() - m_grid.xOf(0.0), 1.0);
    const auto count = static_cast<std::size_t>(std::ceil(restMm / m_grid.wideMm()));
    m_lower = m_grid.ofLine(board.lower, count).high;
    m_upper = m_grid.ofLine(board.upper, count).low;
    const double margin = make.marginMm + besidesMm;
    m_lower += static_cast<float>(margin);
    m_upper -= static_cast<float>(margin);
    // What is largest first: mostly a neighbour alone bars a place.
    for (const Neighbour& one : neighbours) {
      for (const Polygon& shape : grown({one.outline}, make.kerfMm + besidesMm)) {
        m_obstacles.push_back(m_grid.of(shape));
        m_neighbourColumns.push_back(m_obstacles.back());
      }
    }
    for (std::size_t i = 0; i < board.faults.size(); ++i) {
      const bool isEverywhere = isMissed(board.board.faults[i], piece, make);
      if (!isEverywhere && (piece.clearParts.empty() || !isMissed(board.board.faults[i], piece, make, true))) continue;
      for (const Polygon& shape : grown({board.faults[i]}, margin))
        (isEverywhere ? m_obstacles : m_inClearParts).push_back(m_grid.of(shape));
    }
  }

  std::optional<FoundPlace> search(const std::stop_token& stop) {
    for (const double turn : turns()) {
      if (stop.stop_requested()) return std::nullopt;
      tryTurn(turn);
    }
    std::stable_sort(m_candidates.begin(), m_candidates.end(),
                     [](const Candidate& a, const Candidate& b) { return a.cost < b.cost; });
    std::optional<FoundPlace> best;
    // Places that differ by a hair are judged alike: every one of those that are kept is some way from the others.
    std::vector<PieceLies> judged;
    for (const Candidate& candidate : m_candidates) {
      if (judged.size() >= mostJudged || stop.stop_requested()) break;
      if (std::any_of(judged.begin(), judged.end(), [&](const PieceLies& one) { return isAlike(one, candidate.lies); }))
        continue;
      judged.push_back(candidate.lies);
      LayingJudged lies = judgeLaying(m_board, m_piece, candidate.lies, m_neighbours, m_make);
      if (lies.otherWood) return std::nullopt;
      if (!lies.isClear() || lies.verdict(m_make) == Severity::Trouble) continue;
      const double cost = candidate.cost + (lies.grain.oneIn() < m_make.runOut ? 1.0 : 0.0);
      if (!best || cost < best->cost) best = FoundPlace{candidate.lies, std::move(lies), cost};
      if (best->cost <= candidate.cost) break;
    }
    return best;
  }

 private:
  static bool isAlike(const PieceLies& one, const PieceLies& other) {
    constexpr double alikeMm = 40.0;
    return one.turnRad == other.turnRad && (one.at - other.at).norm() < alikeMm;
  }

  std::vector<double> turns() const {
    const Vec2 chord = m_piece.middle.back() - m_piece.middle.front();
    const double level = -std::atan2(chord.y(), chord.x());
    std::vector<double> turns;
    const bool isLong = isLaidAlong(m_piece);
    const double most = isLong ? std::min(mostTurnRad, 0.5 * m_board.board.width.mm() / m_piece.lengthMm) : 0.0;
    const int steps = std::min(12, static_cast<int>(std::ceil(most / m_search.turnApartRad)));
    for (const double round : {0.0, std::numbers::pi}) {
      for (int i = -steps; i <= steps; ++i)
        turns.push_back(level + round + (steps == 0 ? 0.0 : most * i / static_cast<double>(steps)));
    }
    // The grain of a sheet runs both ways.
    if (!isLong && isSheet(m_board.board)) {
      for (const double quarter : {0.5 * std::numbers::pi, -0.5 * std::numbers::pi}) turns.push_back(level + quarter);
    }
    return turns;
  }

  void tryTurn(double turn) {
    const PieceLies turned{Vec2::Zero(), turn, false};
    Polygon shape = turned.onBoard(m_piece.outline);
    const Box2 box = boxOf(shape);
    const double room = m_board.board.length.mm() - 2.0 * (m_make.marginMm + besidesMm) - box.width();
    if (room < 0.0) return;
    // The columns of the piece are those of the board, shifted by whole ones: its fore edge stands on one.
    const Grid own(box.low.x(), m_grid.wideMm());
    const Columns piece = own.of(shape);
    m_clearColumns.clear();
    for (const Polygon& part : m_piece.clearParts) {
      const auto shared = common({turned.onBoard(part)}, {shape});
      if (shared.empty()) continue;
      const Box2 of = boxOf(largest(shared));
      m_clearColumns.emplace_back(
          static_cast<std::size_t>(std::max(0.0, std::floor((of.low.x() - box.low.x()) / m_grid.wideMm()))),
          static_cast<std::size_t>(std::max(0.0, std::ceil((of.high.x() - box.low.x()) / m_grid.wideMm()))));
    }
    const auto lastColumn = static_cast<long>(std::floor(room / m_grid.wideMm()));
    for (const long column : columnsBetween(0, lastColumn, piece.low.size())) tryAt(turned, box, piece, column);
  }

  /// Where a piece so long is tried to begin: at even steps, and where an end of it comes just clear of an end of what
  /// lies there.
  std::vector<long> columnsBetween(long first, long last, long columns) const {
    std::vector<long> all;
    if (last < first) return all;
    const long step = std::max(1L, (last - first) / mostSteps);
    for (long column = first; column < last; column += step) all.push_back(column);
    all.push_back(last);
    for (const auto* obstacles : {&m_obstacles, &m_inClearParts}) {
      for (const Columns& obstacle : *obstacles) {
        const auto begin = static_cast<long>(obstacle.first), end = begin + obstacle.low.size();
        for (const long column : {end, begin - columns}) {
          if (column > first && column < last) all.push_back(column);
        }
      }
    }
    std::sort(all.begin(), all.end());
    all.erase(std::unique(all.begin(), all.end()), all.end());
    return all;
  }

  void tryAt(const PieceLies& turned, const Box2& box, const Columns& piece, long column) {
    const auto first = static_cast<std::size_t>(column);
    if (column + piece.low.size() > m_lower.size()) return;
    const Interval all{(m_lower.segment(column, piece.low.size()) - piece.low).maxCoeff(),
                       (m_upper.segment(column, piece.low.size()) - piece.high).minCoeff()};
    if (all.first > all.second) return;
    std::vector<Interval>& taken = m_taken;
    taken.clear();
    for (const Columns& obstacle : m_obstacles) {
      bar(obstacle, piece, first, 0, piece.count(), taken);
      if (!taken.empty() && taken.back().first < all.first && taken.back().second > all.second) return;
    }
    for (const Columns& obstacle : m_inClearParts) {
      for (const auto& [begin, end] : m_clearColumns)
        bar(obstacle, piece, first, begin, std::min(end, piece.count()), taken);
    }
    const Vec2 shift(m_grid.xOf(static_cast<double>(column)) - box.low.x(), 0.0);
    for (const Interval& free : freeOf(all, taken)) {
      for (const double y : {free.first, free.second}) {
        PieceLies lies = turned;
        lies.at = shift + Vec2(0.0, y);
        m_candidates.push_back({lies, costOf(first, piece, y) * shuffled()});
      }
    }
  }

  /// A factor near one, another for each place, where places are to be shuffled.
  double shuffled() {
    if (m_search.shuffle == 0) return 1.0;
    // Numbers by a linear congruence (Numerical Recipes, ch. 7): the same on every machine.
    m_chance = 1664525u * m_chance + 1013904223u;
    return 0.7 + 0.6 * static_cast<double>(m_chance >> 8) / static_cast<double>(1u << 24);
  }

  /// How far up the piece may not lie for an obstacle, its columns from `begin` to `end` being what has to miss it:
  /// from just under it to just over it, as one stretch.
  static void bar(const Columns& obstacle, const Columns& piece, std::size_t first, std::size_t begin, std::size_t end,
                  std::vector<Interval>& taken) {
    const std::size_t from = std::max(first + begin, obstacle.first);
    const std::size_t to = std::min(first + end, obstacle.first + obstacle.count());
    if (from >= to) return;
    const auto count = static_cast<long>(to - from), its = static_cast<long>(from - obstacle.first),
               own = static_cast<long>(from - first);
    taken.emplace_back((obstacle.low.segment(its, count) - piece.high.segment(own, count)).minCoeff(),
                       (obstacle.high.segment(its, count) - piece.low.segment(own, count)).maxCoeff());
  }

  /// What of the board is spoilt for anything else, of the piece's own area: what lies between it and whatever it is
  /// let down on, and ends too short for anything.
  double costOf(std::size_t first, const Columns& piece, double y) const {
    double below = 0.0, above = 0.0, leastBelow = none, leastAbove = none, own = 0.0;
    std::size_t looked = 0;
    for (std::size_t i = 0; i < piece.count(); i += costColumns, ++looked) {
      const auto column = static_cast<long>(i);
      const double low = y + piece.low[column], high = y + piece.high[column];
      double floor = m_lower[static_cast<long>(first) + column], ceiling = m_upper[static_cast<long>(first) + column];
      for (const Columns& one : m_neighbourColumns) {
        if (first + i < one.first || first + i >= one.first + one.count()) continue;
        const auto there = static_cast<long>(first + i - one.first);
        const double itsLow = one.low[there], itsHigh = one.high[there];
        if (itsHigh <= low + 0.5) floor = std::max(floor, itsHigh);
        if (itsLow >= high - 0.5) ceiling = std::min(ceiling, itsLow);
      }
      const double under = std::max(low - floor, 0.0), over = std::max(ceiling - high, 0.0);
      below += under;
      above += over;
      leastBelow = std::min(leastBelow, under);
      leastAbove = std::min(leastAbove, over);
      own += high - low;
    }
    // A strip too narrow for anything is lost; of a wide one no more than what its narrowest place leaves.
    const auto lost = [&](double area, double least) {
      return least < m_make.leastWidthMm ? area : area - least * static_cast<double>(looked);
    };
    double spoilt = lost(below, leastBelow) + lost(above, leastAbove);
    const double wide = m_board.board.width.mm() / (m_grid.wideMm() * static_cast<double>(costColumns));
    const double fore = m_grid.xOf(static_cast<double>(first));
    const double aft = m_board.board.length.mm() - fore - static_cast<double>(piece.count()) * m_grid.wideMm();
    for (const double end : {fore, aft}) {
      if (end < m_make.leastLengthMm) spoilt += end * wide;
    }
    // Between two ways that spoil as much, the one nearer to an end and to an edge.
    const double away = std::min(fore, aft) / std::max(m_board.board.length.mm(), 1.0);
    const double off = std::min(leastBelow, leastAbove) / std::max(m_board.board.width.mm(), 1.0);
    return std::max(spoilt, 0.0) / std::max(own, 1e-9) + 0.1 * away + 0.1 * off;
  }

  const BoardShape& m_board;
  const WantedPiece& m_piece;
  const std::vector<Neighbour>& m_neighbours;
  const StockMake& m_make;
  const FitSearch& m_search;
  Grid m_grid;
  Heights m_lower, m_upper;       ///< edges with the margin, by column
  std::vector<Interval> m_taken;  ///< used over and over
  std::vector<Columns> m_obstacles;
  std::vector<Columns> m_neighbourColumns;  ///< with a kerf round each
  std::vector<Columns> m_inClearParts;      ///< missed only by the parts of the piece that are to be clear
  std::vector<std::pair<std::size_t, std::size_t>> m_clearColumns;  ///< of the piece as it is turned
  std::vector<Candidate> m_candidates;
  std::uint32_t m_chance = m_search.shuffle;
};

/// How far a piece may be lowered before it meets a line under it, at every one of its corners and of the line's; the
/// lower side of the piece against `line`, both along x.
std::vector<Vec2> gapsOver(const Polygon& piece, const std::vector<Vec2>& line, bool upper) {
  const auto yOf = [](const std::vector<Vec2>& course, double x) -> std::optional<double> {
    for (std::size_t i = 1; i < course.size(); ++i) {
      const double from = std::min(course[i - 1].x(), course[i].x()), to = std::max(course[i - 1].x(), course[i].x());
      if (x < from || x > to || to - from < 1e-12) continue;
      const double share = (x - course[i - 1].x()) / (course[i].x() - course[i - 1].x());
      return course[i - 1].y() + share * (course[i].y() - course[i - 1].y());
    }
    return std::nullopt;
  };
  std::vector<Vec2> gaps;
  const double way = upper ? -1.0 : 1.0;
  for (const Vec2& corner : piece) {
    if (const auto y = yOf(line, corner.x())) gaps.emplace_back(corner.x(), way * (corner.y() - *y));
  }
  for (const Vec2& corner : line) {
    const std::vector<double> cuts = narrows::crossings(piece, corner, corner + Vec2(0.0, 1.0));
    if (!cuts.empty()) gaps.emplace_back(corner.x(), upper ? -cuts.back() : cuts.front());
  }
  return gaps;
}

}  // namespace

bool isLaidAlong(const WantedPiece& piece) {
  constexpr double longShare = 3.0;
  return piece.lengthMm > longShare * piece.widthMm;
}

std::optional<FoundPlace> findPlace(const BoardShape& board, const WantedPiece& piece,
                                    const std::vector<Neighbour>& neighbours, const StockMake& make,
                                    const std::stop_token& stop, const FitSearch& search) {
  constexpr double noMatterMm = 0.01;
  const Box2 box = boxOf(board.outline);
  const bool isTooSmall = piece.widthMm > box.height() || piece.lengthMm > std::hypot(box.width(), box.height());
  if (piece.thicknessMm > board.board.thickness.mm() + noMatterMm || isTooSmall) return std::nullopt;
  return PlaceSearch(board, piece, neighbours, make, search).search(stop);
}

PieceLies alongEdge(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies, bool upper,
                    const StockMake& make) {
  const std::vector<Vec2>& edge = upper ? board.upper : board.lower;
  const double way = upper ? -1.0 : 1.0;
  PieceLies to = lies;
  // Each turn moves what touches a little: a few of them settle.
  constexpr int rounds = 6;
  for (int round = 0; round < rounds; ++round) {
    const Polygon outline = to.onBoard(piece.outline);
    std::vector<Vec2> gaps = gapsOver(outline, edge, upper);
    if (gaps.size() < 2) return lies;
    std::sort(gaps.begin(), gaps.end(), [](const Vec2& a, const Vec2& b) { return a.x() < b.x(); });
    // The straight line under the gaps that touches them in two places either side of the middle of the piece.
    const double middle = centroid(outline).x();
    std::vector<Vec2> hull;
    for (const Vec2& gap : gaps) {
      while (hull.size() > 1) {
        const Vec2 a = hull[hull.size() - 2], b = hull.back();
        if ((b - a).x() * (gap - a).y() - (b - a).y() * (gap - a).x() > 0.0) break;
        hull.pop_back();
      }
      hull.push_back(gap);
    }
    std::size_t leg = 1;
    while (leg + 1 < hull.size() && hull[leg].x() < middle) ++leg;
    if (hull.size() < 2) return lies;
    const Vec2 from = hull[leg - 1], along = hull[leg] - from;
    const double slope = along.x() < 1e-9 ? 0.0 : along.y() / along.x();
    const Vec2 pivot(middle, 0.0);
    const double turn = -way * std::atan(slope);
    const double gapAtMiddle = from.y() + slope * (middle - from.x());
    const Eigen::Rotation2Dd rotate(turn);
    to.turnRad += turn;
    to.at = rotate * (to.at - pivot) + pivot - Vec2(0.0, way * (gapAtMiddle - make.marginMm));
    if (std::abs(turn) < 1e-7) break;
  }
  // The margin is kept square to the edge, and to nothing else: slide what is left.
  for (int round = 0; round < rounds; ++round) {
    const LayingJudged judged = judgeLaying(board, piece, to, {}, make);
    const double off = judged.edges[static_cast<std::size_t>(upper ? BoardSide::Upper : BoardSide::Lower)].mm;
    if (std::abs(off - make.marginMm) < 0.002) break;
    to.at.y() -= way * (off - make.marginMm);
  }
  return to;
}

PieceLies alongCrook(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies) {
  PieceLies to = lies;
  constexpr int rounds = 4;
  for (int round = 0; round < rounds; ++round) {
    // The straight line through how far the piece's middle lies from the board's: it is taken off.
    const std::vector<Vec2> middle = to.onBoard(piece.middle);
    double n = 0.0, sx = 0.0, sy = 0.0, sxx = 0.0, sxy = 0.0;
    for (const Vec2& at : middle) {
      if (at.x() < 0.0 || at.x() > board.board.length.mm()) continue;
      const double off = at.y() - 0.5 * (edgeAtMm(board.board, false, at.x()) + edgeAtMm(board.board, true, at.x()));
      n += 1.0, sx += at.x(), sy += off, sxx += at.x() * at.x(), sxy += at.x() * off;
    }
    const double spread = n * sxx - sx * sx;
    if (n < 2.0 || spread < 1e-6) return lies;
    const double slope = (n * sxy - sx * sy) / spread, at = sx / n, off = sy / n;
    const Vec2 pivot(at, 0.0);
    const double turn = -std::atan(slope);
    to.turnRad += turn;
    to.at = Eigen::Rotation2Dd(turn) * (to.at - pivot) + pivot - Vec2(0.0, off);
    if (std::abs(turn) < 1e-7 && std::abs(off) < 1e-4) break;
  }
  return to;
}

PieceLies besideNeighbour(const WantedPiece& piece, const PieceLies& lies, const Neighbour& neighbour, bool above,
                          const StockMake& make) {
  PieceLies to = lies;
  const double way = above ? 1.0 : -1.0;
  // Clear of it first, then let down until the nearest of it is a kerf away.
  const Box2 box = boxOf(to.onBoard(piece.outline)), other = boxOf(neighbour.outline);
  to.at.y() += above ? other.high.y() + make.kerfMm - box.low.y() : other.low.y() - make.kerfMm - box.high.y();
  constexpr int rounds = 60;
  for (int round = 0; round < rounds; ++round) {
    const double off = clearBetween(to.onBoard(piece.outline), neighbour.outline).mm - make.kerfMm;
    // No step goes further than the distance, so that it is never run into.
    if (off < 0.002) break;
    to.at.y() -= way * off;
  }
  return to;
}

}  // namespace narrows
