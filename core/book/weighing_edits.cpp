#include "book/weighing_edits.h"

namespace narrows {

Result<Book> setWeighing(const Book& book, const WeighingPlan& plan) {
  if (const auto sense = checkWeighing(plan); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  edited.weighing = plan;
  return edited;
}

}  // namespace narrows
