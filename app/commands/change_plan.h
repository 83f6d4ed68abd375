#pragma once
// One of the book's plans changed, as one edit.

#include "commands/session.h"

namespace narrows {

/// The plan as it stands, changed by `change` and given to the book by `set`.
template <typename Plan, typename Change>
bool changePlan(Session* session, const QString& words, Plan Book::*plan,
                Result<Book> (*set)(const Book& book, const Plan& plan), const Change& change) {
  Plan changed = (*session->book()).*plan;
  change(changed);
  return session->perform(words, set(*session->book(), changed));
}

}  // namespace narrows
