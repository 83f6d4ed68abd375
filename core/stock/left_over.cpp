#include "stock/left_over.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "stock/board_outline.h"

namespace narrows {

namespace {

/// Edges of what is left are read off this far apart, and wherever its outline turns.
constexpr double readApartMm = 50.0;
/// Where what is left is this much wider or narrower than just before, a piece begins or ends: it is cut across there.
constexpr double stepShare = 1.3;
/// Points of an edge that lie this near to the line between their neighbours are left out.
constexpr double edgeWithinMm = 0.2;

/// One way across what is left.
struct AcrossLeft {
  double x, low, high;
  double wide() const { return high - low; }
};

/// What hangs together: an outline, and the holes in it.
using Shape = std::vector<Polygon>;

/// The runs of wood met going across a shape at x, low to high.
std::vector<std::pair<double, double>> runsAt(const Shape& shape, double x) {
  std::vector<double> cuts;
  for (const Polygon& line : shape) {
    const std::vector<double> one = narrows::crossings(line, {x, 0.0}, {x, 1.0});
    cuts.insert(cuts.end(), one.begin(), one.end());
  }
  std::sort(cuts.begin(), cuts.end());
  std::vector<std::pair<double, double>> runs;
  for (std::size_t i = 0; i + 1 < cuts.size(); i += 2) runs.emplace_back(cuts[i], cuts[i + 1]);
  return runs;
}

/// Whether wood goes on from one way across to a run of the next.
bool goesOn(const AcrossLeft& from, const std::pair<double, double>& to) {
  return std::min(from.high, to.second) > std::max(from.low, to.first);
}

/// The run of wood along a shape that has the most area: at every x, of those that go on from the one before, the
/// widest, as far as its width makes no step.
std::vector<AcrossLeft> longestRun(const Shape& shape, double leastWidthMm) {
  const Box2 box = boxOf(shape.front());
  std::vector<double> at;
  constexpr double insideMm = 0.01;
  for (const Polygon& line : shape) {
    for (const Vec2& corner : line) {
      at.push_back(std::max(corner.x() - insideMm, box.low.x() + insideMm));
      at.push_back(std::min(corner.x() + insideMm, box.high.x() - insideMm));
    }
  }
  const int steps = std::max(1, static_cast<int>(std::ceil(box.width() / readApartMm)));
  for (int i = 1; i < steps; ++i) at.push_back(box.low.x() + box.width() * i / steps);
  std::sort(at.begin(), at.end());
  at.erase(std::unique(at.begin(), at.end(), [](double a, double b) { return b - a < 0.5 * insideMm; }), at.end());
  std::vector<AcrossLeft> best, run;
  double bestArea = 0.0;
  const auto end = [&] {
    double area = 0.0;
    for (std::size_t i = 1; i < run.size(); ++i)
      area += 0.5 * (run[i].wide() + run[i - 1].wide()) * (run[i].x - run[i - 1].x);
    if (area > bestArea) bestArea = area, best = run;
    run.clear();
  };
  for (const double x : at) {
    std::optional<AcrossLeft> widest;
    for (const auto& one : runsAt(shape, x)) {
      const AcrossLeft across{x, one.first, one.second};
      if (across.wide() < leastWidthMm || (!run.empty() && !goesOn(run.back(), one))) continue;
      if (!widest || across.wide() > widest->wide()) widest = across;
    }
    if (!widest) {
      end();
      continue;
    }
    if (!run.empty() &&
        std::max(widest->wide(), run.back().wide()) > stepShare * std::min(widest->wide(), run.back().wide()))
      end();
    run.push_back(*widest);
  }
  end();
  return best;
}

/// A line along x with no more points than it needs.
std::vector<EdgePoint> edgeOf(const std::vector<AcrossLeft>& run, bool upper, double fromX, double fromY) {
  std::vector<Vec2> line;
  for (const AcrossLeft& across : run) line.emplace_back(across.x - fromX, (upper ? across.high : across.low) - fromY);
  std::vector<bool> kept(line.size(), false);
  kept.front() = kept.back() = true;
  const auto thin = [&](auto&& self, std::size_t from, std::size_t to) -> void {
    double most = edgeWithinMm;
    std::size_t worst = from;
    for (std::size_t i = from + 1; i < to; ++i) {
      if (const double off = distanceToSegment(line[i], line[from], line[to]); off > most) most = off, worst = i;
    }
    if (worst == from) return;
    kept[worst] = true;
    self(self, from, worst);
    self(self, worst, to);
  };
  thin(thin, 0, line.size() - 1);
  std::vector<EdgePoint> edge;
  for (std::size_t i = 0; i < line.size(); ++i) {
    // The board is not measured finer than this, and no two of its places lie nearer.
    const auto tenth = [](double mm) { return millimetres(std::round(mm * 10.0) / 10.0); };
    if (!kept[i]) continue;
    EdgePoint point{tenth(line[i].x()), tenth(line[i].y())};
    // A step in the edge stands a tenth long.
    if (!edge.empty() && point.x.mm() <= edge.back().x.mm()) point.x = tenth(edge.back().x.mm() + 0.1);
    edge.push_back(point);
  }
  return edge;
}

std::optional<Board> boardOf(const BoardShape& of, const std::vector<AcrossLeft>& run, const StockMake& make) {
  const double fromX = run.front().x, length = run.back().x - fromX;
  if (length < make.leastLengthMm) return std::nullopt;
  double low = run.front().low;
  double widest = 0.0;
  for (const AcrossLeft& across : run) low = std::min(low, across.low), widest = std::max(widest, across.wide());
  Board board = of.board;
  board.id = {};
  board.name.clear();
  board.used.reset();
  board.price.reset();
  board.lower = edgeOf(run, false, fromX, low);
  board.upper = edgeOf(run, true, fromX, low);
  const auto tenthDown = [](double mm) { return millimetres(std::floor(mm * 10.0) / 10.0); };
  board.length = tenthDown(length);
  board.width = millimetres(std::round(widest * 10.0) / 10.0);
  for (auto* edge : {&board.lower, &board.upper})
    std::erase_if(*edge, [&](const EdgePoint& point) { return point.x.mm() > board.length.mm(); });
  board.faults.clear();
  for (BoardFault fault : of.board.faults) {
    fault.x = millimetres(fault.x.mm() - fromX);
    fault.y = millimetres(fault.y.mm() - low);
    Board with = board;
    with.faults = {fault};
    if (!common({outlineOf(with)}, {boxOf(fault)}).empty()) board.faults.push_back(fault);
  }
  return board;
}

/// Outlines with the holes that are in each.
std::vector<Shape> shapesOf(const std::vector<Polygon>& polygons) {
  std::vector<Shape> shapes;
  for (const Polygon& one : polygons) {
    if (signedArea(one) > 0.0) shapes.push_back({one});
  }
  for (const Polygon& hole : polygons) {
    if (signedArea(hole) > 0.0) continue;
    for (Shape& shape : shapes) {
      if (contains(shape.front(), hole.front())) shape.push_back(hole);
    }
  }
  return shapes;
}

/// Takes a run along the board off what is left, as a board, and goes on with the rest of it.
void readOff(const BoardShape& board, const Shape& shape, const StockMake& make, std::vector<LeftOver>& left) {
  const std::vector<AcrossLeft> run = longestRun(shape, std::max(make.leastWidthMm, 1.0));
  std::optional<Board> made;
  if (run.size() > 1) made = boardOf(board, run, make);
  if (!made) {
    left.push_back({shape.front(), std::nullopt});
    return;
  }
  Polygon taken;
  for (const AcrossLeft& across : run) taken.emplace_back(across.x, across.low);
  for (auto across = run.rbegin(); across != run.rend(); ++across) taken.emplace_back(across->x, across->high);
  left.push_back({taken, made});
  // What lies nearer to the run than a tenth is what reading it off left over.
  constexpr double readingMm = 0.1;
  for (const Shape& rest : shapesOf(without(shape, grown({taken}, readingMm)))) readOff(board, rest, make, left);
}

}  // namespace

std::vector<LeftOver> leftOver(const BoardShape& board, const std::vector<Polygon>& pieces, const StockMake& make) {
  std::vector<LeftOver> left;
  const std::vector<Polygon> kerfed = grown(pieces, std::max(make.kerfMm, 0.001));
  for (const Shape& shape : shapesOf(without({board.outline}, kerfed))) readOff(board, shape, make, left);
  std::stable_sort(left.begin(), left.end(),
                   [](const LeftOver& a, const LeftOver& b) { return signedArea(a.outline) > signedArea(b.outline); });
  return left;
}

double shareUsed(const BoardShape& board, const std::vector<Polygon>& pieces) {
  double used = 0.0;
  for (const Polygon& piece : pieces) used += std::abs(signedArea(piece));
  return used / std::max(std::abs(signedArea(board.outline)), 1e-9);
}

}  // namespace narrows
