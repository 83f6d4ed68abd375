#include "backbone/keel_bevel.h"

#include <algorithm>
#include <cmath>

#include "curve/fair_function.h"
#include "curve/halving.h"

namespace narrows {

namespace {

/// Step along the boat for the edge's angle, mm.
constexpr double slopeStepMm = 1.0;
/// A section nearer to level than this at its foot lies on the keel's face, not on its edge.
constexpr double levelRise = 0.02;

}  // namespace

Result<KeelBevel> keelBevel(const std::vector<KeelEdges>& edges, double thicknessMm, double shoulderMm, Unit unit) {
  const double depth = thicknessMm - shoulderMm;
  if (depth <= 0.0 || shoulderMm < 0.0) {
    const auto words = [unit](double mm) { return writeLength(millimetres(mm), unit, 1, true); };
    return fail(Fault::KeelShoulder, {0, 0, "keel"}, {words(shoulderMm), words(thicknessMm), words(thicknessMm)});
  }
  require(edges.size() >= 2, "a keel's bevel needs two stations");
  std::vector<double> at, half;
  for (const KeelEdges& edge : edges) at.push_back(edge.xMm), half.push_back(edge.outboardMm);
  const FairFunction lower(at, half);
  KeelBevel bevel;
  bevel.leastSawRad = 1.5707963267948966;
  for (const KeelEdges& edge : edges) {
    KeelStation station{edge.name, edge.xMm, edge.outboardMm, edge.inboardMm, 0.0, 0.0, 0.0, 0.0};
    station.edgeRad = std::atan((lower(edge.xMm + slopeStepMm) - lower(edge.xMm - slopeStepMm)) / (2.0 * slopeStepMm));
    station.stationRad = std::atan2(edge.inboardMm - edge.outboardMm, depth);
    station.sawRad = std::atan(std::tan(station.stationRad) * std::cos(station.edgeRad));
    bevel.leastSawRad = std::min(bevel.leastSawRad, station.sawRad);
    bevel.stations.push_back(station);
  }
  for (KeelStation& station : bevel.stations) {
    station.leftMm = depth * (std::tan(station.sawRad) - std::tan(bevel.leastSawRad));
    bevel.mostLeftMm = std::max(bevel.mostLeftMm, station.leftMm);
  }
  return bevel;
}

std::vector<KeelEdges> keelEdges(const Hull& inside, double thicknessMm, double shoulderMm) {
  std::vector<KeelEdges> edges;
  const double depth = thicknessMm - shoulderMm;
  for (const Section& section : inside.sections) {
    if (section.kind != SectionKind::Station || !section.whole) continue;
    const Batten* curve = nullptr;
    for (const Batten& part : section.parts) {
      if (part.lengthMm() > 0.0 && curve == nullptr) curve = &part;
    }
    if (curve == nullptr) continue;
    const Vec3 foot = curve->pointAt(0.0);
    // Stations out of order, as a table has them while it is typed, have no edge to fair.
    if (!edges.empty() && foot.x() <= edges.back().xMm) continue;
    const Vec3 slope = curve->tangentAt(0.0);
    KeelEdges edge{section.name, foot.x(), foot.y(), foot.y()};
    // Up the section until it has risen by the depth of the bevel.
    const double reach = std::min(curve->lengthMm(), 12.0 * depth);
    const auto below = [&](double along) { return curve->pointAt(along).z() - foot.z() < depth; };
    if (!below(reach)) {
      edge.inboardMm = curve->pointAt(whereCeases(0.0, reach, below)).y();
    } else {
      edge.inboardMm = foot.y() + depth * slope.y() / std::max(slope.z(), levelRise);
    }
    edges.push_back(edge);
  }
  return edges;
}

}  // namespace narrows
