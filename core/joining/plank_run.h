#pragma once
// The run of a plank: lengths along its middle, places along the boat, and points of the flat plank.

#include "plank/flat_plank.h"

namespace narrows {

/// Lengths are taken on the flat plank, along its middle from its fore end, mm; distances along the boat on the same
/// line.
class PlankRun {
 public:
  PlankRun() = default;
  PlankRun(const Band& band, const FlatPlank& plank);

  double lengthMm() const { return m_alongMm.empty() ? 0.0 : m_alongMm.back(); }
  /// How far along it a distance along the boat lies; carried on evenly beyond its ends.
  double alongAt(double xMm) const { return read(m_xMm, m_alongMm, xMm); }
  /// The distance along the boat, and the section parameter, of a length along it.
  double distanceAt(double alongMm) const { return read(m_alongMm, m_xMm, alongMm); }
  double tAt(double alongMm) const { return read(m_alongMm, m_t, alongMm); }
  /// The point of the flat plank, and the way its middle runs there, bow to stern.
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
