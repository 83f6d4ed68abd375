#include <algorithm>
#include <cstdio>
#include <map>

#include "files/csv_records.h"
#include "files/whole_file.h"
#include "lines/offset_table.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// More stations than any boat has; a file with more is not a table of offsets.
constexpr std::size_t mostStations = 400;
constexpr std::size_t mostTableBytes = 8U << 20U;

/// Reads the records of one table, gathering every fault as it goes.
class TableReader {
 public:
  /// A table that is half typed may have a profile of one point, or of none yet.
  explicit TableReader(bool halfTyped) : m_halfTyped(halfTyped) {}

  Result<OffsetTable> read(std::string_view text) {
    std::vector<CsvRecord> records = csvRecords(text, m_problems);
    if (records.empty() && m_problems.empty()) return fail(Fault::Empty);
    if (!records.empty() && !readFirst(records.front())) return tl::make_unexpected(m_problems);
    if (!records.empty()) records.erase(records.begin());
    findUnit(records);
    for (const CsvRecord& record : records) readRecord(record);
    finish();
    if (!m_problems.empty()) {
      std::stable_sort(m_problems.begin(), m_problems.end(), [](const Problem& a, const Problem& b) {
        const auto key = [](const Problem& p) { return p.where.line == 0 ? 1 << 30 : p.where.line; };
        return key(a) < key(b);
      });
      return tl::make_unexpected(m_problems);
    }
    return m_table;
  }

 private:
  void problem(Fault fault, int line, std::size_t field, std::vector<Say> says, std::string name = {}) {
    m_problems.push_back({fault, {line, static_cast<int>(field), std::move(name)}, std::move(says)});
  }

  bool readFirst(const CsvRecord& record) {
    if (lower(record.fields[0]) != "offsets") {
      problem(Fault::FirstRecord, record.line, 1, {record.fields[0]});
      return false;
    }
    if (record.fields.size() < 2 || record.fields[1] != "1") {
      problem(Fault::VersionUnknown, record.line, 2, {record.fields.size() < 2 ? "" : record.fields[1]});
      return false;
    }
    return true;
  }

  /// The unit is wanted before any length, wherever its record stands.
  void findUnit(const std::vector<CsvRecord>& records) {
    for (const CsvRecord& record : records) {
      if (lower(record.fields[0]) != "units" || record.fields.size() < 2) continue;
      const auto unit = unitNamed(lower(record.fields[1]));
      if (unit) {
        m_table.unit = *unit;
      } else {
        problem(Fault::WordUnknown, record.line, 2, {record.fields[1], "ft-in-8ths, in, mm or m"});
      }
      m_unitKnown = true;
      return;
    }
  }

  Length length(const CsvRecord& record, std::size_t field) {
    const auto parsed = parseLength(record.fields[field], m_table.unit);
    if (parsed) return *parsed;
    problem(parsed.error()[0].fault, record.line, field + 1, parsed.error()[0].says, columnName(record, field));
    return {};
  }

  std::string columnName(const CsvRecord& record, std::size_t field) const {
    const std::string name = lower(record.fields[0]);
    const bool row = name.starts_with("height") || name.starts_with("half-breadth") || name == "distance";
    const std::size_t first = name == "diagonal" ? 5 : 1;
    if ((!row && name != "diagonal") || field < first || field - first >= m_table.stations.size()) return {};
    return Trade::say("station %1", m_table.stations[field - first].name);
  }

  /// Whether this is the first record of its name; a second is a fault.
  bool once(const CsvRecord& record) {
    const auto [at, isNew] = m_seen.emplace(lower(record.fields[0]), record.line);
    if (!isNew) problem(Fault::RecordTwice, record.line, 1, {record.fields[0], std::to_string(at->second)});
    return isNew;
  }

  bool hasFields(const CsvRecord& record, std::size_t least, std::size_t most, const std::string& wanted) {
    if (record.fields.size() < least) {
      problem(Fault::FieldMissing, record.line, record.fields.size() + 1, {wanted});
      return false;
    }
    for (std::size_t i = most; i < record.fields.size(); ++i) {
      if (record.fields[i].empty()) continue;
      problem(Fault::FieldSurplus, record.line, i + 1, {std::to_string(record.fields.size()), std::to_string(most)});
      return false;
    }
    return true;
  }

  void readRecord(const CsvRecord& record) {
    const std::string name = lower(record.fields[0]);
    if (name == "boat") {
      if (once(record) && hasFields(record, 2, 2, Trade::say("the boat's name"))) m_table.boat = record.fields[1];
    } else if (name == "note") {
      if (hasFields(record, 2, 2, Trade::say("the note's text"))) m_table.notes.push_back(record.fields[1]);
    } else if (name == "units") {
      if (once(record)) hasFields(record, 2, 2, "ft-in-8ths, in, mm or m");
    } else if (name == "planking") {
      readPlanking(record);
    } else if (name == "reading") {
      if (once(record) && hasFields(record, 2, 2, Trade::say("how far a figure may be off")))
        m_table.reading = length(record, 1);
    } else if (name == "construction") {
      readConstruction(record);
    } else if (name == "stations") {
      readStations(record);
    } else if (name == "distance") {
      readDistances(record);
    } else if (name.starts_with("height ") || name.starts_with("half-breadth ")) {
      readRow(record, name);
    } else if (name == "diagonal") {
      readDiagonal(record);
    } else if (name.starts_with("profile ")) {
      readProfile(record, name.substr(8));
    } else if (name.starts_with("half-siding ")) {
      readHalfSiding(record, name.substr(12));
    } else if (name == "offsets") {
      problem(Fault::RecordTwice, record.line, 1, {"offsets", "1"});
    } else {
      problem(Fault::RecordUnknown, record.line, 1, {record.fields[0]});
    }
  }

  void readPlanking(const CsvRecord& record) {
    if (!once(record) || !hasFields(record, 3, 3, Trade::say("inside or outside, and a thickness"))) return;
    const std::string side = lower(record.fields[1]);
    if (side != "inside" && side != "outside") {
      problem(Fault::WordUnknown, record.line, 2, {record.fields[1], "inside or outside"});
    }
    m_table.side = side == "outside" ? PlankingSide::Outside : PlankingSide::Inside;
    m_table.thickness = length(record, 2);
  }

  void readConstruction(const CsvRecord& record) {
    if (!once(record) || !hasFields(record, 2, 2, "carvel or lapstrake")) return;
    const std::string kind = lower(record.fields[1]);
    if (kind != "carvel" && kind != "lapstrake") {
      problem(Fault::WordUnknown, record.line, 2, {record.fields[1], "carvel or lapstrake"});
    }
    m_table.construction = kind == "lapstrake" ? Construction::Lapstrake : Construction::Carvel;
  }

  void readStations(const CsvRecord& record) {
    if (!once(record)) return;
    if (record.fields.size() - 1 > mostStations) {
      problem(Fault::TooManyStations, record.line, 0,
              {std::to_string(record.fields.size() - 1), std::to_string(mostStations)});
      m_tooMany = true;
      return;
    }
    std::map<std::string, std::size_t> seen;
    for (std::size_t i = 1; i < record.fields.size(); ++i) {
      const std::string& name = record.fields[i];
      const std::string key = lower(name);
      if (name.empty())
        problem(Fault::StationName, record.line, i + 1, {name, Trade::say("every station has a name.")});
      if (key == "stem" || key == "sternpost") {
        problem(Fault::StationName, record.line, i + 1, {name, Trade::say("that name is kept for the timber.")});
      }
      if (!name.empty() && !seen.emplace(key, i).second) {
        problem(Fault::StationName, record.line, i + 1, {name, Trade::say("another station has that name.")});
      }
      m_table.stations.push_back({name, std::nullopt});
    }
    m_stationsLine = record.line;
  }

  bool stationsKnown(const CsvRecord& record) {
    if (m_tooMany) return false;
    if (m_stationsLine > 0) return true;
    problem(Fault::OutOfPlace, record.line, 1, {record.fields[0], Trade::say("the \"stations\" record")});
    return false;
  }

  void readDistances(const CsvRecord& record) {
    if (!once(record) || !stationsKnown(record)) return;
    const std::size_t count = m_table.stations.size();
    if (!hasFields(record, count + 1, count + 1, Trade::say("a distance for each of %1 stations", count))) return;
    for (std::size_t i = 1; i <= count; ++i) {
      if (lower(record.fields[i]) == "rake") {
        if (i != count) problem(Fault::RakeNotLast, record.line, i + 1, {});
        continue;
      }
      m_table.stations[i - 1].distance = length(record, i);
    }
  }

  void readFigures(const CsvRecord& record, std::size_t first, TableRow row) {
    const std::size_t count = m_table.stations.size();
    if (!hasFields(record, first + 1, first + count, Trade::say("a figure for each station"))) return;
    if (record.fields.size() < first + count) {
      problem(Fault::FieldMissing, record.line, record.fields.size() + 1,
              {Trade::say("a figure, or nothing between commas, for each of %1 stations", count)});
      return;
    }
    row.fileLine = record.line;
    row.figures.resize(count);
    for (std::size_t i = 0; i < count; ++i) {
      const std::string& text = record.fields[first + i];
      if (!text.empty() && text != "-") row.figures[i] = length(record, first + i);
    }
    m_table.rows.push_back(std::move(row));
  }

  void readRow(const CsvRecord& record, const std::string& name) {
    if (!stationsKnown(record)) return;
    TableRow row;
    const bool height = name.starts_with("height ");
    row.kind = height ? RowKind::Height : RowKind::HalfBreadth;
    const std::string line = trimmedField(std::string_view(name).substr(height ? 7 : 13));
    const std::string_view measured = height ? "buttock" : "waterline";
    if (line == "sheer" || line == "rabbet" || line == "chine") {
      if (!once(record)) return;
      row.line = line == "sheer" ? RowLine::Sheer : line == "rabbet" ? RowLine::Rabbet : RowLine::Chine;
    } else if (line.starts_with(std::string(measured) + " ")) {
      row.line = height ? RowLine::Buttock : RowLine::Waterline;
      const auto at = parseLength(std::string_view(line).substr(measured.size() + 1), m_table.unit);
      if (!at) {
        problem(at.error()[0].fault, record.line, 1, at.error()[0].says);
        return;
      }
      row.at = *at;
    } else {
      problem(Fault::RecordUnknown, record.line, 1, {record.fields[0]});
      return;
    }
    readFigures(record, 1, std::move(row));
  }

  void readDiagonal(const CsvRecord& record) {
    if (!stationsKnown(record) ||
        !hasFields(record, 6, 5 + m_table.stations.size(), Trade::say("a name, centre, out, down and figures"))) {
      return;
    }
    TableRow row;
    row.kind = RowKind::Diagonal;
    row.line = RowLine::Diagonal;
    row.name = record.fields[1];
    row.at = length(record, 2);
    row.out = length(record, 3);
    row.down = length(record, 4);
    if (row.out.mm() <= 0.0) {
      problem(Fault::BeyondSense, record.line, 4,
              {record.fields[3], Trade::say("the way out of a diagonal, which is more than nothing")});
    }
    readFigures(record, 5, std::move(row));
  }

  void readProfile(const CsvRecord& record, const std::string& part) {
    for (const ProfilePart known : profileParts) {
      if (trimmedField(part) != profilePartName(known)) continue;
      if (!once(record)) return;
      Profile profile{known, {}, record.line};
      std::size_t last = record.fields.size();
      while (last > 1 && record.fields[last - 1].empty()) --last;
      if (last < 5 && !m_halfTyped) {
        problem(Fault::ProfileTooShort, record.line, last + 1, {part});
        return;
      }
      if (last % 2 == 0) {
        problem(Fault::FieldMissing, record.line, last + 1, {Trade::say("a height for the last distance")});
        return;
      }
      for (std::size_t i = 1; i + 1 < last; i += 2)
        profile.points.push_back({length(record, i), length(record, i + 1)});
      m_table.profiles.push_back(std::move(profile));
      return;
    }
    problem(Fault::WordUnknown, record.line, 1,
            {part, "stem rabbet, stem face, sternpost rabbet, transom or keel bottom"});
  }

  void readHalfSiding(const CsvRecord& record, const std::string& part) {
    for (const SidingPart known : {SidingPart::Stem, SidingPart::Keel, SidingPart::Sternpost}) {
      if (trimmedField(part) != sidingPartName(known)) continue;
      if (once(record) && hasFields(record, 2, 2, Trade::say("the half-siding"))) {
        m_table.halfSidings.push_back({known, length(record, 1)});
      }
      return;
    }
    problem(Fault::WordUnknown, record.line, 1, {part, "stem, keel or sternpost"});
  }

  void finish() {
    const auto missing = [this](const std::string& name, const std::string& cure) {
      problem(Fault::RecordMissing, 0, 0, {name, cure});
    };
    if (!m_unitKnown) missing("units", Trade::say("say ft-in-8ths, in, mm or m."));
    if (m_seen.count("planking") == 0) missing("planking", Trade::say("say inside or outside, and the thickness."));
    if (m_seen.count("construction") == 0) missing("construction", Trade::say("say carvel or lapstrake."));
    if (m_tooMany) return;
    if (m_stationsLine == 0) {
      missing("stations", Trade::say("name the columns, bow to stern."));
      return;
    }
    if (m_seen.count("distance") == 0) missing(Trade::say("distance"), Trade::say("give each station's distance."));
  }

  OffsetTable m_table;
  Problems m_problems;
  std::map<std::string, int> m_seen;
  bool m_halfTyped;
  bool m_unitKnown = false;
  bool m_tooMany = false;
  int m_stationsLine = 0;
};

Result<OffsetTable> readText(std::string_view text, bool halfTyped) {
  if (trimmedField(text).find_first_not_of(" \t\r\n") == std::string::npos) return fail(Fault::Empty);
  if (!isUtf8(text)) return fail(Fault::NotUtf8);
  return TableReader(halfTyped).read(text);
}

}  // namespace

Result<OffsetTable> readUncheckedTable(std::string_view text) {
  return readText(text, true);
}

Result<OffsetTable> readOffsetTable(std::string_view text) {
  auto table = readText(text, false);
  if (!table) return table;
  if (const auto sense = checkOffsetTable(*table); !sense) return tl::make_unexpected(sense.error());
  return table;
}

Result<OffsetTable> loadOffsetTable(const std::string& path) {
  const auto text = readWholeFile(path, mostTableBytes);
  if (!text) return tl::make_unexpected(text.error());
  auto table = readOffsetTable(*text);
  if (table) return table;
  Problems problems = table.error();
  for (Problem& problem : problems) {
    if (problem.where.line == 0 && problem.where.name.empty()) problem.where.name = path;
  }
  return tl::make_unexpected(problems);
}

}  // namespace narrows
