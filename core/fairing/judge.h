#pragma once
// The judge of the table: which figures a batten does not want to touch.

#include <map>
#include <memory>
#include <stop_token>

#include "fairing/nail_float.h"

namespace narrows {

enum class Verdict {
  None,    ///< nothing against it
  Look,    ///< one line disowns it: look again before changing it
  Misread  ///< the lines that cross in it disown it the same way
};

/// What one line through a figure says of that figure, judged by the line's other nails, without those that are
/// disowned.
struct LineOpinion {
  std::size_t line = 0;  ///< of Judgement::lines
  double apartMm = 0.0;  ///< from the figure to where the fair line is expected, along the figure's axis
  double strayMm = 0.0;  ///< how far from there a line as fair may run, one standard deviation
  bool isEnd = false;    ///< the figure is an end of the line, which then says little
};

/// What is known against one figure.
struct FigureJudgement {
  FigureRef figure;
  Verdict verdict = Verdict::None;
  /// Batten less figure, in the figure's own axis, with that nail alone pulled from its own line (row or profile); none
  /// where the line has fewer than three nails or its batten does not come by.
  std::optional<double> floatMm;
  /// Share of the line's bending energy that pulling the nail saves, 0 to 1; none for an end nail or fewer than four.
  std::optional<double> ease;
  double apartMm = 0.0;  ///< what all its lines together say it is off: expected less figure, disowned nails pulled
  double doubtMm = 0.0;  ///< one standard deviation of that, the table's rounding in it
  double tellsMm = 0.0;  ///< the least slip of it that would be told
  std::vector<LineOpinion> opinions;
};

/// A slip smaller than half an inch is easily made. A figure of which that is more than its lines can tell rests on
/// itself, or on one line alone: it is marked, to be read twice.
inline constexpr double restsAloneMm = mmPerInch / 2.0;

/// The judged table.
struct Judgement {
  std::vector<TableLine> lines;
  std::vector<FigureJudgement> figures;  ///< every figure, rows first, then profiles, in the order of the table
  FigureSet disowned;                    ///< those with a verdict
  std::shared_ptr<const TableRounding> rounding;  ///< of the table

  const FigureJudgement* of(const FigureRef& figure) const;
  std::size_t count(Verdict verdict) const;
  /// How far a figure's own line floats off it where that says more than the line can know: further than the figure may
  /// be off and twice what the line leaves open there. None otherwise.
  std::optional<double> floatThatTells(const FigureJudgement& judged) const;

  /// What the lines said in the judgement before: the next one asks only the lines that changed.
  struct Memory;
  std::shared_ptr<const Memory> memory;
};

/// Judges every figure of a table. The figures that lie off by most for what their lines leave open are pulled one at a
/// time, worst first, and all lines sprung again, until none is left, so that an error's neighbours are not accused;
/// then each pulled figure is tried once more against the rest. The table's rounding, or the reading error of a
/// drawing, is counted and never an accusation. Lines of fewer than four nails have no say; an end nail is never judged
/// by its line.
///
/// On the sample boats with one to four figures misread by a quarter inch or more: judge_test says how many are found.
/// `before`: a judgement of nearly the same table, to be quick; the answer is the same without it.
/// Left unfinished when `stop` is asked for.
Judgement judgeTable(const OffsetTable& table, const Judgement* before = nullptr, const std::stop_token& stop = {});

}  // namespace narrows
