#include "lines/section_order.h"

#include <algorithm>
#include <array>
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

/// What the leg from place k to the next costs; `at` gives the point that stands at a place.
template <typename At>
double legCost(const At& at, std::size_t k) {
  return (at(k + 1).figure.at - at(k).figure.at).norm();
}

/// What the turn at place k costs: nothing at the ends of the path and at a corner.
template <typename At>
double turnCostAt(const At& at, std::size_t k, std::size_t count) {
  if (k == 0 || k + 1 >= count || at(k).isEnd) return 0.0;
  const Vec3 &before = at(k - 1).figure.at, &here = at(k).figure.at, &after = at(k + 1).figure.at;
  const double turn = turnRad(before, here, after);
  return turnCost * turn * turn * std::min((after - here).norm(), (here - before).norm());
}

double cost(const std::vector<PathPoint>& path) {
  const auto at = [&path](std::size_t k) -> const PathPoint& { return path[k]; };
  double sum = 0.0;
  for (std::size_t k = 0; k + 1 < path.size(); ++k) sum += legCost(at, k) + turnCostAt(at, k, path.size());
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

/// Least gain for which a path is changed.
constexpr double leastGain = 1e-9;

/// What the path gains where the stretch from place i to j is turned round: only the legs and turns at its ends change.
double gainTurnedRound(const std::vector<PathPoint>& path, std::size_t i, std::size_t j) {
  const auto now = [&path](std::size_t k) -> const PathPoint& { return path[k]; };
  const auto then = [&](std::size_t k) -> const PathPoint& { return path[k >= i && k <= j ? i + j - k : k]; };
  double gain = 0.0;
  for (const std::size_t k : {i - 1, i, j, j + 1})
    gain += turnCostAt(now, k, path.size()) - turnCostAt(then, k, path.size());
  for (const std::size_t k : {i - 1, j}) gain += legCost(now, k) - legCost(then, k);
  return gain;
}

/// What it gains where the point at place i is taken out and stands at place j instead.
double gainMoved(const std::vector<PathPoint>& path, std::size_t i, std::size_t j) {
  if (i == j) return 0.0;
  const bool onward = j > i;
  const auto now = [&path](std::size_t k) -> const PathPoint& { return path[k]; };
  const auto then = [&](std::size_t k) -> const PathPoint& {
    if (k == j) return path[i];
    if (onward) return path[k >= i && k < j ? k + 1 : k];
    return path[k > j && k <= i ? k - 1 : k];
  };
  // Turns change where it stood, where it comes to stand, and at the neighbours of both.
  const auto turns = [&](const auto& at, std::array<std::size_t, 5> places) {  // in order; one may stand twice
    double sum = 0.0;
    for (std::size_t k = 0; k < places.size(); ++k) {
      if (k == 0 || places[k] != places[k - 1]) sum += turnCostAt(at, places[k], path.size());
    }
    return sum;
  };
  const auto legs = [&](const auto& at, std::array<std::size_t, 3> places) {
    return legCost(at, places[0]) + legCost(at, places[1]) + legCost(at, places[2]);
  };
  if (onward)
    return turns(now, {i - 1, i, i + 1, j, j + 1}) - turns(then, {i - 1, i, j - 1, j, j + 1}) +
           legs(now, {i - 1, i, j}) - legs(then, {i - 1, j - 1, j});
  return turns(now, {j - 1, j, i - 1, i, i + 1}) - turns(then, {j - 1, j, j + 1, i, i + 1}) +
         legs(now, {j - 1, i - 1, i}) - legs(then, {j - 1, j, i});
}

/// Turns stretches round, and moves single figures elsewhere, while that makes the path shorter and smoother.
void improve(std::vector<PathPoint>& path) {
  for (int pass = 0; pass < mostPasses; ++pass) {
    bool better = false;
    const auto place = [&path](std::size_t k) { return path.begin() + static_cast<std::ptrdiff_t>(k); };
    for (std::size_t i = 1; i + 1 < path.size(); ++i) {
      for (std::size_t j = i + 1; j + 1 < path.size() && !path[j].isEnd && !path[i].isEnd; ++j) {
        if (gainTurnedRound(path, i, j) <= leastGain) continue;
        std::reverse(place(i), place(j) + 1);
        better = true;
      }
      for (std::size_t j = 1; j + 1 < path.size() && !path[i].isEnd; ++j) {
        if (gainMoved(path, i, j) <= leastGain) continue;
        if (j > i) std::rotate(place(i), place(i) + 1, place(j) + 1);
        if (j < i) std::rotate(place(j), place(i), place(i) + 1);
        better = true;
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
  const bool turnsSharply = sharpestTurn(path) > smoothTurnRad;
  if (turnsSharply) improve(path);
  if (turnsSharply && ends.size() == 2) {
    // What is better nowhere near it may yet be dearer than the order the figures were given in.
    std::vector<PathPoint> given{{ends.front(), true}};
    for (const SectionFigure& figure : figures) given.push_back({figure, false});
    given.push_back({ends.back(), true});
    improve(given);
    if (cost(given) < cost(path) - leastGain) path = std::move(given);
  }

  std::vector<std::vector<SectionFigure>> runs;
  for (std::size_t i = 0; i < path.size(); ++i) {
    if (i > 0) runs.back().push_back(path[i].figure);
    if (path[i].isEnd && i + 1 < path.size()) runs.push_back({path[i].figure});
  }
  return runs;
}

}  // namespace narrows
