#pragma once
// Books made of the sample boats.

#include <string>

#include "book/book.h"

namespace narrows::tests {

inline std::string boatsFolder() {
  return NARROWS_SOURCE_DIR "/boats/";
}

/// A new book of a table whose lines keep their shares to the very ends, which is harder on whatever is made of them
/// than the battens a new book begins with. Stops the test where it cannot be made.
Book bookByShares(const OffsetTable& table);

/// The same of a sample table: "osier", "marl", "sedge".
Book sampleBook(const std::string& boat);

}  // namespace narrows::tests
