#pragma once
// Where the edges of hung strakes really are, as they were measured: the form `hung,1`.

#include <string>
#include <string_view>
#include <vector>

#include "lining/lining_plan.h"

namespace narrows {

/// One measurement: along the station's girth, from where the plan's line lies to where the edge of the hung plank
/// really is, positive towards the sheer.
struct HungReading {
  std::string station;
  Length off;
  int line = 0;  ///< of the file; nought where it was typed
  bool operator==(const HungReading&) const = default;
};

/// The upper edge of one strake that hangs.
struct HungEdge {
  int strake = 1;  ///< from the garboard up
  BoatSide side = BoatSide::Starboard;
  std::vector<HungReading> readings;
  int line = 0;
  bool operator==(const HungEdge&) const = default;
};

/// Reads the form; every fault at once, with line and field. Strakes of a side are hung from below up, each once.
Result<std::vector<HungEdge>> readHungEdges(std::string_view text);
std::string writeHungEdges(const std::vector<HungEdge>& edges, Unit unit);

}  // namespace narrows
