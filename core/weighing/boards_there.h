#pragma once
// The boards of a stack as a plan is weighed by them: by their widths, lengths and crooks, and how many there are.

#include <string>
#include <vector>

namespace narrows {

/// A board as far as a plan is weighed by it. Its faults are left out of account: laying the planks tells of those.
struct StackBoard {
  std::string species;
  double lengthMm = 0.0;     ///< within the margins
  double widthMm = 0.0;      ///< likewise, where it is widest: what is wider than this lies on it nowhere
  double crookMm = 0.0;      ///< how far its middle lies from straight, to whichever side
  double thicknessMm = 0.0;  ///< when it is planed
  bool operator==(const StackBoard&) const = default;
};

/// A plank as it is looked for on them.
struct PlankOnStack {
  std::string species;  ///< empty: any
  double lengthMm = 0.0;
  double widthMm = 0.0;  ///< the narrowest board it lies in, straight-edged
  double cutMm = 0.0;    ///< its own greatest width
  double thicknessMm = 0.0;
  int count = 2;  ///< of it: one a side
};

/// How a plank fares.
struct FoundOnStack {
  double widestMm = 0.0;  ///< the widest that it could be, as `PlankOnStack::widthMm` is told; nought where there is no
                          ///< board of its wood, length and thickness
  int lengths = 1;        ///< it is joined of so many, where no board is as long
  int wanted = 0;         ///< boards, or parts of boards, for all of it
  int held = 0;           ///< of those that there are, when wider ones have had theirs
};

/// The widest planks take their boards first, each the narrowest that holds it; two lie side by side where a board is
/// wide enough. A length that bends lies along the crook of its board. `begun`: boards that anything was taken from.
std::vector<FoundOnStack> lookOnStack(const std::vector<StackBoard>& stack, const std::vector<PlankOnStack>& planks,
                                      double scarfMm, double sawLossMm, int* begun = nullptr);

}  // namespace narrows
