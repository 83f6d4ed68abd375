#pragma once
// The calls to the system that every file of the program goes through.

#include <sys/types.h>

#include <string>

namespace narrows {

/// Files as the system gives them. Each call is the system's own: -1, and errno says why, where it fails. Another disk
/// can be put in its place (`DiskInUse`), so that a test makes any one of them fail.
class Disk {
 public:
  virtual ~Disk() = default;
  virtual int open(const std::string& path, int flags, mode_t mode);
  virtual ssize_t read(int file, char* bytes, std::size_t count);
  virtual ssize_t write(int file, const char* bytes, std::size_t count);
  virtual int sync(int file);
  virtual int truncate(int file, off_t size);
  virtual int permit(int file, mode_t mode);
  /// Takes the file for this process alone, or fails at once with EWOULDBLOCK.
  virtual int lock(int file);
  virtual int close(int file);
  virtual int rename(const std::string& from, const std::string& to);
  virtual int link(const std::string& from, const std::string& to);
  virtual int remove(const std::string& path);
  virtual int makeFolder(const std::string& path, mode_t mode);
};

/// The disk in use: the system's, or the one a test has put in its place.
Disk& disk();

/// Puts another disk in the place of the system's for as long as it lives. For tests; one at a time.
class DiskInUse {
 public:
  explicit DiskInUse(Disk& instead);
  ~DiskInUse();
  DiskInUse(const DiskInUse&) = delete;
  DiskInUse& operator=(const DiskInUse&) = delete;
};

/// A file that is closed when it goes out of sight.
class OpenFile {
 public:
  OpenFile() = default;
  OpenFile(const std::string& path, int flags, mode_t mode = 0666) : m_file(disk().open(path, flags, mode)) {}
  ~OpenFile() { close(); }
  OpenFile(OpenFile&& other) noexcept : m_file(other.release()) {}
  OpenFile& operator=(OpenFile&& other) noexcept;

  explicit operator bool() const { return m_file >= 0; }
  int get() const { return m_file; }
  /// 0, or -1 where what was written could not be put away after all.
  int close();

 private:
  int release();
  int m_file = -1;
};

}  // namespace narrows
