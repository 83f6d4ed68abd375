#include "plank/strip.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// Samples a line's length is added up from; chords are corrected for their curvature.
constexpr std::size_t lengthSteps = 32;  // a bay

/// A plank line with its length from the strip's beginning, tabled by t.
class MeasuredLine {
 public:
  MeasuredLine(const Lining& lining, std::size_t line, StripReach reach) : m_lining(lining), m_line(line) {
    const auto bays = static_cast<std::size_t>(std::ceil(reach.toT - reach.fromT));
    const std::size_t steps = std::max<std::size_t>(1, bays) * lengthSteps;
    Vec3 before = point(reach.fromT);
    for (std::size_t i = 0; i <= steps; ++i) {
      const double t = reach.fromT + (reach.toT - reach.fromT) * static_cast<double>(i) / static_cast<double>(steps);
      m_t.push_back(t);
      if (i == 0) {
        m_length.push_back(0.0);
        continue;
      }
      const Vec3 now = point(t);
      const Vec3 between = point(0.5 * (t + m_t[i - 1]));
      const double chord = (now - before).norm();
      const double halves = (now - between).norm() + (between - before).norm();
      m_length.push_back(m_length.back() + halves + (halves - chord) / 3.0);
      before = now;
    }
  }

  Vec3 point(double t) const { return m_lining.point(m_line, t); }
  double length() const { return m_length.back(); }
  double shareAt(double t) const { return interpolate(m_t, m_length, t) / std::max(length(), 1e-9); }
  double tAtShare(double share) const { return interpolate(m_length, m_t, share * length()); }

 private:
  /// Cubic through the four tabled values about the place, all of one bay: t runs at another pace in the next.
  static double interpolate(const std::vector<double>& at, const std::vector<double>& values, double place) {
    const auto n = static_cast<std::ptrdiff_t>(at.size());
    constexpr auto bay = static_cast<std::ptrdiff_t>(lengthSteps);
    std::ptrdiff_t s = std::upper_bound(at.begin() + 1, at.end() - 1, place) - at.begin() - 1;
    const std::ptrdiff_t bayStart = std::min(s / bay * bay, n - 1 - bay);
    s = std::clamp<std::ptrdiff_t>(s - 1, bayStart, bayStart + bay - 3);
    const std::ptrdiff_t end = s + 4;
    double sum = 0.0;
    for (std::ptrdiff_t i = s; i < end; ++i) {
      double weight = 1.0;
      for (std::ptrdiff_t j = s; j < end; ++j) {
        if (j == i) continue;
        const auto ui = static_cast<std::size_t>(i), uj = static_cast<std::size_t>(j);
        weight *= (place - at[uj]) / (at[ui] - at[uj]);
      }
      sum += weight * values[static_cast<std::size_t>(i)];
    }
    return sum;
  }

  const Lining& m_lining;
  std::size_t m_line;
  std::vector<double> m_t, m_length;
};

/// Places along the hull for the columns: as even in length as they can be with one at every section.
std::vector<double> columnPlaces(const Lining& lining, std::size_t strake, std::size_t columns, StripReach reach) {
  std::vector<double> breaks{reach.fromT};
  for (double t = std::floor(reach.fromT) + 1.0; t < reach.toT - 1e-9; t += 1.0) breaks.push_back(t);
  breaks.push_back(reach.toT);
  const auto middle = [&](double t) -> Vec3 { return 0.5 * (lining.point(strake, t) + lining.point(strake + 1, t)); };
  std::vector<double> chords;
  double total = 0.0;
  for (std::size_t i = 0; i + 1 < breaks.size(); ++i) {
    chords.push_back((middle(breaks[i + 1]) - middle(breaks[i])).norm());
    total += chords.back();
  }
  std::vector<double> places{reach.fromT};
  for (std::size_t i = 0; i < chords.size(); ++i) {
    const double share = total > 0.0 ? chords[i] / total : 1.0 / static_cast<double>(chords.size());
    const auto steps = static_cast<std::size_t>(std::max(2.0, std::ceil(share * static_cast<double>(columns))));
    for (std::size_t k = 1; k <= steps; ++k) {
      places.push_back(breaks[i] + (breaks[i + 1] - breaks[i]) * static_cast<double>(k) / static_cast<double>(steps));
    }
  }
  return places;
}

std::vector<StationShare> stationShares(const MeasuredLine& lower, const MeasuredLine& upper, std::size_t sections,
                                        StripReach reach) {
  std::vector<StationShare> shares;
  for (std::size_t i = 0; i < sections; ++i) {
    const auto t = static_cast<double>(i);
    if (t < reach.fromT - 1e-9 || t > reach.toT + 1e-9) continue;
    shares.push_back({i, lower.shareAt(t), upper.shareAt(t)});
  }
  return shares;
}

}  // namespace

Strip surfaceStrip(const Lining& lining, std::size_t strake, StripFineness fineness, StripReach reach) {
  const std::vector<double> places = columnPlaces(lining, strake, fineness.columns, reach);
  const MeasuredLine lower(lining, strake, reach);
  const MeasuredLine upper(lining, strake + 1, reach);
  Strip strip;
  strip.stations = stationShares(lower, upper, lining.frame.sectionCount(), reach);
  strip.columns = places.size();
  strip.rows = fineness.rows + 1;
  strip.points.reserve(strip.columns * strip.rows);
  strip.normals.reserve(strip.columns * strip.rows);
  for (const double t : places) {
    const double low = lining.lines[strake].shareAt(t);
    const double high = lining.lines[strake + 1].shareAt(t);
    for (std::size_t row = 0; row < strip.rows; ++row) {
      const double across = static_cast<double>(row) / static_cast<double>(fineness.rows);
      const SurfacePoint point = lining.frame.evaluate(t, low + across * (high - low));
      strip.points.push_back(point.at);
      strip.normals.push_back(point.normal());
    }
    strip.lowerShare.push_back(lower.shareAt(t));
    strip.upperShare.push_back(upper.shareAt(t));
  }
  return strip;
}

Strip ruledStrip(const Lining& lining, std::size_t strake, StripFineness fineness, StripReach reach) {
  const MeasuredLine lower(lining, strake, reach);
  const MeasuredLine upper(lining, strake + 1, reach);
  Strip strip;
  strip.stations = stationShares(lower, upper, lining.frame.sectionCount(), reach);
  strip.columns = fineness.columns + 1;
  strip.rows = fineness.rows + 1;
  std::vector<Vec3> low, high;
  for (std::size_t column = 0; column < strip.columns; ++column) {
    const double share = static_cast<double>(column) / static_cast<double>(fineness.columns);
    low.push_back(lower.point(lower.tAtShare(share)));
    high.push_back(upper.point(upper.tAtShare(share)));
    strip.lowerShare.push_back(share);
    strip.upperShare.push_back(share);
  }
  const auto along = [](const std::vector<Vec3>& line, std::size_t i) -> Vec3 {
    if (i == 0) return -3.0 * line[0] + 4.0 * line[1] - line[2];
    if (i + 1 == line.size()) return 3.0 * line[i] - 4.0 * line[i - 1] + line[i - 2];
    return line[i + 1] - line[i - 1];
  };
  for (std::size_t column = 0; column < strip.columns; ++column) {
    const Vec3 across = high[column] - low[column];
    for (std::size_t row = 0; row < strip.rows; ++row) {
      const double w = static_cast<double>(row) / static_cast<double>(fineness.rows);
      strip.points.push_back(low[column] + w * across);
      const Vec3 square = across.cross((1.0 - w) * along(low, column) + w * along(high, column));
      strip.normals.push_back(square.norm() > 0.0 ? Vec3(square.normalized()) : Vec3(Vec3::Zero()));
    }
  }
  return strip;
}

}  // namespace narrows
