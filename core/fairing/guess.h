#pragma once
// What a misread figure was probably meant to be.

#include <string>

#include "fairing/judge.h"

namespace narrows {

/// How a reader or a writer of the table went wrong.
enum class Slip {
  Swapped,      ///< two parts next to each other changed places: inches and eighths, feet and inches, two digits
  OneFoot,      ///< a foot too many or too few (in millimetres: a hundred)
  OneDigit,     ///< one part was read as another: inches, eighths, one digit
  NeighbourRow  ///< the figure of the same station one line up or down the table
};

struct Guess {
  Length meant;
  Slip slip = Slip::OneDigit;
};

/// The likeliest reading near to where a figure's lines expect it: the simplest slip that brings it within what they
/// leave open and the table's rounding. None where no slip does, or the figure is not disowned.
std::optional<Guess> guessMeant(const OffsetTable& table, const FigureJudgement& judged);

/// "inches and eighths changed places", in the words of the table's unit.
std::string slipWords(Slip slip, Unit unit);

}  // namespace narrows
