#pragma once
// What has been typed of a table that is no hull yet: its points, and the lines that can be sprung through them.

#include <string>
#include <vector>

#include "fairing/judge.h"
#include "lines/offset_table.h"

namespace narrows {

/// The view in which one figure of a table already has its place: a height in profile, a half-breadth in plan, both
/// together in the body plan.
enum class TypedView { Profile, Plan, Body };

struct TypedPoint {
  TypedView view = TypedView::Profile;
  Vec3 at = Vec3::Zero();  ///< mm
};

struct TypedLine {
  TypedView view = TypedView::Profile;
  std::vector<Vec3> points;  ///< mm
};

/// Points of every figure that has a place, and battens through the lines of two figures or more. A figure of the raked
/// column has none before the profile of the transom is there.
struct TypedLines {
  std::vector<TypedPoint> points;
  std::vector<TypedLine> lines;
  Vec3 low = Vec3::Zero(), high = Vec3::Zero();  ///< the box of stations, profiles and figures, mm
  double broadestX = 0.0;                        ///< where the body plan turns from fore to after body
  bool isEmpty() const { return points.empty(); }
};

/// `judged` holds the table's lines as they are strung with its nails.
TypedLines typedLines(const OffsetTable& table, const Judgement& judged);

}  // namespace narrows
