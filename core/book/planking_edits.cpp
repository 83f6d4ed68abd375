#include "book/planking_edits.h"

namespace narrows {

Result<Book> setPlanking(const Book& book, const PlankingPlan& plan) {
  if (const auto sense = checkPlanking(plan); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  edited.planking = plan;
  return edited;
}

}  // namespace narrows
