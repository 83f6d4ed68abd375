#pragma once
// Marks at stations, as distances up from the base line and down from the sheer.

#include "drawing.h"
#include "solve/lined_plans.h"

namespace narrows {

/// A table of every mark of a plan (the uppermost first) at every section: above, up from the base line; below it, down
/// from the sheer, both along the girth.
Drawing marksSheet(const LinedPlan& plan, const std::string& boat, Notation notation);

}  // namespace narrows
