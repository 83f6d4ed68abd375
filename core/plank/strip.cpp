#include "plank/strip.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// Places along the hull for the columns: as even in length as they can be with one at every section.
std::vector<double> columnPlaces(const Band& band, std::size_t columns) {
  const SurfaceReach reach = band.reach;
  std::vector<double> breaks{reach.fromT};
  for (double t = std::floor(reach.fromT) + 1.0; t < reach.toT - 1e-9; t += 1.0) breaks.push_back(t);
  breaks.push_back(reach.toT);
  const auto middle = [&](double t) -> Vec3 { return 0.5 * (band.point(t, 0.0) + band.point(t, 1.0)); };
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

}  // namespace

Strip surfaceStrip(const Band& band, StripFineness fineness) {
  const std::vector<double> places = columnPlaces(band, fineness.columns);
  Strip strip;
  strip.lower = LineLength(band.frame, band.lower, band.reach);
  strip.upper = LineLength(band.frame, band.upper, band.reach);
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
  strip.lower = LineLength(band.frame, band.lower, band.reach);
  strip.upper = LineLength(band.frame, band.upper, band.reach);
  strip.columns = fineness.columns + 1;
  strip.rows = fineness.rows + 1;
  std::vector<Vec3> low, high;
  for (std::size_t column = 0; column < strip.columns; ++column) {
    const double share = static_cast<double>(column) / static_cast<double>(fineness.columns);
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
