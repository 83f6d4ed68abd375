#pragma once
// Where a fair line past some nails is expected to run, and how far from there it may stray.

#include <Eigen/Core>
#include <optional>
#include <span>
#include <vector>

#include "curve/vec.h"

namespace narrows {

/// A nail as the course sees it: where it stands, and how far its figure may be off square to the line, one standard
/// deviation.
struct CourseNail {
  Vec3 at = Vec3::Zero();
  double doubtMm = 0.0;
};

/// The course a fair line takes past nails in a plane. Where a batten tells one curve, this tells how much room there
/// is for others as fair as it: little between close nails, much across a long gap or beyond an end. That room is what
/// a nail must lie outside of before it may be called wrong.
///
/// The change of bend along the line is taken as random, as strong as `liveliness` says (mm per mm^2.5): its most
/// likely course is then a smoothing spline of degree 5, and its spread is known in closed form. Source: G. Wahba,
/// Spline Models for Observational Data, 1990, sections 1.5 and 5; the system is that of universal kriging (G.
/// Matheron, 1969).
///
/// How lively the line is, its own nails tell (restricted maximum likelihood), leaning on what is usual for lines of
/// its kind where they are few.
class FairCourse {
 public:
  /// `nails`: three or more, in order along the line, in one plane. `usual`: liveliness of such lines, where it is
  /// known.
  explicit FairCourse(std::span<const CourseNail> nails, std::optional<double> usual = std::nullopt);

  double liveliness() const { return m_liveliness; }

  struct Spot {
    Vec3 at = Vec3::Zero();
    double strayMm = 0.0;  ///< one standard deviation, in any direction square to the line
  };
  Spot at(double alongMm) const;

  /// Where the course passes a point that comes between nail `before` and the next one (`before` -1: ahead of the
  /// first; the last: behind it), looked for along `axis`; `square` is square to it in the plane of the line. None
  /// where the course does not come by.
  struct Passing {
    double awayMm = 0.0;   ///< from the point to the course, along the axis
    double strayMm = 0.0;  ///< one standard deviation of that
    double cosine = 1.0;   ///< of the angle between the axis and the square to the course
  };
  std::optional<Passing> passing(const Vec3& point, const Vec3& axis, const Vec3& square, int before) const;

  /// How many times further than expected the nails about that place (two to either side) lie from the course of the
  /// others, root mean square: 1 where the line is no livelier there than elsewhere.
  double restlessness(int before) const;

 private:
  /// Lengths inside run from 0, half a line's length ahead of the first nail.
  double inside(double alongMm) const { return alongMm / m_unit + 0.5; }
  std::vector<double> m_along;
  double m_unit = 1.0;  ///< length that is 1 inside
  double m_liveliness = 0.0;
  double m_strength = 1.0;  ///< liveliness squared, at that length
  Eigen::MatrixX3d m_points;
  Eigen::MatrixXd m_inverse;
};

}  // namespace narrows
