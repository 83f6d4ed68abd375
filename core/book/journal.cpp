#include "book/journal.h"

#include <fcntl.h>
#include <unistd.h>

#include <algorithm>
#include <atomic>
#include <cerrno>
#include <charconv>
#include <chrono>
#include <cstring>
#include <filesystem>

#include "book/book_file.h"
#include "files/whole_file.h"

namespace narrows {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view journalMark = "narrows-journal 1\n";
/// Edits within this time of each other are written once.
constexpr std::chrono::milliseconds gatherTime{400};
/// A record that could not be written is tried again after this.
constexpr std::chrono::milliseconds retryTime{1000};
/// Past this a journal is written afresh, with the last record alone.
constexpr off_t rewrittenPast = 16 << 20;
constexpr std::size_t mostJournalBytes = 256U << 20U;

constexpr const char* journalEnding = ".journal";
/// While a journal is being begun it has another name, which nobody takes for work left behind.
constexpr const char* begunEnding = ".begun";
constexpr const char* unreadableEnding = ".unreadable";

std::string recordOf(std::string_view kind, const std::string& body) {
  return std::string(kind) + " " + std::to_string(body.size()) + " " + std::to_string(fingerprint(body)) + "\n" + body +
         "\n";
}

struct Record {
  std::string_view kind, body;
};

/// Takes one record off the front; none where it is torn or damaged.
std::optional<Record> takeRecord(std::string_view& text) {
  const std::size_t end = text.find('\n');
  if (end == std::string_view::npos) return std::nullopt;
  const std::string_view head = text.substr(0, end);
  const std::size_t first = head.find(' ');
  const std::size_t second = head.rfind(' ');
  if (first == std::string_view::npos || second <= first) return std::nullopt;
  std::size_t size = 0;
  std::uint64_t sum = 0;
  std::from_chars(head.data() + first + 1, head.data() + second, size);
  std::from_chars(head.data() + second + 1, head.data() + head.size(), sum);
  if (size > text.size() || end + 1 + size + 1 > text.size()) return std::nullopt;
  const std::string_view body = text.substr(end + 1, size);
  if (fingerprint(body) != sum) return std::nullopt;
  text.remove_prefix(end + 1 + size + 1);
  return Record{head.substr(0, first), body};
}

/// Goes on to where the next record may begin: no line of a book begins like one.
void passDamaged(std::string_view& text) {
  const std::size_t next = std::min(text.find("\nbook "), text.find("\npath "));
  text.remove_prefix(next == std::string_view::npos ? text.size() : next + 1);
}

std::vector<Record> wholeRecords(std::string_view text) {
  std::vector<Record> records;
  while (!text.empty()) {
    if (const auto record = takeRecord(text)) {
      records.push_back(*record);
    } else {
      passDamaged(text);
    }
  }
  return records;
}

std::string journalFolder() {
  const std::string folder = stateFolder() + "/journal";
  (void)makeFolders(folder);
  return folder;
}

/// A name that no journal has had: when, by whom, and which.
std::string freshName(const std::string& bookPath) {
  static std::atomic<int> count{0};
  const auto now = std::chrono::system_clock::now().time_since_epoch();
  return journalFolder() + "/" + std::to_string(fingerprint(bookPath)) + "-" +
         std::to_string(std::chrono::duration_cast<std::chrono::microseconds>(now).count()) + "-" +
         std::to_string(::getpid()) + "-" + std::to_string(++count);
}

/// Moves a journal out of the way under a name that is free, and tells which.
Problem setAside(const std::string& path) {
  std::string aside = path + unreadableEnding;
  std::error_code ignored;
  for (int i = 2; fs::exists(aside, ignored); ++i) aside = path + "-" + std::to_string(i) + unreadableEnding;
  return {Fault::JournalUnreadable, {0, 0, disk().rename(path, aside) == 0 ? aside : path}, {}};
}

}  // namespace

Journal::Journal(std::string bookPath, Told told) : m_bookPath(std::move(bookPath)), m_told(std::move(told)) {
  m_thread = std::jthread([this](const std::stop_token& stop) { writeLoop(stop); });
}

Journal::~Journal() {
  m_thread.request_stop();
  m_wake.notify_all();
  if (m_thread.joinable()) m_thread.join();
}

void Journal::record(BookSnapshot book) {
  {
    const std::lock_guard lock(m_mutex);
    m_waiting = std::move(book);
    m_failing = false;
  }
  m_wake.notify_all();
}

bool Journal::sync() {
  std::unique_lock lock(m_mutex);
  m_hurries = true;
  m_wake.notify_all();
  m_wake.wait(lock, [this] { return !m_writing && (m_waiting == nullptr || m_failing); });
  m_hurries = false;
  return m_waiting == nullptr;
}

void Journal::finish() {
  std::unique_lock lock(m_mutex);
  m_waiting = nullptr;
  m_wake.wait(lock, [this] { return !m_writing; });
  m_waiting = nullptr;  // what could not be written came back
  if (!m_file) return;
  disk().remove(m_path);
  m_file.close();
}

void Journal::writeLoop(const std::stop_token& stop) {
  std::unique_lock lock(m_mutex);
  bool wasFailing = false;
  while (true) {
    m_wake.wait(lock, stop, [this] { return m_waiting != nullptr; });
    if (m_waiting == nullptr) return;
    // The first edit is written at once; what follows on its heels is gathered.
    BookSnapshot book = std::exchange(m_waiting, nullptr);
    m_writing = true;
    lock.unlock();
    const auto written = kept(*book);
    if (!written && !wasFailing) tell(written.error());
    if (written && wasFailing) tell({});
    wasFailing = !written;
    lock.lock();
    m_writing = false;
    m_failing = !written && m_waiting == nullptr;
    if (m_failing) m_waiting = std::move(book);
    m_wake.notify_all();
    if (stop.stop_requested() && m_failing) return;
    if (!stop.stop_requested())
      m_wake.wait_for(lock, stop, written ? gatherTime : retryTime, [&] { return written && m_hurries; });
  }
}

Result<void> Journal::kept(const Book& book) {
  try {
    return write(book);
  } catch (const std::exception& error) {  // no thread of ours ends the program
    return fail(Fault::CannotKeepWork, {}, {m_path, error.what()});
  }
}

void Journal::tell(const Problems& problems) {
  if (m_told) m_told(problems);
}

Result<void> Journal::begin(const std::string& records) {
  constexpr int mostTries = 3;  // a window that starts at that moment takes what is begun for something left behind
  auto begun = beginOnce(records);
  for (int i = 1; i < mostTries && !begun && errno == ENOENT; ++i) begun = beginOnce(records);
  return begun;
}

Result<void> Journal::beginOnce(const std::string& records) {
  const std::string name = freshName(m_bookPath);
  const auto cannot = [&] {
    const int why = errno;
    disk().remove(name + begunEnding);
    errno = why;
    return fail(Fault::CannotKeepWork, {}, {journalFolder(), std::strerror(why)});
  };
  // Locked before it has the name that a starting window looks for, so that it is never taken for work left behind.
  OpenFile file(name + begunEnding, O_RDWR | O_CREAT | O_EXCL | O_APPEND, 0600);
  if (!file || disk().lock(file.get()) != 0) return cannot();
  const std::string text = std::string(journalMark) + recordOf("path", m_bookPath) + records;
  if (!writeAll(file.get(), text) || disk().sync(file.get()) != 0) return cannot();
  if (disk().rename(name + begunEnding, name + journalEnding) != 0) return cannot();
  if (m_file) disk().remove(m_path);
  m_path = name + journalEnding;
  m_file = std::move(file);
  m_size = static_cast<off_t>(text.size());
  return {};
}

Result<void> Journal::write(const Book& book) {
  const std::string record = recordOf("book", writeBook(book));
  if (!m_file) return begin(record);
  if (m_size > rewrittenPast && begin(record)) return {};
  if (writeAll(m_file.get(), record) && disk().sync(m_file.get()) == 0) {
    m_size += static_cast<off_t>(record.size());
    return {};
  }
  const int why = errno;
  disk().truncate(m_file.get(), m_size);
  return fail(Fault::CannotKeepWork, {}, {journalFolder(), std::strerror(why)});
}

std::optional<LeftWork> lastRecord(std::string_view text) {
  LeftWork work;
  const std::vector<Record> records = wholeRecords(text.substr(std::min(text.find('\n') + 1, text.size())));
  for (const Record& record : records) {
    if (record.kind == "path") work.bookPath = record.body;
  }
  for (auto record = records.rbegin(); record != records.rend(); ++record) {
    if (record->kind != "book") continue;
    auto read = readBook(record->body);
    if (!read) continue;
    work.book = std::move(read->book);
    return work;
  }
  return std::nullopt;
}

LeftBehind findLeftWork() {
  LeftBehind left;
  std::vector<std::pair<fs::file_time_type, LeftWork>> found;
  std::error_code ignored;
  for (const auto& entry : fs::directory_iterator(journalFolder(), ignored)) {
    const std::string path = entry.path().string();
    const bool begun = entry.path().extension() == begunEnding;
    if (!begun && entry.path().extension() != journalEnding) continue;
    std::shared_ptr<FileLock> claim = FileLock::takeThere(path);
    if (claim == nullptr) continue;
    if (begun) {  // its process died before it held anything
      discardJournal(path);
      continue;
    }
    const auto text = readWholeFile(path, mostJournalBytes);
    auto work = text ? lastRecord(*text) : std::nullopt;
    if (!work) {
      left.unreadable.push_back(setAside(path));
      continue;
    }
    work->journal = path;
    work->claim = std::move(claim);
    found.emplace_back(entry.last_write_time(ignored), std::move(*work));
  }
  std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
  for (auto& [time, work] : found) left.works.push_back(std::move(work));
  return left;
}

void discardJournal(const std::string& journal) {
  disk().remove(journal);
}

}  // namespace narrows
