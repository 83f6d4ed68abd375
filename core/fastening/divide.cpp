#include "fastening/divide.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

constexpr int moreSteps = 2;
constexpr double hairMm = 1e-6;
constexpr int deepest = 16;

bool isMissed(double at, const std::vector<MissedStretch>& missed) {
  return std::any_of(missed.begin(), missed.end(),
                     [at](const auto& one) { return at > one.first + hairMm && at < one.second - hairMm; });
}

void divide(double from, double to, const Spacing& spacing, const std::vector<MissedStretch>& missed, int depth,
            std::vector<double>& places) {
  const double length = to - from, most = spacing.mostMm, least = spacing.leastMm;
  if (length <= most + hairMm) return;
  const int fewest = std::max(1, static_cast<int>(std::ceil(length / most - hairMm)));
  for (int steps = fewest; steps <= fewest + moreSteps; ++steps) {
    if (steps > 1 && length / steps < least) break;
    std::vector<double> tried;
    for (int i = 1; i < steps; ++i) tried.push_back(from + length * i / steps);
    if (std::none_of(tried.begin(), tried.end(), [&](double at) { return isMissed(at, missed); })) {
      places.insert(places.end(), tried.begin(), tried.end());
      return;
    }
  }
  // Divided at the longest of what is missed within it.
  const MissedStretch* longest = nullptr;
  for (const MissedStretch& one : missed) {
    if (one.second <= from + hairMm || one.first >= to - hairMm) continue;
    if (longest == nullptr || one.second - one.first > longest->second - longest->first) longest = &one;
  }
  if (longest == nullptr || depth >= deepest) return;
  const double before = longest->first, behind = longest->second;
  if (before > from + std::max(least, hairMm)) {
    divide(from, before, spacing, missed, depth + 1, places);
    if (!isMissed(before, missed)) places.push_back(before);
  }
  if (behind < to - std::max(least, hairMm)) {
    if (!isMissed(behind, missed)) places.push_back(behind);
    divide(behind, to, spacing, missed, depth + 1, places);
  }
}

}  // namespace

std::vector<double> divideEvenly(double fromMm, double toMm, const Spacing& spacing,
                                 const std::vector<MissedStretch>& missed, const std::vector<double>& fixed) {
  std::vector<double> places, nodes{fromMm};
  for (const double at : fixed) {
    if (at > fromMm + hairMm && at < toMm - hairMm) nodes.push_back(at);
  }
  std::sort(nodes.begin(), nodes.end());
  nodes.push_back(toMm);
  for (std::size_t i = 0; i + 1 < nodes.size(); ++i) {
    if (i > 0) places.push_back(nodes[i]);
    if (spacing.mostMm > 0.0) divide(nodes[i], nodes[i + 1], spacing, missed, 0, places);
  }
  std::sort(places.begin(), places.end());
  return places;
}

}  // namespace narrows
