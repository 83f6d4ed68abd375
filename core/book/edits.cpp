#include "book/edits.h"

#include <algorithm>
#include <cmath>

#include "lines/boat_size.h"
#include "lines/read_off.h"
#include "lining/shop_figures.h"
#include "moulds/mould.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// A faired figure nearer than this to the drawn one is the drawn one.
constexpr double sameFigureMm = 1e-6;
/// A reading on paper is good to this, times the scale of the drawing.
constexpr double paperReadingMm = 0.25;
constexpr double mostMouldThicknessMm = 300.0;
/// Two moulds are not set up nearer together than this.
constexpr double sameMouldMm = 5.0;

Length toTableStep(const OffsetTable& table, Length length) {
  if (table.unit != Unit::FtInEighths) return length;
  return inches(std::round(length.mm() / mmPerInch * 16.0) / 16.0);
}

}  // namespace

Result<Book> setFigure(const Book& book, std::size_t row, std::size_t column, std::optional<Length> figure) {
  if (row >= book.table.rows.size() || column >= book.table.stations.size()) return fail(Fault::FigureUnknown);
  Book edited = book;
  if (figure) figure = toTableStep(book.table, *figure);
  const TableRow& was = book.table.rows[row];
  const double most = boatLength(book.table).mm();
  if (figure && (std::abs(figure->mm()) > most || (was.kind != RowKind::Height && figure->mm() < 0.0))) {
    return fail(Fault::BeyondSense, {0, 0, Trade::say("station %1", book.table.stations[column].name)},
                {writeLength(*figure, book.table.unit, 3, true),
                 Trade::say("the %1 of %2", Trade::say(rowKindName(was.kind)), rowWords(was, book.table.unit))});
  }
  edited.table.rows[row].figures[column] = figure;
  // What was faired was faired from the figure that stood there.
  std::erase_if(edited.faired, [&](const FairedFigure& faired) {
    return faired.figure == FigureRef{FigureRef::In::Row, row, column};
  });
  return edited;
}

Result<Book> setFiguresReadOff(const Book& book, const std::vector<FigureReadOff>& figures) {
  Book edited = book;
  const double step = book.table.rounding().mm();
  Problems problems;
  for (const FigureReadOff& one : figures) {
    const double mm = step > 0.0 ? std::round(one.mm / step) * step : one.mm;
    auto set = setFigure(edited, one.figure.list, one.figure.place, millimetres(mm));
    if (!set) {
      problems.insert(problems.end(), set.error().begin(), set.error().end());
      continue;
    }
    edited = std::move(*set);
    std::erase(edited.table.rows[one.figure.list].held, one.figure.place);
  }
  if (!problems.empty()) return tl::make_unexpected(problems);
  return edited;
}

Result<Book> setProfile(const Book& book, const Profile& profile) {
  Book edited = book;
  auto& profiles = edited.table.profiles;
  const auto was =
      std::find_if(profiles.begin(), profiles.end(), [&](const Profile& one) { return one.part == profile.part; });
  if (was != profiles.end()) {
    const auto list = static_cast<std::size_t>(was - profiles.begin());
    std::erase_if(edited.faired, [list](const FairedFigure& faired) {
      return faired.figure.in == FigureRef::In::Profile && faired.figure.list == list;
    });
    was->points.clear();
  }
  for (std::size_t i = 0; i < profile.points.size(); ++i) {
    auto set = setProfilePoint(edited, profile.part, i, profile.points[i]);
    if (!set) return set;
    edited = std::move(*set);
  }
  return edited;
}

Result<Book> setProfilePoint(const Book& book, ProfilePart part, std::size_t point, std::optional<ProfilePoint> to) {
  Book edited = book;
  auto& profiles = edited.table.profiles;
  auto profile = std::find_if(profiles.begin(), profiles.end(), [part](const Profile& p) { return p.part == part; });
  if (profile == profiles.end()) {
    Profile made;
    made.part = part;
    profile = profiles.insert(profiles.end(), made);
  }
  if (point > profile->points.size()) return fail(Fault::FigureUnknown);
  const double most = longestBoatMm;
  if (to && (std::abs(to->distance.mm()) > most || std::abs(to->height.mm()) > most)) {
    return fail(Fault::BeyondSense, {0, 0, Trade::say("point %1", point + 1)},
                {writeLength(to->distance, book.table.unit, 3, true), Trade::say(profilePartName(part))});
  }
  const auto list = static_cast<std::size_t>(profile - profiles.begin());
  if (!to) {
    if (point < profile->points.size())
      profile->points.erase(profile->points.begin() + static_cast<std::ptrdiff_t>(point));
    // What was faired behind it moves up with its points.
    std::erase_if(edited.faired, [&](const FairedFigure& f) {
      return f.figure == FigureRef{FigureRef::In::Profile, list, point};
    });
    for (FairedFigure& faired : edited.faired) {
      if (faired.figure.in == FigureRef::In::Profile && faired.figure.list == list && faired.figure.place > point)
        --faired.figure.place;
    }
    return edited;
  }
  const ProfilePoint stepped{toTableStep(book.table, to->distance), toTableStep(book.table, to->height)};
  if (point == profile->points.size()) {
    profile->points.push_back(stepped);
  } else if (!(profile->points[point] == stepped)) {
    profile->points[point] = stepped;
    // What was faired was faired from the point that stood there.
    std::erase_if(edited.faired, [&](const FairedFigure& f) {
      return f.figure == FigureRef{FigureRef::In::Profile, list, point};
    });
  }
  return edited;
}

Book setHalfSiding(const Book& book, SidingPart part, std::optional<Length> to) {
  Book edited = book;
  std::erase_if(edited.table.halfSidings, [part](const HalfSiding& siding) { return siding.part == part; });
  if (to) edited.table.halfSidings.push_back({part, toTableStep(book.table, *to)});
  return edited;
}

Result<Book> fairFigure(const Book& book, const FigureRef& figure, std::optional<Length> value, const std::string& when,
                        const std::string& why) {
  if (value) return fairFigures(book, {{figure, *value}}, when, why);
  Book edited = book;
  std::erase_if(edited.faired, [&](const FairedFigure& faired) { return faired.figure == figure; });
  return edited;
}

Result<Book> fairFigures(const Book& book, const std::vector<std::pair<FigureRef, Length>>& values,
                         const std::string& when, const std::string& why) {
  Book edited = book;
  Problems problems;
  const double most = longestBoatMm;
  for (const auto& [figure, value] : values) {
    if (!hasFigure(book.table, figure)) return fail(Fault::FigureUnknown);
    const bool heights = figure.in == FigureRef::In::Profile || book.table.rows[figure.list].kind == RowKind::Height;
    if (std::abs(value.mm()) > most || (!heights && value.mm() < 0.0)) {
      problems.push_back({Fault::BeyondSense,
                          {0, 0, placeOf(book.table, figure)},
                          {writeLength(value, book.table.unit, 3, true), lineOf(book.table, figure)}});
      continue;
    }
    const FigureRef at = figure;
    std::erase_if(edited.faired, [&](const FairedFigure& faired) { return faired.figure == at; });
    if (std::abs(value.mm() - figureMm(book.table, figure)) < sameFigureMm) continue;
    edited.faired.push_back({figure, value, book.settings.builder, when, why});
  }
  if (!problems.empty()) return tl::make_unexpected(problems);
  std::sort(edited.faired.begin(), edited.faired.end(),
            [](const FairedFigure& a, const FairedFigure& b) { return a.figure < b.figure; });
  return edited;
}

Book unfair(const Book& book) {
  Book edited = book;
  edited.faired.clear();
  return edited;
}

Result<Book> addLineReadOff(const Book& book, const Hull& drawn, TableRow row) {
  const OffsetTable& table = book.table;
  for (const TableRow& known : table.rows) {
    if (known.sameLine(row) && known.kind == row.kind && known.name == row.name)
      return fail(Fault::RecordTwice, {0, 0, rowLabel(row, table.unit)}, {rowLabel(row, table.unit)});
  }
  const double step = table.rounding().mm();
  row.figures.assign(table.stations.size(), std::nullopt);
  std::size_t crossed = 0;
  for (std::size_t column = 0; column < table.stations.size(); ++column) {
    const auto figure = readOff(drawn, table.stations[column].name, row);
    if (!figure) continue;
    row.figures[column] = millimetres(std::round(figure->mm() / step) * step);
    ++crossed;
  }
  if (crossed < 2) return fail(Fault::LineMissesHull, {0, 0, rowLabel(row, table.unit)}, {rowLabel(row, table.unit)});
  Book edited = book;
  edited.table.rows.push_back(std::move(row));
  return edited;
}

Book removeRow(const Book& book, std::size_t row) {
  require(row < book.table.rows.size(), "a row of this table");
  Book edited = book;
  edited.table.rows.erase(edited.table.rows.begin() + static_cast<std::ptrdiff_t>(row));
  std::erase_if(edited.faired,
                [row](const FairedFigure& f) { return f.figure.in == FigureRef::In::Row && f.figure.list == row; });
  for (FairedFigure& faired : edited.faired) {
    if (faired.figure.in == FigureRef::In::Row && faired.figure.list > row) --faired.figure.list;
  }
  return edited;
}

Result<Book> scaleTable(const Book& book, double scale) {
  Book edited = book;
  OffsetTable& table = edited.table;
  const double length = boatLength(table).mm() * scale;
  if (!(scale > 0.0) || length > longestBoatMm || length < shortestBoatMm)
    return fail(Fault::ScaleOff, {}, {saidDecimal(scale, 3), saidDecimal(length / 1000.0, 2) + " m"});
  const auto times = [&](Length& value) { value = toTableStep(table, value * scale); };
  for (StationColumn& station : table.stations) {
    if (station.distance) times(*station.distance);
  }
  for (TableRow& row : table.rows) {
    times(row.at);
    times(row.out);
    times(row.down);
    for (auto& figure : row.figures) {
      if (figure) times(*figure);
    }
  }
  for (Profile& profile : table.profiles) {
    for (ProfilePoint& point : profile.points) times(point.distance), times(point.height);
  }
  for (HalfSiding& siding : table.halfSidings) times(siding.value);
  for (FairedFigure& faired : edited.faired) times(faired.value);
  table.reading = millimetres(std::max(paperReadingMm * scale, table.rounding().mm() * 0.5));
  return edited;
}

Result<Book> setMouldPlan(const Book& book, const MouldPlan& plan) {
  for (const Length thickness : {plan.frame, plan.ribband, plan.thickness}) {
    if (thickness.mm() < 0.0 || thickness.mm() > mostMouldThicknessMm)
      return fail(Fault::TakenOffTooMuch, {},
                  {writeLength(thickness, book.table.unit, 3, true), Trade::say("any mould")});
  }
  Book edited = book;
  edited.moulds = plan;
  return edited;
}

Result<Book> addMould(const Book& book, const Hull& inside, const std::string& name, Length at) {
  for (const StationColumn& station : book.table.stations) {
    const bool left =
        std::find(book.moulds.leftOut.begin(), book.moulds.leftOut.end(), station.name) != book.moulds.leftOut.end();
    const bool same = station.distance && std::abs(station.distance->mm() - at.mm()) < sameMouldMm;
    if ((same && !left) || station.name == name)
      return fail(Fault::MouldThere, {}, {Trade::say("%1 (station %2)", name, station.name)});
  }
  for (const ExtraMould& extra : book.moulds.extra) {
    if (std::abs(extra.at.mm() - at.mm()) < sameMouldMm || extra.name == name)
      return fail(Fault::MouldThere, {}, {extra.name});
  }
  if (const auto cut = cutOutline(inside, at.mm(), takenOffInside(book.moulds).mm()); !cut)
    return tl::make_unexpected(cut.error());
  Book edited = book;
  edited.moulds.extra.push_back({MouldId{edited.nextId++}, name, at});
  return edited;
}

Book setBuilder(const Book& book, const std::string& builder) {
  Book edited = book;
  edited.settings.builder = builder;
  return edited;
}

Book setNotation(const Book& book, Notation notation) {
  Book edited = book;
  edited.settings.notation = notation;
  return edited;
}

Book setConstruction(const Book& book, Construction construction) {
  Book edited = book;
  edited.table.construction = construction;
  if (construction == Construction::Lapstrake && book.settings.lap.mm() <= 0.0) {
    edited.settings.lap = shopFigures(construction, boatLength(book.table)).lap;
  }
  return edited;
}

}  // namespace narrows
