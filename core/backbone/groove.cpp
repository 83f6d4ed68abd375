#include "backbone/groove.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {
constexpr int grooveSteps = 240;
/// Length the rate of roll is taken over, mm.
constexpr double rollBaseMm = 25.0;
/// A machine is not set up for a run shorter than this.
constexpr double leastRunMm = 150.0;
}  // namespace

double rollAt(const RabbetRun& run, double alongMm) {
  const double low = std::clamp(alongMm - rollBaseMm, 0.0, run.lengthMm());
  const double high = std::clamp(alongMm + rollBaseMm, 0.0, run.lengthMm());
  return high > low ? (run.at(high).bevelRad - run.at(low).bevelRad) / (high - low) : 0.0;
}

std::optional<MachinedGroove> machineGroove(const RabbetRun& run, const GrooveLimits& limits,
                                            const std::vector<double>& marksAt) {
  const double end = run.lengthMm() - (run.part == RabbetPart::Keel ? 0.0 : limits.stopBelowEndMm);
  if (end <= 0.0) return std::nullopt;
  double bestFrom = 0.0, bestTo = 0.0, from = -1.0;
  for (int i = 0; i <= grooveSteps; ++i) {
    const double along = end * i / grooveSteps;
    const bool gentle = std::abs(rollAt(run, along)) <= limits.mostRollRadPerMm;
    if (gentle && from < 0.0) from = along;
    if (gentle && along - from > bestTo - bestFrom) bestFrom = from, bestTo = along;
    if (!gentle) from = -1.0;
  }
  if (bestTo - bestFrom < leastRunMm) return std::nullopt;
  MachinedGroove groove;
  groove.part = run.part;
  groove.fromAlongMm = bestFrom;
  groove.toAlongMm = bestTo;
  for (int i = 0; i <= grooveSteps; ++i)
    groove.angleRad = std::max(groove.angleRad, run.at(bestFrom + (bestTo - bestFrom) * i / grooveSteps).bevelRad);
  // The machine's corner lies a plank's thickness from the rabbet line, square to its own bed.
  groove.depthMm = limits.thicknessMm * std::cos(groove.angleRad);
  for (const double along : marksAt) {
    const RabbetPlace place = run.at(along);
    GroovePare mark;
    mark.alongMm = along;
    mark.heightMm = place.rabbet.z();
    mark.xMm = place.rabbet.x();
    mark.bevelRad = place.bevelRad;
    mark.machined = along >= bestFrom - 1e-9 && along <= bestTo + 1e-9;
    if (mark.machined) {
      mark.leftRad = groove.angleRad - place.bevelRad;
      mark.leftMm = limits.thicknessMm * std::sin(mark.leftRad);
    }
    mark.inReach = limits.thicknessMm * std::cos(place.bevelRad) <= limits.reachMm + 1e-9;
    groove.marks.push_back(mark);
  }
  return groove;
}

}  // namespace narrows
