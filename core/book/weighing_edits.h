#pragma once
// What plans are weighed against, changed.

#include "book/book.h"

namespace narrows {

/// Fails for limits and figures of the stock that are nought or less, and limits the wrong way round.
Result<Book> setWeighing(const Book& book, const WeighingPlan& plan);

}  // namespace narrows
