#pragma once
// A row along a plank: lengths along it, places along the boat, and points of the flat plank.

#include "plank/flat_plank.h"

namespace narrows {

/// Lengths are taken on the flat plank, along the row from its fore end, mm; distances along the boat on the same
/// line. The row is the plank's middle, unless another is asked for.
class PlankRun {
 public:
  PlankRun() = default;
  /// `across`: 0 at the band's lower line, 1 at its upper; the flat row is moved from there towards the sheer, square
  /// to itself, by `inMm`.
  PlankRun(const Band& band, const FlatPlank& plank, double across = 0.5, double inMm = 0.0);
  /// Moved by what is told for each section parameter.
  PlankRun(const Band& band, const FlatPlank& plank, double across, const std::function<double(double t)>& inMmAt);

  double lengthMm() const { return m_alongMm.empty() ? 0.0 : m_alongMm.back(); }
  /// How far along it a distance along the boat lies; carried on evenly beyond its ends.
  double alongAt(double xMm) const { return read(m_xMm, m_alongMm, xMm); }
  /// The distance along the boat, and the section parameter, of a length along it.
  double distanceAt(double alongMm) const { return read(m_alongMm, m_xMm, alongMm); }
  double tAt(double alongMm) const { return read(m_alongMm, m_t, alongMm); }
  /// How far along it a point of the flat plank lies abreast, within its ends.
  double alongOf(const Vec2& point) const;
  /// The point of the flat plank, and the way the row runs there, bow to stern.
  Vec2 pointAt(double alongMm) const;
  Vec2 directionAt(double alongMm) const;
  double fromMm() const { return m_xMm.front(); }
  double toMm() const { return m_xMm.back(); }

 private:
  static double read(const std::vector<double>& at, const std::vector<double>& values, double place);

  std::vector<double> m_t, m_xMm, m_alongMm;
  std::vector<Vec2> m_points;
};

}  // namespace narrows
