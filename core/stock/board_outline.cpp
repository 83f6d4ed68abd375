#include "stock/board_outline.h"

#include <algorithm>
#include <cmath>

namespace narrows {

std::vector<Vec2> edgeLine(const Board& board, bool upper) {
  const std::vector<EdgePoint>& points = upper ? board.upper : board.lower;
  const double end = board.length.mm();
  if (points.empty()) {
    const double y = upper ? board.width.mm() : 0.0;
    return {{0.0, y}, {end, y}};
  }
  std::vector<Vec2> line;
  if (points.front().x.mm() > 0.0) line.emplace_back(0.0, points.front().y.mm());
  for (const EdgePoint& point : points) line.emplace_back(point.x.mm(), point.y.mm());
  if (points.back().x.mm() < end) line.emplace_back(end, points.back().y.mm());
  return line;
}

namespace {

double yAt(const std::vector<Vec2>& line, double xMm) {
  if (xMm <= line.front().x()) return line.front().y();
  for (std::size_t i = 1; i < line.size(); ++i) {
    if (xMm > line[i].x()) continue;
    const double share = (xMm - line[i - 1].x()) / (line[i].x() - line[i - 1].x());
    return line[i - 1].y() + share * (line[i].y() - line[i - 1].y());
  }
  return line.back().y();
}

/// A place along a board, and where its edges are there.
struct Across {
  double x, lower, upper;
};

/// Wherever an edge has a point, from the butt end: between two such places both edges are straight.
std::vector<Across> bends(const Board& board) {
  const std::vector<Vec2> lower = edgeLine(board, false), upper = edgeLine(board, true);
  std::vector<double> at;
  for (const auto* edge : {&lower, &upper})
    for (const Vec2& point : *edge) at.push_back(point.x());
  std::sort(at.begin(), at.end());
  at.erase(std::unique(at.begin(), at.end()), at.end());
  std::vector<Across> places;
  for (const double x : at) places.push_back({x, yAt(lower, x), yAt(upper, x)});
  return places;
}

}  // namespace

double edgeAtMm(const Board& board, bool upper, double xMm) {
  return yAt(edgeLine(board, upper), xMm);
}

double widthAtMm(const Board& board, double xMm) {
  return edgeAtMm(board, true, xMm) - edgeAtMm(board, false, xMm);
}

double leastWidthMm(const Board& board) {
  double least = 1e300;
  for (const Across& place : bends(board)) least = std::min(least, place.upper - place.lower);
  return least;
}

double greatestWidthMm(const Board& board) {
  double most = 0.0;
  for (const Across& place : bends(board)) most = std::max(most, place.upper - place.lower);
  return most;
}

Polygon outlineOf(const Board& board) {
  Polygon outline = edgeLine(board, false);
  const std::vector<Vec2> upper = edgeLine(board, true);
  outline.insert(outline.end(), upper.rbegin(), upper.rend());
  return outline;
}

double crookMm(const Board& board) {
  const std::vector<Across> places = bends(board);
  const auto middle = [](const Across& place) { return 0.5 * (place.lower + place.upper); };
  const double from = middle(places.front()), to = middle(places.back());
  double most = 0.0;
  for (const Across& place : places) {
    const double off = middle(place) - (from + (to - from) * place.x / board.length.mm());
    if (std::abs(off) > std::abs(most)) most = off;
  }
  return most;
}

Polygon boxOf(const BoardFault& fault) {
  const Vec2 low(fault.x.mm(), fault.y.mm());
  return rectangle(low, low + Vec2(fault.length.mm(), fault.width.mm()));
}

double areaMm2(const Board& board) {
  return signedArea(outlineOf(board));
}

}  // namespace narrows
