#pragma once
// What the weighing of a plan wants looked at, in words: what, where, how much, why it matters.

#include <string>
#include <vector>

#include "plank/look_at_planks.h"
#include "weighing/weigh.h"

namespace narrows {

/// The worst strake of one measure that is beyond its limit, and how many others are.
struct WeighedOut {
  StrakePlace at;
  Measure measure = Measure::Width;
  double value = 0.0, limit = 0.0;
  Severity verdict = Severity::LookAgain;
  std::size_t others = 0;
  bool isOfStack = false;  ///< as `Weighed` has it
  Severity severity() const { return verdict; }
  std::string words(Notation notation) const;
};

/// One a measure, in the order of the measures. `side`: said of each strake where the two sides are lined off
/// differently.
std::vector<WeighedOut> lookAtWeighing(const Weighing& weighing, const Lining& lining, const std::string& side = {});

/// Why a measure matters, in a sentence.
std::string whyItMatters(Measure measure);

}  // namespace narrows
