#include "backbone/came_out.h"

#include <algorithm>
#include <cmath>

#include "curve/batten.h"
#include "curve/fair_function.h"
#include "problem/trade.h"

namespace narrows {

CameOut compareCameOut(const std::vector<CameOutStation>& drawn, const std::vector<CameOutReading>& readings,
                       CameOutChoice choice) {
  CameOut result;
  result.stations = drawn;
  std::vector<double> at, off;
  std::vector<Vec3> nails;
  std::vector<double> room;
  for (const CameOutReading& reading : readings) {
    const bool known = std::any_of(drawn.begin(), drawn.end(),
                                   [&](const CameOutStation& station) { return station.name == reading.station; });
    if (!known)
      result.problems.push_back({Fault::StationUnknown, {0, 0, Trade::say("keel as it came out")}, {reading.station}});
  }
  for (CameOutStation& station : result.stations) {
    for (const CameOutReading& reading : readings) {
      if (reading.station == station.name) station.measuredMm = reading.halfBreadth.mm();
    }
    if (!station.measuredMm || (!at.empty() && station.xMm <= at.back())) continue;
    const double by = *station.measuredMm - station.drawnMm;
    at.push_back(station.xMm);
    off.push_back(by);
    nails.emplace_back(station.xMm, 0.0, 0.5 * by);
    room.push_back(0.5 * std::abs(by));
    if (std::abs(by) > std::abs(result.mostOffMm)) result.mostOffMm = by, result.worst = station.name;
  }
  // Half way, each nail free to go as far as drawing and measurement allow.
  std::vector<double> eased;
  for (const Vec3& nail : nails.size() >= 4 ? easeNails(nails, room) : nails) eased.push_back(nail.z());
  const FairFunction measured = at.empty() ? FairFunction({0.0}, {0.0}) : FairFunction(at, off);
  const FairFunction between = at.empty() ? FairFunction({0.0}, {0.0}) : FairFunction(at, eased);
  for (CameOutStation& station : result.stations) {
    station.followedMm = station.drawnMm;
    if (at.empty()) continue;
    // Beyond the outermost readings they are carried level: nothing is known there.
    const double x = std::clamp(station.xMm, at.front(), at.back());
    if (choice == CameOutChoice::AsMeasured) station.followedMm += measured(x);
    if (choice == CameOutChoice::Between) station.followedMm += between(x);
    const double wood = station.drawnMm + measured(x) - station.followedMm;
    result.mostToTakeOffMm = std::max(result.mostToTakeOffMm, wood);
    result.mostToAddMm = std::max(result.mostToAddMm, -wood);
  }
  return result;
}

}  // namespace narrows
