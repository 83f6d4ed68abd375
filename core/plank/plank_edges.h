#pragma once
// What is planed of one plank at every station: the land or seam at its edges, and how far it is backed out.

#include "plank/backing_out.h"
#include "plank/lap_bevel.h"
#include "plank/planking_plan.h"

namespace narrows {

/// One edge of a carvel plank at a station. From the inside it is bevelled until both planks lie wood to wood; of a
/// seam that is caulked the rest falls away from there.
struct SeamEdge {
  /// From square to the plank, in the plane of the station; positive where the outside is wider.
  double bevelRad = 0.0;
  /// The same of the part that opens; `bevelRad` where this edge does not open.
  double openRad = 0.0;
  /// How much further out than the inside face the outside goes; below nought where less far.
  double widerMm = 0.0;
  /// The furthest that any of it goes: the saw line stands so far outside the finished.
  double proudMm = 0.0;
};

/// One plank at one of its stations.
struct EdgesAt {
  std::size_t section = 0;
  std::string station;
  double lapMm = 0.0;
  std::optional<LapBevel> land;          ///< lapstrake: on its upper edge, where another strake stands on it
  std::optional<SeamEdge> lower, upper;  ///< carvel: where it meets another plank
  std::optional<LapBevel> foot;  ///< that of the strake it stands on, in a hollow: its own foot is planed inside
  double hollowMm = 0.0;         ///< as `hollowMm` has it
  OffChord off;                  ///< to either side of the chord: an S is hollowed and rounded
  /// Carvel: of the template it is hollowed or rounded to; none where it is flat, or an S.
  std::optional<double> templateRadiusMm;
  double stockMm = 0.0;  ///< thickness, and what is planed, hollowed and rounded off

  bool isS() const;
};

/// A hollow of less than this is no hollow, mm.
inline constexpr double leastHollowMm = 0.25;

/// A strake's edges at every station that it covers, bow to stern; hood ends have none of the seams and lands.
/// `make`: how the planks of that boat are got out, for the lap. Angles are those between the straight lines from mark
/// to mark of neighbours: 6 in planks of 1 1/4 in about a radius of 18 in are wider outside by a fifth of an inch an
/// edge. Within 0.25 degree on hulls given as tables (plank_edges_test).
std::vector<EdgesAt> plankEdges(const Lining& lining, std::size_t strake, const PlankingMake& edges,
                                const PlankMake& make);

}  // namespace narrows
