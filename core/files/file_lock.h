#pragma once
// One process at a time at a file.

#include <memory>
#include <string>

#include "files/disk.h"
#include "problem/problem.h"

namespace narrows {

/// Holds a lock file, which is made where it is not there, until it goes out of sight or the process ends.
class FileLock {
 public:
  /// The lock. Fails with InUse where another process (or another lock of this one) has it, with CannotGuard where
  /// there can be none: a folder that cannot be written, a disk without locks.
  static Result<std::unique_ptr<FileLock>> take(const std::string& path);

  /// The same at a file that is there, for reading too: null where it is gone or another has it.
  static std::unique_ptr<FileLock> takeThere(const std::string& path);

 private:
  explicit FileLock(OpenFile file) : m_file(std::move(file)) {}
  OpenFile m_file;
};

}  // namespace narrows
