#pragma once
// A line digitised off a drawing, laid on the lines of the table and read off where they cross it.

#include <string>
#include <vector>

#include "fairing/table_line.h"

namespace narrows {

/// The corners of a digitised line in the order they were taken, mm.
struct DigitisedLine {
  std::string layer;
  std::vector<Vec2> points;
  double lengthMm() const;
};

/// One figure that was read off, and how far it may be off for the corners being as far apart as they are: what a line
/// that bends as they do stands off the straight leg between two of them.
struct FigureReadOff {
  FigureRef figure;
  double mm = 0.0;
  double mayBeOffMm = 0.0;
};

struct ReadOff {
  std::vector<FigureReadOff> figures;
  /// Lines of the table, or stations, that it crosses more than once, by name: nothing is read off there.
  std::vector<std::string> crossedTwice;
};

/// A section at a station: x of the line is the half-breadth, y the height. Either end first; drawn to either side of
/// the centre line. Rabbet and sheer are its ends; waterlines, buttocks and diagonals are read where it crosses them.
ReadOff readSectionOff(const OffsetTable& table, std::size_t station, const DigitisedLine& line);

/// A row of the table: x is the distance along the boat, y the row's own height or half-breadth.
ReadOff readRowOff(const OffsetTable& table, std::size_t row, const DigitisedLine& line);

/// A profile: x is the distance along the boat, y the height. From its lower end up, or from the bow aft for the keel's
/// bottom; corners that lie within `withinMm` of the line without them are left out.
Profile readProfileOff(ProfilePart part, const DigitisedLine& line, double withinMm);

/// How far a digitised line lies from a point, mm, and on which side: positive where the point lies to the left of it
/// going from its lower end up.
double offDigitised(const DigitisedLine& line, const Vec2& point);

/// The line its lower end first, and on the positive side of the centre line.
DigitisedLine fromItsLowerEnd(const DigitisedLine& line);

}  // namespace narrows
