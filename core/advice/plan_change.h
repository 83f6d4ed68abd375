#pragma once
// Changes of a plan that may better it: tried beside it, told by what they would do, taken with a click.

#include <functional>

#include "book/book.h"
#include "weighing/weigh_plan.h"

namespace narrows {

/// One change, as words and as an edit of a book and the lining of one of its sides.
struct PlanChange {
  Say words;                   ///< "one strake more"
  std::vector<Measure> cures;  ///< what it is there to better
  bool isUsual = false;        ///< one of the few that are asked of every plan, whatever is wrong with it
  std::function<Result<Book>(const Book&, const Lining&)> make{};
};

/// What may be changed of the plan of a side, as it stands: a strake more or fewer, the garboard higher or lower at the
/// ends, the ends evened, the strakes about the turn of the bilge narrower or wider, two strakes into one where the
/// ends are narrowest, the worst mark of a measure moved. Only what can be lined off is offered when it is tried.
std::vector<PlanChange> planChanges(const Book& book, const Lining& lining, const Weighing& weighing, BoatSide side);

/// A change tried: the plan it would give, weighed.
struct TriedChange {
  PlanChange change;
  std::shared_ptr<const PlanWeighed> would;
};

/// All of them tried, in their order, those that cannot be lined off left out. `now`: the plan as it stands, weighed,
/// quick planks as theirs will be. `told`: called after each, with the share done. Nothing where `stop` was asked for.
std::vector<TriedChange> tryChanges(const Book& book, BoatSide side, const std::vector<PlanChange>& changes,
                                    const std::shared_ptr<const PlanWeighed>& now, const std::stop_token& stop = {});

}  // namespace narrows
