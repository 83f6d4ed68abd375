#pragma once
// Division boards: rays across which a stick is laid to divide a girth, as it is done without a table.

#include "drawing.h"
#include "solve/lined_plans.h"

namespace narrows {

/// A board for each zone of a plan whose strakes are a constant part of it: equal (a division board) or diminishing (a
/// diminishing board). Rays run from the parts of the greatest girth towards one point; a stick as long as a station's
/// girth, laid square across where it just fits between the outer rays, takes the marks. Where each station fits is
/// marked. Full size.
std::vector<Drawing> divisionBoards(const LinedPlan& plan, const LiningPlan& of, const std::string& boat,
                                    Notation notation);

}  // namespace narrows
