#pragma once
// How the lines of a full-size sheet look on the screen.

#include <QPen>

#include "drawing.h"

namespace narrows {

/// The pen of a line of a sheet: weight and dash by what it means, as on paper.
QPen penOf(LineRole role);

}  // namespace narrows
