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

/// Every length along the board where an edge has a point: between two of them both edges are straight.
std::vector<double> bends(const Board& board) {
  std::vector<double> at;
  for (const bool upper : {false, true})
    for (const Vec2& point : edgeLine(board, upper)) at.push_back(point.x());
  std::sort(at.begin(), at.end());
  at.erase(std::unique(at.begin(), at.end()), at.end());
  return at;
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
  for (const double x : bends(board)) least = std::min(least, widthAtMm(board, x));
  return least;
}

Polygon outlineOf(const Board& board) {
  Polygon outline = edgeLine(board, false);
  const std::vector<Vec2> upper = edgeLine(board, true);
  outline.insert(outline.end(), upper.rbegin(), upper.rend());
  return outline;
}

double crookMm(const Board& board) {
  const auto middle = [&](double x) { return 0.5 * (edgeAtMm(board, false, x) + edgeAtMm(board, true, x)); };
  const double end = board.length.mm(), from = middle(0.0), to = middle(end);
  double most = 0.0;
  for (const double x : bends(board)) {
    const double off = middle(x) - (from + (to - from) * x / end);
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
