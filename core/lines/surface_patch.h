#pragma once
// A smooth part of the hull's surface, sprung through sections.

#include <optional>
#include <stop_token>
#include <vector>

#include "curve/batten.h"
#include "curve/fair_row.h"

namespace narrows {

/// A point of a surface with its two directions: `aft` along the hull along a row, `up` along the section.
struct SurfacePoint {
  Vec3 at;
  Vec3 aft;
  Vec3 up;
  /// Outward unit normal on the starboard side (nought where the patch comes to a point).
  Vec3 normal() const;
};

/// How a surface bends at a point, 1/mm, positive where the outside is convex. `mostAlong` and `leastAlong` are unit
/// directions in the surface, square to each other.
struct SurfaceBend {
  SurfacePoint place;
  Vec3 normal = Vec3::Zero();
  double most = 0.0, least = 0.0;  ///< principal curvatures, most >= least
  Vec3 mostAlong = Vec3::Zero(), leastAlong = Vec3::Zero();

  /// Curvature of the surface along a direction in it.
  double along(const Vec3& direction) const;
};

/// A section that is only part of the hull, to be met by the rows above where it begins.
struct PartSection {
  Batten curve;  ///< from where it begins on the stem or sternpost up to the sheer
  double xMm = 0.0;
};

/// A patch through whole sections. `t` counts sections from the bow (0, 1, 2, ... at the sections themselves), `v` runs
/// from 0 at its lower edge to 1 at its upper.
///
/// Rows of constant `v` run with the hull, nearly level (`RowPlaces`), and are sprung lengthwise as `FairRow`s; across
/// them the patch is a cubic with even second derivatives. Between two stations t = constant is a plane square to the
/// boat; in a bay that ends on stem, sternpost or transom it is an even share of every row. The patch goes through
/// every section and has one tangent plane everywhere. Within 0.8 mm of smooth hulls anywhere between stem and stern,
/// and of their bevels within half a degree (between_test).
class SurfacePatch {
 public:
  SurfacePatch() = default;
  /// `sections`: two or more, bow to stern. `parts`: sections forward of the first whole station's foot or aft of the
  /// last, whose curves the rows are made to meet. Of no use where `stop` was asked for.
  static SurfacePatch through(const std::vector<Batten>& sections, const std::vector<PartSection>& parts = {},
                              const std::stop_token& stop = {});

  double lastT() const { return m_columns.back().t; }
  SurfacePoint evaluate(double t, double v) const;
  Vec3 point(double t, double v) const;
  /// Outward unit normal; where the patch comes to a point, that of the surface beside it.
  Vec3 normal(double t, double v) const;
  /// The point carried square to the surface, outward where positive.
  Vec3 carried(double t, double v, double distanceMm) const;
  /// Normal and principal curvatures; within a hundredth of a cylinder's, a cone's and a sphere's (surface_bend_test).
  SurfaceBend bend(double t, double v) const;

  /// Where the row of share `v` crosses the plane x = `xMm`, looking outward from section `startT`; none where the row
  /// does not reach it.
  std::optional<double> crossing(double xMm, double v, double startT) const;

  /// The girth at section parameter t, and `v` at `steps` even parts of it, 0 and 1 included. Of a girth that is a
  /// point, even steps of v.
  struct EvenGirth {
    double girthMm = 0.0;
    std::vector<double> v;
  };
  EvenGirth evenGirth(double t, std::size_t steps) const;
  /// Intervals a bay is divided into: between them the patch is one cubic lengthwise.
  static constexpr std::size_t columnsABay = 8;

 private:
  /// A node of the net: point, its derivative by v, and the derivatives by t on either side with theirs by v. By t they
  /// differ in length alone: t runs at another pace in the next bay.
  struct Node {
    Vec3 at, atUp, before, beforeUp, after, afterUp;
  };
  struct Column {
    double t = 0.0;
    std::vector<Node> nodes;  ///< one a row
  };
  struct Weights;
  friend class NetLayer;
  static void smoothAcross(Column& column);
  Vec3 normalOf(const SurfacePoint& here, double t, double v) const;
  SurfacePoint inwards(double t, double v, double step) const;
  static double sineBetween(const SurfacePoint& point);
  Weights weightsAt(double t, double v) const;
  std::size_t intervalAt(double t) const;

  std::vector<Column> m_columns;
};

}  // namespace narrows
