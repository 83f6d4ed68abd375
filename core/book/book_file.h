#pragma once
// Books on disk: saved whole or not at all, with the versions before them kept.

#include <cstdint>
#include <memory>
#include <optional>
#include <string>

#include "book/book.h"
#include "files/file_lock.h"

namespace narrows {

/// How many earlier versions are kept beside a book.
inline constexpr int keptBackups = 3;

/// A book from a file; every fault with its place.
Result<ReadBook> loadBook(const std::string& path);

/// A book that is saved, and what went wrong beside it: a version before that could not be kept.
struct Saved {
  Problems besides;
  std::uint64_t onDisk = 0;  ///< what stands in the file now (`whatStandsIn`)
};

/// Saves by writing beside and renaming, so that the file is at every moment the old version or the new one. The
/// version before becomes `PATH.1~`, that before it `PATH.2~`, and so on; each of them, too, is whole at every moment.
/// A book behind a link is saved behind it, with its versions beside it there, and keeps its permissions. Fails with
/// nothing changed.
Result<Saved> saveBook(const Book& book, const std::string& path);

/// What stands in a file, in a number: another one where it was written since. None where it cannot be read, or is
/// gone.
std::optional<std::uint64_t> whatStandsIn(const std::string& path);

/// Removes what a save that was killed left beside a book. Only for whoever holds its lock.
void clearTrials(const std::string& path);

/// Holds a book open for writing in this process; another process that asks gets none, by whatever name: a link, or a
/// second name of the same file. Released when destroyed.
class BookLock {
 public:
  /// Fails with InUse where another window has the book, with CannotGuard where none can be kept out.
  static Result<std::unique_ptr<BookLock>> take(const std::string& bookPath);
  /// Whether it is this book, by whatever name, that is held.
  bool isOf(const std::string& bookPath) const;
  /// After the book was saved, when another file has its name.
  void follow(const std::string& bookPath);

 private:
  BookLock(std::string name, std::unique_ptr<FileLock> lock) : m_name(std::move(name)), m_lock(std::move(lock)) {}
  std::string m_name;      ///< of the lock of its path
  std::string m_fileName;  ///< of the lock of its file; empty where there is no file yet
  std::unique_ptr<FileLock> m_lock, m_fileLock;
};

/// The folder for this program's state under the XDG state folder, made if it is missing and can be made.
std::string stateFolder();

}  // namespace narrows
