#pragma once
// Every plan of a book lined off, to be carried to the boat and compared.

#include "solve/solve.h"

namespace narrows {

/// A plan lined off on the boat, and whose it is.
struct LinedPlan {
  std::string name;
  bool starboard = false, port = false;  ///< it is the boat's on that side
  std::shared_ptr<const Lining> lining;

  /// "starboard and port", "port"; empty where it is a plan that is only kept.
  std::string sides() const;
  /// Words with the plan's name and its sides behind them, as far as it has any: "widths · tops first · port".
  std::string named(const std::string& words) const;
  /// What it is called in the name of a file: `lining` where it has no name.
  std::string fileWord() const { return name.empty() ? "lining" : name; }
};

/// The boat's own plans first. Plans that cannot be lined off are left out: they are told where they are made hers.
std::vector<LinedPlan> linedPlans(const Solved& solved);

}  // namespace narrows
