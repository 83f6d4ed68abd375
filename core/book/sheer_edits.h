#pragma once
// The sheer moved on purpose.

#include "book/edits.h"
#include "lines/section.h"

namespace narrows {

/// How far up and down the sheer can be put at a station, mm of height: down to just above the next figure below it,
/// up by a tenth of the section's girth. `drawn`: the section as the table draws it.
struct SheerRoom {
  double lowestMm = 0.0, highestMm = 0.0;
};
SheerRoom sheerRoom(const Section& drawn);

/// The sheer put at another height at a station, along the section: lower, it lies on the section as drawn; higher, on
/// the section run straight on. Both its figures there, height and half-breadth, are faired to that; the ones drawn
/// stay on record. Fails for a section that is no station of the table, and beyond `sheerRoom`, naming it.
Result<Book> moveSheer(const Book& book, const Section& drawn, Length height, const std::string& when);

}  // namespace narrows
