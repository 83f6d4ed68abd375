#include "plank/in_rabbet.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace narrows {

namespace {

constexpr int placesAnEnd = 24;
constexpr double placesABay = 12.0, placesAnEndBay = 48.0;
/// Where stations stand close together they need not be nearer than this, mm, but in the bays at the ends.
constexpr double placesApartMm = 20.0, neighboursApartMm = 5.0;
/// Step along the outline by which its way is told, in places.
constexpr double carvelStep = 0.02, lappedStep = 0.25;
/// In section parameters, by which the run of a lapped plank is told.
constexpr double runStep = 0.02;
/// So far in from the edges of a plank, in section parameters and in its width, a normal is asked to vouch for that of
/// the edge; two that lie further apart than the cosine do not agree.
constexpr double inwardT = 0.2, inward = 0.25, leastAgreeing = 0.5;
/// How a place's face lies on the flat plank is told by the plank about it: so far off, at so many places across a
/// plank and along a bay, by so many of them at least.
constexpr double neighbourMm = 105.0;
constexpr int neighboursAcross = 20;
constexpr double neighboursABay = 40.0;
constexpr std::size_t fewestNeighbours = 12;
/// Where end and edge run into one another, as round a forefoot, cells are needles and lie as they please: they are not
/// asked. The sine of the angle between their sides.
constexpr double leastSine = 0.1;
/// Rabbet further off than so many thicknesses is not this plank's.
constexpr double farThicknesses = 24.0;
/// A place of a face is found to this, laid flat.
constexpr double laidMm = 0.05;

/// Length along the middle of a band from one whole t to the next, mm.
double bayMm(const Band& band, double t) {
  const double from = std::max(std::floor(t), band.reach.fromT);
  return (band.point(std::min(std::floor(t) + 1.0, band.reach.toT), 0.5) - band.point(from, 0.5)).norm();
}

/// Parts of so long a bay: so many, or fewer where they would lie nearer than so far.
double partsOfBay(double bayMm, double most, double apartMm) {
  return std::clamp(std::floor(bayMm / apartMm), 1.0, most);
}

}  // namespace

InRabbet::InRabbet(const Band& band, const FlatPlank& plank, const PlankMake& make, const RabbetSides& sides,
                   double thicknessMm)
    : m_farMm(farThicknesses * thicknessMm) {
  const bool lapped = make.construction == Construction::Lapstrake;
  const double from = band.reach.fromT, to = band.reach.toT;
  const auto end = [&](double t) {
    std::vector<Vec2> path;
    for (int i = 0; i <= placesAnEnd; ++i) path.emplace_back(t, static_cast<double>(i) / placesAnEnd);
    return path;
  };
  if (sides.bow) add(band, plank, lapped, end(from));
  if (sides.keel) {
    std::vector<Vec2> path;
    for (double t = from; t < to - 1e-9;) {
      path.emplace_back(t, 0.0);
      const bool isEnd = t < from + 1.0 || t > to - 1.0;
      t += 1.0 / (isEnd ? placesAnEndBay : partsOfBay(bayMm(band, t), placesABay, placesApartMm));
    }
    path.emplace_back(to, 0.0);
    add(band, plank, lapped, path);
  }
  if (sides.stern) add(band, plank, lapped, end(to));
  if (lapped) return;
  std::vector<PatchPoints> points;
  for (const SurfacePatch& patch : band.frame.hull().patches) points.emplace_back(patch);
  for (const Place& place : m_places) {
    // Of the patch that lies about it.
    std::optional<LocalFace> face;
    for (const PatchPoints& one : points) {
      if (!face) face = LocalFace::fit(one, place.at, place.normal, facedWithinMm(thicknessMm));
    }
    m_faces.push_back(face);
  }
  layOnNeighbourhoods(band, plank);
}

void InRabbet::layOnNeighbourhoods(const Band& band, const FlatPlank& plank) {
  // At a corner of the plank the last cells of its map are free to turn a little: a hair there is a hundredth of what
  // is carried on beyond. The plank about it is not.
  struct Neighbour {
    Vec3 at;
    Vec2 flat;
  };
  std::vector<Neighbour> neighbours;
  const double from = band.reach.fromT, to = band.reach.toT;
  const double meanMm = (band.point(to, 0.5) - band.point(from, 0.5)).norm() / (to - from);
  const double aBay = partsOfBay(meanMm, neighboursABay, neighboursApartMm);
  const auto steps = static_cast<int>(std::ceil((to - from) * aBay));
  for (int i = 0; i <= steps; ++i) {
    const double t = from + (to - from) * i / steps;
    std::array<Vec3, neighboursAcross + 1> column;
    for (int k = 0; k <= neighboursAcross; ++k)
      column[static_cast<std::size_t>(k)] = band.point(t, static_cast<double>(k) / neighboursAcross);
    // Most of a plank lies beside no rabbet.
    const double wide = (column.back() - column.front()).norm();
    const bool isNear = std::any_of(m_places.begin(), m_places.end(), [&](const Place& place) {
      const double far = neighbourMm + wide;
      return (column[neighboursAcross / 2] - place.at).squaredNorm() < far * far;
    });
    if (!isNear) continue;
    const double aft = i == steps ? -runStep : runStep;
    for (int k = 0; k <= neighboursAcross; ++k) {
      const Vec3& at = column[static_cast<std::size_t>(k)];
      const double across = static_cast<double>(k) / neighboursAcross;
      const Vec3 along = band.point(t + aft, across) - at;
      const Vec3 up = column[static_cast<std::size_t>(std::min(k + 1, neighboursAcross))] -
                      column[static_cast<std::size_t>(std::max(k - 1, 0))];
      if (along.cross(up).norm() < leastSine * along.norm() * up.norm()) continue;
      neighbours.push_back({at, plank.map.at(t, across)});
    }
  }
  std::sort(neighbours.begin(), neighbours.end(),
            [](const Neighbour& a, const Neighbour& b) { return a.at.x() < b.at.x(); });
  for (std::size_t i = 0; i < m_places.size(); ++i) {
    Place& place = m_places[i];
    if (!m_faces[i]) continue;
    const LocalFace& face = *m_faces[i];
    const Vec3 way = along(i), left = normal(i).cross(way);
    std::vector<std::pair<Vec2, Vec2>> pairs;  // laid flat about the place, and on the plank
    Vec2 middle = Vec2::Zero(), onPlank = Vec2::Zero();
    const auto first = std::partition_point(neighbours.begin(), neighbours.end(), [&](const Neighbour& one) {
      return one.at.x() < place.at.x() - neighbourMm;
    });
    for (auto it = first; it != neighbours.end() && it->at.x() <= place.at.x() + neighbourMm; ++it) {
      const Neighbour& one = *it;
      if ((one.at - place.at).squaredNorm() > neighbourMm * neighbourMm) continue;
      const Vec3 off = face.inSpace(face.laidFlat(face.flatOf(one.at)));
      pairs.emplace_back(Vec2(off.dot(way), -off.dot(left)), one.flat);
      middle += pairs.back().first, onPlank += one.flat;
    }
    if (pairs.size() < fewestNeighbours) continue;
    middle /= static_cast<double>(pairs.size()), onPlank /= static_cast<double>(pairs.size());
    double cosine = 0.0, sine = 0.0;
    for (const auto& [laid, flat] : pairs) {
      const Vec2 a = laid - middle, b = flat - onPlank;
      cosine += a.dot(b), sine += a.x() * b.y() - a.y() * b.x();
    }
    const Vec2 turned = Vec2(cosine, sine).normalized();
    place.flatAlong = turned;
    place.flat = onPlank - middle.x() * turned - middle.y() * turnedLeft(turned);
  }
}

void InRabbet::add(const Band& band, const FlatPlank& plank, bool lapped, const std::vector<Vec2>& path) {
  // Beside the tip of a lapped plank its map is no surer than a hundredth of a millimetre.
  const double wayStep = lapped ? lappedStep : carvelStep;
  const auto on = [&](double place) -> Vec2 {
    const double held = std::clamp(place, 0.0, static_cast<double>(path.size() - 1));
    const auto i = static_cast<std::size_t>(std::min(std::floor(held), static_cast<double>(path.size() - 2)));
    return path[i] + (held - static_cast<double>(i)) * (path[i + 1] - path[i]);
  };
  for (std::size_t i = 0; i < path.size(); ++i) {
    const auto at = static_cast<double>(i);
    const Vec2& here = path[i];
    // At the ends of the path by three places on one side.
    const bool first = i == 0, last = i + 1 == path.size();
    const double a = first ? 0.0 : last ? at - 2.0 * wayStep : at - wayStep;
    const double b = first ? wayStep : last ? at - wayStep : at + wayStep, c = first ? 2.0 * wayStep : at;
    const auto way = [&](const auto& of) {
      const auto one = of(on(a)), two = of(on(b));
      if (!lapped || (!first && !last)) return decltype(one)(of(on(at + wayStep)) - of(on(at - wayStep)));
      const auto three = of(on(c));
      return first ? decltype(one)(-3.0 * one + 4.0 * two - three) : decltype(one)(one - 4.0 * two + 3.0 * three);
    };
    Place place;
    place.at = band.point(here.x(), here.y());
    place.along = way([&](const Vec2& p) -> Vec3 { return band.point(p.x(), p.y()); });
    place.flat = plank.map.at(here.x(), here.y());
    place.flatAlong = way([&](const Vec2& p) -> Vec2 { return plank.map.at(p.x(), p.y()); });
    if (place.along.norm() < 1e-9 || place.flatAlong.norm() < 1e-9) continue;
    place.along.normalize();
    place.flatAlong.normalize();
    place.normal = band.normal(here.x(), here.y());
    // A face carried in through the planking may fold along its very edge; further in it says which way is out.
    const Vec3 within = band.normal(std::clamp(here.x(), band.reach.fromT + inwardT, band.reach.toT - inwardT),
                                    std::clamp(here.y(), inward, 1.0 - inward));
    if (place.normal.dot(within) < leastAgreeing) place.normal = within;
    if (lapped) {
      // Straight across from the other edge, and along its run: the plane of both.
      const Vec3 across = band.point(here.x(), 1.0) - band.point(here.x(), 0.0);
      const Vec3 run = band.point(std::min(here.x() + runStep, band.reach.toT), 1.0) -
                       band.point(std::max(here.x() - runStep, band.reach.fromT), 1.0);
      const Vec3 square = across.cross(run);
      if (square.norm() > 1e-9) place.normal = square.normalized() * (square.dot(place.normal) < 0.0 ? -1.0 : 1.0);
    }
    m_places.push_back(place);
  }
}

template <typename Point, typename Of>
std::optional<InRabbet::Beside> InRabbet::besides(const Point& point, const Of& of, double mostMm) const {
  std::size_t nearest = m_places.size();
  double least = mostMm * mostMm;
  const auto far = [&](std::size_t i) { return (of(m_places[i]) - point).squaredNorm(); };
  for (std::size_t i = 0; i < m_places.size(); ++i) {
    if (const double here = far(i); here < least) least = here, nearest = i;
  }
  if (nearest == m_places.size()) return std::nullopt;
  std::size_t second = nearest;
  if (nearest > 0) second = nearest - 1;
  if (nearest + 1 < m_places.size() && (second == nearest || far(nearest + 1) < far(second))) second = nearest + 1;
  const Point leg = of(m_places[second]) - of(m_places[nearest]);
  const double share = leg.squaredNorm() > 1e-12
                           ? std::clamp((point - of(m_places[nearest])).dot(leg) / leg.squaredNorm(), 0.0, 1.0)
                           : 0.0;
  return Beside{nearest, second, share};
}

Vec3 InRabbet::normal(std::size_t i) const {
  return m_faces.empty() || !m_faces[i] ? m_places[i].normal : m_faces[i]->normal(Vec2::Zero());
}

Vec3 InRabbet::along(std::size_t i) const {
  const Vec3 square = normal(i);
  return (m_places[i].along - m_places[i].along.dot(square) * square).normalized();
}

std::optional<Vec2> InRabbet::flatOf(const Vec3& at) const {
  const auto beside = besides(
      at, [](const Place& place) -> Vec3 { return place.at; }, m_farMm);
  if (!beside) return std::nullopt;
  const auto from = [&](std::size_t i) -> Vec2 {
    const Place& place = m_places[i];
    const Vec3 way = along(i), left = normal(i).cross(way);
    Vec3 off = at - place.at;
    if (!m_faces.empty() && m_faces[i]) off = m_faces[i]->inSpace(m_faces[i]->laidFlat(m_faces[i]->flatOf(at)));
    // Inside face up: what is left of the way seen from outside is right of it on the flat plank.
    return place.flat + off.dot(way) * place.flatAlong - off.dot(left) * turnedLeft(place.flatAlong);
  };
  // Between the two places it lies beside, as evenly as it does, so that the line has no steps.
  return (1.0 - beside->share) * from(beside->nearest) + beside->share * from(beside->second);
}

Vec3 InRabbet::spaceOf(const Vec2& flat) const {
  const auto beside = besides(
      flat, [](const Place& place) -> Vec2 { return place.flat; }, 1e6);
  const auto from = [&](std::size_t i) -> Vec3 {
    const Place& place = m_places[i];
    const Vec3 way = along(i), left = normal(i).cross(way);
    const Vec2 off = flat - place.flat;
    const Vec3 laid = off.dot(place.flatAlong) * way - off.dot(turnedLeft(place.flatAlong)) * left;
    if (m_faces.empty() || !m_faces[i]) return place.at + laid;
    const LocalFace& face = *m_faces[i];
    const Vec2 wanted = face.flatOf(face.origin() + laid);
    Vec2 at = wanted;
    constexpr int steps = 4;
    for (int k = 0; k < steps; ++k) at += wanted - face.laidFlat(at);
    // Further off than its shape is told by, there is no such place: straight on.
    return (wanted - face.laidFlat(at)).norm() < laidMm ? face.point(at) : Vec3(place.at + laid);
  };
  return (1.0 - beside->share) * from(beside->nearest) + beside->share * from(beside->second);
}

}  // namespace narrows
