#pragma once
// A curve of degree five sprung lengthwise through points of a surface.

#include <span>
#include <vector>

#include "curve/vec.h"

namespace narrows {

/// A row of a hull's surface: the spline of degree five in its own arc length through points from bow to stern.
///
/// It meets its nails, its first four derivatives are continuous, and its outermost spans are quartics that keep half
/// of the fourth derivative which the five nails there have (cubics, of fewer than five): its curvature runs on to its
/// ends instead of dying away there as a batten's does. Through two nails it is straight, through three a parabola.
class FairRow {
 public:
  FairRow() = default;
  /// `nails`: one or more, in order, none of them doubled. The parameter is re-spaced until it is the arc length.
  /// Source: interpolating spline of degree five, C. de Boor, A Practical Guide to Splines, ch. XIII; solved here for
  /// slopes and second derivatives at the nails.
  static FairRow spring(std::span<const Vec3> nails);

  std::size_t spanCount() const { return m_nails.empty() ? 0 : m_nails.size() - 1; }
  /// Length of a span, mm.
  double spanMm(std::size_t span) const { return m_spans[span]; }

  /// Point, and first and second derivative by length, at a share (0 to 1) of a span; of a row of one nail, the nail.
  struct Spot {
    Vec3 at, slope, bend;
  };
  Spot spotAt(std::size_t span, double share) const {
    return span < m_spans.size() ? spanAt(span).spotAt(share) : Spot{m_nails.front(), Vec3::Zero(), Vec3::Zero()};
  }

  /// One span, ready to be asked often: a polynomial in the share of it.
  struct Span {
    double mm = 0.0;
    Vec3 terms[6];  ///< of the share's powers, the constant first

    Spot spotAt(double share) const;
    /// Distance from forward, and how fast it grows by the length along the row.
    double x(double share) const;
    double slopeX(double share) const;
  };
  Span spanAt(std::size_t span) const;

 private:
  void solve();
  /// Fourth derivative of the polynomial through the five nails nearest an end; nought of fewer nails.
  Vec3 fourthAtEnd(bool first) const;

  std::vector<Vec3> m_nails, m_slopes, m_bends;
  std::vector<double> m_spans;
};

}  // namespace narrows
