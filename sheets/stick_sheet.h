#pragma once
// The stick: each station's marks at full size on one strip.

#include "drawing.h"
#include "solve/lined_plans.h"

namespace narrows {

/// Rows for every section, one a plan (the boat's first), its marks at their true girth from the base line on the left
/// to the sheer on the right. A batten laid along a row takes the marks off, and is then wrapped round the mould.
Drawing stickSheet(const std::vector<LinedPlan>& plans, const std::string& boat, Notation notation);

}  // namespace narrows
