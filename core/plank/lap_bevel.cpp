#include "plank/lap_bevel.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// The strakes at a section, lowest up.
std::vector<std::size_t> strakesAt(const Lining& lining, std::size_t section) {
  std::vector<std::size_t> there;
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    if (lining.covers(k, section)) there.push_back(k);
  }
  const auto t = static_cast<double>(section);
  std::sort(there.begin(), there.end(), [&](std::size_t a, std::size_t b) {
    return lining.strakes[a].lowerEdge.shareAt(t) < lining.strakes[b].lowerEdge.shareAt(t);
  });
  return there;
}

double turnFrom(const Vec2& from, const Vec2& to) {
  return std::atan2(from.x() * to.y() - from.y() * to.x(), from.dot(to));
}

}  // namespace

std::vector<LapBevel> lapBevels(const Lining& lining, std::size_t section, const PlankMake& make, double thicknessMm) {
  std::vector<LapBevel> lands;
  const std::vector<std::size_t> there = strakesAt(lining, section);
  const auto t = static_cast<double>(section);
  const auto mark = [&](double share) -> Vec2 {
    return lining.frame.point(static_cast<double>(section), share).tail<2>();
  };
  if (there.empty()) return lands;
  const auto edge = [&](std::size_t i) { return lining.strakes[there[i]].upperEdge.shareAt(t); };
  const double lap = lapAt(make, t);
  Vec2 below = mark(lining.strakes[there[0]].lowerEdge.shareAt(t)), at = mark(edge(0));
  Vec2 inside = (at - below).normalized();  // along the inside of the strake whose land it is, upwards
  for (std::size_t i = 0; i + 1 < there.size(); ++i) {
    const Vec2 above = mark(edge(i + 1));
    const double lean = lining.frame.normal(t, edge(i)).x();
    const double square = std::sqrt(std::max(1.0 - lean * lean, 0.04));
    const Vec2 out(inside.y(), -inside.x());
    const Vec2 lapLine = at + (thicknessMm / square) * out - lap * inside;
    const Vec2 next = (above - lapLine).normalized();
    LapBevel land;
    land.strake = there[i];
    land.chordRad = turnFrom(at - below, above - at);
    land.landRad = turnFrom(inside, next);
    land.dropMm = std::max(0.0, lap * std::tan(land.landRad)) * square;
    land.leftMm = thicknessMm - land.dropMm;
    lands.push_back(land);
    below = at, at = above, inside = next;
  }
  return lands;
}

}  // namespace narrows
