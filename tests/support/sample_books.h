#pragma once
// Books made of the sample boats.

#include <string>

#include "book/book.h"

namespace narrows::tests {

inline std::string boatsFolder() {
  return NARROWS_SOURCE_DIR "/boats/";
}

/// A new book of a sample table: "osier", "marl", "sedge". Stops the test where it cannot be made.
Book sampleBook(const std::string& boat);

}  // namespace narrows::tests
