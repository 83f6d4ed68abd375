#pragma once
// Where the rows of a patch cross its sections.

#include <vector>

#include "curve/batten.h"

namespace narrows {

/// The points of the rows on every section of a patch, `[section][row]`, from its lower edge to its upper.
///
/// Rows that run with the hull, nearly level, can be sprung lengthwise through sections a bay apart; rows that rise or
/// swing across it miss the hull by millimetres. So a row crosses every station at the same share of its level measure.
/// On stem, sternpost and transom it stands where it runs on to, seen in profile, from the stations beside: round
/// a forefoot the rabbet sweeps up into the stem, and rows at equal shares of both would kink there.
/// Rows are placed so that they are nowhere far apart in true girth.
using RowPlaces = std::vector<std::vector<Vec3>>;

/// Places of `rows` rows (two or more) on sections from bow to stern; a section that is one point has all rows there.
RowPlaces placeRows(const std::vector<Batten>& sections, std::size_t rows);

/// Whether points lie in one plane square to the boat.
bool squareToBoat(const std::vector<Vec3>& points);

}  // namespace narrows
