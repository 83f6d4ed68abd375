#include "files/disk.h"

#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include <atomic>
#include <cstdio>
#include <utility>

namespace narrows {

namespace {

std::atomic<Disk*>& chosen() {
  static std::atomic<Disk*> instead{nullptr};
  return instead;
}

}  // namespace

int Disk::open(const std::string& path, int flags, mode_t mode) {
  return ::open(path.c_str(), flags | O_CLOEXEC, mode);
}
ssize_t Disk::read(int file, char* bytes, std::size_t count) {
  return ::read(file, bytes, count);
}
ssize_t Disk::write(int file, const char* bytes, std::size_t count) {
  return ::write(file, bytes, count);
}
int Disk::sync(int file) {
  return ::fsync(file);
}
int Disk::truncate(int file, off_t size) {
  return ::ftruncate(file, size);
}
int Disk::permit(int file, mode_t mode) {
  return ::fchmod(file, mode);
}
int Disk::lock(int file) {
  return ::flock(file, LOCK_EX | LOCK_NB);
}
int Disk::close(int file) {
  return ::close(file);
}
int Disk::rename(const std::string& from, const std::string& to) {
  return std::rename(from.c_str(), to.c_str());
}
int Disk::link(const std::string& from, const std::string& to) {
  return ::link(from.c_str(), to.c_str());
}
int Disk::remove(const std::string& path) {
  return ::unlink(path.c_str());
}
int Disk::makeFolder(const std::string& path, mode_t mode) {
  return ::mkdir(path.c_str(), mode);
}

Disk& disk() {
  static Disk system;
  Disk* instead = chosen().load();
  return instead != nullptr ? *instead : system;
}

DiskInUse::DiskInUse(Disk& instead) {
  chosen().store(&instead);
}

DiskInUse::~DiskInUse() {
  chosen().store(nullptr);
}

OpenFile& OpenFile::operator=(OpenFile&& other) noexcept {
  if (this != &other) {
    close();
    m_file = other.release();
  }
  return *this;
}

int OpenFile::close() {
  const int file = release();
  return file < 0 ? 0 : disk().close(file);
}

int OpenFile::release() {
  return std::exchange(m_file, -1);
}

}  // namespace narrows
