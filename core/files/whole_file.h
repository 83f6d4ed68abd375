#pragma once
// Files read and written whole: what stands at a path is at every moment the old text or the new one.

#include <string>
#include <string_view>

#include "problem/problem.h"

namespace narrows {

/// A file's bytes. Fails where it cannot be read, is a folder, or is longer than `mostBytes`.
Result<std::string> readWholeFile(const std::string& path, std::size_t mostBytes);

/// Writes beside `path`, syncs, and renames over it. What was there keeps its permissions; a link stays a link, and
/// what it points to is written. Fails with nothing changed.
Result<void> writeWholeFile(const std::string& path, std::string_view text);

/// The folder a path lies in; "." for a bare name.
std::string folderOf(const std::string& path);

/// The file that is really written for a path: where its links lead.
std::string fileBehind(const std::string& path);

/// Writes a text, synced, at a path that nothing else uses (what a killed process left there is removed), with the
/// permissions of the file at `likeThis`. Fails with nothing left there; the fault names `likeThis`.
Result<void> writeBeside(const std::string& path, std::string_view text, const std::string& likeThis);

/// Gives `path` what stands at `beside`, which is gone after. Fails with `path` as it was and `beside` removed.
Result<void> putInPlace(const std::string& beside, const std::string& path);

/// Another name for the same bytes, which stay when `from` is renamed over: the old name of `to` is given up at the
/// same moment. Copies where the disk knows no links.
Result<void> keepAs(const std::string& from, const std::string& to);

/// Makes a folder and the folders above it. Fails where it is not there afterwards.
Result<void> makeFolders(const std::string& path);

/// All bytes of a text into an open file; false, and errno says why, where not all went in.
bool writeAll(int file, std::string_view text);

/// FNV-1a of a text, 64 bits: a name for a path, a checksum for a record.
std::uint64_t fingerprint(std::string_view text);

}  // namespace narrows
