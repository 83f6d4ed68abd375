#include "lining/hung_edges.h"

#include "files/csv_form.h"
#include "lines/offset_table.h"
#include "problem/trade.h"

namespace narrows {

namespace {

class HungReader : public CsvForm {
 public:
  HungReader() : CsvForm("hung", Trade::say("units, strake or edge")) {}

  Result<std::vector<HungEdge>> read(std::string_view text) {
    const Problems problems = readAll(text);
    if (!problems.empty()) return tl::make_unexpected(problems);
    if (m_edges.empty())
      return fail(Fault::RecordMissing, {}, {"strake,K,SIDE", Trade::say("at least one is wanted.")});
    return m_edges;
  }

 protected:
  bool readRecord(const std::string& name, const CsvRecord& record) override {
    if (name == "strake") {
      readStrake(record);
    } else if (name == "edge") {
      readEdge(record);
    } else {
      return false;
    }
    return true;
  }

 private:
  void readStrake(const CsvRecord& record) {
    m_inStrake = false;
    if (!hasFields(record, 3, "strake,K,SIDE")) return;
    const auto number = numberOf(record, 2, 1, mostStrakes, Trade::say("the number of a strake"));
    if (!number) return;
    HungEdge edge;
    edge.line = record.line;
    edge.strake = *number;
    const auto side = sideNamed(lower(record.fields[2]));
    if (!side) return problem(Fault::WordUnknown, record, 3, {record.fields[2], "starboard or port"});
    edge.side = *side;
    for (const HungEdge& other : m_edges) {
      if (other.side != edge.side || other.strake < edge.strake) continue;
      return problem(Fault::HungOutOfOrder, record, 2,
                     {std::to_string(edge.strake), std::to_string(other.strake), std::to_string(other.line)});
    }
    m_edges.push_back(edge);
    m_inStrake = true;
  }

  void readEdge(const CsvRecord& record) {
    if (!hasUnit(record) || !hasFields(record, 3, "edge,STATION,OFF")) return;
    if (!m_inStrake) {
      if (m_edges.empty()) problem(Fault::OutOfPlace, record, 1, {"edge", Trade::say("a strake")});
      return;
    }
    const auto length = lengthOf(record, 3);
    if (!length) return;  // not measured, or told
    auto& readings = m_edges.back().readings;
    for (const HungReading& other : readings) {
      if (other.station == record.fields[1])
        return problem(Fault::RecordTwice, record, 2, {record.fields[1], std::to_string(other.line)});
    }
    readings.push_back({record.fields[1], *length, record.line});
  }

  std::vector<HungEdge> m_edges;
  bool m_inStrake = false;
};

}  // namespace

Result<std::vector<HungEdge>> readHungEdges(std::string_view text) {
  return HungReader().read(text);
}

std::string writeHungEdges(const std::vector<HungEdge>& edges, Unit unit) {
  std::string text = "hung,1\nunits," + std::string(unitName(unit)) + "\n";
  for (const HungEdge& edge : edges) {
    text += "strake," + std::to_string(edge.strake) + "," + sideWord(edge.side) + "\n";
    for (const HungReading& reading : edge.readings)
      text += "edge," + csvField(reading.station) + "," + writeLength(reading.off, unit, 3, true) + "\n";
  }
  return text;
}

}  // namespace narrows
