#include "lines/offset_table.h"

namespace narrows {

namespace {

constexpr int fileDecimals = 6;

}  // namespace

std::string csvField(const std::string& text) {
  if (text.find_first_of(",\"") == std::string::npos) return text;
  std::string result = "\"";
  for (const char c : text) result += c == '"' ? std::string("\"\"") : std::string(1, c);
  return result + "\"";
}

std::string writeOffsetTable(const OffsetTable& table) {
  const auto written = [&table](Length length) { return writeLength(length, table.unit, fileDecimals, true); };
  std::string text = "offsets,1\n";
  const auto record = [&text](std::string_view name, const std::string& rest) {
    text += std::string(name) + "," + rest + "\n";
  };
  if (!table.boat.empty()) record("boat", csvField(table.boat));
  for (const std::string& note : table.notes) record("note", csvField(note));
  record("units", std::string(unitName(table.unit)));
  record("planking", std::string(plankingSideName(table.side)) + "," + written(table.thickness));
  if (table.reading) record("reading", written(*table.reading));
  record("construction", std::string(constructionName(table.construction)));

  std::string names;
  std::string distances;
  for (const StationColumn& station : table.stations) {
    names += (names.empty() ? "" : ",") + csvField(station.name);
    distances += (distances.empty() ? "" : ",") + (station.distance ? written(*station.distance) : "rake");
  }
  record("stations", names);
  record("distance", distances);

  for (const TableRow& row : table.rows) {
    std::string line;
    if (row.kind == RowKind::Diagonal) {
      line = csvField(row.name) + "," + written(row.at) + "," + written(row.out) + "," + written(row.down);
      text += "diagonal," + line;
    } else {
      text += std::string(rowKindName(row.kind)) + " " + rowLabel(row, table.unit);
    }
    for (const auto& figure : row.figures) text += "," + (figure ? written(*figure) : std::string());
    text += "\n";
  }
  for (const Profile& profile : table.profiles) {
    text += "profile " + std::string(profilePartName(profile.part));
    for (const ProfilePoint& point : profile.points)
      text += "," + written(point.distance) + "," + written(point.height);
    text += "\n";
  }
  for (const HalfSiding& siding : table.halfSidings) {
    record("half-siding " + std::string(sidingPartName(siding.part)), written(siding.value));
  }
  return text;
}

}  // namespace narrows
