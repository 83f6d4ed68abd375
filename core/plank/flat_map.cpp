#include "plank/flat_map.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "curve/cubic.h"

namespace narrows {

namespace {

/// Shares of a side nearer together than this are one, where it runs to a point: a tenth of a millimetre of a long
/// plank.
constexpr double onePlace = 2e-5;

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
      m_upper(strip.upper),
      m_lowerLonger(strip.lowerLonger),
      m_upperLonger(strip.upperLonger),
      m_lowerPlace(strip.lowerPlace),
      m_upperPlace(strip.upperPlace) {
  const auto addCorner = [this](const std::vector<double>& shares, double share) {
    std::size_t nearest = 0;
    for (std::size_t i = 1; i < shares.size(); ++i) {
      if (std::abs(shares[i] - share) < std::abs(shares[nearest] - share)) nearest = i;
    }
    m_corners.push_back(nearest);
  };
  for (const bool upper : {false, true}) {
    const Strip::Longer& longer = upper ? m_upperLonger : m_lowerLonger;
    const double lineMm = (upper ? m_upper : m_lower).lengthMm();
    if (longer.bowMm > 0.0) addCorner(upper ? m_upperShare : m_lowerShare, ofSide(0.0, lineMm, longer));
    if (longer.sternMm > 0.0) addCorner(upper ? m_upperShare : m_lowerShare, ofSide(1.0, lineMm, longer));
  }
}

double FlatMap::ofSide(double share, double lineMm, const Strip::Longer& longer) {
  return (longer.bowMm + share * lineMm) / (longer.bowMm + lineMm + longer.sternMm);
}

double FlatMap::ofLine(double share, double lineMm, const Strip::Longer& longer) {
  return (share * (longer.bowMm + lineMm + longer.sternMm) - longer.bowMm) / std::max(lineMm, 1e-9);
}

double FlatMap::columnShare(std::size_t column, double across) const {
  return m_lowerShare[column] + across * (m_upperShare[column] - m_lowerShare[column]);
}

Vec2 FlatMap::at(double t, double across) const {
  if (!m_lowerPlace.empty()) return atPlace({t, across});
  const double lower = m_lower.shareAt(t);
  return atShare(lower + across * (m_upper.shareAt(t) - lower), across);
}

/// Where an end slants, rulings do not run from one t to the same: the one that a place lies on is looked for.
Vec2 FlatMap::atPlace(const Vec2& place) const {
  const auto between = [](const std::vector<Vec2>& ends, double column) -> Vec2 {
    const double held = std::clamp(column, 0.0, static_cast<double>(ends.size() - 1));
    const auto i = static_cast<std::size_t>(std::min(std::floor(held), static_cast<double>(ends.size() - 2)));
    return ends[i] + (held - static_cast<double>(i)) * (ends[i + 1] - ends[i]);
  };
  // Bow to stern, a ruling has the places before it on one side and those behind it on the other.
  const auto isAft = [&](double column) {
    const Vec2 low = between(m_lowerPlace, column), way = between(m_upperPlace, column) - low, off = place - low;
    return way.x() * off.y() - way.y() * off.x() < 0.0;
  };
  double from = 0.0, to = static_cast<double>(m_columns - 1);
  constexpr int halvings = 40;
  for (int i = 0; i < halvings; ++i) {
    const double middle = 0.5 * (from + to);
    (isAft(middle) ? from : to) = middle;
  }
  const double column = 0.5 * (from + to);
  const Vec2 low = between(m_lowerPlace, column), high = between(m_upperPlace, column);
  const double row = std::abs(high.y() - low.y()) > 1e-9 ? (place.y() - low.y()) / (high.y() - low.y()) : 0.0;
  // On a side itself its own length tells the place, smoothly.
  const auto shareOn = [&](bool upper) {
    const LineLength& line = upper ? m_upper : m_lower;
    return ofSide(line.shareAt(place.x()), line.lengthMm(), upper ? m_upperLonger : m_lowerLonger);
  };
  constexpr double onSide = 1e-9;
  if (place.y() <= onSide) return atShare(shareOn(false), 0.0);
  if (place.y() >= 1.0 - onSide) return atShare(shareOn(true), 1.0);
  const auto shareAt = [&](const std::vector<double>& shares) {
    const auto i = static_cast<std::size_t>(std::min(std::floor(column), static_cast<double>(m_columns - 2)));
    return shares[i] + (column - static_cast<double>(i)) * (shares[i + 1] - shares[i]);
  };
  const double lower = shareAt(m_lowerShare), upper = shareAt(m_upperShare);
  return atShare(lower + row * (upper - lower), row);
}

std::vector<double> FlatMap::lineShares(double across, std::size_t between) const {
  // An edge runs between its own corners: an end that its side goes on to is not part of it.
  const bool lower = across <= 0.0, upper = across >= 1.0;
  const Strip::Longer longer = lower ? m_lowerLonger : upper ? m_upperLonger : Strip::Longer();
  const double lineMm = lower ? m_lower.lengthMm() : m_upper.lengthMm();
  const double from = longer.bowMm > 0.0 ? ofSide(0.0, lineMm, longer) : -1e9;
  const double to = longer.sternMm > 0.0 ? ofSide(1.0, lineMm, longer) : 1e9;
  std::vector<double> shares;
  // Nearer together than this two points of an edge tell no direction.
  const double hair = m_lowerPlace.empty() ? 1e-9 : onePlace;
  const auto add = [&](double share) {
    if (share > from + hair && share < to - hair && (shares.empty() || share > shares.back() + 0.5 * hair))
      shares.push_back(share);
  };
  if (from > -1.0) shares.push_back(from);
  for (std::size_t column = 0; column < m_columns; ++column) {
    const double share = columnShare(column, across);
    add(share);
    if (column + 1 == m_columns) break;
    const double next = columnShare(column + 1, across);
    for (std::size_t i = 1; i <= between; ++i)
      add(share + (next - share) * static_cast<double>(i) / static_cast<double>(between + 1));
  }
  if (to < 1e8) shares.push_back(to);
  // The first and last rulings of ends that run to a point lie a little within: the edge goes on to the point itself.
  if (!m_lowerPlace.empty() && (lower || upper)) {
    if (from < -1.0 && shares.front() > 1e-9) shares.insert(shares.begin(), 0.0);
    if (to > 1e8 && shares.back() < 1.0 - 1e-9) shares.push_back(1.0);
  }
  return shares;
}

std::vector<Vec2> FlatMap::line(double across, std::size_t between) const {
  std::vector<Vec2> points;
  for (const double share : lineShares(across, between)) points.push_back(atShare(share, across));
  return points;
}

std::vector<double> FlatMap::lineT(double across, std::size_t between) const {
  const bool upper = across >= 0.5;
  const LineLength& line = upper ? m_upper : m_lower;
  std::vector<double> places;
  for (const double share : lineShares(across, between))
    places.push_back(
        line.tAtShare(std::clamp(ofLine(share, line.lengthMm(), upper ? m_upperLonger : m_lowerLonger), 0.0, 1.0)));
  return places;
}

Vec2 FlatMap::atShare(double share, double across) const {
  std::size_t below = 0, above = m_columns - 1;
  while (above - below > 1) {
    const std::size_t middle = (below + above) / 2;
    (columnShare(middle, across) <= share ? below : above) = middle;
  }
  // Columns that stand all but in one place there, round the point of an end, count as one.
  std::array<std::size_t, 4> near{below, above, 0, 0};
  std::size_t columns = 2;
  const auto shareOf = [&](std::size_t column) { return columnShare(column, across); };
  const double oneShare = m_lowerPlace.empty() ? -1.0 : onePlace;
  if (std::abs(shareOf(above) - shareOf(below)) > oneShare) {
    std::size_t first = below, last = above;
    // Never round a corner: what lies beyond it says nothing of how it runs here.
    const auto isCorner = [this](std::size_t column) {
      return std::find(m_corners.begin(), m_corners.end(), column) != m_corners.end();
    };
    const auto before = [&]() -> bool {
      std::size_t at = first;
      if (isCorner(first)) return false;
      while (at > 0 && std::abs(shareOf(at - 1) - shareOf(first)) <= oneShare) --at;
      if (at == 0) return false;
      first = at - 1;
      near[columns++] = first;
      return true;
    };
    const auto behind = [&]() -> bool {
      std::size_t at = last;
      if (isCorner(last)) return false;
      while (at + 1 < m_columns && std::abs(shareOf(at + 1) - shareOf(last)) <= oneShare) ++at;
      if (at + 1 >= m_columns) return false;
      last = at + 1;
      near[columns++] = last;
      return true;
    };
    const bool has = before(), hasBehind = behind();
    if (columns < 4 && has) before();
    if (columns < 4 && hasBehind) behind();
  }
  const double place = across * static_cast<double>(m_rows - 1);
  const auto rowBelow = static_cast<std::size_t>(std::clamp(std::floor(place), 0.0, static_cast<double>(m_rows - 2)));
  const std::size_t row = firstOfFour(rowBelow, m_rows), rows = std::min<std::size_t>(4, m_rows);
  // Where a line has no length its columns stand in one place.
  const auto apart = [&](std::size_t i) { return shareOf(near[i]) + 1e-12 * static_cast<double>(near[i]); };
  const auto byColumn = weightsThrough(columns, share + 1e-12 * static_cast<double>(below), apart);
  const auto byRow = weightsThrough(rows, place, [&](std::size_t i) { return static_cast<double>(row + i); });
  Vec2 sum = Vec2::Zero();
  for (std::size_t i = 0; i < columns; ++i) {
    for (std::size_t j = 0; j < rows; ++j) sum += byColumn[i] * byRow[j] * m_points[near[i] * m_rows + row + j];
  }
  return sum;
}

void FlatMap::place(const Eigen::Matrix2d& turn, const Vec2& shift) {
  for (Vec2& point : m_points) point = turn * point + shift;
}

}  // namespace narrows
