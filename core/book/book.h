#pragma once
// The book: everything the builder entered.

#include <memory>
#include <string>
#include <vector>

#include "lines/hull.h"
#include "lining/lining.h"
#include "lining/lining_plan.h"

namespace narrows {

/// Format of the file this program writes.
inline constexpr int bookVersion = 1;

struct BookSettings {
  Notation notation = Notation::Inches16;  ///< how lengths are shown
  Length lap;                              ///< lapstrake: width of the lap
  bool operator==(const BookSettings&) const = default;
};

/// The whole job, as plain data: a value that is copied and compared. Nothing in it is computed.
struct Book {
  std::string shop;  ///< where she is built
  OffsetTable table;
  std::vector<StationId> stationIds;  ///< one a column of the table
  StationId stem;                     ///< the stem as a place where marks are
  StationId sternpost;
  LiningPlan lining;
  BookSettings settings;
  std::int64_t nextId = 1;  ///< ids given out are all below this
  std::string unknown;      ///< keys of the file this program does not know, kept as JSON text
  bool operator==(const Book&) const = default;
};

using BookSnapshot = std::shared_ptr<const Book>;

/// A new book of a table: lined off equally, with the usual number of strakes for her size.
Result<Book> newBook(const OffsetTable& table);

/// Ids of a hull's whole sections, in order.
std::vector<StationId> sectionIds(const Book& book, const Hull& hull);

/// The book as the text of a file, the same bytes for the same book. Fields: docs/format.md.
std::string writeBook(const Book& book);

/// A book from the text of a file. Fails with every fault, naming the key. A book that a newer program
/// wrote says so, and may be read but not saved over.
struct ReadBook {
  Book book;
  int version = bookVersion;
  bool isNewer() const { return version > bookVersion; }
};
Result<ReadBook> readBook(std::string_view text);

}  // namespace narrows
