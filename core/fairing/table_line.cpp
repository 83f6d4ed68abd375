#include "fairing/table_line.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "lines/profile_distance.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// A bounding line of the hull is walked in this many steps to find where another line meets it: on a boat of 20 m the
/// chord of a step lies within 0.1 mm of the line.
constexpr int boundarySteps = 200;
/// Nails of one line nearer together than this are one.
constexpr double sameTableNailMm = 1e-3;

using Polyline = std::vector<Vec3>;

Polyline walk(const std::vector<Vec3>& nails) {
  if (nails.size() < 2) return nails;
  const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
  Polyline points;
  for (int i = 0; i <= boundarySteps; ++i)
    points.push_back(batten.pointAtShare(static_cast<double>(i) / boundarySteps));
  return points;
}

/// A plane of the drawing that a row lies in: points with `normal` . p = `offset`.
struct RowPlane {
  Vec3 normal;
  double offset = 0.0;
};

LineNail endNail(const Vec3& at) {
  LineNail nail;
  nail.at = at;
  return nail;
}

class LineMaker {
 public:
  LineMaker(const OffsetTable& table, const FigureSet& pulled) : m_table(table), m_pulled(pulled) {
    if (const Profile* transom = table.profile(ProfilePart::Transom); hasCourse(transom))
      m_transom = springProfile(*transom, 0.0, 0.0);
    m_stem = profileWalk(ProfilePart::StemRabbet, SidingPart::Stem);
    m_sternpost = profileWalk(ProfilePart::SternpostRabbet, SidingPart::Sternpost);
    m_sheer = boundary(RowLine::Sheer);
    m_rabbet = boundary(RowLine::Rabbet);
    m_chine = boundary(RowLine::Chine);
  }

  std::vector<TableLine> make() {
    for (std::size_t k = 0; k < m_table.rows.size(); ++k) addRow(k);
    for (std::size_t column = 0; column < m_table.stations.size(); ++column) addSection(column);
    for (std::size_t k = 0; k < m_table.profiles.size(); ++k) addProfile(k);
    return std::move(m_lines);
  }

 private:
  bool isPulled(std::size_t row, std::size_t column) const {
    return m_pulled.contains({FigureRef::In::Row, row, column});
  }

  std::optional<double> figure(const TableRow& row, std::size_t column) const {
    if (column >= row.figures.size() || !row.figures[column]) return std::nullopt;
    return row.figures[column]->mm();
  }

  std::size_t indexOf(const TableRow& row) const { return static_cast<std::size_t>(&row - m_table.rows.data()); }

  /// A profile as a polyline, low to high, at its half-siding; empty where it is not given.
  Polyline profileWalk(ProfilePart part, SidingPart siding) const {
    std::vector<Vec3> nails;
    // A siding that was not given is no nought: nothing is judged by where it would lie.
    const auto sided = m_table.halfSiding(siding);
    if (!sided) return {};
    const double half = sided->mm();
    for (std::size_t k = 0; k < m_table.profiles.size(); ++k) {
      if (m_table.profiles[k].part != part) continue;
      for (std::size_t i = 0; i < m_table.profiles[k].points.size(); ++i) {
        if (m_pulled.contains({FigureRef::In::Profile, k, i})) continue;
        const ProfilePoint& point = m_table.profiles[k].points[i];
        const Vec3 at(point.distance.mm(), half, point.height.mm());
        if (nails.empty() || (at - nails.back()).norm() > sameTableNailMm) nails.push_back(at);
      }
    }
    return walk(nails);
  }

  /// Distance of a station; of the raked column at a height.
  std::optional<double> distance(std::size_t column, std::optional<double> height) const {
    if (const auto& given = m_table.stations[column].distance) return given->mm();
    if (!m_transom || !height) return std::nullopt;
    return distanceAtHeight(*m_transom, *height);
  }

  /// Both figures of sheer, rabbet or chine at a station, without those that are pulled.
  std::optional<Vec3> corner(RowLine line, std::size_t column) const {
    return isCornerPulled(line, column) ? std::nullopt : drawnCorner(line, column);
  }

  bool isCornerPulled(RowLine line, std::size_t column) const {
    for (const RowKind kind : {RowKind::Height, RowKind::HalfBreadth}) {
      if (const TableRow* row = m_table.row(kind, line); row != nullptr && isPulled(indexOf(*row), column)) return true;
    }
    return false;
  }

  std::optional<Vec3> drawnCorner(RowLine line, std::size_t column) const {
    const TableRow* heights = m_table.row(RowKind::Height, line);
    const TableRow* breadths = m_table.row(RowKind::HalfBreadth, line);
    if (heights == nullptr) return std::nullopt;
    const auto z = figure(*heights, column);
    std::optional<double> y;
    if (breadths != nullptr) y = figure(*breadths, column);
    if (!y && line == RowLine::Rabbet) {
      if (const auto keel = m_table.halfSiding(SidingPart::Keel)) y = keel->mm();
    }
    const auto x = distance(column, z);
    if (!x || !y || !z) return std::nullopt;
    return Vec3(*x, *y, *z);
  }

  /// Sheer, rabbet or chine in space, with its ends on stem and sternpost.
  Polyline boundary(RowLine line) const {
    if (m_table.row(RowKind::Height, line) == nullptr) return {};
    std::vector<Vec3> nails;
    const auto add = [&nails](const Vec3& at) {
      if (nails.empty() || at.x() > nails.back().x() + sameTableNailMm) nails.push_back(at);
    };
    const bool sheer = line == RowLine::Sheer;
    if (!m_stem.empty()) add(sheer ? m_stem.back() : m_stem.front());
    for (std::size_t column = 0; column < m_table.stations.size(); ++column) {
      if (const auto at = corner(line, column)) add(*at);
    }
    if (!m_sternpost.empty()) add(sheer ? m_sternpost.back() : m_sternpost.front());
    return walk(nails);
  }

  /// Where a polyline crosses a plane, between two distances; the crossing nearest to `near`.
  static std::optional<Vec3> crossing(const Polyline& line, const RowPlane& plane, double fromX, double toX,
                                      double near) {
    std::optional<Vec3> best;
    for (std::size_t i = 0; i + 1 < line.size(); ++i) {
      const double a = plane.normal.dot(line[i]) - plane.offset, b = plane.normal.dot(line[i + 1]) - plane.offset;
      if ((a > 0.0) == (b > 0.0)) continue;
      const Vec3 at = line[i] + (line[i + 1] - line[i]) * (a / (a - b));
      if (at.x() <= fromX || at.x() >= toX) continue;
      if (!best || std::abs(at.x() - near) < std::abs(best->x() - near)) best = at;
    }
    return best;
  }

  std::optional<Vec3> meeting(const RowPlane& plane, double fromX, double toX, double near) const {
    std::optional<Vec3> best;
    for (const Polyline* line : {&m_stem, &m_sternpost, &m_sheer, &m_rabbet, &m_chine}) {
      const auto at = crossing(*line, plane, fromX, toX, near);
      if (at && (!best || std::abs(at->x() - near) < std::abs(best->x() - near))) best = at;
    }
    return best;
  }

  /// The nail of a row's figure at a station; none where the table has no figure or no distance for it.
  std::optional<LineNail> rowNail(const TableRow& row, std::size_t column) const {
    const auto value = figure(row, column);
    if (!value) return std::nullopt;
    LineNail nail;
    nail.figure = FigureRef{FigureRef::In::Row, indexOf(row), column};
    nail.station = m_table.stations[column].name;
    std::optional<double> height;
    switch (row.line) {
      case RowLine::Waterline:
        nail.at = Vec3(0.0, *value, row.at.mm());
        break;
      case RowLine::Buttock:
        nail.at = Vec3(0.0, row.at.mm(), *value);
        break;
      case RowLine::Diagonal: {
        const Vec3 along = Vec3(0.0, row.out.mm(), -row.down.mm()).normalized();
        nail.axis = along;
        nail.at = Vec3(0.0, 0.0, row.at.mm()) + *value * along;
        break;
      }
      case RowLine::Sheer:
      case RowLine::Rabbet:
      case RowLine::Chine:
        nail.at = row.kind == RowKind::Height ? Vec3(0.0, 0.0, *value) : Vec3(0.0, *value, 0.0);
        if (const TableRow* heights = m_table.row(RowKind::Height, row.line)) height = figure(*heights, column);
        break;
    }
    if (row.kind != RowKind::Diagonal) nail.axis = row.kind == RowKind::Height ? Vec3::UnitZ() : Vec3::UnitY();
    const bool edge = row.line == RowLine::Sheer || row.line == RowLine::Rabbet || row.line == RowLine::Chine;
    const auto x = distance(column, edge ? height : nail.at.z());
    if (!x) return std::nullopt;
    nail.at.x() = *x;
    return nail;
  }

  void addRow(std::size_t k) {
    const TableRow& row = m_table.rows[k];
    if (row.line == RowLine::Sheer || row.line == RowLine::Rabbet || row.line == RowLine::Chine) return addEdgeRow(k);
    RowPlane plane;
    if (row.line == RowLine::Waterline) plane = {Vec3::UnitZ(), row.at.mm()};
    if (row.line == RowLine::Buttock) plane = {Vec3::UnitY(), row.at.mm()};
    if (row.line == RowLine::Diagonal) {
      const double fall = row.out.mm() > 0.0 ? row.down.mm() / row.out.mm() : 0.0;
      plane = {Vec3(0.0, fall, 1.0), row.at.mm()};
    }
    constexpr double everywhere = std::numeric_limits<double>::max();
    TableLine line{LineKind::Along, k, rowWords(row, m_table.unit), {}};
    std::size_t before = 0;  // column of the nail before, from 1
    for (std::size_t column = 0; column < m_table.stations.size(); ++column) {
      const auto nail = rowNail(row, column);
      if (!nail) continue;
      const double x = nail->at.x();
      if (line.nails.empty()) {
        const double fromX = column > 0 ? distance(column - 1, nail->at.z()).value_or(-everywhere) : -everywhere;
        if (const auto end = meeting(plane, fromX, x, x)) line.nails.push_back(endNail(*end));
      } else {
        const double lastX = line.nails.back().at.x();
        // A line that is not given at a station between has left the hull there, if it meets an edge on the way.
        const bool gap = column > before;
        const auto out = gap ? meeting(plane, lastX, x, lastX) : crossing(m_chine, plane, lastX, x, lastX);
        if (out) {
          line.nails.push_back(endNail(*out));
          finish(line);
          const auto in = gap ? meeting(plane, lastX, x, x) : out;
          line.nails.push_back(endNail(*in));
        }
      }
      line.nails.push_back(*nail);
      before = column + 1;
    }
    if (!line.nails.empty() && before > 0) {
      const double lastX = line.nails.back().at.x();
      const double toX = before < m_table.stations.size()
                             ? distance(before, line.nails.back().at.z()).value_or(everywhere)
                             : everywhere;
      const bool transom = before == m_table.stations.size() && m_table.stations.back().isRake();
      if (const auto end = transom ? std::nullopt : meeting(plane, lastX, toX, lastX))
        line.nails.push_back(endNail(*end));
    }
    finish(line);
  }

  void addEdgeRow(std::size_t k) {
    const TableRow& row = m_table.rows[k];
    TableLine line{LineKind::Along, k, Trade::say(rowKindName(row.kind)) + " " + rowWords(row, m_table.unit), {}};
    const auto flat = [&row](Vec3 at) {
      (row.kind == RowKind::Height ? at.y() : at.z()) = 0.0;
      return endNail(at);
    };
    const bool sheer = row.line == RowLine::Sheer;
    // The half-breadth at the foot of stem or sternpost is a timber's siding, and need not run on from the keel's.
    const bool siding = row.line == RowLine::Rabbet && row.kind == RowKind::HalfBreadth;
    if (!m_stem.empty() && !siding) line.nails.push_back(flat(sheer ? m_stem.back() : m_stem.front()));
    for (std::size_t column = 0; column < m_table.stations.size(); ++column) {
      const auto nail = rowNail(row, column);
      // Forward of the foot of the stem the rabbet is the stem's.
      if (nail && (line.nails.empty() || nail->at.x() > line.nails.back().at.x() + sameTableNailMm))
        line.nails.push_back(*nail);
    }
    if (!m_sternpost.empty() && !line.nails.empty() && !siding) {
      const LineNail end = flat(sheer ? m_sternpost.back() : m_sternpost.front());
      if (end.at.x() > line.nails.back().at.x() + sameTableNailMm) line.nails.push_back(end);
    }
    finish(line);
  }

  void finish(TableLine& line) {
    TableLine next{line.kind, line.list, line.name, {}};
    if (line.nails.size() >= 2) m_lines.push_back(std::move(line));
    line = std::move(next);
  }

  void addSection(std::size_t column) {
    const auto& station = m_table.stations[column];
    std::vector<SectionFigure> ends;
    const auto addEnd = [&ends](const std::optional<Vec3>& at, const char* name) {
      if (at) ends.push_back({Vec3(0.0, at->y(), at->z()), Vec3::Zero(), name});
    };
    const double x = station.distance ? station.distance->mm() : 0.0;
    const bool onStem = station.distance && !m_stem.empty() && x < m_stem.front().x();
    const bool onPost = station.distance && !m_sternpost.empty() && x > m_sternpost.front().x();
    if (onStem || onPost) {
      const RowPlane plane{Vec3::UnitX(), x};
      constexpr double everywhere = std::numeric_limits<double>::max();
      addEnd(crossing(onStem ? m_stem : m_sternpost, plane, -everywhere, everywhere, x), "rabbet");
    } else {
      addEnd(drawnCorner(RowLine::Rabbet, column), "rabbet");
      addEnd(drawnCorner(RowLine::Chine, column), "chine");
    }
    addEnd(drawnCorner(RowLine::Sheer, column), "sheer");
    std::vector<SectionFigure> figures = sectionFigures(m_table, column);
    if (ends.size() < 2) return;
    for (const auto& run : orderSection(ends, figures)) {
      TableLine line{LineKind::Section, column, Trade::say("section %1", station.name), {}};
      for (const SectionFigure& figure : run) {
        LineNail nail;
        nail.at = figure.at;
        nail.axis = figure.axis;
        nail.at.x() = distance(column, nail.at.z()).value_or(0.0);
        nail.station = station.name;
        if (figure.row != SectionFigure::noRow) {
          nail.figure = FigureRef{FigureRef::In::Row, figure.row, column};
        } else if (figure.name != "rabbet") {
          // A section may turn hard into the rabbet: what it does above says little of where it ends below.
          const RowLine corner = figure.name == "sheer" ? RowLine::Sheer : RowLine::Chine;
          nail.height = cornerFigure(RowKind::Height, corner, column);
          nail.halfBreadth = cornerFigure(RowKind::HalfBreadth, corner, column);
        }
        line.nails.push_back(nail);
      }
      finish(line);
    }
  }

  std::optional<FigureRef> cornerFigure(RowKind kind, RowLine line, std::size_t column) const {
    const TableRow* row = m_table.row(kind, line);
    if (row == nullptr || !figure(*row, column)) return std::nullopt;
    return FigureRef{FigureRef::In::Row, indexOf(*row), column};
  }

  void addProfile(std::size_t k) {
    const Profile& profile = m_table.profiles[k];
    TableLine line{LineKind::Profile, k, Trade::say(profilePartName(profile.part)), {}};
    for (std::size_t i = 0; i < profile.points.size(); ++i) {
      LineNail nail;
      nail.at = Vec3(profile.points[i].distance.mm(), 0.0, profile.points[i].height.mm());
      nail.figure = FigureRef{FigureRef::In::Profile, k, i};
      nail.station = std::to_string(i + 1);
      line.nails.push_back(nail);
    }
    // A point measures by its distance where the part stands, and by its height where it lies.
    for (std::size_t i = 0; i < line.nails.size(); ++i) {
      const Vec3 run = line.nails[std::min(i + 1, line.nails.size() - 1)].at - line.nails[i == 0 ? 0 : i - 1].at;
      const bool lies = profile.part == ProfilePart::KeelBottom || std::abs(run.z()) < 0.3 * std::abs(run.x());
      line.nails[i].axis = lies ? Vec3::UnitZ() : Vec3::UnitX();
    }
    finish(line);
  }

  const OffsetTable& m_table;
  const FigureSet& m_pulled;
  std::optional<Batten> m_transom;
  Polyline m_stem, m_sternpost, m_sheer, m_rabbet, m_chine;
  std::vector<TableLine> m_lines;
};

}  // namespace

std::vector<std::pair<FigureRef, Vec3>> TableLine::figuresAt(std::size_t nail) const {
  const LineNail& at = nails[nail];
  std::vector<std::pair<FigureRef, Vec3>> figures;
  if (at.figure) figures.emplace_back(*at.figure, at.axis);
  if (at.height) figures.emplace_back(*at.height, Vec3::UnitZ());
  if (at.halfBreadth) figures.emplace_back(*at.halfBreadth, Vec3::UnitY());
  return figures;
}

std::vector<TableLine> tableLines(const OffsetTable& table, const FigureSet& pulled) {
  return LineMaker(table, pulled).make();
}

Vec3 squareToAxis(LineKind kind, const Vec3& axis) {
  switch (kind) {
    case LineKind::Along:
      return Vec3::UnitX();
    case LineKind::Section:
      return {0.0, -axis.z(), axis.y()};
    case LineKind::Profile:
      return {-axis.z(), 0.0, axis.x()};
  }
  return Vec3::Zero();
}

double figureMm(const OffsetTable& table, const FigureRef& figure) {
  if (figure.in == FigureRef::In::Row) return table.rows[figure.list].figures[figure.place].value_or(Length()).mm();
  return table.profiles[figure.list].points[figure.place].distance.mm();
}

double figureToleranceMm(const TableRounding& rounding, const FigureRef& figure) {
  return figure.in == FigureRef::In::Row ? rounding.rowToleranceMm(figure.list)
                                         : rounding.profileToleranceMm(figure.list);
}

void setFigureMm(OffsetTable& table, const FigureRef& figure, double mm) {
  if (figure.in == FigureRef::In::Row) {
    table.rows[figure.list].figures[figure.place] = millimetres(mm);
  } else {
    table.profiles[figure.list].points[figure.place].distance = millimetres(mm);
  }
}

bool hasFigure(const OffsetTable& table, const FigureRef& figure) {
  if (figure.in == FigureRef::In::Profile)
    return figure.list < table.profiles.size() && figure.place < table.profiles[figure.list].points.size();
  return figure.list < table.rows.size() && figure.place < table.rows[figure.list].figures.size() &&
         table.rows[figure.list].figures[figure.place].has_value();
}

std::string lineOf(const OffsetTable& table, const FigureRef& figure) {
  if (figure.in == FigureRef::In::Profile)
    return Trade::say("profile %1", Trade::say(profilePartName(table.profiles[figure.list].part)));
  const TableRow& row = table.rows[figure.list];
  if (row.kind == RowKind::Diagonal) return rowWords(row, table.unit);
  return Trade::say(rowKindName(row.kind)) + " " + rowWords(row, table.unit);
}

std::string placeOf(const OffsetTable& table, const FigureRef& figure) {
  return figure.in == FigureRef::In::Profile ? std::to_string(figure.place + 1) : table.stations[figure.place].name;
}

}  // namespace narrows
