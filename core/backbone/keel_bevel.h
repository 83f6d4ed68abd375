#pragma once
// The rolling bevel of a keel's or keel batten's edge, in the station plane and as a saw is set.

#include <string>
#include <vector>

#include "lines/hull.h"

namespace narrows {

/// One station of a keel's edge. Outboard is the lower face, inboard the upper.
struct KeelStation {
  std::string name;
  double xMm = 0.0;
  double outboardMm = 0.0;  ///< half-breadth of the lower edge
  double inboardMm = 0.0;   ///< half-breadth where the bevel ends, under the shoulder
  double stationRad = 0.0;  ///< from upright, in the plane of the station
  double sawRad = 0.0;      ///< from upright, held square to the edge: what a saw or gauge is set to
  double edgeRad = 0.0;     ///< of the lower edge to the centre line, in plan
  double leftMm = 0.0;      ///< left to plane at the lower edge, square to it, when the least bevel is ripped
};

struct KeelBevel {
  std::vector<KeelStation> stations;  ///< forward to aft, two or more
  double leastSawRad = 0.0;           ///< the bevel that may be ripped along the whole length
  double mostLeftMm = 0.0;
};

/// One station as measured or drawn.
struct KeelEdges {
  std::string name;
  double xMm = 0.0;
  double outboardMm = 0.0;
  double inboardMm = 0.0;
};

/// The bevels of given edges: from upright, tan = (inboard - outboard) / (thickness - shoulder) in the station plane,
/// and tan(saw) = tan(station) x cos(edge to centre line), the edge faired by a batten through its stations. Stations
/// in order, two or more. Fails where the shoulder leaves no bevel.
Result<KeelBevel> keelBevel(const std::vector<KeelEdges>& edges, double thicknessMm, double shoulderMm, Unit unit);

/// The edges that let the inside of the planking lie on a keel: at every station its section where it leaves the
/// rabbet, and `thickness - shoulder` above that, straight on from the section's foot where the section is flatter.
std::vector<KeelEdges> keelEdges(const Hull& inside, double thicknessMm, double shoulderMm);

}  // namespace narrows
