#pragma once
// Length along a plank line.

#include <vector>

#include "lining/surface_curve.h"

namespace narrows {

/// Length along a line on the surface from where its reach begins, by section parameter, and back.
class LineLength {
 public:
  LineLength() = default;
  /// Measured by so many chords a bay, corrected for their curvature: within 1e-4 mm a bay by the usual number, within
  /// 1e-2 by a third of it, while something is dragged.
  LineLength(const GirthFrame& frame, const SurfaceCurve& curve, SurfaceReach reach,
             std::size_t samplesABay = usualSamplesABay);
  static constexpr std::size_t usualSamplesABay = 32;

  double lengthMm() const { return m_mm.back(); }
  /// Share of the whole length at section parameter t, and the other way about.
  double shareAt(double t) const;
  double tAtShare(double share) const;

 private:
  double interpolate(const std::vector<double>& at, const std::vector<double>& values, double place) const;

  std::vector<double> m_t, m_mm;
  std::vector<std::size_t> m_breaks;  ///< where bays begin in both, and the last place: t runs at another pace in each
};

}  // namespace narrows
