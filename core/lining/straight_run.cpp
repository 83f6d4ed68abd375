#include "lining/straight_run.h"

#include <Eigen/LU>
#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

constexpr double runStepMm = 10.0;
/// A run of more steps than this goes round in circles.
constexpr std::size_t mostRunSteps = 20000;
/// Laying a point back on the surface: most rounds, and when it lies there.
constexpr int mostRunRounds = 12;
constexpr double onSurfaceMm = 1e-7;
/// A point may be looked for so far outside the frame, in share and section parameter.
constexpr double outsideShare = 0.02, outsideT = 0.05;

/// Lays `wanted` back on the surface along `square`, beginning from `near`. None where it does not settle.
std::optional<RunPoint> laidBack(const GirthFrame& frame, const Vec3& wanted, const Vec3& square, RunPoint near) {
  double along = 0.0;
  for (int round = 0; round < mostRunRounds; ++round) {
    const double t = std::clamp(near.t, 0.0, frame.lastT());
    const SurfacePoint here = frame.evaluate(t, near.share);
    const Vec3 at = here.at + (near.t - t) * here.aft;
    const Vec3 miss = wanted + along * square - at;
    near.at = at;
    if (miss.norm() < onSurfaceMm) return near;
    Eigen::Matrix3d by;
    by << here.aft, here.up, -square;
    const Vec3 step = by.partialPivLu().solve(miss);
    if (!step.allFinite()) return std::nullopt;
    near.t += step.x(), near.share += step.y(), along += step.z();
    if (near.share < -outsideShare || near.share > 1.0 + outsideShare || near.t < -outsideT ||
        near.t > frame.lastT() + outsideT)
      return near;  // beyond: where it crossed is found between this and the one before
  }
  return std::nullopt;
}

/// How far a point lies beyond an edge of the frame, and which.
std::optional<RunEnd> beyond(const GirthFrame& frame, const RunPoint& point) {
  if (point.share < 0.0) return RunEnd::BaseLine;
  if (point.share > 1.0) return RunEnd::Sheer;
  if (point.t < 0.0) return RunEnd::Bow;
  if (point.t > frame.lastT()) return RunEnd::Stern;
  return std::nullopt;
}

/// The point between two of a run, a part of the way on; the surface's own.
RunPoint partWay(const GirthFrame& frame, const RunPoint& a, const RunPoint& b, double part) {
  RunPoint point;
  point.t = std::clamp(a.t + part * (b.t - a.t), 0.0, frame.lastT());
  point.share = std::clamp(a.share + part * (b.share - a.share), 0.0, 1.0);
  point.at = frame.point(point.t, point.share);
  point.alongMm = a.alongMm + part * (b.alongMm - a.alongMm);
  return point;
}

/// Where the way from `a`, within, to `b`, beyond, leaves the frame first.
RunPoint leaving(const GirthFrame& frame, const RunPoint& a, const RunPoint& b, RunEnd& end) {
  double first = 1.0;
  const auto cut = [&](double from, double to, double edge, RunEnd which) {
    if ((to - edge) * (from - edge) > 0.0 || from == to) return;
    const double part = (edge - from) / (to - from);
    if (part <= first) first = part, end = which;
  };
  if (b.share < 0.0) cut(a.share, b.share, 0.0, RunEnd::BaseLine);
  if (b.share > 1.0) cut(a.share, b.share, 1.0, RunEnd::Sheer);
  if (b.t < 0.0) cut(a.t, b.t, 0.0, RunEnd::Bow);
  if (b.t > frame.lastT()) cut(a.t, b.t, frame.lastT(), RunEnd::Stern);
  RunPoint point = partWay(frame, a, b, first);
  if (end == RunEnd::BaseLine || end == RunEnd::Sheer) point.share = end == RunEnd::Sheer ? 1.0 : 0.0;
  return point;
}

/// The run one way from a place: the place itself first.
std::vector<RunPoint> oneWay(const GirthFrame& frame, const RunPoint& from, const Vec3& direction, double sign,
                             RunEnd& end) {
  std::vector<RunPoint> points{from};
  Vec3 before = from.at;
  RunPoint now = from;
  const auto normalAt = [&](const RunPoint& p) { return frame.normal(std::clamp(p.t, 0.0, frame.lastT()), p.share); };
  Vec3 square = normalAt(from);
  for (std::size_t i = 0; i < mostRunSteps; ++i) {
    // The first step has no point before it: half the bend of the surface is what laying back gives of itself.
    const Vec3 wanted = i == 0 ? Vec3(now.at + runStepMm * direction) : Vec3(2.0 * now.at - before);
    RunPoint guess = now;
    if (i > 0) {
      const RunPoint& last = points[points.size() - 2];
      guess.t += now.t - last.t, guess.share += now.share - last.share;
      if (std::floor(guess.t) != std::floor(now.t)) guess = now;  // the pace of t changes at a section
    }
    auto next = laidBack(frame, wanted, square, guess);
    if (!next && i > 0) next = laidBack(frame, wanted, square, now);
    if (!next) break;
    next->alongMm = now.alongMm + sign * (next->at - now.at).norm();
    if (beyond(frame, *next)) {
      points.push_back(leaving(frame, now, *next, end));
      return points;
    }
    before = now.at;
    now = *next;
    points.push_back(now);
    square = normalAt(now);
  }
  // It stood still or went in circles: where it got to is its end, nearest to whichever edge is near.
  end = now.share > 0.5 ? RunEnd::Sheer : RunEnd::BaseLine;
  return points;
}

/// Where the way from `a` to `b` crosses a section: t runs at another pace on its other side, so that the place is
/// found by laying points between the two back on the surface.
RunPoint crossingBetween(const GirthFrame& frame, const RunPoint& a, const RunPoint& b, double t) {
  const Vec3 square = frame.normal(a.t, a.share);
  constexpr int most = 30;
  double low = 0.0, high = 1.0, part = (t - a.t) / (b.t - a.t);
  RunPoint found = partWay(frame, a, b, part);
  for (int i = 0; i < most && high - low > 1e-6; ++i) {
    RunPoint guess = a;
    guess.t = a.t + part * (b.t - a.t), guess.share = a.share + part * (b.share - a.share);
    const auto at = laidBack(frame, a.at + part * (b.at - a.at), square, guess);
    if (!at) break;
    found = *at;
    found.alongMm = a.alongMm + part * (b.alongMm - a.alongMm);
    (at->t < t ? low : high) = part;
    part = 0.5 * (low + high);
  }
  found.t = t;
  found.share = std::clamp(found.share, 0.0, 1.0);
  found.at = frame.point(t, found.share);
  return found;
}

/// The same points, with one wherever a section is crossed.
std::vector<RunPoint> withSections(const GirthFrame& frame, const std::vector<RunPoint>& points) {
  std::vector<RunPoint> all;
  for (std::size_t i = 0; i < points.size(); ++i) {
    if (i > 0) {
      const RunPoint &a = points[i - 1], &b = points[i];
      for (double t = std::floor(a.t) + 1.0; t < b.t; t += 1.0) {
        if (t - a.t < 1e-9) continue;
        all.push_back(crossingBetween(frame, a, b, t));
      }
      if (b.t <= all.back().t + 1e-9) continue;  // the place it began from stands in both halves
    }
    all.push_back(points[i]);
  }
  return all;
}

/// Where a run begins, and its direction aft.
std::pair<RunPoint, Vec3> beginning(const GirthFrame& frame, const RunFrom& from) {
  RunPoint start;
  start.t = std::clamp(from.t, 0.0, frame.lastT());
  start.share = std::clamp(from.share, 0.0, 1.0);
  const SurfacePoint here = frame.evaluate(start.t, start.share);
  start.at = here.at;
  const Vec3 up = here.up.normalized();
  Vec3 aft = frame.normal(start.t, start.share).cross(up).normalized();
  if (aft.dot(here.aft) < 0.0) aft = -aft;
  return {start, std::cos(from.heading) * aft + std::sin(from.heading) * up};
}

}  // namespace

std::optional<RunPoint> StraightRun::crossing(double t) const {
  constexpr double same = 1e-9;
  if (t < points.front().t - same || t > points.back().t + same) return std::nullopt;
  const auto after = std::upper_bound(points.begin() + 1, points.end() - 1, t,
                                      [](double place, const RunPoint& p) { return place < p.t; });
  const RunPoint &a = *(after - 1), &b = *after;
  const double part = b.t > a.t ? std::clamp((t - a.t) / (b.t - a.t), 0.0, 1.0) : 0.0;
  return RunPoint{t, a.share + part * (b.share - a.share), a.at + part * (b.at - a.at),
                  a.alongMm + part * (b.alongMm - a.alongMm)};
}

std::pair<std::vector<RunPoint>, RunEnd> straightRunTo(const GirthFrame& frame, const RunFrom& from, bool bow) {
  const auto [start, direction] = beginning(frame, from);
  RunEnd end = bow ? RunEnd::Bow : RunEnd::Stern;
  std::vector<RunPoint> points = oneWay(frame, start, bow ? Vec3(-direction) : direction, bow ? -1.0 : 1.0, end);
  return {std::move(points), end};
}

StraightRun straightRun(const GirthFrame& frame, const RunFrom& from) {
  const auto [start, direction] = beginning(frame, from);
  StraightRun run;
  std::vector<RunPoint> fore = oneWay(frame, start, -direction, -1.0, run.fore);
  const std::vector<RunPoint> back = oneWay(frame, start, direction, 1.0, run.aft);
  std::reverse(fore.begin(), fore.end());
  fore.insert(fore.end(), back.begin() + 1, back.end());
  run.points = withSections(frame, fore);
  return run;
}

StraightRun sagging(const GirthFrame& frame, const StraightRun& run, double sagMm) {
  if (sagMm == 0.0) return run;
  StraightRun sagged = run;
  sagged.points.clear();
  const double from = run.points.front().alongMm, to = run.points.back().alongMm;
  for (const RunPoint& point : run.points) {
    const double u = (point.alongMm - from) / std::max(to - from, 1e-9);
    const double down = 4.0 * sagMm * u * (1.0 - u);
    const double rate = std::max(frame.evaluate(point.t, point.share).up.norm(), 1e-9);
    RunPoint moved = point;
    moved.share -= down / rate;
    if (moved.share < 0.0 || moved.share > 1.0) continue;
    moved.at = frame.point(moved.t, moved.share);
    sagged.points.push_back(moved);
  }
  if (sagged.points.size() < 2) return run;
  return sagged;
}

}  // namespace narrows
