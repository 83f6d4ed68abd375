#include "plank/plank_edges.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// The radius of a circle of which so wide a chord stands so far off.
double radiusOf(double chordMm, double hollowMm) {
  const double off = std::abs(hollowMm);
  return chordMm * chordMm / (8.0 * off) + 0.5 * off;
}

/// The land, or the angle, at the head of a strake; none where no strake stands on it.
const LapBevel* headOf(const std::vector<LapBevel>& lands, std::size_t strake) {
  const auto found =
      std::find_if(lands.begin(), lands.end(), [&](const LapBevel& land) { return land.strake == strake; });
  return found == lands.end() ? nullptr : &*found;
}

/// Square edges of planks that turn by an angle part outwards by it: bevelled by it they lie wood to wood. Outside what
/// is to lie so, a caulked seam parts by so much.
SeamEdge seamEdge(double turnRad, bool isLower, const PlankingMake& make) {
  const double part = !make.bevelOnNew ? 0.5 : isLower ? 1.0 : 0.0;
  SeamEdge edge;
  edge.bevelRad = edge.openRad = part * turnRad;
  const double slope = std::tan(edge.bevelRad), opens = part * make.seamMm;
  if (opens > 0.0) edge.openRad = std::atan(slope - opens / (make.thicknessMm - make.seamTightMm));
  edge.widerMm = make.thicknessMm * slope - opens;
  const double tight = opens > 0.0 ? make.seamTightMm : make.thicknessMm;
  edge.proudMm = std::max({0.0, tight * slope, edge.widerMm});
  return edge;
}

}  // namespace

bool EdgesAt::isS() const {
  return off.roundMm >= leastHollowMm && off.hollowMm >= leastHollowMm;
}

std::vector<EdgesAt> plankEdges(const Lining& lining, std::size_t strake, const PlankingMake& edges,
                                const PlankMake& make) {
  const bool carvel = edges.construction == Construction::Carvel;
  const Band band = lining.band(strake);
  std::vector<EdgesAt> all;
  for (std::size_t i = 0; i < lining.frame.sectionCount(); ++i) {
    const Section& section = lining.frame.hull().sections[i];
    if (!lining.covers(strake, i) || section.isHood()) continue;
    const auto t = static_cast<double>(i);
    EdgesAt at;
    at.section = i;
    at.station = section.name;
    at.lapMm = lapAt(make, t);
    at.off = offChord(band, t);
    at.hollowMm = hollowMm(band, t);
    at.stockMm = edges.thicknessMm + (carvel ? edges.planingMm + at.off.rangeMm() : 0.0);
    const auto lands = lapBevels(lining, i, make, edges.thicknessMm);
    const LapBevel* head = headOf(lands, strake);
    const auto below = lining.strakeBelow(strake, t);
    const LapBevel* foot = below ? headOf(lands, *below) : nullptr;
    if (!carvel) {
      if (head != nullptr) at.land = *head;
      if (foot != nullptr && foot->isHollow()) at.foot = *foot;
    } else {
      if (head != nullptr) at.upper = seamEdge(head->chordRad, false, edges);
      if (foot != nullptr) at.lower = seamEdge(foot->chordRad, true, edges);
      const double chord = (band.point(t, 1.0) - band.point(t, 0.0)).norm();
      if (std::abs(at.hollowMm) >= leastHollowMm && !at.isS()) at.templateRadiusMm = radiusOf(chord, at.hollowMm);
    }
    all.push_back(at);
  }
  return all;
}

}  // namespace narrows
