#pragma once
// Usual practice to start from: planking, laps and widths by the size of boat. Settings, never rules of scantlings.

#include "lines/offset_table.h"

namespace narrows {

/// What is usual for a boat of one size and kind; the designer's figures come first.
struct ShopFigures {
  Length lap;           ///< lapstrake: width of the lap
  Length leastHoodEnd;  ///< narrowest useful hood end
  Length narrowest;     ///< usual width of a strake, from
  Length widest;        ///< usual width of a strake, to
  Length gain;          ///< lapstrake: from where a lap begins to run out to the end of the plank
  bool operator==(const ShopFigures&) const = default;
};

/// Garboard and broad strakes, so many in all, may be this much wider than the rest.
inline constexpr std::size_t broadStrakes = 3;
inline constexpr double broadStrakeAllowance = 1.5;
/// End over greatest width: below the first look again, below the second trouble.
inline constexpr double endShareToLookAt = 0.5;
inline constexpr double endShareOfTrouble = 0.35;
/// Strain beyond this cannot be pushed out of a plank by hand pressure alone (a tenth of a millimetre in 50).
inline constexpr double strainToLookAt = 0.002;

/// The figures for a boat of this length on deck.
ShopFigures shopFigures(Construction construction, Length boatLength);

/// Length of the boat along her profile: from the foremost to the aftmost figure of stem, stations and stern.
Length boatLength(const OffsetTable& table);
/// Twice the greatest half-breadth of the table, at whatever height it lies.
Length boatBreadth(const OffsetTable& table);

/// How many strakes make the greatest girth at the middle of the usual width, within 3 and 40.
int usualStrakeCount(const ShopFigures& figures, Length greatestGirth);

}  // namespace narrows
