#include "files/whole_file.h"

#include <fcntl.h>
#include <poll.h>
#include <sys/stat.h>

#include <cerrno>
#include <cstring>
#include <filesystem>

#include "files/disk.h"
#include "problem/trade.h"

namespace narrows {

namespace fs = std::filesystem;

namespace {

tl::unexpected<Problems> cannotWrite(const std::string& path, int error) {
  return fail(Fault::CannotWrite, {0, 0, path}, {std::strerror(error)});
}

/// A name is in its folder for good once the folder is synced. Disks that cannot do that are taken at their word.
void syncFolder(const std::string& path) {
  const OpenFile folder(folderOf(path), O_RDONLY | O_DIRECTORY);
  if (folder) disk().sync(folder.get());
}

/// Whether somebody has a pipe open for writing, or did and wrote: who writes is waited for a while. What came already
/// is added to the text.
bool isWrittenIn(int pipe, std::string& text) {
  constexpr int triesMs = 20, tries = 250;
  std::string block(1U << 12U, '\0');
  for (int i = 0; i < tries; ++i) {
    const ssize_t got = disk().read(pipe, block.data(), block.size());
    if (got > 0) text.append(block, 0, static_cast<std::size_t>(got));
    if (got != 0) return got > 0 || errno == EAGAIN;
    ::poll(nullptr, 0, triesMs);
  }
  return false;
}

}  // namespace

std::string folderOf(const std::string& path) {
  const std::string folder = fs::path(path).parent_path().string();
  return folder.empty() ? "." : folder;
}

Result<std::string> readWholeFile(const std::string& path, std::size_t mostBytes) {
  std::error_code error;
  if (fs::is_directory(path, error)) return fail(Fault::IsADirectory, {0, 0, path});
  std::string text;
  // A pipe is opened without waiting for somebody to write in it, and waited for no longer than a writer takes.
  const OpenFile file(path, O_RDONLY | O_NONBLOCK);
  if (!file) return fail(Fault::CannotOpen, {0, 0, path}, {std::strerror(errno)});
  struct stat kind = {};
  if (::fstat(file.get(), &kind) == 0 && S_ISFIFO(kind.st_mode)) {
    if (!isWrittenIn(file.get(), text))
      return fail(Fault::CannotOpen, {0, 0, path}, {Trade::say("it is a pipe, and nothing came through it")});
    ::fcntl(file.get(), F_SETFL, O_RDONLY);
  }
  std::string block(1U << 16U, '\0');
  while (true) {
    const ssize_t got = disk().read(file.get(), block.data(), block.size());
    if (got < 0 && errno == EINTR) continue;
    if (got < 0) return fail(Fault::CannotOpen, {0, 0, path}, {std::strerror(errno)});
    if (got == 0) return text;
    text.append(block, 0, static_cast<std::size_t>(got));
    if (text.size() > mostBytes) return fail(Fault::TooLarge, {0, 0, path}, {std::to_string(mostBytes >> 20U) + " MB"});
  }
}

bool writeAll(int file, std::string_view text) {
  while (!text.empty()) {
    const ssize_t wrote = disk().write(file, text.data(), text.size());
    if (wrote < 0 && errno == EINTR) continue;
    if (wrote == 0) errno = ENOSPC;
    if (wrote <= 0) return false;
    text.remove_prefix(static_cast<std::size_t>(wrote));
  }
  return true;
}

std::string fileBehind(const std::string& path) {
  constexpr int mostLinks = 40;
  fs::path at = path;
  std::error_code error;
  for (int i = 0; i < mostLinks && fs::is_symlink(at, error); ++i) {
    const fs::path to = fs::read_symlink(at, error);
    if (error) break;
    at = to.is_absolute() ? to : at.parent_path() / to;
  }
  return at.string();
}

Result<void> writeBeside(const std::string& path, std::string_view text, const std::string& likeThis) {
  disk().remove(path);
  OpenFile file(path, O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW);
  if (!file) return cannotWrite(likeThis, errno);
  struct stat like = {};
  // Permissions that cannot be given are no reason to lose the text; they are then those of a new file.
  if (::stat(likeThis.c_str(), &like) == 0) disk().permit(file.get(), like.st_mode & 07777);
  if (writeAll(file.get(), text) && disk().sync(file.get()) == 0 && file.close() == 0) return {};
  const int why = errno;
  file.close();
  disk().remove(path);
  return cannotWrite(likeThis, why);
}

Result<void> putInPlace(const std::string& beside, const std::string& path) {
  if (disk().rename(beside, path) != 0) {
    const int why = errno;
    disk().remove(beside);
    return cannotWrite(path, why);
  }
  syncFolder(path);
  return {};
}

Result<void> keepAs(const std::string& from, const std::string& to) {
  const std::string beside = to + ".new~";
  disk().remove(beside);
  if (disk().link(from, beside) != 0) {
    constexpr std::size_t mostBytes = 1U << 30U;
    const auto text = readWholeFile(from, mostBytes);
    if (!text) return tl::make_unexpected(text.error());
    if (auto written = writeBeside(beside, *text, from); !written) return written;
  }
  auto placed = putInPlace(beside, to);
  // Renaming one name of a file over another of the same file leaves both.
  disk().remove(beside);
  return placed;
}

Result<void> writeWholeFile(const std::string& path, std::string_view text) {
  std::error_code error;
  if (fs::is_directory(path, error)) return fail(Fault::IsADirectory, {0, 0, path});
  const std::string target = fileBehind(path);
  const std::string beside = target + ".new~";
  auto written = writeBeside(beside, text, target);
  if (written) written = putInPlace(beside, target);
  if (written) return written;
  return tl::make_unexpected(named(written.error(), path));
}

Result<void> makeFolders(const std::string& path) {
  std::error_code error;
  if (fs::is_directory(path, error)) return {};
  const fs::path above = fs::path(path).parent_path();
  if (!above.empty() && above != fs::path(path)) {
    if (auto made = makeFolders(above.string()); !made) return made;
  }
  if (disk().makeFolder(path, 0777) == 0 || errno == EEXIST) return {};
  return cannotWrite(path, errno);
}

std::uint64_t fingerprint(std::string_view text) {
  std::uint64_t hash = 14695981039346656037ULL;
  for (const char c : text) hash = (hash ^ static_cast<unsigned char>(c)) * 1099511628211ULL;
  return hash;
}

}  // namespace narrows
