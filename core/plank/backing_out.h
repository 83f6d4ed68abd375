#pragma once
// How far a section bends away from straight across a plank.

#include "lining/band.h"

namespace narrows {

/// How far a section lies off a chord, to either side: an S lies off it to both.
struct OffChord {
  double roundMm = 0.0;   ///< outside it, not less than nought
  double hollowMm = 0.0;  ///< and inside it

  /// What is planed or hollowed off stock that holds all of it.
  double rangeMm() const { return roundMm + hollowMm; }
};

/// Of the section between a band's two edges at section parameter t. Within 0.02 mm.
OffChord offChord(const Band& band, double t);

/// The distance of the section from the chord between a band's two edges at section parameter t, mm: the one of
/// greatest size, positive where the outside is round. That much a carvel plank is hollowed on its inside (backed out)
/// where it lies on a round, or rounded where it lies in a hollow. Of a circle of radius R and a width w: w^2 / (8 R)
/// and a little more. Within 0.02 mm.
double hollowMm(const Band& band, double t);

/// The same of a section's own curve, between two lengths along it; `out`: the way that is outside.
double hollowMm(const Batten& section, double fromMm, double toMm, const Vec3& out);

}  // namespace narrows
