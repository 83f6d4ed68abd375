#pragma once
// The timbers of the backbone as shapes in the profile: outlines under a batten, cut at their joints.

#include <string>
#include <vector>

#include "backbone/backbone_plan.h"
#include "backbone/polygon.h"
#include "curve/batten.h"

namespace narrows {

/// One timber's shape: x aft, y up, mm.
struct TimberShape {
  TimberId id;
  std::string name;
  Polygon outline;  ///< against the clock
};

/// Where a point lies in the profile: x aft, y up.
Vec2 inProfile(const Vec3& at);
Vec2 inProfile(const OutlinePoint& at);

/// An outline sprung: a batten through the points between one corner and the next, straight where there are only two.
/// `stepMm` apart at most. Fails where it crosses itself or has no area.
Result<Polygon> springOutline(const Timber& timber, double stepMm = 8.0);

/// The line a joint is cut along, from `from` to `to`: straight; with its tips cut square by `nib`; with a hook as deep
/// at the middle.
std::vector<Vec2> jointLine(const Joint& joint);

/// Length of a joint over its siding: a scarf is told as so many to one.
double jointSlope(const Joint& joint, Length moulding);

struct TimberShapes {
  std::vector<TimberShape> shapes;  ///< one a timber that could be made
  Problems problems;
  const TimberShape* find(TimberId id) const;
};

/// Every timber's outline, trimmed by its joints.
TimberShapes shapeTimbers(const BackbonePlan& plan);

/// A scarf from corner to corner of what two timbers share, the forward one's wood to the left of its line. None where
/// they do not lie over one another.
std::optional<Joint> scarfAcross(const TimberShape& one, const TimberShape& other);

/// The two runs of an outline between the stations it spans: its upper and its lower face, running aft. Empty where the
/// timber stands too steeply to have them.
struct TimberFaces {
  std::vector<Vec3> upper, lower;
};
TimberFaces facesOf(const Polygon& outline);

}  // namespace narrows
