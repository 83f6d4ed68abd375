#include "plank/strip.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace narrows {

namespace {

/// Intervals a bay is looked at in, to find where its edges turn; a bay at an end, where they turn hardest, in more.
constexpr std::size_t looksABay = 4;
constexpr std::size_t looksAnEndBay = 24;
/// Intervals a straight-laid band is looked at in.
constexpr std::size_t looksABand = 64;
/// Columns are laid half by length and half by turn, where there is this much turn in all, in radians; by length alone
/// where there is none.
constexpr double turnShare = 0.5;
constexpr double muchTurn = 1.5;
/// An edge shorter than this part of the band's length there is not asked how it turns.
constexpr double standsStill = 0.5;
/// Columns are never so many times closer together than evenly spread: cells too long for their width lie badly.
constexpr double closestTimes = 4.0;

double angleBetween(const Vec3& a, const Vec3& b) {
  return std::atan2(a.cross(b).norm(), a.dot(b));
}

/// The two edges of a band, looked at place by place.
struct Edges {
  std::vector<Vec3> low, high;

  /// What each interval asks for of the columns, 1 in all.
  std::vector<double> asked() const {
    const std::size_t n = low.size() - 1;
    std::vector<double> length(n), turn(n, 0.0);
    double wholeLength = 0.0, wholeTurn = 0.0;
    for (std::size_t i = 0; i < n; ++i) {
      length[i] = 0.5 * (low[i + 1] + high[i + 1] - low[i] - high[i]).norm();
      for (const std::vector<Vec3>* edge : {&low, &high}) {
        const auto chord = [&](std::size_t k) -> Vec3 { return (*edge)[k + 1] - (*edge)[k]; };
        // An edge that stands all but still while the other swings round it turns without need.
        const double counts = std::min(1.0, chord(i).norm() / std::max(standsStill * length[i], 1e-9));
        if (i > 0) turn[i] += 0.5 * counts * angleBetween(chord(i - 1), chord(i));
        if (i + 1 < n) turn[i] += 0.5 * counts * angleBetween(chord(i), chord(i + 1));
      }
      wholeLength += length[i];
      wholeTurn += turn[i];
    }
    const double byTurn = turnShare * std::min(1.0, wholeTurn / muchTurn);
    for (std::size_t i = 0; i < n; ++i) {
      const double ofLength = wholeLength > 0.0 ? length[i] / wholeLength : 1.0 / static_cast<double>(n);
      const double asked =
          (1.0 - byTurn) * ofLength + (wholeTurn > 0.0 ? byTurn * turn[i] / wholeTurn : byTurn * ofLength);
      length[i] = std::min(asked, closestTimes * ofLength);
    }
    const double whole = std::accumulate(length.begin(), length.end(), 0.0);
    for (double& one : length) one /= whole;
    return length;
  }
};

/// `steps` places after the first, 0 to 1 over intervals of even width, that share out evenly what these ask for.
std::vector<double> shareOut(const double* asked, std::size_t intervals, std::size_t steps) {
  double whole = 0.0;
  for (std::size_t i = 0; i < intervals; ++i) whole += asked[i];
  std::vector<double> places;
  std::size_t at = 0;
  double before = 0.0;
  for (std::size_t k = 1; k < steps; ++k) {
    const double wanted = whole * static_cast<double>(k) / static_cast<double>(steps);
    while (at + 1 < intervals && before + asked[at] < wanted) before += asked[at++];
    const double within = asked[at] > 0.0 ? std::clamp((wanted - before) / asked[at], 0.0, 1.0) : 0.5;
    places.push_back((static_cast<double>(at) + within) / static_cast<double>(intervals));
  }
  places.push_back(1.0);
  return places;
}

/// Places along the hull for the columns, one of them at every section.
std::vector<double> columnPlaces(const Band& band, std::size_t columns) {
  const SurfaceReach reach = band.reach;
  std::vector<double> breaks{reach.fromT};
  for (double t = std::floor(reach.fromT) + 1.0; t < reach.toT - 1e-9; t += 1.0) breaks.push_back(t);
  breaks.push_back(reach.toT);
  for (const double t : band.breaks) {
    if (t > reach.fromT + 1e-9 && t < reach.toT - 1e-9) breaks.push_back(t);
  }
  std::sort(breaks.begin(), breaks.end());
  breaks.erase(std::unique(breaks.begin(), breaks.end()), breaks.end());
  Edges edges;
  std::vector<std::size_t> first;  // interval of each bay
  const auto look = [&](double t) {
    edges.low.push_back(band.point(t, 0.0));
    edges.high.push_back(band.point(t, 1.0));
  };
  look(breaks.front());
  for (std::size_t i = 0; i + 1 < breaks.size(); ++i) {
    first.push_back(edges.low.size() - 1);
    const std::size_t looks = i == 0 || i + 2 == breaks.size() ? looksAnEndBay : looksABay;
    for (std::size_t k = 1; k <= looks; ++k)
      look(breaks[i] + (breaks[i + 1] - breaks[i]) * static_cast<double>(k) / static_cast<double>(looks));
  }
  const std::vector<double> asked = edges.asked();
  first.push_back(asked.size());
  std::vector<double> places{reach.fromT};
  for (std::size_t i = 0; i + 1 < breaks.size(); ++i) {
    double share = 0.0;
    for (std::size_t k = first[i]; k < first[i + 1]; ++k) share += asked[k];
    const auto steps = static_cast<std::size_t>(std::max(2.0, std::ceil(share * static_cast<double>(columns))));
    for (const double place : shareOut(asked.data() + first[i], first[i + 1] - first[i], steps))
      places.push_back(breaks[i] + place * (breaks[i + 1] - breaks[i]));
  }
  return places;
}

/// Chords a bay by which edges are measured.
std::size_t samplesFor(StripFineness fineness) {
  return fineness.columns < fullStrip.columns ? LineLength::usualSamplesABay / 3 : LineLength::usualSamplesABay;
}

}  // namespace

Strip surfaceStrip(const Band& band, StripFineness fineness) {
  const std::vector<double> places = columnPlaces(band, fineness.columns);
  Strip strip;
  const std::size_t samples = samplesFor(fineness);
  strip.lower = LineLength(band.frame, band.lower, band.reach, samples);
  strip.upper = LineLength(band.frame, band.upper, band.reach, samples);
  strip.columns = places.size();
  strip.rows = fineness.rows + 1;
  strip.points.reserve(strip.columns * strip.rows);
  strip.normals.reserve(strip.columns * strip.rows);
  for (const double t : places) {
    for (std::size_t row = 0; row < strip.rows; ++row) {
      const double across = static_cast<double>(row) / static_cast<double>(fineness.rows);
      const SurfacePoint point = band.evaluate(t, across);
      const Vec3 normal = point.normal();
      strip.points.push_back(point.at);
      strip.normals.push_back(normal.isZero() ? band.normal(t, across) : normal);
    }
    strip.lowerShare.push_back(strip.lower.shareAt(t));
    strip.upperShare.push_back(strip.upper.shareAt(t));
  }
  return strip;
}

Strip ruledStrip(const Band& band, StripFineness fineness) {
  Strip strip;
  const std::size_t samples = samplesFor(fineness);
  strip.lower = LineLength(band.frame, band.lower, band.reach, samples);
  strip.upper = LineLength(band.frame, band.upper, band.reach, samples);
  strip.columns = fineness.columns + 1;
  strip.rows = fineness.rows + 1;
  Edges edges;
  for (std::size_t i = 0; i <= looksABand; ++i) {
    const double share = static_cast<double>(i) / looksABand;
    edges.low.push_back(band.point(strip.lower.tAtShare(share), 0.0));
    edges.high.push_back(band.point(strip.upper.tAtShare(share), 1.0));
  }
  std::vector<double> shares = shareOut(edges.asked().data(), looksABand, fineness.columns);
  shares.insert(shares.begin(), 0.0);
  std::vector<Vec3> low, high;
  for (const double share : shares) {
    low.push_back(band.point(strip.lower.tAtShare(share), 0.0));
    high.push_back(band.point(strip.upper.tAtShare(share), 1.0));
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
