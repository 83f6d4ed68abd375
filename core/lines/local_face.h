#pragma once
// The surface about a place near its edge, and how it goes on past the edge.

#include <optional>
#include <vector>

#include "lines/surface_patch.h"

namespace narrows {

/// Points of a patch, close enough together that its shape is known from them alone: round a stem's foot, where rows
/// and sections run into one another, they are all that is sure of it.
class PatchPoints {
 public:
  explicit PatchPoints(const SurfacePatch& patch);
  const std::vector<Vec3>& points() const { return m_points; }

 private:
  std::vector<Vec3> m_points;
};

/// How far about a place on the planking's edge its surface is asked for its shape, mm: so many times the planking's
/// thickness as it is carried on, and no less than a hand's breadth and a half.
double facedWithinMm(double thicknessMm);

/// A quadric through a place, fitted to the surface round it. Past the edge it carries the surface on with its own
/// rulings and its own curvature.
///
/// A plane, and a cylinder as far as its fourth power, are met exactly: within 0.1 mm a hand's breadth past the edge of
/// a cylinder of 800 mm radius, wherever the place lies on its boundary (local_face_test). Where the surface itself
/// bends otherwise further on, as it does within a few hand's breadths of any edge, that cannot be known from here.
class LocalFace {
 public:
  /// `about`: the place, on the surface; `outward`: its normal, near enough; `within`: how far off, mm, the surface is
  /// asked. None where there is too little surface about it.
  static std::optional<LocalFace> fit(const PatchPoints& points, const Vec3& about, const Vec3& outward, double within);

  /// A point of it at two distances in the plane that touches it at the place, mm.
  Vec3 point(const Vec2& at) const;
  /// Outward unit normal there.
  Vec3 normal(const Vec2& at) const;
  /// Where a point of space lies in that plane.
  Vec2 flatOf(const Vec3& at) const { return {(at - m_origin).dot(m_first), (at - m_origin).dot(m_second)}; }
  /// Where a point of it lies when it is laid flat about the place, touching the plane there, to the fourth power of
  /// the distance. Exact on a cylinder as far.
  Vec2 laidFlat(const Vec2& at) const;
  /// A direction of the plane in space.
  Vec3 inSpace(const Vec2& direction) const { return direction.x() * m_first + direction.y() * m_second; }
  const Vec3& origin() const { return m_origin; }

 private:
  Vec3 m_origin = Vec3::Zero(), m_first = Vec3::Zero(), m_second = Vec3::Zero(), m_up = Vec3::Zero();
  double m_xx = 0.0, m_xy = 0.0, m_yy = 0.0;  ///< height over the plane, 1/2 (xx x^2 + 2 xy x y + yy y^2)
};

}  // namespace narrows
