#pragma once
// The plan that a table typed from paper is lined off by, once there is a hull.

#include "book/book.h"

namespace narrows {

/// The book with the boat's plan as a new book of its table begins: as many strakes as is usual for her, lines that run
/// out to her ends as battens do. Fails where its table makes no hull yet.
Result<Book> linedOffToBegin(const Book& book);

}  // namespace narrows
