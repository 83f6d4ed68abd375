#pragma once
// The transom in its true shape, both faces, with the bevel of its edge.

#include <string>
#include <utility>
#include <vector>

#include "backbone/backbone_plan.h"
#include "backbone/polygon.h"
#include "lines/hull.h"

namespace narrows {

/// One face, starboard half, as it lies flat: x across from the centre line (round the cylinder of a curved one), y up
/// from the foot of the transom's profile along it.
struct TransomOutline {
  std::vector<Vec2> edge;        ///< from the rabbet up to the sheer, planking taken off
  std::vector<Vec3> at;          ///< the same points on the boat
  std::vector<double> bevelRad;  ///< of the edge to the square of the face, held square to the edge; positive where the
                                 ///< forward face is the larger
};

/// A mark on the edge of the larger face.
struct TransomMark {
  std::string name;
  Vec2 at = Vec2::Zero();
  double bevelRad = 0.0;
  bool isPlankLine = false;
};

struct Transom {
  TransomOutline after, fore;
  bool foreIsLarger = true;        ///< the face it is got out to
  std::vector<TransomMark> marks;  ///< low to high
  std::vector<Vec2> crown;         ///< finished top edge of the larger face, from the sheer to the centre line
  std::vector<Vec2> crownHigh;     ///< the same as it is left
  double rakeRad = 0.0;            ///< of its profile from plumb, aft positive
  double mostBevelRad = 0.0;
  double borrowedMm = 0.0;  ///< how far the planking's inside was carried past its end to meet a face

  const TransomOutline& larger() const { return foreIsLarger ? fore : after; }
  const TransomOutline& smaller() const { return foreIsLarger ? after : fore; }
  /// Both halves of a face, round once.
  Polygon whole(const TransomOutline& face, bool leftHigh) const;
};

/// The hull a transom closes.
struct TransomHull {
  const Hull* drawn = nullptr;
  const OffsetTable* table = nullptr;
};

/// Expands the transom: the inside of the planking cut by its after and its fore face, each laid flat. A curved one is
/// cut by its cylinder, whose axis lies parallel to the profile, forward of it, and unrolled. Within 0.1 mm on a prism
/// and a cone cut aslant (transom_test). `plankLines`: named points of the planking's inside near the transom. Fails
/// where the table has no transom.
Result<Transom> expandTransom(const TransomHull& hull, const TransomPlan& plan,
                              const std::vector<std::pair<std::string, Vec3>>& plankLines);

}  // namespace narrows
