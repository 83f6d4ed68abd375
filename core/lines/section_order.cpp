#include "lines/section_order.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace narrows {

namespace {

/// A turn of one radian costs this share of the shorter of its two legs.
constexpr double turnCost = 0.6;
/// A path that nowhere turns more than this is taken as it is.
constexpr double smoothTurnRad = 0.9;
constexpr int mostPasses = 6;

struct PathPoint {
  SectionFigure figure;
  bool isEnd;
};

double cost(const std::vector<PathPoint>& path) {
  double sum = 0.0;
  for (std::size_t i = 0; i + 1 < path.size(); ++i) {
    const double leg = (path[i + 1].figure.at - path[i].figure.at).norm();
    sum += leg;
    if (i == 0 || path[i].isEnd) continue;
    const double turn = turnRad(path[i - 1].figure.at, path[i].figure.at, path[i + 1].figure.at);
    sum += turnCost * turn * turn * std::min(leg, (path[i].figure.at - path[i - 1].figure.at).norm());
  }
  return sum;
}

std::vector<PathPoint> pathOf(const std::vector<std::vector<SectionFigure>>& runs) {
  std::vector<PathPoint> path{{runs.front().front(), true}};
  for (const auto& run : runs) {
    for (std::size_t i = 1; i < run.size(); ++i) path.push_back({run[i], i + 1 == run.size()});
  }
  return path;
}

double sharpestTurn(const std::vector<PathPoint>& path) {
  double sharpest = 0.0;
  for (std::size_t i = 1; i + 1 < path.size(); ++i) {
    if (path[i].isEnd) continue;
    sharpest = std::max(sharpest, turnRad(path[i - 1].figure.at, path[i].figure.at, path[i + 1].figure.at));
  }
  return sharpest;
}

/// Puts `figure` where it lengthens the path least.
void insertCheapest(std::vector<PathPoint>& path, const SectionFigure& figure) {
  std::size_t best = 1;
  double least = std::numeric_limits<double>::max();
  for (std::size_t i = 1; i < path.size(); ++i) {
    const Vec3& a = path[i - 1].figure.at;
    const Vec3& b = path[i].figure.at;
    const double extra = (figure.at - a).norm() + (figure.at - b).norm() - (b - a).norm();
    if (extra < least) least = extra, best = i;
  }
  path.insert(path.begin() + static_cast<std::ptrdiff_t>(best), {figure, false});
}

/// Turns stretches round, and moves single figures elsewhere, while that makes the path shorter and smoother.
void improve(std::vector<PathPoint>& path) {
  double now = cost(path);
  for (int pass = 0; pass < mostPasses; ++pass) {
    bool better = false;
    const auto keepIfBetter = [&](std::vector<PathPoint>& tried) {
      const double then = cost(tried);
      if (then >= now - 1e-9) return;
      now = then;
      path.swap(tried);
      better = true;
    };
    for (std::size_t i = 1; i + 1 < path.size(); ++i) {
      for (std::size_t j = i + 1; j + 1 < path.size() && !path[j].isEnd && !path[i].isEnd; ++j) {
        std::vector<PathPoint> tried = path;
        std::reverse(tried.begin() + static_cast<std::ptrdiff_t>(i),
                     tried.begin() + static_cast<std::ptrdiff_t>(j) + 1);
        keepIfBetter(tried);
      }
      if (path[i].isEnd) continue;
      for (std::size_t j = 1; j + 1 < path.size(); ++j) {
        std::vector<PathPoint> tried = path;
        const PathPoint moved = tried[i];
        tried.erase(tried.begin() + static_cast<std::ptrdiff_t>(i));
        tried.insert(tried.begin() + static_cast<std::ptrdiff_t>(j), moved);
        keepIfBetter(tried);
      }
    }
    if (!better) return;
  }
}

}  // namespace

double turnRad(const Vec3& a, const Vec3& b, const Vec3& c) {
  const Vec3 in = b - a;
  const Vec3 out = c - b;
  return std::atan2(in.cross(out).norm(), in.dot(out));
}

double pathCost(const std::vector<std::vector<SectionFigure>>& runs) {
  return cost(pathOf(runs));
}

std::vector<std::vector<SectionFigure>> orderSection(const std::vector<SectionFigure>& ends,
                                                     const std::vector<SectionFigure>& figures) {
  std::vector<PathPoint> path;
  for (const SectionFigure& end : ends) path.push_back({end, true});
  // Far from the ends first would leave zigzags; low to high along the way is nearly right for every hull.
  std::vector<SectionFigure> sorted = figures;
  const Vec3 foot = ends.front().at;
  std::stable_sort(sorted.begin(), sorted.end(), [&foot](const SectionFigure& a, const SectionFigure& b) {
    return (a.at - foot).squaredNorm() < (b.at - foot).squaredNorm();
  });
  for (const SectionFigure& figure : sorted) insertCheapest(path, figure);
  if (sharpestTurn(path) > smoothTurnRad) improve(path);

  std::vector<std::vector<SectionFigure>> runs;
  for (std::size_t i = 0; i < path.size(); ++i) {
    if (i > 0) runs.back().push_back(path[i].figure);
    if (path[i].isEnd && i + 1 < path.size()) runs.push_back({path[i].figure});
  }
  return runs;
}

}  // namespace narrows
