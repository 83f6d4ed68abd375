#pragma once
// A plain CSV form: its first record names it and its version, and a unit stands before any length.

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "files/csv_records.h"
#include "length/length.h"

namespace narrows {

/// Reads the records of one file, gathering every fault as it goes. A form says its own records.
class CsvForm {
 public:
  virtual ~CsvForm() = default;

 protected:
  /// `name`: the form's, as its first record gives it; `records`: the records it knows, in words, for what is told of
  /// one that it does not.
  CsvForm(std::string name, std::string records) : m_name(std::move(name)), m_known(std::move(records)) {}

  /// Reads the whole text into the form, and gives every fault there is.
  Problems readAll(std::string_view text);
  /// A record of the form's own; false where it is none of them.
  virtual bool readRecord(const std::string& name, const CsvRecord& record) = 0;

  /// A fault of one field, from 1.
  void problem(Fault fault, const CsvRecord& record, std::size_t field, std::vector<Say> says);
  /// What is nowhere in the file.
  void missing(const std::string& what, const std::string& why);
  /// Told where it has fewer or more fields.
  bool hasFields(const CsvRecord& record, std::size_t count, const std::string& wanted);
  /// Whether the unit has been said; told once where not.
  bool hasUnit(const CsvRecord& record);
  /// The length of a field, told where it is none. Nothing, and nothing told, where it is empty or a dash.
  std::optional<Length> lengthOf(const CsvRecord& record, std::size_t field);
  /// A whole number from `least` to `most`; `what` it is of.
  std::optional<int> numberOf(const CsvRecord& record, std::size_t field, int least, int most, const std::string& what);
  /// Whether no record before says the same, `key`; told where one does, with `said` for it.
  bool isFirst(const CsvRecord& record, const std::string& key, const std::string& said);
  /// The line of the first record that says it; 0 where none does.
  int lineOf(const std::string& key) const;
  bool hasProblems() const { return !m_problems.empty(); }

 private:
  void readFirst(const CsvRecord& record);
  void readUnit(const CsvRecord& record);

  std::string m_name, m_known;
  Problems m_problems;
  std::map<std::string, int> m_first;  ///< lines of what may be said once
  std::optional<Unit> m_unit;
  bool m_toldUnit = false;
};

}  // namespace narrows
