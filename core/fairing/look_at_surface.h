#pragma once
// What the surface and the lines of the table say of each other, and where the table does not hold the hull.

#include <string>
#include <vector>

#include "fairing/judge.h"
#include "lines/contours.h"
#include "problem/severity.h"

namespace narrows {

/// Off by less than this, a sixteenth, is not spoken of.
inline constexpr double surfaceLookMm = mmPerInch / 16.0;

/// A waterline or buttock that, sprung in its own plane, lies further from the surface between its figures than both
/// can be off.
struct LineOffSurface {
  FigureRef figure;     ///< the nearest of the line's figures
  std::string line;     ///< "waterline 1-6-0"
  std::string between;  ///< "stations 2 and 3"
  double awayMm = 0.0;

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// `lines`: waterlines and buttocks as they run on the surface the table draws.
std::vector<LineOffSurface> lookAtSurface(const OffsetTable& table, const Judgement& judgement,
                                          const std::vector<DrawnLine>& lines, const std::stop_token& stop = {});

/// The stretch of a section that the table's figures hold least, where the surface may be off by more than a sixteenth.
/// Stations at which the same two lines leave it open are told together.
struct NotHeld {
  FigureRef figure;     ///< one of the two the stretch lies between, at the worst station
  std::string station;  ///< where it is worst
  std::size_t otherStations = 0;
  std::string from, to;  ///< the lines the stretch lies between
  double offMm = 0.0;    ///< about so much: one time in twenty more
  std::string settle;    ///< the figure that would settle it: "waterline 1-3-0"

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};
/// Unfinished when `stop` is asked for.
std::vector<NotHeld> lookAtHolds(const OffsetTable& table, const Judgement& judgement,
                                 const std::stop_token& stop = {});

}  // namespace narrows
