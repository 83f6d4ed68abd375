#include "book/book_file.h"

#include <sys/stat.h>

#include <cstdlib>
#include <filesystem>

#include "files/whole_file.h"

namespace narrows {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t mostBookBytes = 64U << 20U;

std::string backupName(const std::string& path, int age) {
  return path + "." + std::to_string(age) + "~";
}

std::string trialName(const std::string& path) {
  return path + ".trial~";
}

bool isSameFile(const std::string& a, const std::string& b) {
  std::error_code error;
  return fs::equivalent(a, b, error) && !error;
}

/// Moves the backups one on, oldest first, and keeps what is at `path` now as the first. Each keeps its name until the
/// next has it, so that none is ever missing.
Result<void> keepBackups(const std::string& path) {
  std::error_code error;
  // A save that failed after this had it kept already.
  if (!fs::exists(path, error) || isSameFile(path, backupName(path, 1))) return {};
  for (int age = keptBackups - 1; age >= 1; --age) {
    if (!fs::exists(backupName(path, age), error)) continue;
    if (auto kept = keepAs(backupName(path, age), backupName(path, age + 1)); !kept) return kept;
  }
  return keepAs(path, backupName(path, 1));
}

std::string lockName(const std::string& bookPath) {
  std::error_code error;
  const std::string whole = fs::weakly_canonical(fileBehind(bookPath), error).string();
  return stateFolder() + "/lock-" + std::to_string(fingerprint(whole));
}

/// Of the file itself, whatever it is called; empty where there is none.
std::string fileLockName(const std::string& bookPath) {
  struct stat file {};
  if (::stat(bookPath.c_str(), &file) != 0) return {};
  return stateFolder() + "/lock-file-" + std::to_string(file.st_dev) + "-" + std::to_string(file.st_ino);
}

}  // namespace

std::optional<std::uint64_t> whatStandsIn(const std::string& path) {
  const auto text = readWholeFile(path, mostBookBytes);
  if (!text) return std::nullopt;
  return fingerprint(*text);
}

Result<ReadBook> loadBook(const std::string& path) {
  const auto text = readWholeFile(path, mostBookBytes);
  if (!text) return tl::make_unexpected(text.error());
  auto read = readBook(*text);
  if (read) {
    read->onDisk = fingerprint(*text);
    return read;
  }
  return tl::make_unexpected(namedIfNot(read.error(), path));
}

Result<Saved> saveBook(const Book& book, const std::string& path) {
  std::error_code error;
  if (fs::is_directory(path, error)) return fail(Fault::IsADirectory, {0, 0, path});
  const std::string target = fileBehind(path);
  // Written first, so that a full disk costs neither the book nor a backup.
  const std::string text = writeBook(book);
  if (const auto tried = writeBeside(trialName(target), text, target); !tried)
    return tl::make_unexpected(named(tried.error(), path));
  Saved saved;
  saved.onDisk = fingerprint(text);
  if (const auto kept = keepBackups(target); !kept) {
    for (const Problem& problem : kept.error())
      saved.besides.push_back({Fault::BackupNotKept, {0, 0, problem.where.name}, problem.says});
  }
  if (const auto placed = putInPlace(trialName(target), target); !placed)
    return tl::make_unexpected(named(placed.error(), path));
  return saved;
}

void clearTrials(const std::string& path) {
  const std::string target = fileBehind(path);
  disk().remove(trialName(target));
  disk().remove(target + ".new~");
  for (int age = 1; age <= keptBackups; ++age) disk().remove(backupName(target, age) + ".new~");
}

Result<std::unique_ptr<BookLock>> BookLock::take(const std::string& bookPath) {
  const std::string name = lockName(bookPath);
  auto lock = FileLock::take(name);
  if (!lock) return tl::make_unexpected(named(lock.error(), bookPath));
  std::unique_ptr<BookLock> book(new BookLock(name, std::move(*lock)));
  const std::string fileName = fileLockName(bookPath);
  if (fileName.empty()) return book;
  auto fileLock = FileLock::take(fileName);
  if (!fileLock) return tl::make_unexpected(named(fileLock.error(), bookPath));
  book->m_fileName = fileName;
  book->m_fileLock = std::move(*fileLock);
  return book;
}

bool BookLock::isOf(const std::string& bookPath) const {
  return m_name == lockName(bookPath) || (!m_fileName.empty() && m_fileName == fileLockName(bookPath));
}

void BookLock::follow(const std::string& bookPath) {
  const std::string fileName = fileLockName(bookPath);
  if (fileName == m_fileName) return;
  m_fileLock = nullptr;
  m_fileName.clear();
  if (fileName.empty()) return;
  // Its path is held: nobody else can have come to the new file by it.
  if (auto lock = FileLock::take(fileName)) m_fileLock = std::move(*lock), m_fileName = fileName;
}

std::string stateFolder() {
  const char* state = std::getenv("XDG_STATE_HOME");
  const char* home = std::getenv("HOME");
  fs::path folder =
      state != nullptr && *state != '\0' ? fs::path(state) : fs::path(home != nullptr ? home : "/tmp") / ".local/state";
  folder /= "narrows";
  // Where it cannot be made, whoever opens a file in it says so.
  (void)makeFolders(folder.string());
  return folder.string();
}

}  // namespace narrows
