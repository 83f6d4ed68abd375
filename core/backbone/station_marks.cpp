#include "backbone/station_marks.h"

#include <algorithm>
#include <cmath>

#include "curve/halving.h"

namespace narrows {

namespace {
constexpr double pastEndMm = 1e-6;
}  // namespace

std::optional<double> alongAtDistance(const Batten& curve, double xMm) {
  const double end = curve.lengthMm();
  if (curve.pointAt(0.0).x() > xMm + pastEndMm || curve.pointAt(end).x() < xMm - pastEndMm) return std::nullopt;
  // Runs aft all along: the span first, then the place in it.
  const auto& nails = curve.nails();
  const auto after =
      std::partition_point(nails.begin() + 1, nails.end() - 1, [xMm](const Vec3& nail) { return nail.x() < xMm; });
  const auto span = static_cast<std::size_t>(after - nails.begin()) - 1;
  const double share = whereCeases(0.0, 1.0, [&](double at) { return curve.pointInSpan(span, at).x() < xMm; });
  return curve.alongInSpan(span, share);
}

StationMarks markStations(const Batten& top, const Batten& bottom, const std::vector<NamedStation>& stations,
                          const std::stop_token& stop) {
  StationMarks found;
  double topFirst = 0.0, bottomFirst = 0.0;
  for (const NamedStation& station : stations) {
    if (stop.stop_requested()) break;
    const auto above = alongAtDistance(top, station.xMm), below = alongAtDistance(bottom, station.xMm);
    if (!above || !below) continue;
    if (found.marks.empty()) topFirst = *above, bottomFirst = *below;
    const Vec3 slope = top.tangentAt(*above);
    StationMark mark;
    mark.name = station.name;
    mark.xMm = station.xMm;
    mark.topAlongMm = *above - topFirst;
    mark.bottomAlongMm = *below - bottomFirst;
    mark.topSlopeRad = std::atan2(slope.z(), slope.x());
    mark.leanRad = std::abs(mark.topSlopeRad);
    mark.depthMm = top.pointAt(*above).z() - bottom.pointAt(*below).z();
    // Squared off a face that rises aft, the mark runs aft as it goes down.
    mark.squaredOffMm = mark.depthMm * std::tan(mark.topSlopeRad);
    if (std::abs(mark.squaredOffMm) > std::abs(found.mostOffMm)) found.mostOffMm = mark.squaredOffMm;
    found.marks.push_back(mark);
  }
  if (!found.marks.empty()) {
    found.levelApartMm = found.marks.back().xMm - found.marks.front().xMm;
    found.topApartMm = found.marks.back().topAlongMm;
  }
  return found;
}

}  // namespace narrows
