#pragma once
// Where a profile stands at a height.

#include "curve/batten.h"

namespace narrows {

/// Distance of a profile that rises from its first nail to its last, at a height; carried straight on above and below.
/// Of a profile that does not rise, that of its first nail.
double distanceAtHeight(const Batten& profile, double heightMm);

}  // namespace narrows
