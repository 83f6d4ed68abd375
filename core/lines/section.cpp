#include "lines/section.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "curve/halving.h"
#include "lines/bounding_lines.h"
#include "lines/profile_distance.h"
#include "lines/table_rounding.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Figures nearer together than this, however fine, say the same thing twice.
constexpr double closeFiguresMm = 5.0;
/// A section turns less than this at any one figure, or it doubles back.
constexpr double mostTurnRad = 105.0 / 180.0 * std::numbers::pi;

/// Beyond the merging of figures, a nail this near to an end would only make the batten kink.
constexpr double sameAsEndMm = 1.5;
constexpr int mostTightenings = 10;
/// Points of a profile nearer together than this are one.
constexpr double samePointMm = 1e-6;

/// A nail of a section: one figure, or several fitted together.
struct Nail {
  Vec3 at = Vec3::Zero();
  double toleranceMm = 0.0;  ///< how far it may move square to the section
  std::string name;
};

/// Makes the sections of one table.
class SectionSpringer {
 public:
  explicit SectionSpringer(const OffsetTable& table) : m_table(table), m_rounding(table) {
    m_chined = table.row(RowKind::Height, RowLine::Chine) != nullptr &&
               table.row(RowKind::HalfBreadth, RowLine::Chine) != nullptr;
    if (const Profile* transom = table.profile(ProfilePart::Transom); hasCourse(transom))
      m_ends.transom = springProfile(*transom, 0.0, toleranceOf(*transom));
    m_ends.stem = endOf(ProfilePart::StemRabbet, SidingPart::Stem);
    m_ends.sternpost = endOf(ProfilePart::SternpostRabbet, SidingPart::Sternpost);
    m_bounds.emplace(table, m_rounding, m_ends);
  }

  /// Sections to take over where a station's figures are the same.
  void takeOverFrom(const OffsetTable& table, const std::vector<Section>& sections) {
    const auto sameLines = [&] {
      for (std::size_t i = 0; i < table.rows.size(); ++i) {
        if (!table.rows[i].sameLine(m_table.rows[i]) || table.rows[i].kind != m_table.rows[i].kind) return false;
      }
      return true;
    };
    if (table.stations != m_table.stations || table.profiles != m_table.profiles ||
        table.halfSidings != m_table.halfSidings || table.rows.size() != m_table.rows.size() || !sameLines() ||
        !(TableRounding(table) == m_rounding))
      return;
    m_beforeTable = &table;
    m_before = &sections;
    // The same profiles: the same ends.
    m_boundsBefore.emplace(table, m_rounding, m_ends);
  }

  SectionSet spring(const std::stop_token& stop) {
    addEnd(m_ends.stem, SectionKind::Stem, "stem");
    for (std::size_t column = 0; column < m_table.stations.size() && !stop.stop_requested(); ++column)
      addStation(column);
    addEnd(m_ends.sternpost, SectionKind::Sternpost, "sternpost");
    return std::move(m_set);
  }

 private:
  std::optional<Batten> endOf(ProfilePart part, SidingPart siding) const {
    const Profile* profile = m_table.profile(part);
    if (!hasCourse(profile)) return std::nullopt;
    return springProfile(*profile, m_table.halfSiding(siding).value_or(Length()).mm(), toleranceOf(*profile));
  }

  void addEnd(const std::optional<Batten>& profile, SectionKind kind, const std::string& name) {
    if (!profile) return;
    Section section;
    section.name = name;
    section.kind = kind;
    section.parts.push_back(*profile);
    if (m_chined) {
      const Vec3 foot = section.parts[0].nails().front();
      section.parts.insert(section.parts.begin(), Batten::spring(std::vector<Vec3>{foot, foot}, BattenEnds::Free));
    }
    m_set.sections.push_back(std::move(section));
  }

  /// Where the profile of stem or sternpost crosses a station's plane.
  static std::optional<Vec3> crossing(const std::optional<Batten>& profile, double x) {
    if (!profile) return std::nullopt;
    constexpr int steps = 200;
    double before = 0.0;
    for (int i = 1; i <= steps; ++i) {
      const double now = profile->lengthMm() * i / steps;
      if ((profile->pointAt(before).x() - x) * (profile->pointAt(now).x() - x) <= 0.0) {
        const bool falling = profile->pointAt(before).x() > x;
        return profile->pointAt(
            whereCeases(before, now, [&](double along) { return (profile->pointAt(along).x() > x) == falling; }));
      }
      before = now;
    }
    return std::nullopt;
  }

  /// Whether station `x` lies beyond the foot of stem or sternpost, and so begins on it.
  std::optional<Vec3> beginning(std::size_t column, bool& whole) const {
    whole = true;
    const auto& distance = m_table.stations[column].distance;
    if (distance && m_ends.stem && distance->mm() < m_ends.stem->nails().front().x()) {
      whole = false;
      return crossing(m_ends.stem, distance->mm());
    }
    if (distance && m_ends.sternpost && distance->mm() > m_ends.sternpost->nails().front().x()) {
      whole = false;
      return crossing(m_ends.sternpost, distance->mm());
    }
    return m_bounds->corner(RowLine::Rabbet, column);
  }

  /// The section of a station as it was sprung before; null where its figures changed.
  const Section* asBefore(std::size_t column) const {
    if (m_before == nullptr) return nullptr;
    for (std::size_t i = 0; i < m_table.rows.size(); ++i) {
      if (m_table.rows[i].figures[column] != m_beforeTable->rows[i].figures[column]) return nullptr;
    }
    for (const RowLine line : {RowLine::Rabbet, RowLine::Chine, RowLine::Sheer}) {
      if (m_bounds->corner(line, column) != m_boundsBefore->corner(line, column)) return nullptr;
    }
    const auto found = std::find_if(m_before->begin(), m_before->end(), [&](const Section& section) {
      return section.name == m_table.stations[column].name;
    });
    return found == m_before->end() ? nullptr : &*found;
  }

  void addStation(std::size_t column) {
    const StationColumn& station = m_table.stations[column];
    if (const Section* known = asBefore(column)) {
      m_set.sections.push_back(*known);
      return;
    }
    Section section;
    section.name = station.name;
    if (station.distance) section.xMm = station.distance->mm();
    section.kind = station.isRake() ? SectionKind::Transom : SectionKind::Station;
    const auto foot = beginning(column, section.whole);
    const auto head = m_bounds->corner(RowLine::Sheer, column);
    if (!foot || !head || (station.isRake() && !m_ends.transom)) {
      m_set.problems.push_back({foot ? Fault::SheerMissing : Fault::RabbetMissing,
                                {0, 0, Trade::say("station %1", station.name)},
                                {station.name, "figure"}});
      return;
    }
    std::vector<SectionFigure> ends{{Vec3(0.0, foot->y(), foot->z()), Vec3::Zero(), "rabbet"}};
    const auto chine = m_chined && section.whole ? m_bounds->corner(RowLine::Chine, column) : std::nullopt;
    if (m_chined && section.whole && !chine) {
      m_set.problems.push_back(
          {Fault::ChineMissing, {0, 0, Trade::say("station %1", station.name)}, {station.name, "figure"}});
      return;
    }
    if (chine) ends.push_back({*chine, Vec3::Zero(), "chine"});
    ends.push_back({*head, Vec3::Zero(), "sheer"});
    const auto runs = orderedRuns(ends, column);
    for (const auto& run : runs) section.parts.push_back(springRun(run, column));
    if (m_chined && !section.whole) {
      const Vec3 start = section.parts[0].nails().front();
      section.parts.insert(section.parts.begin(), Batten::spring(std::vector<Vec3>{start, start}, BattenEnds::Free));
    }
    m_set.sections.push_back(std::move(section));
  }

  double toleranceOf(const Profile& profile) const {
    return m_rounding.profileToleranceMm(static_cast<std::size_t>(&profile - m_table.profiles.data()));
  }
  double toleranceOf(const SectionFigure& figure) const {
    return figure.row == SectionFigure::noRow ? m_rounding.usualToleranceMm() : m_rounding.rowToleranceMm(figure.row);
  }
  /// Figures nearer together than this say the same thing twice.
  double closeMm(const SectionFigure& a, const SectionFigure& b) const {
    double close = closeFiguresMm;
    for (const SectionFigure* figure : {&a, &b}) {
      if (figure->row != SectionFigure::noRow) close = std::max(close, 2.0 * m_rounding.ofRow(figure->row).mm());
    }
    return close;
  }

  /// How far a figure may be moved square to the section so that it stays within the table's tolerance in its own axis.
  double squareTolerance(const SectionFigure& figure, const Vec3& square) const {
    return figure.axis.isZero() ? 0.0 : toleranceOf(figure) * std::clamp(std::abs(square.dot(figure.axis)), 0.02, 1.0);
  }

  /// One nail for figures `first` to `last` of a run: midway along them and, square to the section, in the middle of
  /// what all of them allow.
  Nail nailFor(const std::vector<SectionFigure>& run, std::size_t first, std::size_t last) const {
    const Vec3 along = (run[last + 1].at - run[first - 1].at).normalized();
    const Vec3 square(0.0, -along.z(), along.y());
    Vec3 mean = Vec3::Zero();
    double low = -1e300, high = 1e300;
    Nail nail;
    for (std::size_t i = first; i <= last; ++i) {
      mean += run[i].at / static_cast<double>(last - first + 1);
      const double tolerance = squareTolerance(run[i], square);
      low = std::max(low, run[i].at.dot(square) - tolerance);
      high = std::min(high, run[i].at.dot(square) + tolerance);
      nail.name += (nail.name.empty() ? "" : " and ") + run[i].name;
    }
    nail.at = mean + (0.5 * (low + high) - mean.dot(square)) * square;
    nail.toleranceMm = std::max(0.0, 0.5 * (high - low));
    return nail;
  }

  /// Neighbours that all but coincide become one nail between them; the ends of the run stay where they are.
  std::vector<Nail> nailsOf(const std::vector<SectionFigure>& run) const {
    std::vector<Nail> nails{{run.front().at, 0.0, run.front().name}};
    for (std::size_t i = 1; i + 1 < run.size();) {
      std::size_t last = i;
      while (last + 2 < run.size() && (run[last + 1].at - run[i].at).norm() < closeMm(run[i], run[last + 1])) ++last;
      nails.push_back(nailFor(run, i, last));
      i = last + 1;
    }
    nails.push_back({run.back().at, 0.0, run.back().name});
    // A figure that all but coincides with the rabbet, chine or sheer says nothing that they do not.
    const auto atEnd = [&](const Nail& nail) {
      return &nail != &nails.front() && &nail != &nails.back() &&
             ((nail.at - run.front().at).norm() < sameAsEndMm || (nail.at - run.back().at).norm() < sameAsEndMm);
    };
    std::vector<Nail> kept;
    for (const Nail& nail : nails) {
      if (!atEnd(nail)) kept.push_back(nail);
    }
    return kept;
  }

  /// The section's figures in order. Where it doubles back, the figure without which the rest goes straightest is left
  /// out and named, until what is left does not.
  std::vector<std::vector<SectionFigure>> orderedRuns(const std::vector<SectionFigure>& ends, std::size_t column) {
    std::vector<SectionFigure> figures = sectionFigures(m_table, column);
    auto runs = orderSection(ends, figures);
    while (doublesBack(runs) && !figures.empty()) {
      std::size_t worst = 0;
      double least = std::numeric_limits<double>::max();
      for (std::size_t i = 0; i < figures.size(); ++i) {
        std::vector<SectionFigure> rest = figures;
        rest.erase(rest.begin() + static_cast<std::ptrdiff_t>(i));
        auto without = orderSection(ends, rest);
        const double detour = pathCost(without);
        if (detour < least) least = detour, worst = i, runs = std::move(without);
      }
      const std::string& station = m_table.stations[column].name;
      m_set.problems.push_back(
          {Fault::DoublesBack, {0, 0, Trade::say("station %1", station)}, {station, figures[worst].name}});
      figures.erase(figures.begin() + static_cast<std::ptrdiff_t>(worst));
    }
    return runs;
  }

  bool doublesBack(const std::vector<std::vector<SectionFigure>>& runs) const {
    for (const auto& run : runs) {
      const std::vector<Nail> nails = nailsOf(run);
      for (std::size_t i = 1; i + 1 < nails.size(); ++i) {
        if (turnRad(nails[i - 1].at, nails[i].at, nails[i + 1].at) > mostTurnRad) return true;
      }
    }
    return false;
  }

  Batten springRun(const std::vector<SectionFigure>& run, std::size_t column) {
    const std::vector<Nail> nails = nailsOf(run);
    std::vector<Vec3> given;
    std::vector<double> tolerances;
    for (const Nail& nail : nails) {
      given.push_back(nail.at);
      tolerances.push_back(nail.toleranceMm);
    }
    // A figure is off along its own axis: square to the section it may be off by less.
    const Batten asGiven = Batten::spring(given, BattenEnds::CarryCurvature);
    for (std::size_t k = 1; k + 1 < given.size(); ++k) {
      const Vec3 tangent = asGiven.tangentAt(asGiven.nailLengthsMm()[k]);
      const Vec3 square(0.0, -tangent.z(), tangent.y());
      for (std::size_t i = 1; i + 1 < run.size(); ++i) {
        if ((given[k] - run[i].at).norm() > closeMm(run[i], run[i])) continue;
        tolerances[k] =
            std::min(tolerances[k], toleranceOf(run[i]) * std::max(std::abs(square.dot(run[i].axis)), 0.02));
      }
    }
    // What a nail may move depends on how the section runs there, which is known only once it is sprung: where a
    // figure ends up beyond its tolerance, its nail is held tighter and the section sprung again.
    Batten batten;
    for (int round = 0; round < mostTightenings; ++round) {
      std::vector<Vec3> points = weighCloseNails(easeNails(given, tolerances), tolerances);
      for (Vec3& point : points) point.x() = xAt(column, point.z());
      batten = Batten::spring(points, BattenEnds::CarryCurvature);
      if (!tighten(run, batten, given, tolerances)) break;
    }
    return batten;
  }

  /// Halves the tolerance of every nail near a figure that the batten misses by too much; false if there is none.
  bool tighten(const std::vector<SectionFigure>& run, const Batten& batten, const std::vector<Vec3>& given,
               std::vector<double>& tolerances) const {
    bool missed = false;
    for (std::size_t i = 1; i + 1 < run.size(); ++i) {
      const double tolerance = toleranceOf(run[i]);
      if (missMm(run[i], batten) <= tolerance) continue;
      for (std::size_t k = 1; k + 1 < given.size(); ++k) {
        if ((given[k] - run[i].at).norm() > closeMm(run[i], run[i]) || tolerances[k] <= 0.0) continue;
        tolerances[k] = tolerances[k] < 0.02 * tolerance ? 0.0 : 0.5 * tolerances[k];
        missed = true;
      }
    }
    return missed;
  }

  /// How far a batten misses a figure, in the figure's own axis.
  static double missMm(const SectionFigure& figure, const Batten& batten) {
    const auto away = [&](double along) -> Vec3 {
      Vec3 gap = batten.pointAt(along) - figure.at;
      gap.x() = 0.0;
      return gap;
    };
    double along = 0.0;
    for (std::size_t i = 1; i < batten.nailCount(); ++i) {
      if (away(batten.nailLengthsMm()[i]).norm() < away(along).norm()) along = batten.nailLengthsMm()[i];
    }
    for (int i = 0; i < 4; ++i)
      along = std::clamp(along - away(along).dot(batten.tangentAt(along)), 0.0, batten.lengthMm());
    const Vec3 tangent = batten.tangentAt(along);
    const Vec3 square(0.0, -tangent.z(), tangent.y());
    return std::abs(away(along).dot(square)) / std::max(std::abs(square.dot(figure.axis)), 0.02);
  }

  double xAt(std::size_t column, double z) const {
    const auto& distance = m_table.stations[column].distance;
    return distance ? distance->mm() : distanceAtHeight(*m_ends.transom, z);
  }

  const OffsetTable& m_table;
  TableRounding m_rounding;
  bool m_chined = false;
  BoundingEnds m_ends;
  std::optional<BoundingLines> m_bounds, m_boundsBefore;
  const OffsetTable* m_beforeTable = nullptr;
  const std::vector<Section>* m_before = nullptr;
  SectionSet m_set;
};

}  // namespace

double Section::girthMm(std::size_t firstPart) const {
  double girth = 0.0;
  for (std::size_t i = firstPart; i < parts.size(); ++i) girth += parts[i].lengthMm();
  return girth;
}

std::vector<SectionFigure> sectionFigures(const OffsetTable& table, std::size_t column) {
  std::vector<SectionFigure> figures;
  for (std::size_t k = 0; k < table.rows.size(); ++k) {
    const TableRow& row = table.rows[k];
    if (column >= row.figures.size() || !row.figures[column]) continue;
    const double value = row.figures[column]->mm();
    const std::string name = rowLabel(row, table.unit);
    switch (row.line) {
      case RowLine::Waterline:
        figures.push_back({Vec3(0.0, value, row.at.mm()), Vec3::UnitY(), name, k});
        break;
      case RowLine::Buttock:
        figures.push_back({Vec3(0.0, row.at.mm(), value), Vec3::UnitZ(), name, k});
        break;
      case RowLine::Diagonal: {
        const Vec3 along = Vec3(0.0, row.out.mm(), -row.down.mm()).normalized();
        figures.push_back({Vec3(0.0, 0.0, row.at.mm()) + value * along, along, name, k});
        break;
      }
      case RowLine::Sheer:
      case RowLine::Rabbet:
      case RowLine::Chine:
        break;
    }
  }
  return figures;
}

SectionSet springSections(const OffsetTable& table, const std::stop_token& stop) {
  return SectionSpringer(table).spring(stop);
}

SectionSet springSections(const OffsetTable& table, const OffsetTable& beforeTable, const std::vector<Section>& before,
                          const std::stop_token& stop) {
  SectionSpringer springer(table);
  springer.takeOverFrom(beforeTable, before);
  return springer.spring(stop);
}

bool hasCourse(const Profile* profile) {
  if (profile == nullptr) return false;
  return std::any_of(profile->points.begin(), profile->points.end(), [&](const ProfilePoint& point) {
    const ProfilePoint& first = profile->points.front();
    return std::hypot(point.distance.mm() - first.distance.mm(), point.height.mm() - first.height.mm()) > samePointMm;
  });
}

Batten springProfile(const Profile& profile, double halfSidingMm, double toleranceMm) {
  std::vector<Vec3> points;
  for (const ProfilePoint& point : profile.points) {
    const Vec3 at(point.distance.mm(), halfSidingMm, point.height.mm());
    if (points.empty() || (at - points.back()).norm() > samePointMm) points.push_back(at);
  }
  require(points.size() >= 2, "a profile has two points or more");
  const std::vector<double> tolerances(points.size(), toleranceMm);
  points = weighCloseNails(easeNails(points, tolerances), tolerances);
  return Batten::spring(points, BattenEnds::CarryCurvature);
}

}  // namespace narrows
