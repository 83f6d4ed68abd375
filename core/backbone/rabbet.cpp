#include "backbone/rabbet.h"

#include <Eigen/Dense>
#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <string>

#include "backbone/rabbet_run.h"
#include "curve/halving.h"
#include "lines/offset_patch.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr std::size_t stemPlaces = 48;
/// The lowest place of stem and post, as a share of their length.
constexpr double footShare = 0.01;
constexpr std::size_t rabbetPlacesABay = 10;
/// A boat of very many stations has fewer: they lie close enough.
constexpr std::size_t mostKeelPlaces = 800;
constexpr std::size_t leastRabbetPlacesABay = 2;
/// Steps of their length in which stem and sternpost are tabled.
constexpr std::size_t edgeSteps = 256;
/// A half-breadth of the keel's edge smaller than this has no groove.
constexpr double leastGroovedMm = 1.0;
/// Step of the parameters for slopes.
constexpr double slopeStep = 1e-4;
/// How far in from an edge its curvature is taken, mm: past the roughness of a patch's own end, well within a bay.
constexpr double curvatureBaseMm = 8.0;
constexpr double settledMm = 1e-7;
/// Within this of the half-siding a place stands at it.
constexpr double landedMm = 1e-3;
/// A bearding line further in than this many thicknesses is no longer that of this place.
constexpr double mostReach = 24.0;
constexpr int mostSteps = 80;
/// Slope of a waterline to the centre plane under which it is not followed, and over which it alone is.
constexpr double tooLevel = 0.06, levelEnough = 0.14;
/// Longest step towards the half-siding at one go, in bays and in shares of the girth.
constexpr double longestStepT = 0.2, longestStepV = 0.04;
/// A face is carried on past its edge by this many thicknesses at most; a flatter landing has no rabbet line.
constexpr double mostCarried = 8.0;
constexpr int heightHalvings = 50;
/// Places a bay that a waterline is followed at.
constexpr double waterlineStepsABay = 24.0;
/// An end of the rabbet this near to a height is at that height.
constexpr double sameHeightMm = 0.02;
/// A face that comes nearer to the half-siding by less than this a millimetre grazes it.
constexpr double leastSlope = 0.02;
constexpr double longestStepMm = 30.0;
/// A stretch of stem or post with no rabbet is told from so many thicknesses up.
constexpr double mostUnmetThicknesses = 2.0;

struct Slopes {
  Vec3 byT, byV;
};

Slopes slopesOf(const OffsetPatch& face, double t, double v) {
  return {(face.point(t + slopeStep, v) - face.point(t - slopeStep, v)) / (2.0 * slopeStep),
          (face.point(t, v + slopeStep) - face.point(t, v - slopeStep)) / (2.0 * slopeStep)};
}

/// Where a face stands at the half-siding.
struct FaceLanding {
  bool met = false;
  Vec3 at = Vec3::Zero(), normal = Vec3::Zero();
  Vec3 inward = Vec3::Zero();  ///< unit, along the face, away from the edge
  Vec3 bend = Vec3::Zero();    ///< curvature along it, 1/mm
};

/// Follows a face of the planking from its edge to where it stands at the half-siding.
class FaceDescent {
 public:
  /// `target`: the half-siding abreast of a place.
  FaceDescent(const OffsetPatch& face, double lastT, bool isKeel, std::function<double(const Vec3&)> target)
      : m_face(face), m_lastT(lastT), m_isKeel(isKeel), m_target(std::move(target)) {}

  /// How far outside the half-siding the face is at a place.
  double off(const Vec2& place) const {
    const Vec3 point = m_face.point(place.x(), place.y());
    return point.y() - m_target(point);
  }

  /// The landing's place, normal, way in and bend; false where there is no way in to measure along.
  bool describe(FaceLanding& landing, const Vec2& place) const {
    landing.at = m_face.point(place.x(), place.y());
    landing.normal = m_face.normal(place.x(), place.y());
    const auto in = uphill(place, curvatureBaseMm);
    if (!in || landing.normal.isZero()) return false;
    const Vec3 near = m_face.point(place.x() + in->x(), place.y() + in->y());
    const Vec3 far = m_face.point(place.x() + 2.0 * in->x(), place.y() + 2.0 * in->y());
    const double one = (near - landing.at).norm(), two = (far - near).norm();
    if (one < 1e-6 || two < 1e-6) return false;
    // Through three points by their own distances: slope at the first, and the bend square to it.
    const Vec3 first = (near - landing.at) / one, second = (far - near) / two;
    const Vec3 bend = 2.0 * (second - first) / (one + two);
    const Vec3 slope = first - 0.5 * one * bend;
    landing.inward = slope.normalized();
    landing.bend = bend - bend.dot(landing.inward) * landing.inward;
    return true;
  }

  /// A face that ends before it is down to the half-siding, carried on as the circle it makes there.
  FaceLanding carriedOn(const Vec2& edge, double mostMm) const {
    FaceLanding landing;
    if (!describe(landing, edge)) return landing;
    const Vec3 from = landing.at;
    const double bend2 = landing.bend.squaredNorm();
    const auto carriedTo = [&](double s) -> Vec3 {
      return from + landing.inward * (s - bend2 * s * s * s / 6.0) +
             landing.bend * (s * s / 2.0 - bend2 * s * s * s * s / 24.0);
    };
    double s = 0.0;
    for (int i = 0; i < mostSteps; ++i) {
      const Vec3 here = carriedTo(s);
      const double error = here.y() - m_target(here);
      if (std::abs(error) < settledMm) break;
      const double slope = landing.inward.y() + landing.bend.y() * s;
      if (slope < 0.02) return landing;
      s -= error / slope;
      if (s < -mostMm) return landing;
    }
    landing.at = carriedTo(s);
    const Vec2 in = *uphill(edge, curvatureBaseMm);
    const Vec3 turned = (m_face.normal(edge.x() + in.x(), edge.y() + in.y()) - landing.normal) / curvatureBaseMm;
    landing.normal = (landing.normal + s * turned).normalized();
    landing.inward = (landing.inward + s * landing.bend).normalized();
    landing.met = true;
    return landing;
  }

  /// Uphill from the edge to the half-siding; where that is not reached, as far as it went.
  Vec2 walked(Vec2 at) const {
    for (int i = 0; i < mostSteps; ++i) {
      const double error = off(at);
      if (std::abs(error) < settledMm) break;
      const auto unit = uphill(at, 1.0);
      if (!unit) break;
      const double slope = off(at + *unit) - error;
      if (slope < 1e-4) break;
      // Short steps: bays are of very different lengths, and the way up turns.
      Vec2 step = *unit * (-error / slope);
      step /= std::max({1.0, std::abs(step.x()) / longestStepT, std::abs(step.y()) / longestStepV});
      at += step;
      if (at.x() < -0.5 || at.x() > m_lastT + 0.5 || at.y() < -0.2 || at.y() > 1.2) break;
    }
    return at;
  }

  /// Planking that falls in towards the keel before it goes out: up the section to where it comes back.
  Vec2 comesBack(const Vec2& edge) const {
    double low = 0.0, high = 0.0;
    while (high < 1.0 && off({edge.x(), high}) < settledMm) low = high, high += 0.5 * longestStepV;
    for (int i = 0; i < heightHalvings; ++i) {
      const double middle = 0.5 * (low + high);
      (off({edge.x(), middle}) < 0.0 ? low : high) = middle;
    }
    return {edge.x(), high};
  }

 private:
  /// The step in t and v that goes `distance` mm straight up the slope of the half-breadth; along stem and sternpost
  /// level, as a waterline runs, unless that is too nearly along the centre line.
  std::optional<Vec2> uphill(const Vec2& place, double distance) const {
    const Slopes slopes = slopesOf(m_face, place.x(), place.y());
    Eigen::Matrix2d metric;
    metric << slopes.byT.dot(slopes.byT), slopes.byT.dot(slopes.byV), slopes.byT.dot(slopes.byV),
        slopes.byV.dot(slopes.byV);
    if (metric.determinant() < 1e-9 * metric.trace() * metric.trace() || metric.trace() < 1e-9) return std::nullopt;
    const auto sized = [&](const Vec2& step, double to) -> Vec2 {
      return step * (to / std::sqrt(std::max(step.dot(metric * step), 1e-18)));
    };
    const Vec2 steepest = sized(metric.inverse() * Vec2(slopes.byT.y(), slopes.byV.y()), 1.0);
    const Vec2 level = sized(Vec2(slopes.byV.z(), -slopes.byT.z()), 1.0);
    const double rise = level.dot(Vec2(slopes.byT.y(), slopes.byV.y()));
    const double levelShare =
        m_isKeel ? 0.0 : std::clamp((std::abs(rise) - tooLevel) / (levelEnough - tooLevel), 0.0, 1.0);
    return sized((1.0 - levelShare) * steepest + levelShare * (rise < 0.0 ? Vec2(-level) : level), distance);
  }

  const OffsetPatch& m_face;
  double m_lastT;
  bool m_isKeel;
  std::function<double(const Vec3&)> m_target;
};

}  // namespace

/// An edge of a patch that planking ends on: share 0 to 1 is from the foot up (stem, sternpost), or from forward aft.
struct RabbetTracer::Edge {
  const SurfacePatch* patch = nullptr;
  RabbetPart part = RabbetPart::Stem;
  std::vector<double> v = {};  ///< stem and sternpost: at even steps along them
  Vec2 at(double share) const {
    if (part == RabbetPart::Keel) return {share * patch->lastT(), 0.0};
    const double place = share * static_cast<double>(v.size() - 1);
    const auto step = static_cast<std::size_t>(std::clamp(std::floor(place), 0.0, static_cast<double>(v.size() - 2)));
    return {part == RabbetPart::Stem ? 0.0 : patch->lastT(),
            v[step] + (place - static_cast<double>(step)) * (v[step + 1] - v[step])};
  }
};

struct RabbetTracer::Landing : FaceLanding {};

RabbetTracer::RabbetTracer(const RabbetHull& hull, const OffsetTable& table, const HalfSidings& sidings)
    : m_hull(hull) {
  require(hull.drawn != nullptr && !hull.drawn->patches.empty(), "a rabbet needs a hull");
  const auto sidingOf = [&](SidingPart part, const std::optional<double>& given,
                            std::size_t section) -> std::optional<double> {
    if (given) return given;
    if (const auto length = table.halfSiding(part)) return length->mm();
    for (const Batten& curve : hull.drawn->sections[section].parts) {
      if (curve.lengthMm() > 0.0) return curve.nails().front().y();
    }
    return std::nullopt;
  };
  const auto& sections = hull.drawn->sections;
  if (sections.front().kind == SectionKind::Stem) m_stemMm = sidingOf(SidingPart::Stem, sidings.stemMm, 0);
  if (sections.back().kind == SectionKind::Sternpost)
    m_sternpostMm = sidingOf(SidingPart::Sternpost, sidings.sternpostMm, sections.size() - 1);
  for (const SurfacePatch& patch : hull.drawn->patches) m_points.emplace_back(patch);
  const SurfacePatch& lowest = hull.drawn->patches.front();
  const auto count = static_cast<std::size_t>(lowest.lastT()) * rabbetPlacesABay;
  for (std::size_t i = 0; i <= count; ++i) {
    const Vec3 at = lowest.point(lowest.lastT() * static_cast<double>(i) / static_cast<double>(count), 0.0);
    if (!m_keelX.empty() && at.x() <= m_keelX.back()) continue;
    m_keelX.push_back(at.x());
    m_keelY.push_back(sidings.keelMm.value_or(at.y()));
  }
  // A table that is still being typed may have no length along the keel.
  const bool hasLength = m_keelX.size() >= 2;
  for (const Section& section : sections) {
    const bool station = section.kind == SectionKind::Station;
    m_keelGrooved = m_keelGrooved || (hasLength && station && section.parts.front().pointAt(0.0).y() > leastGroovedMm);
  }
}

std::vector<RabbetTracer::Edge> RabbetTracer::edgesOf(RabbetPart part) const {
  std::vector<Edge> edges;
  const Hull& hull = *m_hull.drawn;
  if (part == RabbetPart::Keel) {
    if (m_keelGrooved) edges.push_back({&hull.patches.front(), part});
    return edges;
  }
  if (part == RabbetPart::Stem ? !m_stemMm : !m_sternpostMm) return edges;
  const Section& end = part == RabbetPart::Stem ? hull.sections.front() : hull.sections.back();
  for (std::size_t i = 0; i < hull.patches.size(); ++i) {
    if (end.parts[i].lengthMm() <= 0.0) continue;
    const SurfacePatch& patch = hull.patches[i];
    edges.push_back({&patch, part, patch.evenGirth(part == RabbetPart::Stem ? 0.0 : patch.lastT(), edgeSteps).v});
  }
  return edges;
}

double RabbetTracer::targetAt(RabbetPart part, const Vec3& at) const {
  if (part == RabbetPart::Stem) return *m_stemMm;
  if (part == RabbetPart::Sternpost) return *m_sternpostMm;
  const auto after = std::upper_bound(m_keelX.begin() + 1, m_keelX.end() - 1, at.x());
  const auto i = static_cast<std::size_t>(after - m_keelX.begin());
  const double share = std::clamp((at.x() - m_keelX[i - 1]) / (m_keelX[i] - m_keelX[i - 1]), 0.0, 1.0);
  return m_keelY[i - 1] + share * (m_keelY[i] - m_keelY[i - 1]);
}

/// The outside of the planking where it stands at the half-siding, from the shape of the surface about an edge of it
/// and not from the slopes of its rows, which say little round a stem's foot. None where the surface says too little,
/// or the outside does not come to stand there within reach.
std::optional<RabbetTracer::Landing> RabbetTracer::landCarriedOn(const Edge& edge, double share) const {
  const Vec2 from = edge.at(share);
  const auto patch = static_cast<std::size_t>(edge.patch - m_hull.drawn->patches.data());
  const double thick = m_hull.thicknessMm;
  const auto face = LocalFace::fit(m_points[patch], edge.patch->point(from.x(), from.y()),
                                   edge.patch->normal(from.x(), from.y()), facedWithinMm(thick));
  if (!face) return std::nullopt;
  const double carried = m_hull.side == PlankingSide::Outside ? 0.0 : thick;
  Landing landing;
  Vec2 at = Vec2::Zero();
  const auto outsideOf = [&](const Vec2& place) -> Vec3 { return face->point(place) + carried * face->normal(place); };
  const auto off = [&](const Vec2& place) {
    const Vec3 there = outsideOf(place);
    return there.y() - targetAt(edge.part, there);
  };
  // Within the hull the surface itself is asked.
  if (off(at) < -landedMm) return std::nullopt;
  constexpr double stepMm = 0.01;
  for (int i = 0; i < mostSteps; ++i) {
    const double error = off(at);
    if (std::abs(error) < settledMm) break;
    const Vec2 slope((off(at + Vec2(stepMm, 0.0)) - off(at - Vec2(stepMm, 0.0))) / (2.0 * stepMm),
                     (off(at + Vec2(0.0, stepMm)) - off(at - Vec2(0.0, stepMm))) / (2.0 * stepMm));
    if (slope.norm() < leastSlope) return std::nullopt;
    Vec2 step = -error / slope.squaredNorm() * slope;
    if (step.norm() > longestStepMm) step *= longestStepMm / step.norm();
    at += step;
    if (at.norm() > mostCarried * thick) return std::nullopt;
  }
  if (std::abs(off(at)) > landedMm) return std::nullopt;
  landing.normal = face->normal(at);
  landing.at = outsideOf(at);
  landing.met = true;
  return landing;
}

RabbetTracer::Landing RabbetTracer::land(const Edge& edge, double share, bool outside) const {
  if (outside && share <= 1.0) {
    if (const auto carried = landCarriedOn(edge, share)) return *carried;
  }
  const bool drawnOutside = m_hull.side == PlankingSide::Outside;
  const double carried = outside == drawnOutside ? 0.0 : (outside ? m_hull.thicknessMm : -m_hull.thicknessMm);
  const OffsetPatch face(*edge.patch, carried);
  const bool isKeel = edge.part == RabbetPart::Keel;
  const FaceDescent descent(face, edge.patch->lastT(), isKeel, [&](const Vec3& at) { return targetAt(edge.part, at); });
  const Vec2 from = edge.at(share);
  if (const double start = descent.off(from); start > settledMm)
    return {descent.carriedOn(from, mostCarried * std::max(m_hull.thicknessMm, start))};
  Vec2 at = descent.walked(from);
  if (isKeel && (std::abs(descent.off(at)) > landedMm || at.y() < 0.0)) at = descent.comesBack(from);
  Landing landing;
  if (std::abs(descent.off(at)) > landedMm) return landing;
  if ((face.point(at.x(), at.y()) - face.point(from.x(), from.y())).norm() > mostReach * m_hull.thicknessMm)
    return landing;
  // Where the patch comes to a point there is a place and a normal, and no way in to measure along.
  if (!descent.describe(landing, at)) landing.inward = landing.bend = Vec3::Zero();
  landing.met = !landing.normal.isZero();
  return landing;
}

std::optional<RabbetPlace> RabbetTracer::place(const Edge& edge, double share, bool whole) const {
  const Landing out = land(edge, share, true);
  const Landing in = land(edge, share, false);
  if (!out.met || (whole && !in.met)) return std::nullopt;
  RabbetPlace place;
  place.rabbet = out.at;
  place.normal = out.normal;
  place.inner = out.at - m_hull.thicknessMm * out.normal;
  place.bearding = in.met ? in.at : place.inner;
  place.planRad = std::atan2(std::abs(out.normal.x()), std::abs(out.normal.y()));
  // The inside carried on past the bearding line until it is abreast of the rabbet line, measured along the side.
  Vec3 side = in.inward;
  side.y() = 0.0;
  if (side.norm() > 1e-9) {
    const Vec3 alongSide = side.normalized();
    const double gap = (out.at - in.at).dot(alongSide);
    const double reach = gap / std::max(in.inward.dot(alongSide), 1e-6);
    place.faceHalfMm = in.at.y() + in.inward.y() * reach + 0.5 * in.bend.y() * reach * reach;
  } else {
    place.faceHalfMm = in.at.y();
  }
  return place;
}

namespace {

/// In how many parts the rabbet is traced along a keel of so many bays.
std::size_t keelPlaces(std::size_t bays) {
  return bays * std::clamp(mostKeelPlaces / std::max<std::size_t>(bays, 1), leastRabbetPlacesABay, rabbetPlacesABay);
}

}  // namespace

TracedRabbet RabbetTracer::traceAll(const std::stop_token& stop) const {
  constexpr std::array<RabbetPart, 3> parts{RabbetPart::Stem, RabbetPart::Keel, RabbetPart::Sternpost};
  std::array<std::vector<RabbetPlace>, 3> found;
  TracedRabbet traced;
  for (std::size_t k = 0; k < parts.size(); ++k) {
    for (const Edge& edge : edgesOf(parts[k])) {
      UnmetStretches unmet(parts[k]);
      const std::size_t count =
          parts[k] == RabbetPart::Keel ? keelPlaces(static_cast<std::size_t>(edge.patch->lastT())) : stemPlaces;
      for (std::size_t i = 0; i <= count; ++i) {
        if (stop.stop_requested()) return TracedRabbet();
        // The very foot of stem and post, where the patch comes to a point, belongs to the keel.
        const double share =
            i == 0 && parts[k] != RabbetPart::Keel ? footShare : static_cast<double>(i) / static_cast<double>(count);
        const auto one = place(edge, share, true);
        if (one) found[k].push_back(*one);
        if (parts[k] == RabbetPart::Keel) continue;
        const Vec3 at = edge.patch->point(edge.at(share).x(), edge.at(share).y());
        unmet.add(at.z(), one.has_value(), targetAt(parts[k], at));
      }
      unmet.addTo(traced.unmet, mostUnmetThicknesses * m_hull.thicknessMm);
    }
  }
  // Down the stem, aft along the keel, up the sternpost: one line.
  std::vector<RabbetPlace*> round;
  for (auto one = found[0].rbegin(); one != found[0].rend(); ++one) round.push_back(&*one);
  for (std::size_t k = 1; k < parts.size(); ++k) {
    for (RabbetPlace& one : found[k]) round.push_back(&one);
  }
  evenOut(round, m_hull.side == PlankingSide::Outside, m_hull.thicknessMm);
  for (std::size_t k = 0; k < parts.size(); ++k) {
    RabbetRun run = finishRun(parts[k], std::move(found[k]));
    if (run.places.size() >= 2) traced.runs.push_back(std::move(run));
  }
  return traced;
}

/// From stem or sternpost along the inside's waterline to where it comes out to the half-siding: round a fine forefoot
/// that is far abaft the stem's own edge.
std::optional<Vec3> RabbetTracer::followWaterline(const Edge& edge, double heightMm) const {
  const OffsetPatch face(*edge.patch, m_hull.side == PlankingSide::Outside ? -m_hull.thicknessMm : 0.0);
  const double lastT = edge.patch->lastT();
  // The section's point at the height, where it passes it.
  const auto at = [&](double t) -> std::optional<Vec3> {
    constexpr double low = -0.02, high = 1.02;
    if (face.point(t, low).z() > heightMm || face.point(t, high).z() < heightMm) return std::nullopt;
    const auto below = [&](double v) { return face.point(t, v).z() < heightMm; };
    return face.point(t, whereCeases(low, high, below, heightHalvings));
  };
  const bool stem = edge.part == RabbetPart::Stem;
  const auto steps = static_cast<int>(lastT * waterlineStepsABay);
  std::optional<double> before;
  for (int i = 0; i <= steps; ++i) {
    const double t = lastT * (stem ? i : steps - i) / steps;
    const auto here = at(t);
    if (!here) continue;
    const bool out = here->y() >= targetAt(edge.part, *here);
    if (!out) {
      before = t;
      continue;
    }
    if (!before) return std::nullopt;  // out already where it begins: it is carried on from the edge
    double low = *before, high = t;
    for (int k = 0; k < heightHalvings; ++k) {
      const double middle = 0.5 * (low + high);
      const auto there = at(middle);
      (there && there->y() >= targetAt(edge.part, *there) ? high : low) = middle;
    }
    return at(high);
  }
  return std::nullopt;
}

RabbetAtHeight RabbetTracer::atHeight(RabbetPart part, double heightMm) const {
  RabbetAtHeight met;
  // Where a value along an edge passes the height, from the foot up, to the last place it can be told.
  const auto shareAt = [&](const Edge& edge, bool outside) -> std::optional<double> {
    std::optional<double> before;
    double heightBefore = 0.0;
    for (std::size_t i = 0; i <= stemPlaces + 2; ++i) {
      // A little above the sheer's own end, so that the height of the end itself is met.
      const double share = static_cast<double>(i) / static_cast<double>(stemPlaces);
      const Landing here = land(edge, share, outside);
      if (!here.met) continue;
      if (std::abs(here.at.z() - heightMm) < sameHeightMm) return share;
      if (before && (heightBefore - heightMm) * (here.at.z() - heightMm) <= 0.0) {
        const bool rises = here.at.z() > heightMm;
        const auto notYet = [&](double at) { return (land(edge, at, outside).at.z() > heightMm) != rises; };
        return whereCeases(*before, share, notYet, heightHalvings);
      }
      before = share;
      heightBefore = here.at.z();
    }
    return std::nullopt;
  };
  for (const Edge& edge : edgesOf(part)) {
    const double top = edge.patch->point(edge.at(1.0).x(), 1.0).z();
    const double reach = std::max(top, land(edge, 1.0, true).at.z());
    if (heightMm > reach + 0.01) continue;
    if (!met.rabbet) {
      if (const auto share = shareAt(edge, true)) met.rabbet = place(edge, *share, false);
    }
    const double foot = edge.patch->point(edge.at(0.0).x(), 0.0).z();
    if (!met.bearding && heightMm >= foot - sameHeightMm) met.bearding = followWaterline(edge, heightMm);
    if (!met.bearding) {
      if (const auto share = shareAt(edge, false)) met.bearding = land(edge, *share, false).at;
    }
  }
  return met;
}

std::string_view rabbetPartName(RabbetPart part) {
  switch (part) {
    case RabbetPart::Stem:
      return Trade::mark("stem");
    case RabbetPart::Keel:
      return Trade::mark("keel");
    case RabbetPart::Sternpost:
      return Trade::mark("sternpost");
  }
  return {};
}

}  // namespace narrows
