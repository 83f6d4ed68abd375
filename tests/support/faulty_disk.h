#pragma once
// A disk that fails when it is told to.

#include <atomic>
#include <cerrno>
#include <functional>
#include <string>

#include "files/disk.h"

namespace narrows::tests {

/// Counts the calls that change a disk, and makes one of them fail: the call `failAt` (from 0), and all after it where
/// the process is `killed` there. A write that fails may have written half before.
class FaultyDisk : public Disk {
 public:
  std::atomic<int> calls{0};
  std::atomic<int> failAt{-1};
  int error = ENOSPC;
  bool killed = false;
  bool torn = false;
  /// Names that cannot be opened for writing, made or renamed, whatever the count; the error is EACCES.
  std::function<bool(const std::string&)> forbidden;

  int open(const std::string& path, int flags, mode_t mode) override {
    if (isForbidden(path)) return -1;
    return fails() ? -1 : Disk::open(path, flags, mode);
  }
  ssize_t write(int file, const char* bytes, std::size_t count) override {
    if (!fails()) return Disk::write(file, bytes, count);
    if (torn && count > 1) (void)Disk::write(file, bytes, count / 2);
    errno = error;
    return -1;
  }
  int sync(int file) override { return fails() ? -1 : Disk::sync(file); }
  int truncate(int file, off_t size) override { return fails() ? -1 : Disk::truncate(file, size); }
  int permit(int file, mode_t mode) override { return fails() ? -1 : Disk::permit(file, mode); }
  int lock(int file) override { return fails() ? -1 : Disk::lock(file); }
  int rename(const std::string& from, const std::string& to) override {
    return isForbidden(to) || fails() ? -1 : Disk::rename(from, to);
  }
  int link(const std::string& from, const std::string& to) override {
    return isForbidden(to) || fails() ? -1 : Disk::link(from, to);
  }
  int remove(const std::string& path) override { return fails() ? -1 : Disk::remove(path); }
  int makeFolder(const std::string& path, mode_t mode) override {
    return isForbidden(path) || fails() ? -1 : Disk::makeFolder(path, mode);
  }

 private:
  bool fails() {
    const int call = calls++;
    const bool now = failAt >= 0 && (killed ? call >= failAt : call == failAt);
    if (now) errno = error;
    return now;
  }
  bool isForbidden(const std::string& path) {
    if (!forbidden || !forbidden(path)) return false;
    errno = EACCES;
    return true;
  }
};

}  // namespace narrows::tests
