#pragma once
// A picture of the shell laid flat with its strakes numbered, to hang up by the boat.

#include "drawing.h"
#include "solve/lined_plans.h"

namespace narrows {

/// The girth laid flat to one small scale, which is said: seams, guides heavier, stations named, every strake with its
/// number and timber.
Drawing shellSheet(const LinedPlan& plan, const LiningPlan* of, const std::string& boat);

}  // namespace narrows
