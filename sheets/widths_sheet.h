#pragma once
// Widths at stations, to carry to the boat.

#include "drawing.h"
#include "solve/lined_plans.h"

namespace narrows {

/// A table of the width of every strake (sheer strake at the top, as on the boat) at every section, with room to tick
/// each off. Made to be read at arm's length: figures 5 mm high.
Drawing widthsSheet(const LinedPlan& plan, const std::string& boat, Notation notation);

}  // namespace narrows
