#pragma once
// The plan that weighs best, looked for.

#include <functional>
#include <stop_token>

#include "book/book.h"
#include "lining/schools.h"
#include "weighing/weigh_plan.h"

namespace narrows {

/// What is looked for, and how long.
struct SuggestFrom {
  GirthFrame frame;
  Book book;         ///< the job; its own plans are passed over
  LiningPlan begun;  ///< the plan it begins from
  std::vector<StationId> sectionIds;
  WeighingFigures figures;
  SchoolAnswers answers = {};  ///< what the builder has said; the number of strakes is kept where it is said
  int tries = 200;             ///< plans that are weighed, as `triesIn` has it
  std::uint64_t seed = 1;
  /// Asked for where not even what has been found so far is wanted, which takes seconds to lay flat on a large boat.
  std::stop_token abandoned = {};
};

/// How many plans of so many strakes are weighed in a time: fewer than any machine of these years can, so that the
/// clock decides nothing.
int triesIn(double seconds, std::size_t strakes);

/// Plans found, best first, every one better than the plan begun from; each laid flat in full. Each comes with the way
/// it was come by, in words.
struct Suggested {
  std::shared_ptr<const PlanWeighed> plan;
  std::string how;
};
struct Suggestion {
  std::shared_ptr<const PlanWeighed> begun;
  std::vector<Suggested> found;  ///< `mostSuggested` at most
};
inline constexpr std::size_t mostSuggested = 4;

/// Every school with numbers of strakes about the usual, and the plan itself, are weighed; the best of them are then
/// given the cures a builder would try (plan_change.h), the best cure each time, until none betters them; and last they
/// are changed by little in widths, ends and marks, what is better being kept. The same from the same seed, tries and
/// plan: neither clock nor machine decide. Locked guides and marks of the plan begun from stay in what is made from it.
/// Fails where the plan begun from cannot be lined off; where `stop` is asked for, with what was found so far.
Result<Suggestion> suggest(const SuggestFrom& from, const std::function<void(double share)>& progress = {},
                           const std::stop_token& stop = {});

}  // namespace narrows
