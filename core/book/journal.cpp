#include "book/journal.h"

#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <chrono>
#include <filesystem>

#include "book/book_file.h"

namespace narrows {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view journalMark = "narrows-journal 1\n";
/// Edits within this time of each other are written once.
constexpr std::chrono::milliseconds gatherTime{400};
constexpr std::size_t mostJournalBytes = 256U << 20U;

std::string recordOf(std::string_view kind, const std::string& body) {
  return std::string(kind) + " " + std::to_string(body.size()) + " " + std::to_string(fingerprint(body)) + "\n" + body +
         "\n";
}

/// Takes one record off the front; none where it is torn or damaged.
std::optional<std::pair<std::string, std::string>> takeRecord(std::string_view& text) {
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
  return std::pair(std::string(head.substr(0, first)), std::string(body));
}

std::string journalFolder() {
  const std::string folder = stateFolder() + "/journal";
  std::error_code ignored;
  fs::create_directories(folder, ignored);
  return folder;
}

/// Whether the process that wrote a journal still holds it.
bool isHeld(const std::string& path) {
  const int file = ::open(path.c_str(), O_RDWR | O_CLOEXEC);
  if (file < 0) return false;
  const bool held = ::flock(file, LOCK_EX | LOCK_NB) != 0;
  ::close(file);
  return held;
}

}  // namespace

Journal::Journal(std::string bookPath) : m_bookPath(std::move(bookPath)) {
  static int count = 0;
  m_path = journalFolder() + "/" + std::to_string(fingerprint(m_bookPath)) + "-" + std::to_string(::getpid()) + "-" +
           std::to_string(++count) + ".journal";
  m_thread = std::jthread([this](const std::stop_token& stop) { writeLoop(stop); });
}

Journal::~Journal() {
  m_thread.request_stop();
  m_wake.notify_all();
  if (m_thread.joinable()) m_thread.join();
  if (m_file >= 0) ::close(m_file);
}

void Journal::record(BookSnapshot book) {
  {
    const std::lock_guard lock(m_mutex);
    m_waiting = std::move(book);
  }
  m_wake.notify_all();
}

void Journal::sync() {
  std::unique_lock lock(m_mutex);
  m_wake.wait(lock, [this] { return m_waiting == nullptr && !m_writing; });
}

void Journal::finish() {
  std::unique_lock lock(m_mutex);
  m_waiting = nullptr;
  m_wake.wait(lock, [this] { return !m_writing; });
  if (m_file >= 0) {
    ::unlink(m_path.c_str());
    ::close(m_file);
    m_file = -1;
  }
}

void Journal::writeLoop(const std::stop_token& stop) {
  std::unique_lock lock(m_mutex);
  while (true) {
    m_wake.wait(lock, stop, [this] { return m_waiting != nullptr; });
    if (m_waiting == nullptr) return;
    // The first edit is written at once; what follows on its heels is gathered.
    const BookSnapshot book = std::exchange(m_waiting, nullptr);
    m_writing = true;
    lock.unlock();
    append(*book);
    lock.lock();
    m_writing = false;
    m_wake.notify_all();
    if (!stop.stop_requested()) m_wake.wait_for(lock, stop, gatherTime, [] { return false; });
  }
}

void Journal::append(const Book& book) {
  std::string text;
  if (m_file < 0) {
    m_file = ::open(m_path.c_str(), O_RDWR | O_CREAT | O_APPEND | O_CLOEXEC, 0600);
    if (m_file < 0) return;
    ::flock(m_file, LOCK_EX | LOCK_NB);
    text = std::string(journalMark) + recordOf("path", m_bookPath);
  }
  text += recordOf("book", writeBook(book));
  std::size_t done = 0;
  while (done < text.size()) {
    const ssize_t wrote = ::write(m_file, text.data() + done, text.size() - done);
    if (wrote <= 0) break;  // a full disk: the record is torn and will be dropped, the next may fit
    done += static_cast<std::size_t>(wrote);
  }
  ::fdatasync(m_file);
}

std::optional<LeftWork> lastRecord(std::string_view text) {
  if (!text.starts_with(journalMark)) return std::nullopt;
  text.remove_prefix(journalMark.size());
  LeftWork work;
  bool found = false;
  while (const auto record = takeRecord(text)) {
    if (record->first == "path") work.bookPath = record->second;
    if (record->first != "book") continue;
    const auto read = readBook(record->second);
    if (!read) continue;
    work.book = read->book;
    found = true;
  }
  return found ? std::optional(work) : std::nullopt;
}

std::vector<LeftWork> findLeftWork() {
  std::vector<std::pair<fs::file_time_type, LeftWork>> found;
  std::error_code ignored;
  for (const auto& entry : fs::directory_iterator(journalFolder(), ignored)) {
    const std::string path = entry.path().string();
    if (entry.path().extension() != ".journal" || isHeld(path)) continue;
    const auto text = readWholeFile(path, mostJournalBytes);
    auto work = text ? lastRecord(*text) : std::nullopt;
    if (!work) {
      discardJournal(path);
      continue;
    }
    work->journal = path;
    found.emplace_back(entry.last_write_time(ignored), std::move(*work));
  }
  std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
  std::vector<LeftWork> works;
  for (auto& [time, work] : found) works.push_back(std::move(work));
  return works;
}

void discardJournal(const std::string& journal) {
  std::error_code ignored;
  fs::remove(journal, ignored);
}

}  // namespace narrows
