#include "lines/section.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "lines/section_order.h"

namespace narrows {

namespace {

/// Figures nearer together than this say the same thing twice.
constexpr double closeFiguresMm = 5.0;
/// A section turns less than this at any one figure, or it doubles back.
constexpr double mostTurnRad = 105.0 / 180.0 * std::numbers::pi;

/// Makes the sections of one table.
class SectionSpringer {
 public:
  explicit SectionSpringer(const OffsetTable& table)
      : m_table(table),
        m_toleranceMm(table.figureTolerance().mm()),
        m_closeMm(std::max(closeFiguresMm, 2.0 * table.rounding().mm())) {
    m_chined = table.row(RowKind::Height, RowLine::Chine) != nullptr && table.row(RowKind::HalfBreadth, RowLine::Chine) != nullptr;
    if (const Profile* transom = table.profile(ProfilePart::Transom)) m_transom = springProfile(*transom, 0.0, m_toleranceMm);
  }

  SectionSet spring() {
    addEnd(ProfilePart::StemRabbet, SidingPart::Stem, SectionKind::Stem, "stem");
    for (std::size_t column = 0; column < m_table.stations.size(); ++column) addStation(column);
    addEnd(ProfilePart::SternpostRabbet, SidingPart::Sternpost, SectionKind::Sternpost, "sternpost");
    return std::move(m_set);
  }

 private:
  void addEnd(ProfilePart part, SidingPart siding, SectionKind kind, const std::string& name) {
    const Profile* profile = m_table.profile(part);
    if (profile == nullptr || profile->points.size() < 2) return;
    const double half = m_table.halfSiding(siding).value_or(Length()).mm();
    Section section;
    section.name = name;
    section.kind = kind;
    section.parts.push_back(springProfile(*profile, half, m_toleranceMm));
    if (m_chined) {
      const Vec3 foot = section.parts[0].nails().front();
      section.parts.insert(section.parts.begin(), Batten::spring(std::vector<Vec3>{foot, foot}, BattenEnds::Free));
    }
    (kind == SectionKind::Stem ? m_stem : m_sternpost) = section.parts.back();
    m_set.sections.push_back(std::move(section));
  }

  std::optional<double> figure(RowKind kind, RowLine line, std::size_t column) const {
    const TableRow* row = m_table.row(kind, line);
    if (row == nullptr || column >= row->figures.size() || !row->figures[column]) return std::nullopt;
    return row->figures[column]->mm();
  }

  std::optional<Vec3> cornerPoint(RowLine line, std::size_t column) const {
    const auto z = figure(RowKind::Height, line, column);
    auto y = figure(RowKind::HalfBreadth, line, column);
    if (!y && line == RowLine::Rabbet) {
      if (const auto keel = m_table.halfSiding(SidingPart::Keel)) y = keel->mm();
    }
    if (!z || !y) return std::nullopt;
    return Vec3(0.0, *y, *z);
  }

  /// Where the profile of stem or sternpost crosses a station's plane.
  static std::optional<Vec3> crossing(const std::optional<Batten>& profile, double x) {
    if (!profile) return std::nullopt;
    constexpr int steps = 200;
    double before = 0.0;
    for (int i = 1; i <= steps; ++i) {
      const double now = profile->lengthMm() * i / steps;
      if ((profile->pointAt(before).x() - x) * (profile->pointAt(now).x() - x) <= 0.0) {
        double low = before, high = now;
        const bool falling = profile->pointAt(low).x() > x;
        for (int k = 0; k < 50; ++k) {
          const double middle = 0.5 * (low + high);
          ((profile->pointAt(middle).x() > x) == falling ? low : high) = middle;
        }
        return profile->pointAt(0.5 * (low + high));
      }
      before = now;
    }
    return std::nullopt;
  }

  /// Whether station `x` lies beyond the foot of stem or sternpost, and so begins on it.
  std::optional<Vec3> beginning(std::size_t column, bool& whole) const {
    whole = true;
    const auto& distance = m_table.stations[column].distance;
    const auto sternpost = m_table.profile(ProfilePart::SternpostRabbet);
    if (distance && m_stem && distance->mm() < m_stem->nails().front().x()) {
      whole = false;
      return crossing(m_stem, distance->mm());
    }
    if (distance && sternpost != nullptr && sternpost->points.size() >= 2 && *distance > sternpost->points.front().distance) {
      whole = false;
      const double half = m_table.halfSiding(SidingPart::Sternpost).value_or(Length()).mm();
      return crossing(springProfile(*sternpost, half, m_toleranceMm), distance->mm());
    }
    return cornerPoint(RowLine::Rabbet, column);
  }

  void addStation(std::size_t column) {
    const StationColumn& station = m_table.stations[column];
    Section section;
    section.name = station.name;
    if (station.distance) section.xMm = station.distance->mm();
    section.kind = station.isRake() ? SectionKind::Transom : SectionKind::Station;
    const auto foot = beginning(column, section.whole);
    const auto head = cornerPoint(RowLine::Sheer, column);
    if (!foot || !head || (station.isRake() && !m_transom)) {
      m_set.problems.push_back({foot ? Fault::SheerMissing : Fault::RabbetMissing, {0, 0, "station " + station.name}, {station.name, "figure"}});
      return;
    }
    std::vector<SectionFigure> ends{{Vec3(0.0, foot->y(), foot->z()), Vec3::Zero(), "rabbet"}};
    const auto chine = m_chined && section.whole ? cornerPoint(RowLine::Chine, column) : std::nullopt;
    if (m_chined && section.whole && !chine) {
      m_set.problems.push_back({Fault::ChineMissing, {0, 0, "station " + station.name}, {station.name, "figure"}});
      return;
    }
    if (chine) ends.push_back({*chine, Vec3::Zero(), "chine"});
    ends.push_back({*head, Vec3::Zero(), "sheer"});
    const auto runs = orderSection(ends, figuresOf(column));
    for (const auto& run : runs) section.parts.push_back(springRun(run, column));
    if (m_chined && !section.whole) {
      const Vec3 start = section.parts[0].nails().front();
      section.parts.insert(section.parts.begin(), Batten::spring(std::vector<Vec3>{start, start}, BattenEnds::Free));
    }
    m_set.sections.push_back(std::move(section));
  }

  std::vector<SectionFigure> figuresOf(std::size_t column) const {
    std::vector<SectionFigure> figures;
    for (const TableRow& row : m_table.rows) {
      if (column >= row.figures.size() || !row.figures[column]) continue;
      const double value = row.figures[column]->mm();
      const std::string name = rowLabel(row, m_table.unit);
      switch (row.line) {
        case RowLine::Waterline: figures.push_back({Vec3(0.0, value, row.at.mm()), Vec3::UnitY(), name}); break;
        case RowLine::Buttock: figures.push_back({Vec3(0.0, row.at.mm(), value), Vec3::UnitZ(), name}); break;
        case RowLine::Diagonal: {
          const Vec3 along = Vec3(0.0, row.out.mm(), -row.down.mm()).normalized();
          figures.push_back({Vec3(0.0, 0.0, row.at.mm()) + value * along, along, name});
          break;
        }
        case RowLine::Sheer:
        case RowLine::Rabbet:
        case RowLine::Chine: break;
      }
    }
    return figures;
  }

  /// Neighbours that all but coincide become one nail between them; the ends of the run stay where they are.
  std::vector<SectionFigure> merged(const std::vector<SectionFigure>& run) const {
    std::vector<SectionFigure> nails{run.front()};
    for (std::size_t i = 1; i + 1 < run.size();) {
      SectionFigure nail = run[i];
      double count = 1.0;
      std::size_t next = i + 1;
      while (next + 1 < run.size() && (run[next].at - run[i].at).norm() < m_closeMm) {
        nail.at += run[next].at;
        nail.axis = Vec3::Zero();
        nail.name += " and " + run[next].name;
        count += 1.0;
        ++next;
      }
      nail.at /= count;
      i = next;
      const bool atEnd = (nail.at - run.front().at).norm() < m_closeMm || (nail.at - run.back().at).norm() < m_closeMm;
      if (!atEnd) nails.push_back(nail);
    }
    nails.push_back(run.back());
    return nails;
  }

  /// Takes out, one by one, the figures at which the section doubles back, and names them.
  void leaveOutTurnedBack(std::vector<SectionFigure>& nails, std::size_t column) {
    for (;;) {
      std::size_t worst = 0;
      double worstTurn = mostTurnRad;
      for (std::size_t i = 1; i + 1 < nails.size(); ++i) {
        const double turn = turnRad(nails[i - 1].at, nails[i].at, nails[i + 1].at);
        if (turn > worstTurn) worstTurn = turn, worst = i;
      }
      if (worst == 0) return;
      const std::string& station = m_table.stations[column].name;
      m_set.problems.push_back({Fault::DoublesBack, {0, 0, "station " + station}, {station, nails[worst].name}});
      nails.erase(nails.begin() + static_cast<std::ptrdiff_t>(worst));
    }
  }

  Batten springRun(const std::vector<SectionFigure>& run, std::size_t column) {
    std::vector<SectionFigure> nails = merged(run);
    leaveOutTurnedBack(nails, column);
    std::vector<Vec3> points;
    std::vector<double> tolerances;
    for (std::size_t i = 0; i < nails.size(); ++i) {
      points.push_back(nails[i].at);
      tolerances.push_back(toleranceAt(nails, i));
    }
    points = easeNails(points, tolerances);
    for (Vec3& point : points) point.x() = xAt(column, point.z());
    return Batten::spring(points, BattenEnds::CarryCurvature);
  }

  /// How far a nail may be moved so that its figure, measured in its own axis, stays within the table's tolerance.
  double toleranceAt(const std::vector<SectionFigure>& nails, std::size_t i) const {
    if (i == 0 || i + 1 == nails.size()) return 0.0;
    const Vec3 along = (nails[i + 1].at - nails[i - 1].at).normalized();
    const Vec3 square(0.0, -along.z(), along.y());
    // Figures that were merged bind each other: half of what one alone may move, square to the curve.
    const double share = nails[i].axis.isZero() ? 0.35 : std::abs(square.dot(nails[i].axis));
    return m_toleranceMm * std::clamp(share, 0.02, 1.0);
  }

  double xAt(std::size_t column, double z) const {
    const auto& distance = m_table.stations[column].distance;
    return distance ? distance->mm() : transomDistance(z);
  }

  /// The transom's distance at a height; its profile is carried straight on above and below its points.
  double transomDistance(double z) const {
    double along = (z - m_transom->nails().front().z()) / (m_transom->nails().back().z() - m_transom->nails().front().z()) * m_transom->lengthMm();
    for (int i = 0; i < 20; ++i) {
      const double rise = m_transom->tangentAt(along).z();
      const double error = m_transom->pointAt(along).z() - z;
      if (std::abs(error) < 1e-9 || std::abs(rise) < 0.05) break;
      along -= error / rise;
    }
    return m_transom->pointAt(along).x();
  }

  const OffsetTable& m_table;
  double m_toleranceMm;
  double m_closeMm;
  bool m_chined = false;
  std::optional<Batten> m_stem, m_sternpost, m_transom;
  SectionSet m_set;
};

}  // namespace

double Section::girthMm(std::size_t firstPart) const {
  double girth = 0.0;
  for (std::size_t i = firstPart; i < parts.size(); ++i) girth += parts[i].lengthMm();
  return girth;
}

SectionSet springSections(const OffsetTable& table) { return SectionSpringer(table).spring(); }

Batten springProfile(const Profile& profile, double halfSidingMm, double toleranceMm) {
  std::vector<Vec3> points;
  for (const ProfilePoint& point : profile.points) {
    const Vec3 at(point.distance.mm(), halfSidingMm, point.height.mm());
    if (points.empty() || (at - points.back()).norm() > 1e-6) points.push_back(at);
  }
  require(points.size() >= 2, "a profile has two points or more");
  points = easeNails(points, std::vector<double>(points.size(), toleranceMm));
  return Batten::spring(points, BattenEnds::CarryCurvature);
}

}  // namespace narrows
