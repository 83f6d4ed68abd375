#pragma once
// Volumes of wood.

#include "length/length.h"

namespace narrows {

inline constexpr double mm3ALitre = 1e6;
/// A board foot: a foot square and an inch thick.
inline constexpr double mm3ABoardFoot = 144.0 * mmPerInch * mmPerInch * mmPerInch;

}  // namespace narrows
