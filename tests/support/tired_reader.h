#pragma once
// Tables misread as a tired reader would: parts that change places, one part read as another, a foot slipped.

#include <map>
#include <random>

#include "fairing/judge.h"

namespace narrows::tests {

/// What was done to a table.
struct MisreadTable {
  OffsetTable table;
  std::map<FigureRef, double> slips;  ///< the wrong figures, and how far each is off, mm
};

/// Figures that are not an end of their own line.
inline std::vector<FigureRef> innerFigures(const OffsetTable& table) {
  std::vector<FigureRef> inner;
  for (const TableLine& line : tableLines(table)) {
    if (line.kind == LineKind::Section || line.name == "keel bottom") continue;
    for (std::size_t i = 1; i + 1 < line.nails.size(); ++i) {
      if (line.nails[i].figure) inner.push_back(*line.nails[i].figure);
    }
  }
  return inner;
}

/// One slip of a figure in mm, a quarter inch or more and under 400 mm; nought where the throw gives none.
inline double slipOf(double mm, Unit unit, std::mt19937& chance) {
  const auto how = chance() % 100;
  double slip = 0.0;
  if (unit == Unit::Millimetre) {
    const auto value = std::lround(mm);
    std::string digits = std::to_string(value);
    if (how < 50) {
      digits[chance() % digits.size()] = static_cast<char>('0' + chance() % 10);
      slip = static_cast<double>(std::stol(digits) - value);
    } else if (how < 80 && digits.size() >= 2) {
      const auto at = chance() % (digits.size() - 1);
      std::swap(digits[at], digits[at + 1]);
      slip = static_cast<double>(std::stol(digits) - value);
    } else {
      slip = (chance() % 2 == 0 ? 10.0 : -10.0) * static_cast<double>(1 + chance() % 3);
    }
  } else {
    const auto sixteenths = static_cast<int>(std::lround(mm / mmPerInch * 16.0));
    const int feet = sixteenths / 192, whole = sixteenths % 192 / 16, eighths = sixteenths % 16 / 2;
    if (how < 40) {
      slip = (static_cast<int>(chance() % 8) - eighths) * mmPerInch / 8.0;
    } else if (how < 75) {
      slip = (static_cast<int>(chance() % 12) - whole) * mmPerInch;
    } else if (how < 90) {
      if (whole < 8) slip = ((feet * 12 + eighths) * 16 + whole * 2 + sixteenths % 2) * mmPerInch / 16.0 - mm;
    } else {
      slip = (chance() % 2 == 0 ? 12.0 : -12.0) * mmPerInch;
    }
  }
  const bool counts = std::abs(slip) >= mmPerInch / 4.0 && std::abs(slip) <= 400.0;
  return counts ? slip : 0.0;
}

/// One to four figures of a table misread.
inline MisreadTable misread(const OffsetTable& table, std::mt19937& chance) {
  const std::vector<FigureRef> inner = innerFigures(table);
  MisreadTable made{table, {}};
  const std::size_t wanted = 1 + chance() % 4;
  while (made.slips.size() < wanted) {
    const FigureRef figure = inner[chance() % inner.size()];
    const double was = figureMm(table, figure);
    const double slip = slipOf(was, table.unit, chance);
    if (slip == 0.0 || made.slips.contains(figure)) continue;
    if (figure.in == FigureRef::In::Row && was + slip < 0.0) continue;
    setFigureMm(made.table, figure, was + slip);
    made.slips[figure] = slip;
  }
  return made;
}

/// How the judge does on tables misread by chance, over the three sample boats.
struct Finding100 {
  int wrong = 0, found = 0, calledMisread = 0;
  int right = 0, falselyMisread = 0, falselyLooked = 0;
  double foundShare() const { return static_cast<double>(found) / wrong; }
  double falseShare() const { return static_cast<double>(falselyMisread) / right; }
};

inline Finding100 judgeMisreadings(const std::vector<OffsetTable>& tables, unsigned seed, int tablesEach) {
  Finding100 tally;
  for (const OffsetTable& table : tables) {
    std::mt19937 chance(seed);
    for (int k = 0; k < tablesEach; ++k) {
      const MisreadTable made = misread(table, chance);
      for (const FigureJudgement& judged : judgeTable(made.table).figures) {
        if (made.slips.contains(judged.figure)) {
          ++tally.wrong;
          tally.found += judged.verdict != Verdict::None ? 1 : 0;
          tally.calledMisread += judged.verdict == Verdict::Misread ? 1 : 0;
        } else {
          ++tally.right;
          tally.falselyMisread += judged.verdict == Verdict::Misread ? 1 : 0;
          tally.falselyLooked += judged.verdict == Verdict::Look ? 1 : 0;
        }
      }
    }
  }
  return tally;
}

}  // namespace narrows::tests
