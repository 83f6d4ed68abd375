#pragma once
// How a line runs out over the bay at an end of the boat, as a batten does beyond its last nail: straight on.

#include <vector>

namespace narrows {

class GirthFrame;

/// The straight run from a share of the section next to an end, on to the end.
struct EndCourse {
  bool reaches = false;  ///< it comes to the end, and not to base line or sheer before
  /// Section parameter, share and how much of the way is done, from the section (0) to the end (1).
  struct Place {
    double t, share, part;
  };
  std::vector<Place> places;
  double landing() const { return places.back().share; }
  /// Share and part at a section parameter of the end bay.
  Place at(double t) const;
};

/// Worked out: from the section next to the bow or stern, at a share, with a heading (radians off square to the
/// section, positive rising as it goes aft).
EndCourse endCourse(const GirthFrame& frame, bool bow, double share, double heading);

}  // namespace narrows
