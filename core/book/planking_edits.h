#pragma once
// How planks are got out, changed.

#include "book/book.h"

namespace narrows {

/// Fails, naming which, for a length that is less than nought or longer than is left on any plank.
Result<Book> setPlanking(const Book& book, const PlankingPlan& plan);

}  // namespace narrows
