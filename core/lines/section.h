#pragma once
// Sections: the curves of the hull at its stations, stem, sternpost and transom.

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "curve/batten.h"
#include "lines/offset_table.h"
#include "lines/section_order.h"

namespace narrows {

enum class SectionKind { Stem, Station, Transom, Sternpost };

/// One section, from rabbet to sheer. `parts` are its curves from the keel up: one, or two where a chine divides it.
/// A part may be a single point (the bottom of a chined hull at the foot of the stem).
struct Section {
  std::string name;  ///< the station's name, `stem`, `sternpost`
  SectionKind kind = SectionKind::Station;
  std::optional<double> xMm;  ///< the plane of a station; none for the ends that are not square to the boat
  std::vector<Batten> parts;
  bool whole = true;  ///< false where it begins on stem or sternpost instead of the rabbet of the keel

  /// Whether planks end in a rabbet there, in hood ends.
  bool isHood() const { return kind == SectionKind::Stem || kind == SectionKind::Sternpost; }
  /// Girth from rabbet to sheer, mm.
  double girthMm(std::size_t firstPart = 0) const;
};

/// The sections that could be made of a table, bow to stern, and what stood in the way of the others.
struct SectionSet {
  std::vector<Section> sections;
  Problems problems;
};

/// Springs the sections of a table. Figures of one section closer together than 5 mm or twice the table's rounding
/// are fitted together; others are moved within the table's tolerance to the most even curve. A section whose figures
/// double back is made without the figures that do so, and they are named. A table that `checkOffsetTable` refuses
/// gives the sections that have both ends.
/// Where `stop` is asked for, sections are wanting.
SectionSet springSections(const OffsetTable& table, const std::stop_token& stop = {});

/// The same, with the sections of a table that differs from it in some stations only: those whose figures are the same
/// are taken over. `before`: whole and part sections, without a problem, of `beforeTable`.
SectionSet springSections(const OffsetTable& table, const OffsetTable& beforeTable, const std::vector<Section>& before,
                          const std::stop_token& stop = {});

/// The figures of the waterlines, buttocks and diagonals at one station, as points of its plane (x is left at 0), in
/// the order of the table.
std::vector<SectionFigure> sectionFigures(const OffsetTable& table, std::size_t column);

/// Whether a profile has two points apart, and so a course; one that is being typed may not have it yet.
bool hasCourse(const Profile* profile);

/// The profile of a part of the backbone as a curve from low to high, in the plane y = `halfSidingMm`.
/// Needs the part to have a course.
Batten springProfile(const Profile& profile, double halfSidingMm, double toleranceMm);

}  // namespace narrows
