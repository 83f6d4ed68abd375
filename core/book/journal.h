#pragma once
// The journal of the work in hand: what a crash would otherwise cost.

#include <condition_variable>
#include <mutex>
#include <optional>
#include <string>
#include <thread>
#include <vector>

#include "book/book.h"

namespace narrows {

/// One file a book and process, under the state folder. Each record is the whole book with a checksum; a torn last
/// record is dropped when it is read. Records are written and synced off the calling thread, within 2 s of `record`.
class Journal {
 public:
  /// Opens a journal for the book at `bookPath` (empty for a book not saved yet).
  explicit Journal(std::string bookPath);
  /// Writes what is waiting. The file stays unless `finish` was called.
  ~Journal();
  Journal(const Journal&) = delete;
  Journal& operator=(const Journal&) = delete;

  /// Keeps this state of the book; of several in quick succession only the last need reach the disk.
  void record(BookSnapshot book);
  /// Waits until all that was recorded is on the disk.
  void sync();
  /// A clean close, or a save: nothing is left to recover.
  void finish();
  const std::string& path() const { return m_path; }

 private:
  void writeLoop(const std::stop_token& stop);
  void append(const Book& book);

  std::string m_bookPath;
  std::string m_path;
  int m_file = -1;
  std::mutex m_mutex;
  std::condition_variable_any m_wake;
  BookSnapshot m_waiting;
  bool m_writing = false;
  std::jthread m_thread;
};

/// Work that a process left behind.
struct LeftWork {
  std::string journal;   ///< the journal's own file
  std::string bookPath;  ///< the book it belongs to; empty if it was never saved
  Book book;             ///< as last recorded
};

/// Work of processes that are gone, oldest first. Journals with nothing readable in them are removed.
std::vector<LeftWork> findLeftWork();

/// Throws a journal away, once its work was taken over or refused.
void discardJournal(const std::string& journal);

/// The last whole record of a journal's text.
std::optional<LeftWork> lastRecord(std::string_view text);

}  // namespace narrows
