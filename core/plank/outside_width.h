#pragma once
// How much wider the outside of a carvel plank is than its inside.

#include "lining/band.h"

namespace narrows {

/// Greatest amount, mm, by which the outside face of a band's plank is wider than the inside face
/// that its pattern shows, both edges together: thickness times the turn of the surface between the two edges. Nought
/// or less where it lies on a hollow or flat all along. Worked in lining_test: 6 in on 18 in radius, 1 1/4 in.
double outsideWiderMm(const Band& band, double thicknessMm);

}  // namespace narrows
