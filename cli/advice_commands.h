#pragma once
// Commands that write a book with new plans: suggest, reline.

#include "job.h"

namespace narrows::cli {

struct SuggestRequest {
  std::string out;
  double seconds = 10.0;
};
/// `plan,score,trouble,look`: the plan begun from, then the best found, which are put into the book written.
Result<std::string> suggestPlans(const Job& job, const SuggestRequest& wanted);

struct RelineRequest {
  std::string hung, out, name;
};
/// Lines off the rest of each side from the hung edges of a file, as a plan of that side.
Result<std::string> relineBook(const Job& job, const RelineRequest& wanted);

}  // namespace narrows::cli
