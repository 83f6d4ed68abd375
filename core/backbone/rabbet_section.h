#pragma once
// Places along the rabbet that are told, and the timber cut through there with the plank drawn in.

#include <optional>
#include <string>
#include <vector>

#include "backbone/polygon.h"
#include "backbone/rabbet.h"

namespace narrows {

/// A place along a run that is told.
struct RabbetMark {
  std::string name;  ///< "waterline 1-6-0", "station 3", "4"
  double alongMm = 0.0;
};

enum class RabbetSteps { Table, Even };

/// Where a run is told: at the heights of the table's waterlines (stem, sternpost) or at its stations (keel), its ends
/// with them; or at even steps along it.
std::vector<RabbetMark> rabbetMarks(const RabbetRun& run, const OffsetTable& table, RabbetSteps steps, double stepMm);

/// Length along a run at which its rabbet line comes to a height (2) or a distance (0); none where it does not.
std::optional<double> alongAt(const RabbetRun& run, int coordinate, double valueMm);

enum class CutPlane { Square, Level, Station };

/// The timber cut through: x from the rabbet line inward along the side (square), or the distance (level), or the
/// half-breadth (station, y up); y the half-breadth, or the height. Starboard half.
struct RabbetSection {
  CutPlane plane = CutPlane::Square;
  std::string name;
  Vec2 rabbet = Vec2::Zero(), inner = Vec2::Zero(), bearding = Vec2::Zero();
  std::vector<Vec2> outside, inside;  ///< the plank's two faces, from the timber outward
  Polygon timber;                     ///< the half that is left when the groove is cut
  double angleRad = 0.0;              ///< of the planking to the timber's side, in this plane
};

/// What a section is drawn of.
struct RabbetSectionOf {
  const RabbetRun* run = nullptr;
  const Hull* inside = nullptr;  ///< both faces of the planking; may be null: the plank is then drawn straight
  const Hull* outside = nullptr;
  const Polygon* timber = nullptr;  ///< outline of the timber in the profile; may be null
  double thicknessMm = 0.0;
  bool grooved = true;  ///< false: the timber's corner is bevelled away
};

/// The cut through a run at a length along it. Level for stem and sternpost, station for the keel, or square to the
/// rabbet line for any.
RabbetSection cutRabbet(const RabbetSectionOf& of, double alongMm, CutPlane plane);

}  // namespace narrows
