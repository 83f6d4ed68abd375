// A book, or the journal of one, out of any bytes: read or refused, and what is read opens again as it was.

#include <cstdint>
#include <string_view>

#include "book/book.h"
#include "book/journal.h"

// NOLINTNEXTLINE(readability-identifier-naming): the library's name for it
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  using namespace narrows;
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  (void)lastRecord(text);
  const auto read = readBook(text);
  if (!read) {
    require(!read.error().empty() && !describe(read.error()).empty(), "what is refused says why");
    return 0;
  }
  const std::string written = writeBook(read->book);
  const auto again = readBook(written);
  require(again.has_value() && writeBook(again->book) == written, "a book that is written opens as it was");
  return 0;
}
