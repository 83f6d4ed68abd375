#pragma once
// A casting or a sawn timber as it came out, beside the drawing.

#include <string>
#include <vector>

#include "backbone/backbone_plan.h"

namespace narrows {

/// A casting is told from this far off the drawing, and is trouble from that.
inline constexpr double cameOutLookMm = 0.8;
inline constexpr double cameOutTroubleMm = 6.35;

/// A half-breadth of the keel's rabbet edge at a station.
struct CameOutStation {
  std::string name;
  double xMm = 0.0;
  double drawnMm = 0.0;
  std::optional<double> measuredMm;
  double followedMm = 0.0;  ///< what is built to by the choice made
};

struct CameOut {
  std::vector<CameOutStation> stations;  ///< forward to aft
  double mostOffMm = 0.0;                ///< measured less drawn, of greatest size
  std::string worst;                     ///< its station
  /// What a follower of the choice must do to the neighbours, mm: greatest wood to be taken off the timber, and
  /// greatest gap that the neighbour (deadwood, keelson, garboard) must be got out wider for.
  double mostToTakeOffMm = 0.0, mostToAddMm = 0.0;
  Problems problems;
};

/// Drawing: as drawn. As measured: the measured ones, and between them a batten through what they are off by. Between:
/// a batten that runs half way, eased to the least bending that stays between drawing and measurement. Stations that no
/// reading was taken at follow the batten.
CameOut compareCameOut(const std::vector<CameOutStation>& drawn, const std::vector<CameOutReading>& readings,
                       CameOutChoice choice);

}  // namespace narrows
