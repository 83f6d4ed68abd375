#include "joining/frames.h"

#include <algorithm>
#include <cmath>

#include "length/length_limits.h"
#include "lining/shop_figures.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double closestMm = 60.0, widestMm = 2000.0, mostSidingMm = 300.0;
/// Places of the first frame that are tried within one spacing.
constexpr int firstTries = 60;

/// The least that any frame's middle lies from the middle of any mould, less half the mould, with the first at `first`.
double clearance(double first, double spacing, const std::vector<std::pair<double, double>>& moulds) {
  double least = 1e300;
  for (const auto& [from, to] : moulds) {
    const double bays = (0.5 * (from + to) - first) / spacing;
    least = std::min(least, std::abs(bays - std::round(bays)) * spacing - 0.5 * (to - from));
  }
  return least;
}

/// Where the first of frames so far apart clears the moulds most, and by how much.
std::pair<double, double> bestFirst(double from, double spacing, const std::vector<std::pair<double, double>>& moulds) {
  std::pair<double, double> best{from, -1e300};
  for (int i = 0; i < firstTries; ++i) {
    const double at = from + spacing * i / firstTries;
    const double clear = clearance(at, spacing, moulds);
    if (clear > best.second + 1e-6) best = {at, clear};
  }
  return best;
}

}  // namespace

std::size_t Frames::bayOf(double xMm) const {
  return static_cast<std::size_t>(std::upper_bound(atMm.begin(), atMm.end(), xMm) - atMm.begin());
}

std::optional<std::size_t> Frames::nearest(double xMm) const {
  if (atMm.empty()) return std::nullopt;
  const auto found = std::min_element(atMm.begin(), atMm.end(),
                                      [xMm](double a, double b) { return std::abs(a - xMm) < std::abs(b - xMm); });
  return static_cast<std::size_t>(found - atMm.begin());
}

Result<void> checkFrames(const FramePlan& plan) {
  Problems problems;
  keepWithin(problems, plan.spacing, Trade::say("the spacing of frames"), closestMm, widestMm);
  keepWithin(problems, plan.moulding, Trade::say("the moulding of frames"), 3.0, mostSidingMm);
  keepWithin(problems, plan.siding, Trade::say("the siding of frames"), 3.0, mostSidingMm);
  if (plan.spacing && plan.siding && problems.empty() && plan.siding->mm() >= 0.8 * plan.spacing->mm())
    problems.push_back(
        {Fault::LimitWrong,
         {0, 0, Trade::say("the siding of frames")},
         {Trade::say("less than %1, four fifths of their spacing", saidAtMost(0.8 * plan.spacing->mm()))}});
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

UsualFrames usualFrames(Construction construction, Length boatLength) {
  const double feet = boatLength.mm() / (12.0 * mmPerInch);
  if (construction == Construction::Lapstrake) {
    if (feet < 14.0) return {inches(6.0), inches(0.625)};
    if (feet < 18.0) return {inches(7.0), inches(0.75)};
    return {inches(9.0), inches(1.0)};
  }
  if (feet < 21.0) return {inches(9.0), inches(1.0)};
  if (feet < 31.0) return {inches(10.0), inches(1.25)};
  return {inches(12.0), inches(1.75)};
}

Frames framesOf(const OffsetTable& table, const FramePlan& plan, Length timber, std::pair<double, double> reachMm,
                const std::vector<std::pair<double, double>>& moulds) {
  Frames frames;
  const UsualFrames usual = usualFrames(table.construction, boatLength(table));
  frames.spacingMm = plan.spacing.value_or(usual.spacing).mm();
  frames.sidingMm = plan.siding.value_or(usual.siding).mm();
  frames.mouldingMm = plan.moulding ? plan.moulding->mm() : timber.mm() > 0.0 ? timber.mm() : frames.sidingMm;
  // Half a siding clear of the ends, so that none stands on stem or transom.
  const double from = reachMm.first + frames.sidingMm, to = reachMm.second - frames.sidingMm;
  double first = plan.first.value_or(millimetres(from)).mm();
  if (!plan.first && !moulds.empty()) {
    constexpr double mostOff = 0.05, stepOff = 0.01, clearMm = 1.0;
    const double wanted = 0.5 * frames.sidingMm + clearMm;
    const double asked = frames.spacingMm;
    double best = -1e300;
    for (double off = 0.0; off <= (plan.spacing ? 0.0 : mostOff) + 1e-9 && best < wanted; off += stepOff) {
      for (const double spacing : {asked * (1.0 - off), asked * (1.0 + off)}) {
        const auto [at, clear] = bestFirst(from, spacing, moulds);
        if (clear <= best + 1e-6) continue;
        best = clear;
        first = at;
        frames.spacingMm = spacing;
      }
    }
  }
  constexpr std::size_t most = 1000;
  for (double at = first; at <= to + 1e-6 && frames.atMm.size() < most; at += frames.spacingMm) {
    if (at >= from - 1e-6) frames.atMm.push_back(at);
  }
  return frames;
}

}  // namespace narrows
