#include "book/first_lining.h"

#include "book/lining_edits.h"

namespace narrows {

Result<Book> linedOffToBegin(const Book& book) {
  const auto begun = newBook(book.table);
  if (!begun) return tl::make_unexpected(begun.error());
  const LiningPlan& plan = begun->boatPlan();
  auto edited = setStrakeCount(book, static_cast<int>(plan.strakes.size()));
  if (!edited) return edited;
  edited->boatPlan().bow = plan.bow;
  edited->boatPlan().stern = plan.stern;
  return edited;
}

}  // namespace narrows
