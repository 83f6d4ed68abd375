#include "files/csv_form.h"

#include <charconv>
#include <utility>

#include "problem/trade.h"

namespace narrows {

namespace {
constexpr const char* unitWords = "ft-in-8ths, in, mm or m";
}  // namespace

Problems CsvForm::readAll(std::string_view text) {
  if (trimmedField(text).empty()) return {{Fault::Empty, {}, {}}};
  if (!isUtf8(text)) return {{Fault::NotUtf8, {}, {}}};
  const std::vector<CsvRecord> records = csvRecords(text, m_problems);
  if (records.empty()) return m_problems;
  readFirst(records.front());
  if (!m_problems.empty()) return m_problems;
  for (std::size_t i = 1; i < records.size(); ++i) {
    const CsvRecord& record = records[i];
    const std::string name = lower(record.fields[0]);
    if (name == "units") {
      readUnit(record);
    } else if (!readRecord(name, record)) {
      problem(Fault::WordUnknown, record, 1, {record.fields[0], m_known});
    }
  }
  return m_problems;
}

void CsvForm::problem(Fault fault, const CsvRecord& record, std::size_t field, std::vector<Say> says) {
  m_problems.push_back({fault, {record.line, static_cast<int>(field), {}}, std::move(says)});
}

void CsvForm::missing(const std::string& what, const std::string& why) {
  m_problems.push_back({Fault::RecordMissing, {}, {what, why}});
}

void CsvForm::readFirst(const CsvRecord& record) {
  if (lower(record.fields[0]) != m_name) {
    problem(Fault::WordUnknown, record, 1, {record.fields[0], m_name + ",1"});
  } else if (record.fields.size() < 2 || record.fields[1] != "1") {
    problem(Fault::VersionUnknown, record, 2, {record.fields.size() < 2 ? "" : record.fields[1]});
  }
}

void CsvForm::readUnit(const CsvRecord& record) {
  if (!hasFields(record, 2, unitWords)) return;
  const auto unit = unitNamed(lower(record.fields[1]));
  if (!unit) return problem(Fault::WordUnknown, record, 2, {record.fields[1], unitWords});
  m_unit = *unit;
}

bool CsvForm::hasFields(const CsvRecord& record, std::size_t count, const std::string& wanted) {
  if (record.fields.size() < count) {
    problem(Fault::FieldMissing, record, record.fields.size() + 1, {wanted});
  } else if (record.fields.size() > count) {
    problem(Fault::FieldSurplus, record, count + 1, {std::to_string(record.fields.size()), std::to_string(count)});
  }
  return record.fields.size() == count;
}

bool CsvForm::hasUnit(const CsvRecord& record) {
  if (!m_unit && !std::exchange(m_toldUnit, true))
    problem(Fault::RecordMissing, record, 1, {"units", Trade::say("say it before any length.")});
  return m_unit.has_value();
}

bool CsvForm::isFirst(const CsvRecord& record, const std::string& key, const std::string& said) {
  const auto [at, isNew] = m_first.emplace(key, record.line);
  if (!isNew) problem(Fault::RecordTwice, record, 1, {said, std::to_string(at->second)});
  return isNew;
}

int CsvForm::lineOf(const std::string& key) const {
  const auto found = m_first.find(key);
  return found == m_first.end() ? 0 : found->second;
}

std::optional<Length> CsvForm::lengthOf(const CsvRecord& record, std::size_t field) {
  const std::string& text = record.fields[field - 1];
  if (text.empty() || text == "-") return std::nullopt;
  const auto length = parseLength(text, *m_unit);
  if (length) return *length;
  problem(length.error()[0].fault, record, field, length.error()[0].says);
  return std::nullopt;
}

std::optional<int> CsvForm::numberOf(const CsvRecord& record, std::size_t field, int least, int most,
                                     const std::string& what) {
  const std::string& text = record.fields[field - 1];
  int number = 0;
  const auto parsed = std::from_chars(text.data(), text.data() + text.size(), number);
  if (parsed.ec == std::errc() && parsed.ptr == text.data() + text.size() && number >= least && number <= most)
    return number;
  problem(Fault::WordUnknown, record, field, {text, what});
  return std::nullopt;
}

}  // namespace narrows
