#include "smooth_hulls.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace narrows::tests {

namespace {

constexpr double slopeStep = 1e-3;
constexpr int profilePoints = 16;
/// Bevels are judged more strictly this far from rabbet and sheer: a hand's breadth.
constexpr double handsBreadthMm = 100.0;

double rootOf(const std::function<double(double)>& f, double low, double high) {
  const bool rises = f(high) > f(low);
  for (int i = 0; i < 100; ++i) {
    const double middle = 0.5 * (low + high);
    ((f(middle) > 0.0) == rises ? high : low) = middle;
  }
  return 0.5 * (low + high);
}

double squared(double x) {
  return x * x;
}

std::vector<double> evenly(double from, double step, int count) {
  std::vector<double> at;
  for (int i = 0; i < count; ++i) at.push_back(from + step * i);
  return at;
}

/// How a section goes out with the height over the keel, 0 to 1 and a little beyond: hollow at the keel where `hollow`
/// is over one, round where it is small; it falls home by `home`.
double shape(double up, double hollow, double width, double home) {
  return (std::tanh(up / width - hollow) + std::tanh(hollow)) / (1.0 + std::tanh(hollow)) -
         home * std::pow(std::max(up, 0.0) / 600.0, 3);
}

void findEnds(SmoothHull& hull, double forward, double amidships, double aft) {
  const auto under = [&](double x) { return hull.profile(x) - hull.sheer(x); };
  hull.headMm = rootOf(under, forward, amidships);
  if (hull.doubleEnded) hull.tailMm = rootOf(under, amidships, aft);
}

SmoothHull hollowDoubleEnder() {
  SmoothHull hull;
  hull.name = "hollow double-ender";
  hull.doubleEnded = true;
  hull.siding = 22.0;
  hull.keel = [](double x) { return 40.0 + 30.0 * squared(x / 2700.0 - 1.0); };
  hull.sheer = [](double x) { return 540.0 + 210.0 * squared(x / 2800.0 - 1.0); };
  hull.outward = [keel = hull.keel](double x, double z) {
    const double fromStem = x - (330.0 - 0.5 * z + 1.2e-4 * z * z), fromPost = 5250.0 + 0.4 * z - x;
    const double out = 760.0 * std::tanh(fromStem / 1500.0) * std::tanh(fromPost / 1400.0);
    return out * shape(z - keel(x), 1.25, 190.0, 0.0) - 9.0;
  };
  findEnds(hull, -300.0, 2700.0, 5900.0);
  hull.footMm = 500.0;
  hull.heelMm = 5060.0;
  hull.stations = evenly(560.0, 490.0, 10);
  return hull;
}

SmoothHull roundBilgeWithTumblehome() {
  SmoothHull hull;
  hull.name = "round bilge, tumblehome, raked transom";
  hull.siding = 25.0;
  hull.keel = [](double x) { return 30.0 + 100.0 * std::pow(std::max(x, 0.0) / 4600.0, 4); };
  hull.sheer = [](double x) { return 560.0 + 170.0 * squared(x / 2900.0 - 1.0); };
  hull.outward = [keel = hull.keel](double x, double z) {
    const double fromStem = x - (230.0 - 0.35 * z + 2.0e-4 * z * z);
    const double out = 690.0 * std::tanh(fromStem / 1300.0) * (1.0 - 0.22 / (1.0 + std::exp((3700.0 - x) / 450.0)));
    const double home = 0.16 / (1.0 + std::exp((3000.0 - x) / 600.0));
    return out * shape(z - keel(x), 0.45 + 0.5 * squared(x / 4600.0 - 0.5), 180.0, home) - 12.0;
  };
  findEnds(hull, -200.0, 2500.0, 0.0);
  hull.footMm = 420.0;
  hull.transomMm = 4420.0;
  hull.rake = 0.32;
  hull.stations = evenly(470.0, 432.0, 10);
  return hull;
}

SmoothHull clipperBow() {
  SmoothHull hull;
  hull.name = "clipper bow over a flat run";
  hull.siding = 30.0;
  hull.keel = [](double x) { return 50.0 + 160.0 * std::pow(std::max(x, 0.0) / 6000.0, 3); };
  hull.sheer = [](double x) { return 640.0 + 260.0 * squared(x / 3700.0 - 1.0); };
  hull.outward = [keel = hull.keel](double x, double z) {
    const double fromStem = x - (620.0 - 0.35 * z - 5.0e-4 * z * z);
    const double out = 900.0 * std::tanh(fromStem / 2100.0) * (1.0 - 0.12 / (1.0 + std::exp((4900.0 - x) / 600.0)));
    return out * shape(z - keel(x), 0.95, 230.0, 0.0) - 10.0;
  };
  findEnds(hull, -300.0, 3000.0, 0.0);
  hull.footMm = 800.0;
  hull.transomMm = 5850.0;
  hull.rake = 0.25;
  // The first of them stands forward of the stem's foot.
  hull.stations = evenly(390.0, 545.0, 10);
  return hull;
}

SmoothHull fewStations() {
  SmoothHull hull;
  hull.name = "burdensome, seven stations";
  hull.siding = 20.0;
  hull.keel = [](double x) { return 35.0 + 90.0 * std::pow(std::max(x, 0.0) / 3400.0, 3); };
  hull.sheer = [](double x) { return 470.0 + 130.0 * squared(x / 2000.0 - 1.0); };
  hull.outward = [keel = hull.keel](double x, double z) {
    const double fromStem = x - (170.0 - 0.3 * z);
    const double out = 560.0 * std::tanh(fromStem / 1100.0) * (1.0 - 0.2 / (1.0 + std::exp((2700.0 - x) / 400.0)));
    return out * shape(z - keel(x), 0.6, 170.0, 0.04) - 8.0;
  };
  findEnds(hull, -150.0, 1700.0, 0.0);
  hull.footMm = 330.0;
  hull.transomMm = 3320.0;
  hull.rake = 0.2;
  hull.stations = evenly(390.0, 470.0, 7);
  return hull;
}

}  // namespace

double SmoothHull::profile(double x) const {
  double low = keel(x) - 20.0;
  double high = low;
  while (high < 3000.0 && outward(x, high) < 0.0) low = high, high += 10.0;
  return rootOf([&](double z) { return outward(x, z); }, low, high);
}

Vec3 SmoothHull::normal(double x, double z) const {
  const double byX = (breadth(x + slopeStep, z) - breadth(x - slopeStep, z)) / (2.0 * slopeStep);
  const double byZ = (breadth(x, z + slopeStep) - breadth(x, z - slopeStep)) / (2.0 * slopeStep);
  return Vec3(-byX, 1.0, -byZ).normalized();
}

double SmoothHull::away(const Vec3& at) const {
  return (at.y() - breadth(at.x(), at.z())) * normal(at.x(), at.z()).y();
}

double SmoothHull::aftEnd(double z) const {
  if (!doubleEnded) return transomMm + rake * z;
  return rootOf([&](double x) { return profile(x) - z; }, heelMm, tailMm);
}

OffsetTable SmoothHull::table(double stepMm, const std::function<double(double)>& round) const {
  OffsetTable table;
  table.boat = name;
  table.side = PlankingSide::Outside;
  table.thickness = millimetres(12.0);
  std::vector<double> at = stations;
  for (std::size_t i = 0; i < stations.size(); ++i)
    table.stations.push_back({std::to_string(i + 1), millimetres(stations[i])});
  if (!doubleEnded) table.stations.push_back({"transom", std::nullopt});
  const auto rabbet = [this](double x) { return profile(x); };
  const auto xAt = [&](std::size_t column, double z) {
    return column < stations.size() ? stations[column] : aftEnd(z);
  };
  // A raked section's own ends: where the profile and the sheer meet it.
  const auto endHeight = [&](std::size_t column, const std::function<double(double)>& line) {
    if (column < stations.size()) return line(stations[column]);
    return rootOf([&](double z) { return z - line(aftEnd(z)); }, -200.0, 2000.0);
  };
  const std::size_t columns = table.stations.size();
  const auto row = [&](RowKind kind, RowLine line, double where) {
    TableRow made;
    made.kind = kind;
    made.line = line;
    made.at = millimetres(where);
    made.figures.resize(columns);
    return made;
  };
  TableRow sheerHeight = row(RowKind::Height, RowLine::Sheer, 0.0),
           sheerBreadth = row(RowKind::HalfBreadth, RowLine::Sheer, 0.0);
  TableRow rabbetHeight = row(RowKind::Height, RowLine::Rabbet, 0.0),
           rabbetBreadth = row(RowKind::HalfBreadth, RowLine::Rabbet, 0.0);
  for (std::size_t i = 0; i < columns; ++i) {
    const double top = endHeight(i, sheer), low = endHeight(i, rabbet);
    sheerHeight.figures[i] = millimetres(round(top));
    sheerBreadth.figures[i] = millimetres(round(breadth(xAt(i, top), top)));
    const bool onKeel = i >= stations.size() || (stations[i] >= footMm && (!doubleEnded || stations[i] <= heelMm));
    if (!onKeel) continue;
    rabbetHeight.figures[i] = millimetres(round(low));
    rabbetBreadth.figures[i] = millimetres(round(siding));
  }
  table.rows = {sheerHeight, rabbetHeight, sheerBreadth, rabbetBreadth};
  for (double z = stepMm; z < 1500.0; z += stepMm) {
    TableRow waterline = row(RowKind::HalfBreadth, RowLine::Waterline, z);
    bool any = false;
    for (std::size_t i = 0; i < columns; ++i) {
      const double top = endHeight(i, sheer), low = endHeight(i, rabbet);
      if (z <= low + 2.0 || z >= top - 2.0) continue;
      waterline.figures[i] = millimetres(round(breadth(xAt(i, z), z)));
      any = true;
    }
    if (any) table.rows.push_back(waterline);
  }
  for (double out = stepMm; out < 1500.0; out += stepMm) {
    TableRow buttock = row(RowKind::Height, RowLine::Buttock, out);
    bool any = false;
    for (std::size_t i = 0; i < columns; ++i) {
      const double top = endHeight(i, sheer), low = endHeight(i, rabbet);
      const auto beyond = [&](double z) { return breadth(xAt(i, z), z) - out; };
      for (double z = low; z < top - 4.0; z += 4.0) {
        if (beyond(z) > 0.0 || beyond(z + 4.0) <= 0.0) continue;
        buttock.figures[i] = millimetres(round(rootOf(beyond, z, z + 4.0)));
        any = true;
        break;
      }
    }
    if (any) table.rows.push_back(buttock);
  }
  const auto profileOf = [&](ProfilePart part, double low, double high) {
    Profile made{part, {}, 0};
    // Evenly along the curve.
    std::vector<Vec2> fine;
    std::vector<double> reached{0.0};
    for (int i = 0; i <= 4000; ++i) {
      const double x = low + (high - low) * i / 4000.0;
      fine.emplace_back(x, profile(x));
      if (i > 0) reached.push_back(reached.back() + (fine[fine.size() - 1] - fine[fine.size() - 2]).norm());
    }
    for (int i = 0; i < profilePoints; ++i) {
      const double wanted = reached.back() * i / (profilePoints - 1);
      const auto found = std::lower_bound(reached.begin(), reached.end(), wanted - 1e-9) - reached.begin();
      const double x = fine[static_cast<std::size_t>(found)].x();
      made.points.push_back({millimetres(round(x)), millimetres(round(profile(round(x))))});
    }
    table.profiles.push_back(made);
  };
  profileOf(ProfilePart::StemRabbet, footMm, headMm);
  table.halfSidings.push_back({SidingPart::Stem, millimetres(siding)});
  if (doubleEnded) {
    profileOf(ProfilePart::SternpostRabbet, heelMm, tailMm);
    table.halfSidings.push_back({SidingPart::Sternpost, millimetres(siding)});
  } else {
    Profile transom{ProfilePart::Transom, {}, 0};
    for (const double z : {endHeight(columns - 1, rabbet), endHeight(columns - 1, sheer)})
      transom.points.push_back({millimetres(aftEnd(z)), millimetres(z)});
    table.profiles.push_back(transom);
  }
  return table;
}

std::vector<SmoothHull> smoothHulls() {
  return {hollowDoubleEnder(), roundBilgeWithTumblehome(), clipperBow(), fewStations()};
}

SurfaceMiss missOf(const Hull& hull, const SmoothHull& known) {
  constexpr int placesABay = 16;
  constexpr int rows = 60;
  SurfaceMiss miss;
  const SurfacePatch& patch = hull.patches.back();
  double squares = 0.0;
  int count = 0;
  const auto places = static_cast<int>(std::lround(patch.lastT())) * placesABay;
  miss.byBayMm.assign(static_cast<std::size_t>(places / placesABay), 0.0);
  for (int i = 0; i <= places; ++i) {
    const double t = static_cast<double>(i) / placesABay;
    const Vec3 low = patch.point(t, 0.0), high = patch.point(t, 1.0);
    for (int k = 0; k <= rows; ++k) {
      const double v = static_cast<double>(k) / rows;
      const Vec3 at = patch.point(t, v);
      const double away = std::abs(known.away(at));
      squares += away * away;
      ++count;
      double& bay = miss.byBayMm[static_cast<std::size_t>(std::min(i, places - 1) / placesABay)];
      bay = std::max(bay, away);
      if (away > miss.mostMm) miss.mostMm = away, miss.where = at;
      const Vec3 mine = patch.normal(t, v), exact = known.normal(at.x(), at.z());
      const double off = std::abs(std::asin(mine.x()) - std::asin(exact.x())) * 180.0 / std::numbers::pi;
      const bool inside = std::min((at - low).norm(), (at - high).norm()) > handsBreadthMm;
      double& most = inside ? miss.mostBevelDeg : miss.mostEdgeBevelDeg;
      most = std::max(most, off);
    }
  }
  miss.rmsMm = std::sqrt(squares / count);
  return miss;
}

}  // namespace narrows::tests
