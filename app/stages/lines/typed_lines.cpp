#include "stages/lines/typed_lines.h"

#include <algorithm>

#include "fairing/nail_float.h"

namespace narrows {

namespace {

constexpr int pointsALine = 60;

class TypedTable {
 public:
  explicit TypedTable(const OffsetTable& table) : m_table(table) {}

  TypedLines lay(const Judgement& judged) {
    for (const StationColumn& station : m_table.stations) {
      if (station.distance) widen({station.distance->mm(), 0.0, 0.0});
    }
    for (const TableRow& row : m_table.rows) {
      for (std::size_t column = 0; column < row.figures.size(); ++column) addFigure(row, column);
    }
    for (const Profile& profile : m_table.profiles) {
      for (const ProfilePoint& point : profile.points)
        add(TypedView::Profile, {point.distance.mm(), 0.0, point.height.mm()});
    }
    for (const TableLine& line : judged.lines) addLine(line);
    if (m_broadest <= 0.0) m_laid.broadestX = 0.5 * (m_laid.low.x() + m_laid.high.x());
    // Room to draw in before there is any breadth or height.
    const double length = std::max(m_laid.high.x() - m_laid.low.x(), 1.0);
    m_laid.high.y() = std::max(m_laid.high.y(), length / 8.0);
    m_laid.high.z() = std::max(m_laid.high.z(), m_laid.low.z() + length / 8.0);
    return std::move(m_laid);
  }

 private:
  void widen(const Vec3& at) {
    if (!m_begun) m_laid.low = m_laid.high = at;
    m_begun = true;
    m_laid.low = m_laid.low.cwiseMin(at);
    m_laid.high = m_laid.high.cwiseMax(at);
  }

  void add(TypedView view, const Vec3& at) {
    m_laid.points.push_back({view, at});
    widen(at);
  }

  std::optional<double> figure(RowKind kind, RowLine line, std::size_t column) const {
    const auto given = m_table.figure(kind, line, column);
    return given ? std::optional(given->mm()) : std::nullopt;
  }

  void addFigure(const TableRow& row, std::size_t column) {
    if (!row.figures[column] || row.kind == RowKind::Diagonal) return;
    const double mm = row.figures[column]->mm();
    const auto& distance = m_table.stations[column].distance;
    if (row.kind == RowKind::HalfBreadth) {
      std::optional<double> z = row.at.mm();
      if (row.line != RowLine::Waterline) z = figure(RowKind::Height, row.line, column);
      const double x = distance ? distance->mm() : m_laid.high.x();
      if (distance) add(TypedView::Plan, {x, mm, z.value_or(0.0)});
      if (z) add(TypedView::Body, {x, mm, *z});
      if (mm > m_broadest) m_broadest = mm, m_laid.broadestX = x;
      return;
    }
    if (distance) add(TypedView::Profile, {distance->mm(), 0.0, mm});
    if (distance && row.line == RowLine::Buttock) add(TypedView::Body, {distance->mm(), row.at.mm(), mm});
  }

  void addLine(const TableLine& line) {
    const auto batten = springLine(line, std::vector<bool>(line.nails.size(), false), BattenEnds::Free);
    if (!batten) return;
    TypedLine drawn;
    const bool isRow = line.kind == LineKind::Along && line.list < m_table.rows.size();
    if (isRow && m_table.rows[line.list].kind == RowKind::Diagonal) return;
    drawn.view = line.kind == LineKind::Section                                  ? TypedView::Body
                 : isRow && m_table.rows[line.list].kind == RowKind::HalfBreadth ? TypedView::Plan
                                                                                 : TypedView::Profile;
    for (int i = 0; i <= pointsALine; ++i) drawn.points.push_back(batten->pointAtShare(double(i) / pointsALine));
    m_laid.lines.push_back(std::move(drawn));
  }

  const OffsetTable& m_table;
  TypedLines m_laid;
  bool m_begun = false;
  double m_broadest = 0.0;
};

}  // namespace

TypedLines typedLines(const OffsetTable& table, const Judgement& judged) {
  return TypedTable(table).lay(judged);
}

}  // namespace narrows
