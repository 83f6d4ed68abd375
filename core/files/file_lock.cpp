#include "files/file_lock.h"

#include <fcntl.h>
#include <sys/stat.h>

#include <cerrno>
#include <cstring>

#include "files/whole_file.h"

namespace narrows {

namespace {

bool isAt(int file, const std::string& path) {
  struct stat held = {}, there = {};
  return ::fstat(file, &held) == 0 && ::stat(path.c_str(), &there) == 0 && held.st_dev == there.st_dev &&
         held.st_ino == there.st_ino;
}

}  // namespace

Result<std::unique_ptr<FileLock>> FileLock::take(const std::string& path) {
  OpenFile file(path, O_RDWR | O_CREAT, 0600);
  if (!file) return fail(Fault::CannotGuard, {}, {folderOf(path), std::strerror(errno)});
  if (disk().lock(file.get()) == 0) return std::unique_ptr<FileLock>(new FileLock(std::move(file)));
  if (errno == EWOULDBLOCK) return fail(Fault::InUse);
  return fail(Fault::CannotGuard, {}, {folderOf(path), std::strerror(errno)});
}

std::unique_ptr<FileLock> FileLock::takeThere(const std::string& path) {
  OpenFile file(path, O_RDWR);
  // Between opening and locking it may have been renamed away or replaced: then it is no longer the one meant.
  if (!file || disk().lock(file.get()) != 0 || !isAt(file.get(), path)) return nullptr;
  return std::unique_ptr<FileLock>(new FileLock(std::move(file)));
}

}  // namespace narrows
