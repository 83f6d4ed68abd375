#include "plank/flat_map.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "curve/cubic.h"

namespace narrows {

namespace {

/// First of the four places about one, of `n` in all.
std::size_t firstOfFour(std::size_t below, std::size_t n) {
  return std::min(below > 0 ? below - 1 : 0, n - std::min<std::size_t>(n, 4));
}

}  // namespace

FlatMap::FlatMap(const Strip& strip, const FlatStrip& flat)
    : m_columns(strip.columns),
      m_rows(strip.rows),
      m_points(flat.points),
      m_lowerShare(strip.lowerShare),
      m_upperShare(strip.upperShare),
      m_lower(strip.lower),
      m_upper(strip.upper) {}

double FlatMap::columnShare(std::size_t column, double across) const {
  return m_lowerShare[column] + across * (m_upperShare[column] - m_lowerShare[column]);
}

Vec2 FlatMap::at(double t, double across) const {
  const double lower = m_lower.shareAt(t);
  return atShare(lower + across * (m_upper.shareAt(t) - lower), across);
}

std::vector<Vec2> FlatMap::line(double across, std::size_t between) const {
  std::vector<Vec2> points;
  for (std::size_t column = 0; column < m_columns; ++column) {
    const double share = columnShare(column, across);
    points.push_back(atShare(share, across));
    if (column + 1 == m_columns) break;
    const double next = columnShare(column + 1, across);
    for (std::size_t i = 1; i <= between; ++i)
      points.push_back(
          atShare(share + (next - share) * static_cast<double>(i) / static_cast<double>(between + 1), across));
  }
  return points;
}

Vec2 FlatMap::atShare(double share, double across) const {
  std::size_t below = 0, above = m_columns - 1;
  while (above - below > 1) {
    const std::size_t middle = (below + above) / 2;
    (columnShare(middle, across) <= share ? below : above) = middle;
  }
  const std::size_t column = firstOfFour(below, m_columns), columns = std::min<std::size_t>(4, m_columns);
  const double place = across * static_cast<double>(m_rows - 1);
  const auto rowBelow = static_cast<std::size_t>(std::clamp(std::floor(place), 0.0, static_cast<double>(m_rows - 2)));
  const std::size_t row = firstOfFour(rowBelow, m_rows), rows = std::min<std::size_t>(4, m_rows);
  // Where the lower line has no length its columns stand in one place.
  const auto apart = [&](std::size_t i) {
    return columnShare(column + i, across) + 1e-12 * static_cast<double>(column + i);
  };
  const auto byColumn = weightsThrough(columns, share + 1e-12 * static_cast<double>(below), apart);
  const auto byRow = weightsThrough(rows, place, [&](std::size_t i) { return static_cast<double>(row + i); });
  Vec2 sum = Vec2::Zero();
  for (std::size_t i = 0; i < columns; ++i) {
    for (std::size_t j = 0; j < rows; ++j) sum += byColumn[i] * byRow[j] * m_points[(column + i) * m_rows + row + j];
  }
  return sum;
}

void FlatMap::place(const Eigen::Matrix2d& turn, const Vec2& shift) {
  for (Vec2& point : m_points) point = turn * point + shift;
}

}  // namespace narrows
