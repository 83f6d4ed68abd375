#pragma once
// Hulls known exactly, and how far the program's answers lie from them. Shared by the tests and the benches.

#include <algorithm>
#include <cmath>
#include <numbers>

#include "analytic_hull.h"
#include "lines/hull.h"
#include "lining/lining.h"
#include "plank/flat_plank.h"

namespace narrows::tests {

inline constexpr int knownStations = 11;
inline constexpr double knownLengthMm = 4000.0;
inline constexpr std::size_t knownStrakes = 6;

inline constexpr double bowLengthMm = 4400.0;

inline LiningPlan equalPlan(std::size_t count) {
  LiningPlan plan;
  for (std::size_t k = 0; k < count; ++k) plan.strakes.push_back({static_cast<std::int64_t>(k + 1)});
  for (std::size_t k = 0; k <= count; ++k) plan.lines.push_back({static_cast<std::int64_t>(100 + k)});
  return plan;
}

inline Lining liningOf(const OffsetTable& table, std::size_t count) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  const GirthFrame frame(std::make_shared<Hull>(*hull), false);
  const auto lining = lineOff(frame, equalPlan(count), std::vector<StationId>(frame.sectionCount()));
  if (!lining) qFatal("%s", describe(lining.error()).c_str());
  return *lining;
}

/// A developable hull: sections, and where a share of the section at x lands when the surface is unrolled.
struct Developable {
  std::vector<KnownSection> sections;
  std::function<Vec2(double x, double share)> unrolled;
};

inline double stationX(int i) {
  return knownLengthMm * i / (knownStations - 1);
}

/// A cylinder lying along the boat with a sheer that sweeps up at both ends.
inline Developable cylinder() {
  constexpr double radius = 700.0;
  const auto sheerAngle = [](double x) { return 1.35 + 0.2 * std::pow(2.0 * x / knownLengthMm - 1.0, 2); };
  Developable known;
  for (int i = 0; i < knownStations; ++i) {
    known.sections.push_back({stationX(i),
                              [](double a) { return Vec2(radius * std::sin(a), radius * (1.0 - std::cos(a))); }, 0.1,
                              sheerAngle(stationX(i))});
  }
  known.unrolled = [=](double x, double share) { return Vec2(x, radius * (0.1 + share * (sheerAngle(x) - 0.1))); };
  return known;
}

/// A cone lying on its side, its axis along the boat.
inline Developable coneOnItsSide() {
  constexpr double apex = -6000.0;
  constexpr double rise = 0.09;
  const auto sheerAngle = [](double x) { return 1.5 - 0.15 * std::sin(x / knownLengthMm * std::numbers::pi); };
  Developable known;
  for (int i = 0; i < knownStations; ++i) {
    const double radius = rise * (stationX(i) - apex);
    known.sections.push_back({stationX(i),
                              [radius](double a) { return Vec2(radius * std::sin(a), 1400.0 - radius * std::cos(a)); },
                              0.15, sheerAngle(stationX(i))});
  }
  known.unrolled = [=](double x, double share) {
    const double slope = std::sqrt(1.0 + rise * rise);
    const double angle = (0.15 + share * (sheerAngle(x) - 0.15)) * rise / slope;
    return Vec2((x - apex) * slope * std::cos(angle), (x - apex) * slope * std::sin(angle));
  };
  return known;
}

/// An upright cone: its axis is plumb, its sections hyperbolas. Shares there have no closed form, so what is checked is
/// that every edge point, carried back, lies on the curve its neighbours in the closed form make.
struct UprightCone {
  static constexpr double slope = 0.45;  ///< radius over height above the apex
  static constexpr double apexZ = -9000.0;
  static constexpr double axisX = 2000.0;
  static constexpr double axisY = -3600.0;
  static Vec2 section(double x, double z) {
    const double radius = slope * (z - apexZ);
    return {axisY + std::sqrt(radius * radius - (x - axisX) * (x - axisX)), z};
  }
  static Vec2 unrolled(const Vec3& at) {
    const double slant = std::hypot(1.0, slope) * (at.z() - apexZ);
    const double angle = std::atan2(at.x() - axisX, at.y() - axisY) * slope / std::hypot(1.0, slope);
    return {slant * std::sin(angle), slant * std::cos(angle)};
  }
  static std::vector<KnownSection> sections() {
    std::vector<KnownSection> known;
    for (int i = 0; i < knownStations; ++i) {
      const double x = stationX(i);
      const double sheer = 700.0 + 120.0 * std::pow(x / knownLengthMm - 0.5, 2);
      known.push_back({x, [x](double z) { return section(x, z); }, 50.0, sheer});
    }
    return known;
  }
};

/// Edges of the flat plank beside those of the closed form at the same columns.
inline double worstMisfit(const Developable& known, const OffsetTable& table) {
  const Lining lining = liningOf(table, knownStrakes);
  double worst = 0.0;
  for (std::size_t k = 0; k < knownStrakes; ++k) {
    const FlatPlank plank = flatPlank(lining.band(k), {});
    std::vector<Vec2> exact;
    std::vector<Vec2> found = plank.map.line(0.0, 0);
    const std::vector<Vec2> upper = plank.map.line(1.0, 0);
    found.insert(found.end(), upper.begin(), upper.end());
    const Strip strip = surfaceStrip(lining.band(k), fullStrip);
    for (const std::size_t row : {std::size_t{0}, strip.rows - 1}) {
      const double share = lining.lines[k + (row == 0 ? 0 : 1)].shares[0];
      for (std::size_t c = 0; c < strip.columns; ++c)
        exact.push_back(known.unrolled(strip.points[strip.at(c, row)].x(), share));
    }
    worst = std::max(worst, misfitMm(exact, found));
  }
  return worst;
}

/// The same for the upright cone: what the surface misses it by counts as well as what the flat planks do.
inline double worstUprightConeMisfit() {
  const Lining lining = liningOf(tableOf(UprightCone::sections(), 7), knownStrakes);
  double worst = 0.0;
  for (std::size_t k = 0; k < knownStrakes; ++k) {
    const FlatPlank plank = flatPlank(lining.band(k), {});
    const Strip strip = surfaceStrip(lining.band(k), fullStrip);
    std::vector<Vec2> exact, found = plank.map.line(0.0, 0);
    const std::vector<Vec2> upper = plank.map.line(1.0, 0);
    found.insert(found.end(), upper.begin(), upper.end());
    for (const std::size_t row : {std::size_t{0}, strip.rows - 1}) {
      for (std::size_t c = 0; c < strip.columns; ++c) {
        // The point of the true cone at the same distance and height: what the surface misses it by counts too.
        const Vec3 at = strip.points[strip.at(c, row)];
        const Vec2 true_ = UprightCone::section(at.x(), at.z());
        exact.push_back(UprightCone::unrolled({at.x(), true_.x(), at.z()}));
        worst = std::max(worst, std::abs(true_.x() - at.y()));
      }
    }
    worst = std::max(worst, misfitMm(exact, found));
  }
  return worst;
}

/// A round-bilged hull cut from an ellipsoid, square at both ends.
struct Ellipsoid {
  double middle = 2300.0, halfLength = 3300.0, beam = 760.0, depth = 620.0, centre = 640.0;
  Vec2 section(double x, double a) const {
    const double scale = std::sqrt(1.0 - std::pow((x - middle) / halfLength, 2));
    return {beam * scale * std::sin(a), centre - depth * scale * std::cos(a)};
  }
  double away(const Vec3& p) const {
    const Vec3 u((p.x() - middle) / halfLength, p.y() / beam, (p.z() - centre) / depth);
    const Vec3 gradient = 2.0 * Vec3(u.x() / halfLength, u.y() / beam, u.z() / depth);
    return (u.squaredNorm() - 1.0) / gradient.norm();
  }
  std::vector<KnownSection> sections() const {
    std::vector<KnownSection> known;
    for (int i = 0; i < knownStations; ++i) {
      const double x = bowLengthMm * i / (knownStations - 1);
      known.push_back(
          {x, [*this, x](double a) { return section(x, a); }, 0.06, 1.45 + 0.12 * std::pow(x / bowLengthMm - 0.5, 2)});
    }
    return known;
  }
};

/// A bow with a raked straight stem: waterlines are parabolas that leave the stem's side and grow full aft.
struct RakedBow {
  double siding = 18.0;
  double stemX(double z) const { return 700.0 - 0.8 * z; }
  double breadth(double x, double z) const {
    const double run = x - stemX(z);
    return siding + (0.42 * run - 5.2e-5 * run * run) * (0.35 + 0.65 * z / 700.0);
  }
  std::vector<KnownSection> sections() const {
    std::vector<KnownSection> known;
    for (int i = 0; i < knownStations; ++i) {
      const double x = 800.0 + 330.0 * i;
      known.push_back({x, [*this, x](double z) { return Vec2(breadth(x, z), z); }, 40.0, 640.0 - 0.03 * x});
    }
    return known;
  }
  OffsetTable table() const {
    OffsetTable table = tableOf(sections(), 8);
    Profile stem{ProfilePart::StemRabbet, {}, 0};
    for (int i = 0; i <= 8; ++i) {
      const double z = 44.0 + 580.0 * i / 8.0;
      stem.points.push_back({millimetres(stemX(z)), millimetres(z)});
    }
    table.profiles.push_back(stem);
    table.halfSidings.push_back({SidingPart::Stem, millimetres(siding)});
    return table;
  }
};

template <typename Away>
double worstAway(const SurfacePatch& patch, Away away) {
  double worst = 0.0;
  for (double t = 0.0; t <= patch.lastT(); t += 0.05) {
    for (double v = 0.0; v <= 1.0; v += 0.025) worst = std::max(worst, std::abs(away(patch.point(t, v))));
  }
  return worst;
}

/// Greatest miss of any figure of the table, measured in the figure's own axis against the section sprung there.
inline double worstFigureMiss(const OffsetTable& table, const Hull& hull) {
  double worst = 0.0;
  for (const Section& section : hull.sections) {
    const auto column = std::find_if(table.stations.begin(), table.stations.end(),
                                     [&](const StationColumn& s) { return s.name == section.name; });
    if (column == table.stations.end()) continue;
    const auto i = static_cast<std::size_t>(column - table.stations.begin());
    for (const TableRow& row : table.rows) {
      if (!row.figures[i] || (row.line != RowLine::Waterline && row.line != RowLine::Buttock)) continue;
      const int fixed = row.line == RowLine::Waterline ? 2 : 1;
      double miss = 1e9;
      for (const Batten& part : section.parts) {
        Vec3 before = part.pointAt(0.0);
        for (int k = 1; k <= 600; ++k) {
          const Vec3 now = part.pointAtShare(k / 600.0);
          const double a = before[fixed] - row.at.mm(), b = now[fixed] - row.at.mm();
          if (a * b <= 0.0 && a != b)
            miss =
                std::min(miss, std::abs((before + (now - before) * (a / (a - b)))[3 - fixed] - row.figures[i]->mm()));
          before = now;
        }
      }
      if (miss < 1e8) worst = std::max(worst, miss);
    }
  }
  return worst;
}

}  // namespace narrows::tests
