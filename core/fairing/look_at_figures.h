#pragma once
// What wants looking at in the figures of the table.

#include <optional>
#include <string>
#include <vector>

#include "fairing/guess.h"
#include "fairing/judge.h"
#include "problem/severity.h"

namespace narrows {

/// A figure that its lines disown.
struct FigureLies {
  FigureRef figure;
  bool misread = false;
  std::string line, place;  ///< as the table calls them
  enum class Way { Up, Out, Along };
  Way way = Way::Up;     ///< which way the figure is measured: a height, a half-breadth, along a diagonal or profile
  double apartMm = 0.0;  ///< fair lines less the figure
  std::optional<Length> meant;
  std::string slip;  ///< how `meant` came to be misread

  Severity severity() const { return misread ? Severity::Trouble : Severity::LookAgain; }
  std::string words(Notation notation) const;
};
std::vector<FigureLies> lookAtFigures(const OffsetTable& table, const Judgement& judgement);

/// A waterline given where it passes above the sheer or below the rabbet of its station.
struct OutsideHull {
  FigureRef figure;
  std::string line, place;
  bool above = false;

  Severity severity() const { return Severity::Trouble; }
  std::string words(Notation notation) const;
};
std::vector<OutsideHull> lookOutsideTheHull(const OffsetTable& table);

}  // namespace narrows
