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

}  // namespace

std::vector<LapBevel> landsAlong(const std::vector<SectionMark>& marks, double lapMm, double thicknessMm) {
  std::vector<LapBevel> lands;
  if (marks.size() < 3) return lands;
  Vec2 inside = (marks[1].at - marks[0].at).normalized();  // along the inside of the strake whose land it is, upwards
  for (std::size_t i = 1; i + 1 < marks.size(); ++i) {
    const Vec2 &below = marks[i - 1].at, &at = marks[i].at, &above = marks[i + 1].at;
    const double square = std::sqrt(std::max(1.0 - marks[i].lean * marks[i].lean, 0.04));
    const Vec2 out(inside.y(), -inside.x());
    const Vec2 lapLine = at + (thicknessMm / square) * out - lapMm * inside;
    const Vec2 next = (above - lapLine).normalized();
    LapBevel land;
    land.strake = i - 1;
    land.chordRad = turnFrom(at - below, above - at);
    land.landRad = turnFrom(inside, next);
    land.dropMm = std::max(0.0, lapMm * std::tan(land.landRad)) * square;
    land.leftMm = thicknessMm - land.dropMm;
    // Of a hollow: drawn in until it bears on the edge, it lies as much further in at its foot.
    const Vec2 edge = at + (thicknessMm / square) * out;
    if (land.landRad < 0.0) land.footRad = std::max(0.0, -turnFrom(inside, (above - edge).normalized()));
    land.footMm = lapMm * std::sin(land.footRad) * square;
    land.footLeftMm = thicknessMm - land.footMm;
    lands.push_back(land);
    inside = next;
  }
  return lands;
}

std::vector<LapBevel> lapBevels(const Lining& lining, std::size_t section, const PlankMake& make, double thicknessMm) {
  const std::vector<std::size_t> there = strakesAt(lining, section);
  if (there.empty()) return {};
  const auto t = static_cast<double>(section);
  const auto mark = [&](double share) {
    return SectionMark{lining.frame.point(t, share).tail<2>(), lining.frame.normal(t, share).x()};
  };
  std::vector<SectionMark> marks{mark(lining.strakes[there[0]].lowerEdge.shareAt(t))};
  for (const std::size_t k : there) marks.push_back(mark(lining.strakes[k].upperEdge.shareAt(t)));
  std::vector<LapBevel> lands = landsAlong(marks, lapAt(make, t), thicknessMm);
  for (LapBevel& land : lands) land.strake = there[land.strake];
  return lands;
}

}  // namespace narrows
