#pragma once
// A smooth part of the hull's surface, sprung through sections.

#include <optional>
#include <vector>

#include "curve/batten.h"

namespace narrows {

/// A point of a surface with its two directions: `aft` along the hull at constant share, `up` along the section.
struct SurfacePoint {
  Vec3 at;
  Vec3 aft;
  Vec3 up;
  /// Outward unit normal on the starboard side (nought where the patch comes to a point).
  Vec3 normal() const;
};

/// A section that is only part of the hull, to be met by the rows above where it begins.
struct PartSection {
  Batten curve;  ///< from where it begins on the stem or sternpost up to the sheer
  double xMm = 0.0;
};

/// A bicubic patch through whole sections. `t` counts sections from the bow (0, 1, 2, ... at the sections
/// themselves), `v` is the share of a section's girth within the patch, 0 at its lower edge.
///
/// Rows of constant share are battens through the sections, each in its own arc length, with the curvature near their
/// ends carried on to them; between rows the patch is cubic. It goes through every section exactly and has one
/// tangent plane everywhere. On smooth hulls with 11 stations it lies within 0.4 mm of the exact surface
/// (hull_test: smoothHullLiesWithinFourTenths).
class SurfacePatch {
 public:
  SurfacePatch() = default;
  /// `sections`: two or more, bow to stern. `parts`: sections forward of the first whole station's foot or aft of the
  /// last, whose curves the rows are made to meet.
  static SurfacePatch through(const std::vector<Batten>& sections, const std::vector<PartSection>& parts = {});

  double lastT() const { return static_cast<double>(m_sections.size()) - 1.0; }
  SurfacePoint evaluate(double t, double v) const;
  Vec3 point(double t, double v) const;

  /// Where the row of share `v` crosses the plane x = `xMm`, looking outward from section `startT`; none where the row
  /// does not reach it.
  std::optional<double> crossing(double xMm, double v, double startT) const;

 private:
  /// One column of the net: points and slopes along the hull at every row.
  struct Column {
    double t = 0.0;
    std::vector<Vec3> at, atUp;          ///< point, and its derivative by v
    std::vector<Vec3> before, beforeUp;  ///< slope times the span of the interval before it, and its derivative by v
    std::vector<Vec3> after, afterUp;
  };
  void addColumn(double t);
  void fillFromRow(std::size_t row);
  void refineWithParts(const std::vector<PartSection>& parts);
  void refineSegment(std::size_t segment, const std::vector<PartSection>& parts, std::vector<Column>& columns) const;
  std::size_t intervalAt(double t) const;

  std::vector<Batten> m_sections;
  std::vector<Column> m_columns;
};

}  // namespace narrows
