#pragma once
// How a strake's face turns about its run.

#include <vector>

#include "lining/band.h"

namespace narrows {

/// The twist of one strake, from end to end: the geodesic torsion of its middle line, over three inches to either side,
/// as far as it reaches. Nought on a sphere; within half a degree a foot on an oblique cylinder given as a table
/// (weigh_test).
class TwistAlong {
 public:
  explicit TwistAlong(const Band& band);

  /// Degrees by which it turns in a foot, at section parameter t, either way.
  double degAFootAt(double t) const;

  struct Worst {
    double degAFoot = 0.0, t = 0.0;
  };
  /// Where it twists most, ends and all.
  Worst worst() const;

 private:
  /// A place of the middle line, from the fore end aft.
  struct Place {
    double t, alongMm;
    double turnedRad;  ///< about the line, from the fore end to here
  };
  double turnedAt(double alongMm) const;
  double degAFootOver(double alongMm) const;

  std::vector<Place> m_places;
};

}  // namespace narrows
