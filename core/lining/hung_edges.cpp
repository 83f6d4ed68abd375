#include "lining/hung_edges.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <optional>

#include "files/csv_records.h"
#include "lines/offset_table.h"

namespace narrows {

namespace {

/// Reads the records of one file, gathering every fault as it goes.
class HungReader {
 public:
  Result<std::vector<HungEdge>> read(std::string_view text) {
    if (trimmedField(text).empty()) return fail(Fault::Empty);
    if (!isUtf8(text)) return fail(Fault::NotUtf8);
    const std::vector<CsvRecord> records = csvRecords(text, m_problems);
    if (!records.empty() && !readFirst(records.front())) return tl::make_unexpected(m_problems);
    for (std::size_t i = 1; i < records.size(); ++i) readRecord(records[i]);
    if (m_edges.empty() && m_problems.empty()) missing("strake,K,SIDE", "at least one");
    if (!m_problems.empty()) return tl::make_unexpected(m_problems);
    return m_edges;
  }

 private:
  void problem(Fault fault, const CsvRecord& record, std::size_t field, std::vector<Say> says) {
    m_problems.push_back({fault, {record.line, static_cast<int>(field), {}}, std::move(says)});
  }
  void missing(const std::string& what, const std::string& wanted) {
    m_problems.push_back({Fault::RecordMissing, {}, {what, wanted + " is wanted."}});
  }

  bool readFirst(const CsvRecord& record) {
    const bool named = lower(record.fields[0]) == "hung";
    if (!named) {
      problem(Fault::WordUnknown, record, 1, {record.fields[0], "hung,1"});
    } else if (record.fields.size() < 2 || record.fields[1] != "1") {
      problem(Fault::VersionUnknown, record, 2, {record.fields.size() < 2 ? "" : record.fields[1]});
    }
    return m_problems.empty();
  }

  bool hasFields(const CsvRecord& record, std::size_t count, const std::string& wanted) {
    if (record.fields.size() < count) {
      problem(Fault::FieldMissing, record, record.fields.size() + 1, {wanted});
    } else if (record.fields.size() > count) {
      problem(Fault::FieldSurplus, record, count + 1, {std::to_string(record.fields.size()), std::to_string(count)});
    }
    return record.fields.size() == count;
  }

  void readRecord(const CsvRecord& record) {
    const std::string name = lower(record.fields[0]);
    if (name == "units") {
      if (!hasFields(record, 2, "ft-in-8ths, in, mm or m")) return;
      const auto unit = unitNamed(lower(record.fields[1]));
      if (!unit) return problem(Fault::WordUnknown, record, 2, {record.fields[1], "ft-in-8ths, in, mm or m"});
      m_unit = *unit;
    } else if (name == "strake") {
      readStrake(record);
    } else if (name == "edge") {
      readEdge(record);
    } else {
      problem(Fault::WordUnknown, record, 1, {record.fields[0], "units, strake or edge"});
    }
  }

  void readStrake(const CsvRecord& record) {
    m_inStrake = false;
    if (!hasFields(record, 3, "strake,K,SIDE")) return;
    HungEdge edge;
    edge.line = record.line;
    const std::string& number = record.fields[1];
    const auto parsed = std::from_chars(number.data(), number.data() + number.size(), edge.strake);
    const bool whole = parsed.ec == std::errc() && parsed.ptr == number.data() + number.size();
    if (!whole || edge.strake < 1 || edge.strake > mostStrakes)
      return problem(Fault::WordUnknown, record, 2, {number, "the number of a strake"});
    const std::string side = lower(record.fields[2]);
    if (side != "port" && side != "starboard")
      return problem(Fault::WordUnknown, record, 3, {record.fields[2], "starboard or port"});
    edge.side = side == "port" ? BoatSide::Port : BoatSide::Starboard;
    for (const HungEdge& other : m_edges) {
      if (other.side != edge.side || other.strake < edge.strake) continue;
      return problem(Fault::HungOutOfOrder, record, 2,
                     {std::to_string(edge.strake), std::to_string(other.strake), std::to_string(other.line)});
    }
    m_edges.push_back(edge);
    m_inStrake = true;
  }

  void readEdge(const CsvRecord& record) {
    if (!m_unit) {
      if (!std::exchange(m_toldUnit, true))
        problem(Fault::RecordMissing, record, 1, {"units", "say it before any length."});
      return;
    }
    if (!hasFields(record, 3, "edge,STATION,OFF")) return;
    if (!m_inStrake) {
      if (m_edges.empty()) problem(Fault::OutOfPlace, record, 1, {"edge", "a strake"});
      return;
    }
    if (record.fields[2].empty() || record.fields[2] == "-") return;  // not measured
    const auto length = parseLength(record.fields[2], *m_unit);
    if (!length) return problem(length.error()[0].fault, record, 3, length.error()[0].says);
    auto& readings = m_edges.back().readings;
    for (const HungReading& other : readings) {
      if (other.station == record.fields[1])
        return problem(Fault::RecordTwice, record, 2, {record.fields[1], std::to_string(other.line)});
    }
    readings.push_back({record.fields[1], *length, record.line});
  }

  Problems m_problems;
  std::vector<HungEdge> m_edges;
  std::optional<Unit> m_unit;
  bool m_inStrake = false, m_toldUnit = false;
};

}  // namespace

Result<std::vector<HungEdge>> readHungEdges(std::string_view text) {
  return HungReader().read(text);
}

std::string writeHungEdges(const std::vector<HungEdge>& edges, Unit unit) {
  std::string text = "hung,1\nunits," + std::string(unitName(unit)) + "\n";
  for (const HungEdge& edge : edges) {
    text += "strake," + std::to_string(edge.strake) + (edge.side == BoatSide::Port ? ",port\n" : ",starboard\n");
    for (const HungReading& reading : edge.readings)
      text += "edge," + csvField(reading.station) + "," + writeLength(reading.off, unit, 3, true) + "\n";
  }
  return text;
}

}  // namespace narrows
