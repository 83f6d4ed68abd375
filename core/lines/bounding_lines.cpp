#include "lines/bounding_lines.h"

#include <algorithm>
#include <cmath>

#include "lines/profile_distance.h"

namespace narrows {

namespace {

/// Fewer figures than this are believed as they stand.
constexpr std::size_t fewest = 4;

/// One row of figures along the boat.
struct Row {
  std::vector<double> x, mm, most;  ///< how far each may be moved
  std::vector<std::size_t> column;  ///< of the table; `noColumn` for the foot of a profile
  static constexpr std::size_t noColumn = static_cast<std::size_t>(-1);

  void add(double at, double value, double mayMove, std::size_t of) {
    x.push_back(at), mm.push_back(value), most.push_back(mayMove), column.push_back(of);
  }
  /// Takes the foot of a profile in at one end, where the line runs on into it and does not jump.
  void takeIn(double at, double value, bool first) {
    if (mm.size() < fewest - 1) return;
    const std::size_t end = first ? 0 : mm.size() - 1;
    double steepest = 0.0;
    for (std::size_t i = 1; i < mm.size(); ++i)
      steepest = std::max(steepest, std::abs((mm[i] - mm[i - 1]) / (x[i] - x[i - 1])));
    constexpr double steeper = 3.0;
    if (std::abs(value - mm[end]) > 2.0 * most[end] + steeper * steepest * std::abs(x[end] - at)) return;
    const auto place = [&](auto& list) { return first ? list.begin() : list.end(); };
    x.insert(place(x), at), mm.insert(place(mm), value);
    most.insert(place(most), 0.0), column.insert(place(column), noColumn);
  }
  /// Its figures as a batten through them lies.
  std::vector<double> eased() const {
    std::vector<double> moved = mm;
    if (mm.size() < fewest) return moved;
    std::vector<Vec3> nails;
    for (std::size_t i = 0; i < mm.size(); ++i) nails.emplace_back(x[i], 0.0, mm[i]);
    const std::vector<Vec3> lie = weighCloseNails(easeNails(nails, most), most);
    const Batten batten = Batten::spring(lie, BattenEnds::CarryCurvature);
    for (std::size_t i = 1; i + 1 < mm.size(); ++i) {
      // A nail moves square to its line; a figure stays in its station.
      const Vec3 tangent = batten.tangentAt(batten.nailLengthsMm()[i]);
      const double slope = std::abs(tangent.x()) > 1e-6 ? tangent.z() / tangent.x() : 0.0;
      const Vec3 move = lie[i] - nails[i];
      moved[i] += std::clamp(move.z() - slope * move.x(), -most[i], most[i]);
    }
    return moved;
  }
};

}  // namespace

BoundingLines::BoundingLines(const OffsetTable& table, const TableRounding& rounding, const BoundingEnds& ends) {
  for (const RowLine line : {RowLine::Rabbet, RowLine::Chine, RowLine::Sheer}) ease(table, rounding, ends, line);
}

void BoundingLines::ease(const OffsetTable& table, const TableRounding& rounding, const BoundingEnds& ends,
                         RowLine line) {
  const auto mayMove = [&](RowKind kind, std::size_t column) {
    const TableRow* row = table.row(kind, line);
    if (row == nullptr || std::find(row->held.begin(), row->held.end(), column) != row->held.end()) return 0.0;
    return rounding.rowToleranceMm(static_cast<std::size_t>(row - table.rows.data()));
  };
  // The rabbet begins at the foot of the stem, the sheer at its head.
  const auto endOf = [line](const std::optional<Batten>& profile) -> std::optional<Vec3> {
    if (!profile || line == RowLine::Chine) return std::nullopt;
    return line == RowLine::Rabbet ? profile->nails().front() : profile->nails().back();
  };
  const auto fore = endOf(ends.stem), aft = endOf(ends.sternpost);
  Row heights, breadths;
  for (std::size_t column = 0; column < table.stations.size(); ++column) {
    const auto z = table.figure(RowKind::Height, line, column);
    auto y = table.figure(RowKind::HalfBreadth, line, column);
    if (!y && line == RowLine::Rabbet) y = table.halfSiding(SidingPart::Keel);
    if (!z || !y) continue;
    m_corners[{line, column}] = {y->mm(), z->mm()};
    const auto& distance = table.stations[column].distance;
    if (!distance && !ends.transom) continue;
    const double x = distance ? distance->mm() : distanceAtHeight(*ends.transom, z->mm());
    const double last = !heights.x.empty() ? heights.x.back() : fore ? fore->x() : -1e300;
    if (x <= last || (aft && x >= aft->x())) continue;  // forward of the foot, or aft of the post's
    heights.add(x, z->mm(), mayMove(RowKind::Height, column), column);
    // What stands on the centre line stays there.
    breadths.add(x, y->mm(), y->mm() > 0.0 ? mayMove(RowKind::HalfBreadth, column) : 0.0, column);
  }
  for (const auto& [end, first] : {std::pair(fore, true), std::pair(aft, false)}) {
    if (!end) continue;
    heights.takeIn(end->x(), end->z(), first);
    // Stem and post may have a siding that the keel has not.
    breadths.takeIn(end->x(), end->y(), first);
  }
  const std::vector<double> high = heights.eased();
  const std::vector<double> broad = breadths.eased();
  for (std::size_t i = 0; i < heights.column.size(); ++i) {
    if (heights.column[i] != Row::noColumn) m_corners[{line, heights.column[i]}].second = high[i];
  }
  for (std::size_t i = 0; i < breadths.column.size(); ++i) {
    if (breadths.column[i] == Row::noColumn) continue;
    double& half = m_corners[{line, breadths.column[i]}].first;
    half = half >= 0.0 ? std::max(broad[i], 0.0) : broad[i];
  }
}

std::optional<Vec3> BoundingLines::corner(RowLine line, std::size_t column) const {
  const auto found = m_corners.find({line, column});
  if (found == m_corners.end()) return std::nullopt;
  return Vec3(0.0, found->second.first, found->second.second);
}

}  // namespace narrows
