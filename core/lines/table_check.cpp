// Whether a table makes sense as a boat, before any curve is sprung through it.

#include <algorithm>
#include <cmath>

#include "lines/boat_size.h"
#include "lines/offset_table.h"
#include "lines/part_station.h"
#include "problem/trade.h"

namespace narrows {

namespace {

class TableCheck {
 public:
  explicit TableCheck(const OffsetTable& table) : m_table(table) {}

  Result<void> run() {
    checkStations();
    if (m_problems.empty()) checkSize();
    checkEnds();
    checkRows();
    checkProfiles();
    if (m_problems.empty()) checkStemAndStern();
    if (m_problems.empty()) return {};
    return tl::make_unexpected(m_problems);
  }

 private:
  void problem(Fault fault, Place where, std::vector<Say> says) {
    m_problems.push_back({fault, std::move(where), std::move(says)});
  }
  std::string written(Length length) const {
    return writeLength(length, m_table.unit, 6, true) +
           (m_table.unit == Unit::FtInEighths ? "" : " " + std::string(unitName(m_table.unit)));
  }
  std::string station(std::size_t column) const { return m_table.stations[column].name; }

  void checkStations() {
    const StationColumn* before = nullptr;
    for (std::size_t i = 0; i < m_table.stations.size(); ++i) {
      const StationColumn& now = m_table.stations[i];
      if (now.isRake()) {
        if (m_table.profile(ProfilePart::Transom) == nullptr) problem(Fault::RakeWithoutTransom, {0, 0, now.name}, {});
        continue;
      }
      if (before != nullptr && *now.distance <= *before->distance) {
        problem(Fault::StationsOutOfOrder, {0, 0, "distance"},
                {now.name, written(*now.distance), written(*before->distance)});
      }
      before = &now;
    }
    if (m_table.stations.size() < 2) {
      problem(Fault::TooFewStations, {0, 0, "stations"}, {std::to_string(m_table.stations.size()), "2"});
    }
  }

  std::vector<double> distances() const {
    std::vector<double> found;
    for (const StationColumn& column : m_table.stations) {
      if (column.distance) found.push_back(column.distance->mm());
    }
    for (const Profile& profile : m_table.profiles) {
      for (const ProfilePoint& point : profile.points) found.push_back(point.distance.mm());
    }
    return found;
  }

  void checkSize() {
    const std::vector<double> all = distances();
    if (all.empty()) return;
    const auto [least, most] = std::minmax_element(all.begin(), all.end());
    m_lengthMm = *most - *least;
    if (m_lengthMm < shortestBoatMm || m_lengthMm > longestBoatMm) {
      problem(Fault::UnitsLookWrong, {0, 0, "units"}, {saidDecimal(m_lengthMm / 1000.0, 3) + " m"});
    }
    if (m_table.thickness.mm() <= 0.0 || m_table.thickness.mm() > m_lengthMm / 20.0) {
      problem(Fault::BeyondSense, {0, 0, "planking"},
              {written(m_table.thickness), Trade::say("the thickness of the planking")});
    }
    if (m_table.reading && (m_table.reading->mm() < 0.0 || m_table.reading->mm() > m_lengthMm / 20.0)) {
      problem(Fault::BeyondSense, {0, 0, "reading"},
              {written(*m_table.reading), Trade::say("how far a figure may be off")});
    }
  }

  std::optional<Length> figure(RowKind kind, RowLine line, std::size_t column) const {
    return m_table.figure(kind, line, column);
  }

  void checkEnds() {
    const bool chined = m_table.row(RowKind::Height, RowLine::Chine) != nullptr ||
                        m_table.row(RowKind::HalfBreadth, RowLine::Chine) != nullptr;
    for (std::size_t i = 0; i < m_table.stations.size(); ++i) {
      const auto sheerHeight = figure(RowKind::Height, RowLine::Sheer, i);
      const auto rabbetHeight = figure(RowKind::Height, RowLine::Rabbet, i);
      const auto rabbetBreadth = figure(RowKind::HalfBreadth, RowLine::Rabbet, i);
      if (!sheerHeight) problem(Fault::SheerMissing, {0, 0, "height sheer"}, {station(i), "height"});
      if (!figure(RowKind::HalfBreadth, RowLine::Sheer, i)) {
        problem(Fault::SheerMissing, {0, 0, "half-breadth sheer"}, {station(i), "half-breadth"});
      }
      const bool begins = beginsOnEnd(m_table, i);
      if (!begins && !rabbetHeight) problem(Fault::RabbetMissing, {0, 0, "height rabbet"}, {station(i), "height"});
      if (!begins && !rabbetBreadth && !m_table.halfSiding(SidingPart::Keel)) {
        problem(Fault::RabbetMissing, {0, 0, "half-breadth rabbet"},
                {station(i), Trade::say("half-breadth, and there is no half-siding of the keel to go by")});
      }
      if (sheerHeight && rabbetHeight && *sheerHeight <= *rabbetHeight) {
        problem(Fault::SheerBelowRabbet, {0, 0, Trade::say("station %1", station(i))}, {station(i)});
      }
      if (!chined || begins) continue;
      if (!figure(RowKind::Height, RowLine::Chine, i)) {
        problem(Fault::ChineMissing, {0, 0, "height chine"}, {station(i), "height"});
      }
      if (!figure(RowKind::HalfBreadth, RowLine::Chine, i)) {
        problem(Fault::ChineMissing, {0, 0, "half-breadth chine"}, {station(i), "half-breadth"});
      }
    }
  }

  void checkRows() {
    if (m_lengthMm <= 0.0) return;
    for (const TableRow& row : m_table.rows) {
      for (std::size_t i = 0; i < row.figures.size(); ++i) {
        if (!row.figures[i]) continue;
        const double mm = row.figures[i]->mm();
        const bool breadth = row.kind != RowKind::Height;
        if ((breadth && mm < 0.0) || std::abs(mm) > m_lengthMm) {
          problem(Fault::BeyondSense,
                  {row.fileLine, row.fileLine > 0 ? static_cast<int>(i) + (row.kind == RowKind::Diagonal ? 6 : 2) : 0,
                   Trade::say("station %1", station(i))},
                  {written(*row.figures[i]),
                   Trade::say("the %1 of %2 of a boat %3 m long", Trade::say(rowKindName(row.kind)),
                              rowLabel(row, m_table.unit), saidDecimal(m_lengthMm / 1000.0, 2))});
        }
      }
    }
    for (const HalfSiding& siding : m_table.halfSidings) {
      if (siding.value.mm() < 0.0 || siding.value.mm() > m_lengthMm / 10.0) {
        problem(Fault::BeyondSense, {0, 0, Trade::say("half-siding %1", Trade::say(sidingPartName(siding.part)))},
                {written(siding.value), Trade::say("half a timber's thickness")});
      }
    }
  }

  void checkProfiles() {
    for (const Profile& profile : m_table.profiles) {
      const bool keel = profile.part == ProfilePart::KeelBottom;
      for (std::size_t i = 1; i < profile.points.size(); ++i) {
        const ProfilePoint& before = profile.points[i - 1];
        const ProfilePoint& now = profile.points[i];
        if (keel ? now.distance <= before.distance : now.height <= before.height) {
          problem(Fault::ProfileDoublesBack, {profile.fileLine, static_cast<int>(2 * i) + 2, {}},
                  {Trade::say(profilePartName(profile.part)), std::to_string(i + 1)});
        }
      }
    }
  }

  void checkStemAndStern() {
    std::size_t whole = 0;
    std::size_t firstWhole = 0;
    std::size_t lastWhole = 0;
    for (std::size_t i = 0; i < m_table.stations.size(); ++i) {
      if (beginsOnEnd(m_table, i)) continue;
      if (whole++ == 0) firstWhole = i;
      if (!m_table.stations[i].isRake()) lastWhole = i;
    }
    const Profile* stem = m_table.profile(ProfilePart::StemRabbet);
    if (stem != nullptr && whole < 1) {
      problem(Fault::StemForwardOfNothing, {stem->fileLine, 0, "profile stem rabbet"}, {"single"});
      return;
    }
    if (stem != nullptr && !m_table.stations[firstWhole].isRake()) {
      const StationColumn& first = m_table.stations[firstWhole];
      for (const ProfilePoint& point : stem->points) {
        if (point.distance <= *first.distance) continue;
        problem(Fault::BeyondSense, {stem->fileLine, 0, "profile stem rabbet"},
                {written(point.distance),
                 Trade::say("a point of the stem aft of station %1, the first whole one", first.name)});
        break;
      }
    }
    const Profile* post = m_table.profile(ProfilePart::SternpostRabbet);
    const Length aftmost = m_table.stations[lastWhole].distance.value_or(Length());
    if (post != nullptr && !post->points.empty() &&
        (post->points.front().distance <= aftmost || post->points.back().distance <= aftmost)) {
      problem(Fault::SternpostAftOfNothing, {post->fileLine, 0, "profile sternpost rabbet"}, {station(lastWhole)});
    }
    const Profile* transom = m_table.profile(ProfilePart::Transom);
    if (transom == nullptr || !m_table.rakeColumn()) return;
    for (const ProfilePoint& point : transom->points) {
      if (point.distance > aftmost) continue;
      problem(Fault::TransomMisses, {transom->fileLine, 0, "profile transom"},
              {station(lastWhole), written(point.height)});
      break;
    }
  }

  const OffsetTable& m_table;
  Problems m_problems;
  double m_lengthMm = 0.0;
};

}  // namespace

Result<void> checkOffsetTable(const OffsetTable& table) {
  return TableCheck(table).run();
}

Problems figuresBeyondSense(const OffsetTable& table) {
  Problems problems;
  const auto judge = [&](Length length, const std::string& where, const std::string& what) {
    if (std::abs(length.mm()) <= longestBoatMm) return;
    problems.push_back({Fault::BeyondSense, {0, 0, where}, {writeLength(length, table.unit, 3, true), what}});
  };
  for (const StationColumn& station : table.stations) {
    if (station.distance)
      judge(*station.distance, Trade::say("station %1", station.name), Trade::say("the distance of a station"));
  }
  for (const TableRow& row : table.rows) {
    const std::string name = Trade::say(rowKindName(row.kind)) + " " + rowLabel(row, table.unit);
    judge(row.at, name, Trade::say("where a line lies"));
    for (std::size_t i = 0; i < row.figures.size() && i < table.stations.size(); ++i) {
      if (row.figures[i])
        judge(*row.figures[i], Trade::say("%1, station %2", name, table.stations[i].name), Trade::say("any boat"));
    }
  }
  for (const Profile& profile : table.profiles) {
    for (const ProfilePoint& point : profile.points) {
      for (const Length length : {point.distance, point.height})
        judge(length, Trade::say("profile %1", Trade::say(profilePartName(profile.part))),
              Trade::say("a point of a boat"));
    }
  }
  for (const HalfSiding& siding : table.halfSidings)
    judge(siding.value, Trade::say("half-siding %1", Trade::say(sidingPartName(siding.part))), Trade::say("a timber"));
  judge(table.thickness, "planking", Trade::say("the thickness of the planking"));
  return problems;
}

}  // namespace narrows
