#pragma once
// Where a point of the hull lies on the flat plank.

#include <vector>

#include "plank/flatten.h"

namespace narrows {

/// Carries any point of a band over to the plank laid flat: stations, moulds, frames, laps, gains, scarfs, fastenings
/// all go by it. Between the points laid flat it is a cubic both ways: within 0.01 mm of laying flat more finely
/// (flat_map_test).
class FlatMap {
 public:
  FlatMap() = default;
  FlatMap(const Strip& strip, const FlatStrip& flat);

  /// The flat point of the band's point at section parameter `t`, `across` from 0 at the lower line to 1 at the upper.
  /// A little beyond the band's ends and edges it is carried on. On a plank that is straight across, the line of one t
  /// runs from ruling to ruling as evenly as its ends do.
  Vec2 at(double t, double across) const;

  /// The flat line at a constant `across`, through every column, with so many points more between two columns.
  std::vector<Vec2> line(double across, std::size_t between) const;

  /// Section parameters of the points that `line` gives along the lower (`across` 0) or upper edge (1).
  std::vector<double> lineT(double across, std::size_t between) const;

  /// Moves the flat plank: points p become turn * p + shift.
  void place(const Eigen::Matrix2d& turn, const Vec2& shift);

 private:
  Vec2 atShare(double share, double across) const;
  double columnShare(std::size_t column, double across) const;
  std::vector<double> lineShares(double across, std::size_t between) const;

  /// The share of a side's length at which a line's own share lies.
  static double ofSide(double share, double lineMm, const Strip::Longer& longer);
  static double ofLine(double share, double lineMm, const Strip::Longer& longer);
  Vec2 atPlace(const Vec2& place) const;

  std::size_t m_columns = 0, m_rows = 0;
  std::vector<Vec2> m_points;
  std::vector<double> m_lowerShare, m_upperShare;  ///< of each column
  LineLength m_lower, m_upper;
  Strip::Longer m_lowerLonger, m_upperLonger;
  std::vector<std::size_t> m_corners;            ///< columns at which a side turns into an end of the surface
  std::vector<Vec2> m_lowerPlace, m_upperPlace;  ///< of each column's ends, where an end slants
};

}  // namespace narrows
