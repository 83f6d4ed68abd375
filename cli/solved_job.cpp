#include "solved_job.h"

namespace narrows::cli {

Result<std::shared_ptr<const Solved>> solvedOf(const Job& job) {
  auto book = std::make_shared<Book>(job.book());
  if (job.unit() == Unit::Millimetre) book->settings.notation = Notation::Millimetres;
  book->settings.lap = millimetres(job.lapMm());
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    const auto plan = job.plan(side);
    if (!plan) return tl::make_unexpected(plan.error());
    const auto lining = job.lining(side);
    if (!lining) return tl::make_unexpected(lining.error());
    LiningPlan& own = book->planOf(side);
    const PlanId id = own.id;
    own = *plan;
    own.id = id;
  }
  return solve(book, 0);
}

}  // namespace narrows::cli
