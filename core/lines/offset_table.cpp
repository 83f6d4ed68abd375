#include "lines/offset_table.h"

#include <algorithm>

#include "lines/table_rounding.h"
#include "problem/trade.h"

namespace narrows {

bool TableRow::sameLine(const TableRow& other) const {
  return kind == other.kind && line == other.line && at == other.at && name == other.name;
}

bool sameLayout(const OffsetTable& a, const OffsetTable& b) {
  return std::equal(a.stations.begin(), a.stations.end(), b.stations.begin(), b.stations.end(),
                    [](const StationColumn& x, const StationColumn& y) { return x.name == y.name; }) &&
         std::equal(a.rows.begin(), a.rows.end(), b.rows.begin(), b.rows.end(),
                    [](const TableRow& x, const TableRow& y) { return x.sameLine(y); }) &&
         std::equal(
             a.profiles.begin(), a.profiles.end(), b.profiles.begin(), b.profiles.end(),
             [](const Profile& x, const Profile& y) { return x.part == y.part && x.points.size() == y.points.size(); });
}

const TableRow* OffsetTable::row(RowKind kind, RowLine line) const {
  const auto found =
      std::find_if(rows.begin(), rows.end(), [&](const TableRow& row) { return row.kind == kind && row.line == line; });
  return found == rows.end() ? nullptr : &*found;
}

std::optional<Length> OffsetTable::figure(RowKind kind, RowLine line, std::size_t column) const {
  const TableRow* found = row(kind, line);
  return found != nullptr && column < found->figures.size() ? found->figures[column] : std::nullopt;
}

const Profile* OffsetTable::profile(ProfilePart part) const {
  const auto found = std::find_if(profiles.begin(), profiles.end(), [&](const Profile& p) { return p.part == part; });
  return found == profiles.end() ? nullptr : &*found;
}

std::optional<Length> OffsetTable::halfSiding(SidingPart part) const {
  for (const HalfSiding& siding : halfSidings) {
    if (siding.part == part) return siding.value;
  }
  return std::nullopt;
}

std::optional<std::size_t> OffsetTable::rakeColumn() const {
  for (std::size_t i = 0; i < stations.size(); ++i) {
    if (stations[i].isRake()) return i;
  }
  return std::nullopt;
}

Length OffsetTable::rounding() const {
  return TableRounding(*this).usual();
}

Length OffsetTable::figureTolerance() const {
  return millimetres(TableRounding(*this).usualToleranceMm());
}

std::string_view rowKindName(RowKind kind) {
  switch (kind) {
    case RowKind::Height:
      return Trade::mark("height");
    case RowKind::HalfBreadth:
      return Trade::mark("half-breadth");
    case RowKind::Diagonal:
      return Trade::mark("diagonal");
  }
  return {};
}

std::string_view profilePartName(ProfilePart part) {
  switch (part) {
    case ProfilePart::StemRabbet:
      return Trade::mark("stem rabbet");
    case ProfilePart::StemFace:
      return Trade::mark("stem face");
    case ProfilePart::SternpostRabbet:
      return Trade::mark("sternpost rabbet");
    case ProfilePart::Transom:
      return Trade::mark("transom");
    case ProfilePart::KeelBottom:
      return Trade::mark("keel bottom");
  }
  return {};
}

std::string_view sidingPartName(SidingPart part) {
  switch (part) {
    case SidingPart::Stem:
      return Trade::mark("stem");
    case SidingPart::Keel:
      return Trade::mark("keel");
    case SidingPart::Sternpost:
      return Trade::mark("sternpost");
  }
  return {};
}

std::string_view constructionName(Construction construction) {
  return construction == Construction::Carvel ? Trade::mark("carvel") : Trade::mark("lapstrake");
}

std::string_view plankingSideName(PlankingSide side) {
  return side == PlankingSide::Inside ? Trade::mark("inside") : Trade::mark("outside");
}

std::string rowLabel(const TableRow& row, Unit unit) {
  switch (row.line) {
    case RowLine::Sheer:
      return "sheer";
    case RowLine::Rabbet:
      return "rabbet";
    case RowLine::Chine:
      return "chine";
    case RowLine::Buttock:
      return "buttock " + writeLength(row.at, unit, 6, true);
    case RowLine::Waterline:
      return "waterline " + writeLength(row.at, unit, 6, true);
    case RowLine::Diagonal:
      return "diagonal " + row.name;
  }
  return {};
}

std::string rowWords(const TableRow& row, Unit unit) {
  switch (row.line) {
    case RowLine::Sheer:
      return Trade::say("sheer");
    case RowLine::Rabbet:
      return Trade::say("rabbet");
    case RowLine::Chine:
      return Trade::say("chine");
    case RowLine::Buttock:
      return Trade::say("buttock %1", writeLength(row.at, unit, 6, true));
    case RowLine::Waterline:
      return Trade::say("waterline %1", writeLength(row.at, unit, 6, true));
    case RowLine::Diagonal:
      return Trade::say("diagonal %1", row.name);
  }
  return {};
}

}  // namespace narrows
