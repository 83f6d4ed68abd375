#include "files/csv_records.h"

#include <cctype>

namespace narrows {

std::string lower(std::string_view text) {
  std::string result(text);
  for (char& c : result) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
  return result;
}

std::string trimmedField(std::string_view text) {
  const auto first = text.find_first_not_of(" \t\r");
  if (first == std::string_view::npos) return {};
  return std::string(text.substr(first, text.find_last_not_of(" \t\r") - first + 1));
}

bool isUtf8(std::string_view text) {
  for (std::size_t i = 0; i < text.size();) {
    const auto lead = static_cast<unsigned char>(text[i]);
    const std::size_t more = lead < 0x80                   ? 0
                             : lead >= 0xC2 && lead < 0xE0 ? 1
                             : lead >= 0xE0 && lead < 0xF0 ? 2
                             : lead >= 0xF0 && lead < 0xF5 ? 3
                                                           : 4;
    if (lead == 0 || more == 4 || i + more >= text.size() + (more == 0 ? 1 : 0)) return false;
    for (std::size_t k = 1; k <= more; ++k) {
      if ((static_cast<unsigned char>(text[i + k]) & 0xC0U) != 0x80U) return false;
    }
    // Letters written longer than they need be, halves of surrogate pairs, and what lies past the last letter.
    const auto next = more > 0 ? static_cast<unsigned char>(text[i + 1]) : 0U;
    if ((lead == 0xE0 && next < 0xA0) || (lead == 0xED && next >= 0xA0) || (lead == 0xF0 && next < 0x90) ||
        (lead == 0xF4 && next >= 0x90))
      return false;
    i += more + 1;
  }
  return true;
}

namespace {

/// The fields of one record; false where a quotation mark is left open.
bool splitRecord(std::string_view line, std::vector<std::string>& fields) {
  fields.assign(1, {});
  bool inQuotes = false;
  bool wasQuoted = false;
  for (std::size_t i = 0; i < line.size(); ++i) {
    const char c = line[i];
    if (inQuotes) {
      if (c == '"' && i + 1 < line.size() && line[i + 1] == '"') {
        fields.back() += '"';
        ++i;
      } else if (c == '"') {
        inQuotes = false;
      } else {
        fields.back() += c;
      }
    } else if (c == '"' && trimmedField(fields.back()).empty()) {
      fields.back().clear();
      inQuotes = wasQuoted = true;
    } else if (c == ',') {
      if (!wasQuoted) fields.back() = trimmedField(fields.back());
      wasQuoted = false;
      fields.emplace_back();
    } else {
      fields.back() += c;
    }
  }
  if (!wasQuoted) fields.back() = trimmedField(fields.back());
  return !inQuotes;
}

}  // namespace

std::vector<CsvRecord> csvRecords(std::string_view text, Problems& problems) {
  if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
  std::vector<CsvRecord> records;
  int line = 0;
  while (!text.empty()) {
    const auto end = text.find('\n');
    std::string_view one = text.substr(0, end);
    text = end == std::string_view::npos ? std::string_view{} : text.substr(end + 1);
    ++line;
    if (one.ends_with('\r')) one.remove_suffix(1);
    const std::string bare = trimmedField(one);
    if (bare.empty() || bare.front() == '#') continue;
    CsvRecord record{line, {}};
    if (!splitRecord(one, record.fields)) {
      problems.push_back({Fault::QuoteOpen, {line, static_cast<int>(record.fields.size()), {}}, {}});
      continue;
    }
    records.push_back(std::move(record));
  }
  return records;
}

}  // namespace narrows
