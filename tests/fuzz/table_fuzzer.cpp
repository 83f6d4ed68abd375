// A table of offsets out of any bytes: read or refused, and what is read is the same when it is written and read again.

#include <cstdint>
#include <string_view>

#include "lines/offset_table.h"

// NOLINTNEXTLINE(readability-identifier-naming): the library's name for it
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  using namespace narrows;
  const auto table = readUncheckedTable({reinterpret_cast<const char*>(data), size});
  if (!table) {
    require(!table.error().empty() && !describe(table.error()).empty(), "what is refused says why");
    return 0;
  }
  (void)checkOffsetTable(*table);
  const std::string text = writeOffsetTable(*table);
  const auto again = readUncheckedTable(text);
  require(again.has_value() && writeOffsetTable(*again) == text, "a table that is written reads as it was");
  return 0;
}
