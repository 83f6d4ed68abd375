#pragma once
// The batten: the curve of least bending energy through nails.

#include <span>
#include <vector>

#include "curve/vec.h"

namespace narrows {

/// How a batten's ends behave beyond the outermost nails' own wish.
enum class BattenEnds {
  Free,           ///< No bending at the ends, as a real batten that just runs past its last nail.
  CarryCurvature  ///< The curvature near the end is carried on to it: right for the surface of a hull.
};

/// A batten sprung through nails in space: a cubic spline in its own arc length.
///
/// Lengths along it are measured from its first nail. Everything it answers is in mm. A batten through two nails is
/// straight; nails that coincide must have been merged by the caller, except that a batten may have all its nails in
/// one point, and then is that point.
class Batten {
 public:
  Batten() = default;

  /// Springs it through `nails` (two or more, in order along it). The parameter is re-spaced until it is the arc
  /// length at the nails, at most 10 times. Source: natural cubic spline, C. de Boor, A Practical Guide to Splines,
  /// ch. IV; nails that no batten goes round are joined by straight legs; the carried end follows the change of
  /// curvature between the two nails next to it, in the turning frame of the curve, so that a circle stays a circle.
  static Batten spring(std::span<const Vec3> nails, BattenEnds ends);

  double lengthMm() const { return m_lengths.empty() ? 0.0 : m_lengths.back(); }
  std::size_t nailCount() const { return m_points.size(); }
  const std::vector<Vec3>& nails() const { return m_points; }
  /// Length along it at each nail.
  const std::vector<double>& nailLengthsMm() const { return m_lengths; }

  /// Point, unit tangent and curvature vector (1/mm) at a length along it, carried straight on beyond its ends.
  Vec3 pointAt(double alongMm) const;
  Vec3 tangentAt(double alongMm) const;
  Vec3 curvatureAt(double alongMm) const;

  /// The length along it at which it comes nearest to a point: that of the nail nearest to it, followed to where the
  /// square from the batten meets the point.
  double nearestAlong(const Vec3& point) const;

  /// The point at a share (0 to 1) of its length.
  Vec3 pointAtShare(double share) const { return pointAt(share * lengthMm()); }

  /// First derivative at a nail by the batten's own parameter, which runs nearly as its length does; and the span of
  /// that parameter between a nail and the next.
  Vec3 slopeAtNail(std::size_t nail) const;
  double spanAfterNail(std::size_t nail) const { return m_knots[nail + 1] - m_knots[nail]; }

  /// Point, and derivative by the share of the span, at a share (0 to 1) of the span between a nail and the next:
  /// quicker than at a length, for the batten's own parameter is the length only nearly.
  Vec3 pointInSpan(std::size_t nail, double share) const { return value(nail, share); }
  Vec3 slopeInSpan(std::size_t nail, double share) const { return first(nail, share) * spanAfterNail(nail); }
  /// The length along it of that point.
  double alongInSpan(std::size_t nail, double share) const { return m_lengths[nail] + arcLength(nail, 0.0, share); }

  /// Integral of squared curvature along it, 1/mm.
  double bendingEnergy() const;

 private:
  struct Spot {
    std::size_t segment;
    double u;  ///< 0 to 1 within the segment
  };
  Spot spotAt(double alongMm) const;
  Vec3 value(std::size_t segment, double u) const;
  Vec3 first(std::size_t segment, double u) const;
  Vec3 second(std::size_t segment, double u) const;
  double arcLength(std::size_t segment, double from, double to) const;
  void measure();
  bool isSprung() const;
  void layStraight();
  void solve(const Vec3& startBend, const Vec3& endBend);

  std::vector<double> m_knots;    ///< parameter at each nail
  std::vector<double> m_lengths;  ///< arc length at each nail
  std::vector<Vec3> m_points;
  std::vector<Vec3> m_bends;  ///< second derivatives at the nails
};

/// Nails moved, each within its tolerance (mm; the first and last stay), towards an even change of curvature: as far as
/// their own scatter shows them to be rounded, and not at all where they lie evenly already.
std::vector<Vec3> easeNails(std::span<const Vec3> nails, std::span<const double> toleranceMm);

/// Nails that stand close to a neighbour weighed by how far they stand from it: a batten through both would be turned
/// by what either may be off, and swing out in the next span by many times as much. Such a nail is moved towards the
/// batten through the others, the more the closer it stands, and by no more than `mostMm` of it; the first and last
/// stay. A figure that is moved then moves the batten by hardly more than itself (steady_test), and one that lies on
/// the batten already is not moved.
std::vector<Vec3> weighCloseNails(std::span<const Vec3> nails, std::span<const double> mostMm);

}  // namespace narrows
