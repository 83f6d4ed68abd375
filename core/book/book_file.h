#pragma once
// Books on disk: saved whole or not at all, with the versions before them kept.

#include <memory>
#include <string>

#include "book/book.h"

namespace narrows {

/// How many earlier versions are kept beside a book.
inline constexpr int keptBackups = 3;

/// A book from a file; every fault with its place.
Result<ReadBook> loadBook(const std::string& path);

/// Saves by writing beside and renaming, so that the file is at every moment the old version or the new one. The
/// version before becomes `PATH.1~`, that before it `PATH.2~`, and so on. Fails with nothing changed.
Result<void> saveBook(const Book& book, const std::string& path);

/// Writes any text beside `path` and renames it over it, synced to the disk.
Result<void> writeWholeFile(const std::string& path, const std::string& text);

/// Holds a book open for writing in this process; another process that asks gets none. Released when destroyed.
class BookLock {
 public:
  /// The lock, or null where another window has the book.
  static std::unique_ptr<BookLock> take(const std::string& bookPath);
  ~BookLock();
  BookLock(const BookLock&) = delete;
  BookLock& operator=(const BookLock&) = delete;

 private:
  explicit BookLock(int file) : m_file(file) {}
  int m_file;
};

/// The folder for this program's state under the XDG state folder, made if it is missing.
std::string stateFolder();

/// FNV-1a of a text, 64 bits: a name for a path, a checksum for a record.
std::uint64_t fingerprint(std::string_view text);

}  // namespace narrows
