#pragma once
// Fairing a whole table within a tolerance.

#include <string_view>

#include "fairing/table_line.h"

namespace narrows {

/// Why a figure was faired, as the book keeps it, where the whole table was faired at once.
inline constexpr std::string_view fairedWithTable = "faired with the table";

/// One figure moved, in its own axis.
struct MovedFigure {
  FigureRef figure;
  double fromMm = 0.0;
  double toMm = 0.0;
};

struct FairedTable {
  std::vector<MovedFigure> moved;  ///< in the order of the table; none further than the tolerance, save those allowed
  FigureSet wanting;               ///< would lie fair only beyond the tolerance; left where they are, and disregarded
  double bendingBefore = 0.0;      ///< sum over all lines, 1/mm, the disregarded figures pulled
  double bendingAfter = 0.0;
};

/// The figures within `tolerance` of those drawn for which the battens through all rows and sections bend least
/// together: bending energy by cubic splines in the length of the line, minimised within the bounds by projected
/// descent. A figure that two lines share moves once, for both. `disowned` figures (of `judgeTable`) are not allowed to
/// bend their neighbours: they are moved onto the battens where `allowed` has them, and otherwise left and named as
/// wanting. Ends that are worked out, profiles and the raked transom's distance stay. Fails where the tolerance is not
/// more than nothing, or so large that the shape of the boat would go, and where it was stopped.
Result<FairedTable> fairTable(const OffsetTable& table, Length tolerance, const FigureSet& disowned,
                              const FigureSet& allowed, const std::stop_token& stop = {});

/// Half the table's rounding (or its reading error), and an allowance as large again: what to try first.
Length usualFairingTolerance(const OffsetTable& table);

}  // namespace narrows
