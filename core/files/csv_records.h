#pragma once
// The records of a plain CSV file, as every form of it is read here.

#include <string>
#include <string_view>
#include <vector>

#include "problem/problem.h"

namespace narrows {

/// One record: the line it stands on, from 1, and its fields, with no blanks about them but within quotes.
struct CsvRecord {
  int line = 0;
  std::vector<std::string> fields;
};

/// All of them: blank lines and lines that begin with `#` are passed over, a mark of byte order too. A record whose
/// quotation mark is left open is added to `problems`.
std::vector<CsvRecord> csvRecords(std::string_view text, Problems& problems);

/// Whether bytes are text: UTF-8, with no nought in it.
bool isUtf8(std::string_view text);

/// Small letters, and without blanks at either end.
std::string lower(std::string_view text);
std::string trimmedField(std::string_view text);

}  // namespace narrows
