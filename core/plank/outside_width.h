#pragma once
// How much wider the outside of a carvel plank is than its inside.

#include "lining/lining.h"

namespace narrows {

/// Greatest amount, mm, by which the outside face of strake `strake` (0 the garboard) is wider than the inside face
/// that its pattern shows, both edges together: thickness times the turn of the surface between the two edges. Nought
/// or less where the strake lies on a hollow or flat all along. Worked in lining_test: 6 in on 18 in radius, 1 1/4 in.
double outsideWiderMm(const Lining& lining, std::size_t strake, double thicknessMm);

}  // namespace narrows
