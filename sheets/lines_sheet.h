#pragma once
// The lines on paper: the body plan at full size, and the table of offsets as it was corrected.

#include "drawing.h"
#include "solve/solve.h"

namespace narrows {

/// Sections of the drawn surface at full size, fore body to the right of the centre line and after body to the left,
/// with levels, buttocks and the sheer's and rabbet's points.
Drawing bodyPlanSheet(const Solved& solved);

/// The table, rows down and stations across as it is printed: figures that were faired stand in bold with a star, the
/// drawn figure in brackets under each.
Drawing correctedTableSheet(const Book& book);
/// The profiles of the table, likewise: their points are not at its stations, and stand in a table of their own.
Drawing correctedProfilesSheet(const Book& book);

/// What changed, as CSV: line, station, drawn, faired, change, who, when, why. Lengths in the table's own unit.
std::string changesCsv(const Book& book);

}  // namespace narrows
