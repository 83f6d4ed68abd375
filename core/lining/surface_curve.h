#pragma once
// Lines on the hull's surface: plank edges and guides.

#include <vector>

#include "curve/fair_function.h"
#include "lining/girth_frame.h"

namespace narrows {

/// From where to where something reaches along the hull, as section parameters; both may lie between stations.
struct SurfaceReach {
  double fromT = 0.0;
  double toT = 0.0;
  bool operator==(const SurfaceReach&) const = default;
};

/// A nail that holds a line at a place along the hull (a station, a mould, a distance) to a share of the girth there.
struct CurveNail {
  double t = 0.0;
  double share = 0.0;
  bool operator==(const CurveNail&) const = default;
};

/// A plank line or guide as a share of the girth along the hull. A constant share is exactly constant everywhere; any
/// other line is sprung in share over the length of a row of the hull, so that it runs through stations without a kink.
class SurfaceCurve {
 public:
  SurfaceCurve() = default;
  /// The line of one share.
  static SurfaceCurve constant(double share, SurfaceReach reach);
  /// A batten through nails (two or more, in order, at different places), free at its ends, laid along the row of share
  /// `along`.
  static SurfaceCurve sprung(const GirthFrame& frame, double along, std::vector<CurveNail> nails, SurfaceReach reach);
  /// A line traced point by point (two or more, in order from forward aft): its reach is theirs.
  static SurfaceCurve traced(const GirthFrame& frame, std::vector<CurveNail> places);

  double shareAt(double t) const;
  Vec3 point(const GirthFrame& frame, double t) const { return frame.point(t, shareAt(t)); }
  SurfaceReach reach() const { return m_reach; }
  bool isConstant() const { return m_lengths.empty(); }
  bool operator==(const SurfaceCurve&) const = default;

 private:
  /// Length along the row at a column of the frame, and its rate by t on either side.
  struct Length {
    double mm = 0.0, before = 0.0, after = 0.0;
    bool operator==(const Length&) const = default;
  };
  static std::vector<Length> rowLengths(const GirthFrame& frame, double share);
  double lengthAt(double t) const;

  double m_share = 0.0;
  SurfaceReach m_reach;
  std::vector<Length> m_lengths;  ///< one a column of the frame; none for a constant share
  FairFunction m_shareOverLength;
};

}  // namespace narrows
