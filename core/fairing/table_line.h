#pragma once
// The lines of a table as battens with nails: every row, every section, every profile.

#include <compare>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "lines/section.h"
#include "lines/table_rounding.h"

#include "lines/table_rounding.h"

namespace narrows {

/// One figure of the table.
struct FigureRef {
  enum class In { Row, Profile };
  In in = In::Row;
  std::size_t list = 0;   ///< row of the table, or which of its profiles
  std::size_t place = 0;  ///< station column, or point of the profile
  auto operator<=>(const FigureRef&) const = default;
};

using FigureSet = std::set<FigureRef>;

/// One nail of a line. A line's own end, where it meets stem, sheer or rabbet, is a nail without a figure: it is worked
/// out, and never judged.
struct LineNail {
  Vec3 at = Vec3::Zero();    ///< mm
  Vec3 axis = Vec3::Zero();  ///< the way the figure measures; nought for a nail without one, or given both ways
  std::optional<FigureRef> figure;
  std::optional<FigureRef> height, halfBreadth;  ///< sheer or chine end of a section: its two figures
  std::string station;                           ///< or the number of the point of a profile
};

enum class LineKind {
  Along,    ///< a row of the table, from station to station
  Section,  ///< the section at one station
  Profile   ///< a part of the backbone in profile
};

/// One line. A row that leaves the hull and comes back gives a line for each stretch.
struct TableLine {
  LineKind kind = LineKind::Along;
  std::size_t list = 0;  ///< row, station column or profile
  std::string name;      ///< "waterline 1-6-0", "section 3", "stem rabbet"
  std::vector<LineNail> nails;

  /// What a nail answers for: its figure, or the two of a section's end, each with its axis.
  std::vector<std::pair<FigureRef, Vec3>> figuresAt(std::size_t nail) const;
};

/// The lines of a table, rows first, then sections and profiles, each with two nails or more. Where a line meets
/// another, the meeting point is found on battens through the figures that are not `pulled`; the pulled ones are nails
/// of their lines all the same. Rows of the sheer, rabbet and chine lie flat: heights in profile (y = 0), half-breadths
/// in plan (z = 0).
std::vector<TableLine> tableLines(const OffsetTable& table, const FigureSet& pulled = {});

/// The direction in a line's own plane that is square to a nail's axis.
Vec3 squareToAxis(LineKind kind, const Vec3& axis);

/// The figure a reference stands for, in its own axis; a point of a profile by its distance.
double figureMm(const OffsetTable& table, const FigureRef& figure);

/// How far a figure may be off.
double figureToleranceMm(const TableRounding& rounding, const FigureRef& figure);

/// Changes one figure; a point of a profile by its distance.
void setFigureMm(OffsetTable& table, const FigureRef& figure, double mm);

/// Whether the table has such a figure.
bool hasFigure(const OffsetTable& table, const FigureRef& figure);

/// What the file calls its line: "height sheer", "half-breadth waterline 1-6-0", "profile stem rabbet"; and its
/// station, or the number of the profile's point from 1.
std::string lineOf(const OffsetTable& table, const FigureRef& figure);
std::string placeOf(const OffsetTable& table, const FigureRef& figure);

}  // namespace narrows
