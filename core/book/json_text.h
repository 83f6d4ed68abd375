#pragma once
// The text of a book's file taken apart. Not for others than book_json.

#include <nlohmann/json.hpp>
#include <string_view>

#include "problem/problem.h"

namespace narrows {

/// Objects and lists one within another that a book may have.
inline constexpr int deepestNesting = 64;

/// A text as JSON. Fails with the line at which it ceases to be JSON, or nests deeper than any book.
Result<nlohmann::ordered_json> parseJson(std::string_view text);

}  // namespace narrows
