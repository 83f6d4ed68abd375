#include "solved_job.h"

namespace narrows::cli {

Result<std::shared_ptr<const Solved>> solvedOf(const Job& job, bool orUsual) {
  auto book = std::make_shared<Book>(job.book());
  if (job.unit() == Unit::Millimetre) book->settings.notation = Notation::Millimetres;
  book->settings.lap = millimetres(job.lapMm());
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    const auto plan = orUsual ? job.planOrUsual(side) : job.plan(side);
    if (!plan) return tl::make_unexpected(plan.error());
    LiningPlan& own = book->planOf(side);
    const PlanId id = own.id;
    own = *plan;
    own.id = id;
  }
  const auto solved = solve(book, 0);
  for (const auto* lining : {&solved->lining, &solved->portLining}) {
    if (lining->get() == nullptr)
      return lining->problems.empty() ? fail(Fault::NoHull) : tl::make_unexpected(lining->problems);
  }
  return solved;
}

}  // namespace narrows::cli
