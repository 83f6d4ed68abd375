#pragma once
// Lines on the hull's surface: plank edges and guides.

#include <memory>
#include <vector>

#include "curve/fair_function.h"
#include "lining/girth_frame.h"

namespace narrows {

/// From where to where something reaches along the hull, as section parameters; both may lie between stations.
struct SurfaceReach {
  double fromT = 0.0;
  double toT = 0.0;
  bool holds(double t) const { return t >= fromT - 1e-9 && t <= toT + 1e-9; }
  bool operator==(const SurfaceReach&) const = default;
};

/// A nail that holds a line at a place along the hull (a station, a mould, a distance) to a share of the girth there.
struct CurveNail {
  double t = 0.0;
  double share = 0.0;
  bool operator==(const CurveNail&) const = default;
};

/// A plank line or guide as a share of the girth along the hull: a constant share (exactly constant everywhere), or a
/// constant part of what lies between two other lines, or one line forward of a place and another aft of it; and on top
/// of that what battens bend it away by, each sprung over the length of a row of the hull, so that it runs through
/// stations without a kink.
class SurfaceCurve {
 public:
  SurfaceCurve() = default;
  /// The line of one share.
  static SurfaceCurve constant(double share, SurfaceReach reach);
  /// The line between two others, `part` of the way up from the lower one.
  static SurfaceCurve between(const SurfaceCurve& lower, const SurfaceCurve& upper, double part);
  /// One line forward of `t` and another aft of it: the edge of a plank with a nib let into it. It crosses over within
  /// `over` of a bay, forward of `t`.
  static SurfaceCurve stepped(const SurfaceCurve& fore, const SurfaceCurve& aft, double t, double over);
  /// A batten through nails (two or more, in order, at different places), free at its ends, laid along the row of share
  /// `along`.
  static SurfaceCurve sprung(const GirthFrame& frame, double along, std::vector<CurveNail> nails, SurfaceReach reach);
  /// A line traced point by point (two or more, in order from forward aft): its reach is theirs.
  static SurfaceCurve traced(const GirthFrame& frame, std::vector<CurveNail> places);

  /// This line bent away by a batten through nails, whose shares are how far it is moved there: laid along the row of
  /// share `along`.
  SurfaceCurve bentBy(const GirthFrame& frame, double along, std::vector<CurveNail> nails) const;
  /// This line eased away towards an end: not at all at `fromT`, and by `share` at `toT` and beyond, as a batten held
  /// flat at the one is drawn aside at the other. Either may be the forward one.
  SurfaceCurve easedBy(const GirthFrame& frame, double along, double fromT, double toT, double share) const;
  /// The same line over another reach.
  SurfaceCurve over(SurfaceReach reach) const;

  double shareAt(double t) const;
  Vec3 point(const GirthFrame& frame, double t) const { return frame.point(t, shareAt(t)); }
  SurfaceReach reach() const { return m_reach; }
  bool isConstant() const { return m_two == nullptr && m_bends.empty(); }
  bool operator==(const SurfaceCurve& other) const;

 private:
  /// Made of two other lines.
  struct Two;
  /// Drawn aside from one length along the row to another.
  struct Ease {
    double fromMm = 0.0, toMm = 0.0, share = 0.0;
    double at(double mm) const;
    bool operator==(const Ease&) const = default;
  };
  /// Bent away by a batten: through nails, or eased where `by` has none.
  struct Bend {
    std::shared_ptr<const RowLength> row;
    FairFunction by;
    Ease ease;
    bool operator==(const Bend& other) const {
      return by == other.by && ease == other.ease && (row == other.row || *row == *other.row);
    }
  };

  double m_share = 0.0;
  SurfaceReach m_reach;
  std::shared_ptr<const Two> m_two;
  std::vector<Bend> m_bends;
};

}  // namespace narrows
