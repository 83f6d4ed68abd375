#pragma once
// How far a machine may run the rabbet's groove, and at what one angle.

#include <optional>
#include <string>
#include <vector>

#include "backbone/rabbet.h"

namespace narrows {

/// What is left to pare at one place of a machined groove.
struct GroovePare {
  double alongMm = 0.0;   ///< along the rabbet line
  double heightMm = 0.0;  ///< of the rabbet line
  double xMm = 0.0;
  double bevelRad = 0.0;  ///< what it must become
  double leftRad = 0.0;   ///< machine's angle less that
  double leftMm = 0.0;    ///< wood left at the bottom of the groove, square to its bed
  bool machined = false;  ///< false: cut by hand
  bool inReach = true;    ///< whether the cutter goes deep enough
};

/// A groove cut at one angle.
struct MachinedGroove {
  RabbetPart part = RabbetPart::Stem;
  double angleRad =
      0.0;  ///< of the bed to the timber's side: the steepest bevel in the run, so that it never cuts too far
  double depthMm = 0.0;                       ///< greatest depth of the corner below the timber's side in the run
  double fromAlongMm = 0.0, toAlongMm = 0.0;  ///< along the rabbet line
  std::vector<GroovePare> marks;
};

struct GrooveLimits {
  double thicknessMm = 0.0;
  double stopBelowEndMm = 0.0;    ///< under the sheer (stem, sternpost)
  double mostRollRadPerMm = 0.0;  ///< where the bevel rolls faster it is cut by hand
  double reachMm = 0.0;           ///< of the cutter
};

/// The longest run of a rabbet that can be machined within the limits; none where there is no such run. `marksAt`:
/// lengths along the rabbet line that are told, in order.
std::optional<MachinedGroove> machineGroove(const RabbetRun& run, const GrooveLimits& limits,
                                            const std::vector<double>& marksAt);

/// How fast the bevel rolls at a place, rad a mm along the rabbet line.
double rollAt(const RabbetRun& run, double alongMm);

}  // namespace narrows
