#pragma once
// The journal of the work in hand: what a crash would otherwise cost.

#include <condition_variable>
#include <functional>
#include <mutex>
#include <optional>
#include <string>
#include <thread>
#include <vector>

#include "book/book.h"
#include "files/file_lock.h"

namespace narrows {

/// One file a book and process, under the state folder. Each record is the whole book with a checksum. Records are
/// written and synced off the calling thread, within 2 s of `record`; one that could not be written is cut off again
/// and tried anew every second. Past 16 MB the file is written afresh.
class Journal {
 public:
  /// What the journal has to tell, on its own thread: why work in hand is not kept; nothing once it is again.
  using Told = std::function<void(const Problems&)>;

  /// A journal for the book at `bookPath` (empty for a book not saved yet). Its file is made at the first record.
  explicit Journal(std::string bookPath, Told told = {});
  /// Writes what is waiting. The file stays unless `finish` was called.
  ~Journal();
  Journal(const Journal&) = delete;
  Journal& operator=(const Journal&) = delete;

  /// Keeps this state of the book; of several in quick succession only the last need reach the disk.
  void record(BookSnapshot book);
  /// Waits until what was recorded is on the disk, or could not be put there: whether it is.
  bool sync();
  /// A clean close, or a save: nothing is left to recover.
  void finish();

 private:
  void writeLoop(const std::stop_token& stop);
  Result<void> write(const Book& book);
  Result<void> kept(const Book& book);
  Result<void> begin(const std::string& records);
  Result<void> beginOnce(const std::string& records);
  void tell(const Problems& problems);

  std::string m_bookPath;
  Told m_told;
  std::string m_path;
  OpenFile m_file;
  off_t m_size = 0;  ///< of the records that are whole
  std::mutex m_mutex;
  std::condition_variable_any m_wake;
  BookSnapshot m_waiting;
  bool m_writing = false;
  bool m_failing = false;
  bool m_hurries = false;  ///< somebody waits: nothing more is gathered
  std::jthread m_thread;
};

/// Work that a process left behind. While it is held no other window is offered it.
struct LeftWork {
  std::string journal;   ///< the journal's own file
  std::string bookPath;  ///< the book it belongs to; empty if it was never saved
  Book book;             ///< as last recorded
  std::shared_ptr<FileLock> claim;
};

struct LeftBehind {
  std::vector<LeftWork> works;  ///< oldest first
  Problems unreadable;          ///< journals that hold no book that can be read, set aside under the name told
};

/// Work of processes that are gone.
LeftBehind findLeftWork();

/// Throws a journal away, once its work is safe elsewhere or refused.
void discardJournal(const std::string& journal);

/// The last whole record of a journal's text that can be read; damaged ones are passed over.
std::optional<LeftWork> lastRecord(std::string_view text);

}  // namespace narrows
