#pragma once
// Figures of a new line read off the surface.

#include "lines/hull.h"

namespace narrows {

/// The figure of a waterline, buttock or diagonal at one station of the hull: half-breadth, height, or distance along
/// the diagonal; of several crossings the first going up. None where the line does not cross it, or there is no such
/// section.
std::optional<Length> readOff(const Hull& hull, const std::string& station, const TableRow& row);

}  // namespace narrows
