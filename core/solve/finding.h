#pragma once
// What wants looking at in good data.

#include <optional>
#include <string>
#include <vector>

#include "backbone/backbone_plan.h"
#include "fairing/table_line.h"

namespace narrows {

enum class FindingCode {
  TableProblem,
  LiningProblem,
  MouldProblem,
  Misread,
  LooksOff,
  OutsideHull,
  SetUpOff,
  BackboneProblem,
  BoltFouls,
  SquaredOff,
  CameOutOff,
  FaultInPart,
  TooWide,
  HoodEndNarrow,
  EndRunsNarrow,
  StrainLeft
};
enum class Severity { LookAgain, Trouble };

/// One thing to look at: what, how bad, and where (strake and section by their place, from 0).
struct Finding {
  FindingCode code = FindingCode::TableProblem;
  Severity severity = Severity::LookAgain;
  std::optional<std::size_t> strake;
  std::optional<std::size_t> section;
  std::string place;                               ///< the section's name
  std::vector<double> figures;                     ///< mm, or shares
  std::string words;                               ///< a problem's own sentence
  std::optional<FigureRef> figure = std::nullopt;  ///< of the table
  std::string line = {};                           ///< of the table, or what was measured
  std::string mould = {};
  TimberId timber = {};
};

/// A plain sentence with its place, its figure and what follows from it.
std::string describe(const Finding& finding, Notation notation);

}  // namespace narrows
