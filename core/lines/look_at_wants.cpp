#include "lines/look_at_wants.h"

#include <algorithm>
#include <array>

#include "lines/part_station.h"
#include "problem/trade.h"

namespace narrows {

namespace {

using What = StillWanted::What;

struct Bound {
  What what;
  RowKind kind;
  RowLine line;
};

constexpr std::array<Bound, 6> bounds{{{What::SheerHeight, RowKind::Height, RowLine::Sheer},
                                       {What::SheerHalfBreadth, RowKind::HalfBreadth, RowLine::Sheer},
                                       {What::RabbetHeight, RowKind::Height, RowLine::Rabbet},
                                       {What::RabbetHalfBreadth, RowKind::HalfBreadth, RowLine::Rabbet},
                                       {What::ChineHeight, RowKind::Height, RowLine::Chine},
                                       {What::ChineHalfBreadth, RowKind::HalfBreadth, RowLine::Chine}}};

std::vector<std::size_t> columnsThatWant(const OffsetTable& table, const Bound& bound) {
  const bool chined = table.row(RowKind::Height, RowLine::Chine) != nullptr ||
                      table.row(RowKind::HalfBreadth, RowLine::Chine) != nullptr;
  const bool sided = bound.what == What::RabbetHalfBreadth && table.halfSiding(SidingPart::Keel).has_value();
  std::vector<std::size_t> wanting;
  if (sided || (bound.line == RowLine::Chine && !chined)) return wanting;
  for (std::size_t column = 0; column < table.stations.size(); ++column) {
    if (bound.line != RowLine::Sheer && beginsOnEnd(table, column)) continue;
    if (!table.figure(bound.kind, bound.line, column)) wanting.push_back(column);
  }
  return wanting;
}

/// Columns of a table by name, those that follow one another joined: "Station 3", "Stations 1 to 5 and 7".
std::string stationsInWords(const OffsetTable& table, const std::vector<std::size_t>& columns) {
  std::vector<std::string> runs;
  for (std::size_t i = 0; i < columns.size();) {
    std::size_t last = i;
    while (last + 1 < columns.size() && columns[last + 1] == columns[last] + 1) ++last;
    const std::string &first = table.stations[columns[i]].name, &end = table.stations[columns[last]].name;
    if (last > i + 1) {
      runs.push_back(Trade::say("%1 to %2", first, end));
    } else {
      runs.push_back(first);
      if (last > i) runs.push_back(end);
    }
    i = last + 1;
  }
  std::string words = runs.empty() ? std::string() : runs[0];
  for (std::size_t i = 1; i < runs.size(); ++i)
    words = i + 1 == runs.size() ? Trade::say("%1 and %2", words, runs[i]) : Trade::say("%1, %2", words, runs[i]);
  return columns.size() == 1 ? Trade::say("Station %1", words) : Trade::say("Stations %1", words);
}

}  // namespace

std::string StillWanted::words(Notation /*notation*/) const {
  const auto say = [this](const char* one, const char* several) {
    return count == 1 ? Trade::say(one, place) : Trade::say(several, place);
  };
  switch (what) {
    case What::SheerHeight:
      return say("%1 wants a sheer height.", "%1 want a sheer height.");
    case What::SheerHalfBreadth:
      return say("%1 wants a sheer half-breadth.", "%1 want a sheer half-breadth.");
    case What::RabbetHeight:
      return say("%1 wants a rabbet height.", "%1 want a rabbet height.");
    case What::RabbetHalfBreadth:
      return say("%1 wants a rabbet half-breadth, or the keel a half-siding.",
                 "%1 want a rabbet half-breadth, or the keel a half-siding.");
    case What::ChineHeight:
      return say("%1 wants a chine height.", "%1 want a chine height.");
    case What::ChineHalfBreadth:
      return say("%1 wants a chine half-breadth.", "%1 want a chine half-breadth.");
    case What::Siding:
      return Trade::say("The %1 wants its half-siding, in the table of profiles: until then nothing is judged by it.",
                        place);
    case What::TransomShape:
      return Trade::say("The raked column %1 wants the profile of the transom, in the table of profiles.", place);
  }
  return {};
}

std::vector<StillWanted> lookAtWants(const OffsetTable& table) {
  std::vector<StillWanted> wants;
  for (const Bound& bound : bounds) {
    const auto columns = columnsThatWant(table, bound);
    if (!columns.empty()) wants.push_back({bound.what, columns.size(), stationsInWords(table, columns)});
  }
  for (const StationColumn& column : table.stations) {
    if (column.isRake() && table.profile(ProfilePart::Transom) == nullptr)
      wants.push_back({What::TransomShape, 1, column.name});
  }
  constexpr std::array<std::pair<ProfilePart, SidingPart>, 2> sided{
      {{ProfilePart::StemRabbet, SidingPart::Stem}, {ProfilePart::SternpostRabbet, SidingPart::Sternpost}}};
  for (const auto& [part, siding] : sided) {
    if (table.profile(part) != nullptr && !table.halfSiding(siding))
      wants.push_back({What::Siding, 1, Trade::say(sidingPartName(siding))});
  }
  return wants;
}

bool isWant(Fault fault) {
  return fault == Fault::SheerMissing || fault == Fault::RabbetMissing || fault == Fault::ChineMissing ||
         fault == Fault::RakeWithoutTransom;
}

}  // namespace narrows
