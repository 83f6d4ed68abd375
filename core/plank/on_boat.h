#pragma once
// Where a point of the flat plank lies on the boat.

#include "lining/band.h"
#include "plank/flat_plank.h"

namespace narrows {

/// The point of the inside face that a point of the flat plank is of. Within the band it is found by what the plank's
/// own map carries there, to a hundredth of a millimetre; beyond it, in a rabbet or a lap, the face goes straight on.
Vec3 onBoat(const Band& band, const FlatPlank& plank, const Vec2& flat);

}  // namespace narrows
