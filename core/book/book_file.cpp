#include "book/book_file.h"

#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <filesystem>

namespace narrows {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t mostBookBytes = 64U << 20U;

std::string backupName(const std::string& path, int age) {
  return path + "." + std::to_string(age) + "~";
}

/// Moves the backups one on, and keeps what is at `path` now as the first.
void keepBackup(const std::string& path) {
  std::error_code ignored;
  if (!fs::exists(path, ignored)) return;
  for (int age = keptBackups - 1; age >= 1; --age) {
    fs::rename(backupName(path, age), backupName(path, age + 1), ignored);
  }
  fs::copy_file(path, backupName(path, 1), fs::copy_options::overwrite_existing, ignored);
}

bool writeAll(int file, const std::string& text) {
  std::size_t done = 0;
  while (done < text.size()) {
    const ssize_t wrote = ::write(file, text.data() + done, text.size() - done);
    if (wrote < 0) {
      if (errno == EINTR) continue;
      return false;
    }
    done += static_cast<std::size_t>(wrote);
  }
  return true;
}

tl::unexpected<Problems> cannotWrite(const std::string& path, int error) {
  return fail(Fault::CannotWrite, {0, 0, path}, {std::strerror(error)});
}

}  // namespace

std::uint64_t fingerprint(std::string_view text) {
  std::uint64_t hash = 14695981039346656037ULL;
  for (const char c : text) hash = (hash ^ static_cast<unsigned char>(c)) * 1099511628211ULL;
  return hash;
}

Result<void> writeWholeFile(const std::string& path, const std::string& text) {
  std::error_code error;
  if (fs::is_directory(path, error)) return fail(Fault::IsADirectory, {0, 0, path});
  const std::string beside = path + ".new~";
  const int file = ::open(beside.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0644);
  if (file < 0) return cannotWrite(path, errno);
  const bool wrote = writeAll(file, text) && ::fsync(file) == 0;
  const int why = errno;
  ::close(file);
  if (!wrote || ::rename(beside.c_str(), path.c_str()) != 0) {
    const int reason = wrote ? errno : why;
    ::unlink(beside.c_str());
    return cannotWrite(path, reason);
  }
  const std::string folder = fs::path(path).parent_path().string();
  const int dir = ::open(folder.empty() ? "." : folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
  if (dir >= 0) {
    ::fsync(dir);
    ::close(dir);
  }
  return {};
}

Result<ReadBook> loadBook(const std::string& path) {
  const auto text = readWholeFile(path, mostBookBytes);
  if (!text) return tl::make_unexpected(text.error());
  auto read = readBook(*text);
  if (read) return read;
  Problems problems = read.error();
  for (Problem& problem : problems) {
    if (problem.where.name.empty()) problem.where.name = path;
  }
  return tl::make_unexpected(problems);
}

Result<void> saveBook(const Book& book, const std::string& path) {
  // Tried first beside the book, so that a full disk costs neither the book nor a backup.
  const std::string text = writeBook(book);
  const std::string trial = path + ".trial~";
  if (const auto tried = writeWholeFile(trial, text); !tried) {
    Problems problems = tried.error();
    for (Problem& problem : problems) problem.where.name = path;
    return tl::make_unexpected(problems);
  }
  std::error_code error;
  if (fs::is_directory(path, error)) {
    fs::remove(trial, error);
    return fail(Fault::IsADirectory, {0, 0, path});
  }
  keepBackup(path);
  if (::rename(trial.c_str(), path.c_str()) != 0) {
    const int why = errno;
    ::unlink(trial.c_str());
    return cannotWrite(path, why);
  }
  return {};
}

std::unique_ptr<BookLock> BookLock::take(const std::string& bookPath) {
  std::error_code error;
  const std::string whole = fs::weakly_canonical(bookPath, error).string();
  const std::string name = stateFolder() + "/lock-" + std::to_string(fingerprint(whole));
  const int file = ::open(name.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0600);
  if (file < 0) return nullptr;
  if (::flock(file, LOCK_EX | LOCK_NB) != 0) {
    ::close(file);
    return nullptr;
  }
  return std::unique_ptr<BookLock>(new BookLock(file));
}

BookLock::~BookLock() {
  ::close(m_file);
}

std::string stateFolder() {
  const char* state = std::getenv("XDG_STATE_HOME");
  const char* home = std::getenv("HOME");
  fs::path folder =
      state != nullptr && *state != '\0' ? fs::path(state) : fs::path(home != nullptr ? home : "/tmp") / ".local/state";
  folder /= "narrows";
  std::error_code ignored;
  fs::create_directories(folder, ignored);
  return folder.string();
}

}  // namespace narrows
