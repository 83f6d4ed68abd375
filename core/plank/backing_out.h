#pragma once
// How far a section bends away from straight across a plank.

#include "lining/band.h"

namespace narrows {

/// The distance of the section from the chord between a band's two edges at section parameter t, mm: the one of
/// greatest size, positive where the outside is round. That much a carvel plank is hollowed on its inside (backed out)
/// where it lies on a round, or rounded where it lies in a hollow. Of a circle of radius R and a width w: w^2 / (8 R)
/// and a little more. Within 0.02 mm.
double hollowMm(const Band& band, double t);

/// The same of a section's own curve, between two lengths along it; `out`: the way that is outside.
double hollowMm(const Batten& section, double fromMm, double toMm, const Vec3& out);

}  // namespace narrows
