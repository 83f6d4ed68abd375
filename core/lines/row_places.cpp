#include "lines/row_places.h"

#include <algorithm>
#include <cmath>

#include "lines/level_measure.h"
#include "problem/problem.h"

namespace narrows {

namespace {

/// Cells in which the density of rows is worked out, finer towards both ends.
constexpr std::size_t cells = 256;
/// Pieces of an end section between which a row's end is looked for.
constexpr std::size_t endPieces = 512;
/// Rows lie where the section that needs them most wants them: a mean of this power over the sections, which is all
/// but the greatest of them and yet smooth.
constexpr double densityPower = 4.0;
/// No less than this share of an even spread over the level measure is left anywhere.
constexpr double leastDensity = 0.3;
/// Rows may not run together on an end by more than this: what an even spread leaves between them, times this, is the
/// least.
constexpr double leastSpread = 0.15;
/// Sections whose points differ in x by no more than this are square to the boat.
constexpr double planeMm = 1e-6;

/// Shares at the borders of the cells: 0 to 1, crowded towards both ends.
double border(double cell) {
  const double c = cell / static_cast<double>(cells);
  return c * c * (3.0 - 2.0 * c);
}

std::vector<double> borders() {
  std::vector<double> shares;
  for (std::size_t c = 0; c <= cells; ++c) shares.push_back(border(static_cast<double>(c)));
  return shares;
}

/// Shares of an end section at which rows that run on past the stations beside it, seen in profile and with the curve
/// they have over the three nearest, meet it; scaled so that the lowest and the highest meet its ends, and nearer to
/// `shares` themselves as far as rows would run together. `beside`: two stations or three, the nearest first.
std::vector<double> runOn(const LevelMeasure& end, const std::vector<const LevelMeasure*>& beside,
                          const std::vector<double>& shares) {
  std::vector<Vec3> points;
  for (std::size_t i = 0; i <= endPieces; ++i)
    points.push_back(end.pointAtShare(static_cast<double>(i) / static_cast<double>(endPieces)));
  if (squareToBoat(points)) return shares;
  std::vector<double> met;
  std::size_t piece = 0;
  for (const double share : shares) {
    const Vec3 a = beside[0]->pointAtShare(share), b = beside[1]->pointAtShare(share);
    if (std::abs(a.x() - b.x()) <= planeMm) return shares;
    const double slope = (a.z() - b.z()) / (a.x() - b.x());
    double bend = 0.0;
    if (beside.size() > 2) {
      const Vec3 c = beside[2]->pointAtShare(share);
      if (std::abs(b.x() - c.x()) > planeMm) bend = (slope - (b.z() - c.z()) / (b.x() - c.x())) / (a.x() - c.x());
    }
    const auto above = [&](std::size_t i) {
      const double fromA = points[i].x() - a.x();
      return points[i].z() - a.z() - fromA * (slope + bend * (points[i].x() - b.x()));
    };
    while (piece + 2 < points.size() && above(piece + 1) < 0.0) ++piece;
    while (piece > 0 && above(piece) > 0.0) --piece;
    const double low = above(piece), high = above(piece + 1);
    // Beyond its ends the end section is carried straight on, by half of itself at most.
    const double most = 0.5 * static_cast<double>(endPieces);
    const double within = high > low ? std::clamp(-low / (high - low), -most, most) : 0.5;
    met.push_back((static_cast<double>(piece) + within) / static_cast<double>(endPieces));
  }
  const double low = met.front(), whole = met.back() - met.front();
  if (!(whole > 0.0)) return shares;
  // As much of it as leaves the rows in order.
  double part = 1.0;
  for (std::size_t i = 0; i < met.size(); ++i) {
    met[i] = (met[i] - low) / whole;
    if (i == 0) continue;
    const double even = shares[i] - shares[i - 1], step = met[i] - met[i - 1];
    if (step < leastSpread * even) part = std::min(part, (1.0 - leastSpread) * even / (even - step));
  }
  for (std::size_t i = 0; i < met.size(); ++i) met[i] = shares[i] + part * (met[i] - shares[i]);
  return met;
}

/// How many rows are wanted up to every border, in units of no matter: from what the sections ask for.
std::vector<double> rowsWanted(const std::vector<LevelMeasure>& measures,
                               const std::vector<std::vector<double>>& shares) {
  std::vector<double> density(cells, 0.0);
  double counted = 0.0;
  for (std::size_t i = 0; i < measures.size(); ++i) {
    if (measures[i].isPoint()) continue;
    counted += 1.0;
    double before = 0.0;
    for (std::size_t c = 0; c < cells; ++c) {
      const double now = measures[i].girthShareAt(shares[i][c + 1]);
      density[c] += std::pow(std::max(now - before, 0.0) * static_cast<double>(cells), densityPower);
      before = now;
    }
  }
  std::vector<double> wanted{0.0};
  for (std::size_t c = 0; c < cells; ++c) {
    const double even =
        (border(static_cast<double>(c) + 1.0) - border(static_cast<double>(c))) * static_cast<double>(cells);
    const double asked = counted > 0.0 ? std::pow(density[c] / counted, 1.0 / densityPower) : even;
    wanted.push_back(wanted.back() + leastDensity * even + asked);
  }
  return wanted;
}

}  // namespace

bool squareToBoat(const std::vector<Vec3>& points) {
  const auto [low, high] =
      std::minmax_element(points.begin(), points.end(), [](const Vec3& a, const Vec3& b) { return a.x() < b.x(); });
  return high->x() - low->x() <= planeMm;
}

RowPlaces placeRows(const std::vector<Batten>& sections, std::size_t rows) {
  require(rows >= 2, "a patch has two rows or more");
  const std::vector<LevelMeasure> measures(sections.begin(), sections.end());
  const std::size_t n = measures.size();
  std::vector<std::vector<double>> shares(n, borders());
  if (n >= 3) {
    const bool three = n >= 5;  // and then not the other end
    const auto runOnTo = [&](std::size_t end, auto nth) {
      std::vector<const LevelMeasure*> beside{&measures[nth(1)], &measures[nth(2)]};
      if (three) beside.push_back(&measures[nth(3)]);
      if (!measures[end].isPoint()) shares[end] = runOn(measures[end], beside, shares[end]);
    };
    runOnTo(0, [](std::size_t i) { return i; });
    runOnTo(n - 1, [n](std::size_t i) { return n - 1 - i; });
  }
  const std::vector<double> wanted = rowsWanted(measures, shares);
  RowPlaces places(n);
  std::size_t cell = 0;
  for (std::size_t k = 0; k < rows; ++k) {
    const double reached = wanted.back() * static_cast<double>(k) / static_cast<double>(rows - 1);
    while (cell + 1 < cells && wanted[cell + 1] < reached) ++cell;
    const double within = std::clamp((reached - wanted[cell]) / (wanted[cell + 1] - wanted[cell]), 0.0, 1.0);
    for (std::size_t i = 0; i < n; ++i)
      places[i].push_back(measures[i].pointAtShare(shares[i][cell] + within * (shares[i][cell + 1] - shares[i][cell])));
  }
  return places;
}

}  // namespace narrows
