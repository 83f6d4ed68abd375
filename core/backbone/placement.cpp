#include "backbone/placement.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace narrows {

namespace {

constexpr double pi = std::numbers::pi;
constexpr double stepRad = pi / 180.0;
constexpr double settledRad = 0.02 * pi / 180.0;
/// A pattern of more points than this is thinned by so much, and the margin widened by it.
constexpr std::size_t manyPoints = 60;
constexpr double thinnedMm = 0.3;
/// Faults cost by what they would do: wood that is lost anyhow costs least.
double costOf(const TimberFault& fault) {
  const double area = fault.length.mm() * fault.width.mm();
  switch (fault.kind) {
    case FaultKind::Check:
    case FaultKind::Heart:
      return 4.0 * area;
    case FaultKind::Knot:
      return 2.0 * area;
    case FaultKind::Wane:
      return 1.5 * area;
    case FaultKind::Nail:
    case FaultKind::TornGrain:
      return area;
  }
  return area;
}

Polygon boxOfFault(const TimberFault& fault) {
  const Vec2 half(0.5 * fault.length.mm(), 0.5 * fault.width.mm()), at(fault.along.mm(), fault.across.mm());
  return rectangle(at - half, at + half);
}

double foldToRightAngle(double angle) {
  const double folded = std::abs(std::remainder(angle, pi));
  return std::min(folded, pi - folded);
}

bool inAny(const std::vector<Polygon>& shapes, const Vec2& at) {
  // Shapes with holes come as outlines and holes: inside an odd number of them.
  int within = 0;
  for (const Polygon& shape : shapes) within += contains(shape, at) ? 1 : 0;
  return within % 2 == 1;
}

double clearanceAt(const std::vector<Polygon>& region, const Vec2& at) {
  double least = std::numeric_limits<double>::max();
  for (const Polygon& shape : region) least = std::min(least, distanceToOutline(shape, at));
  return least;
}

/// The point of a region that is furthest from its edge, within a tenth of a millimetre.
Vec2 deepest(const std::vector<Polygon>& region) {
  double good = 0.0, bad = 0.0;
  for (const Polygon& shape : region) bad = std::max({bad, boxOf(shape).width(), boxOf(shape).height()});
  std::vector<Polygon> core = region;
  while (bad - good > 0.1) {
    const double middle = 0.5 * (good + bad);
    auto shrunk = grown(region, -middle);
    if (shrunk.empty()) {
      bad = middle;
    } else {
      good = middle;
      core = std::move(shrunk);
    }
  }
  const Polygon within = largest(core);
  const Vec2 middle = centroid(within);
  return inAny(region, middle) ? middle : within.front();
}

/// Searches one book's slab.
class PlacementSearch {
 public:
  PlacementSearch(const PlacementOf& of, const std::stop_token& stop, const std::function<void(double)>& progress)
      : m_of(of), m_stop(stop), m_progress(progress) {
    m_pattern = of.pattern;
    double margin = of.marginMm;
    if (m_pattern.size() > manyPoints) {
      m_pattern = simplified(m_pattern, thinnedMm);
      margin += thinnedMm;
    }
    m_slab = margin > 0.0 ? largest(grown({of.slab}, -margin)) : of.slab;
    for (const TimberFault& fault : of.faults) {
      const Polygon box = boxOfFault(fault);
      m_faults.push_back(margin > 0.0 ? largest(grown({box}, margin)) : box);
    }
  }

  Result<FoundPlacement> find() {
    if (m_slab.empty()) return tooLarge();
    const auto angles = static_cast<int>(std::floor(m_of.mostRunOutRad / stepRad + 1e-9));
    for (int k = 0; k <= angles; ++k) {
      for (const double sign : k == 0 ? std::vector{1.0} : std::vector{1.0, -1.0}) {
        if (auto best = bestAt(sign * k * stepRad)) return k == 0 ? *best : drawnIn(sign, k, *best);
        if (m_stop.stop_requested()) return tl::make_unexpected(Problems());
      }
      if (m_progress) m_progress(0.6 * k / std::max(angles, 1));
    }
    return leastFouled();
  }

 private:
  double turnFor(double runOut, bool about) const {
    return m_of.grainRad - m_of.patternAxisRad + runOut + (about ? pi : 0.0);
  }

  Polygon turned(double turn, bool flipped) const {
    Polygon pattern = m_pattern;
    if (flipped) {
      for (Vec2& point : pattern) point.y() = -point.y();
    }
    return moved(pattern, turn, Vec2::Zero());
  }

  /// Shifts that keep the turned pattern on the slab.
  std::vector<Polygon> onSlab(const Polygon& pattern) const {
    const Box2 box = boxOf(pattern), slab = boxOf(m_slab);
    if (box.width() > slab.width() || box.height() > slab.height()) return {};
    const Polygon first = moved(m_slab, 0.0, -pattern.front());
    return without({first}, shiftsThatCross(m_slab, pattern));
  }

  std::vector<Polygon> clearShifts(const Polygon& pattern) const {
    std::vector<Polygon> region = onSlab(pattern);
    for (const Polygon& fault : m_faults) {
      if (region.empty()) break;
      region = without(region, shiftsThatTouch(fault, pattern));
    }
    return region;
  }

  /// A flipped pattern's axis leans the other way.
  double axisTurn(double runOut, bool about, bool flipped) const {
    return flipped ? m_of.grainRad + m_of.patternAxisRad + runOut + (about ? pi : 0.0) : turnFor(runOut, about);
  }

  std::optional<FoundPlacement> bestAt(double runOut) const {
    std::optional<FoundPlacement> best;
    for (const bool flipped : {false, true}) {
      for (const bool about : {false, true}) {
        if (m_stop.stop_requested()) return best;
        const double turn = axisTurn(runOut, about, flipped);
        const std::vector<Polygon> region = clearShifts(turned(turn, flipped));
        if (region.empty()) continue;
        FoundPlacement found;
        found.placement = {deepest(region), turn, flipped};
        found.judgement = judgePlacement(m_of, found.placement);
        if (!best || found.judgement.clearMm > best->judgement.clearMm + 0.2) best = found;
      }
    }
    return best;
  }

  /// Whether there is any place at all at an angle.
  bool anyAt(double runOut) const {
    for (const bool flipped : {false, true}) {
      for (const bool about : {false, true}) {
        if (m_stop.stop_requested()) return false;
        if (!clearShifts(turned(axisTurn(runOut, about, flipped), flipped)).empty()) return true;
      }
    }
    return false;
  }

  /// The least run-out between one that will not do and one that will.
  FoundPlacement drawnIn(double sign, int k, const FoundPlacement& found) const {
    double bad = (k - 1) * stepRad, good = k * stepRad, hand = sign;
    while (good - bad > settledRad && !m_stop.stop_requested()) {
      const double middle = 0.5 * (good + bad);
      // The other hand may allow less.
      const bool same = anyAt(hand * middle), other = !same && anyAt(-hand * middle);
      if (other) hand = -hand;
      (same || other ? good : bad) = middle;
    }
    const auto best = bestAt(hand * good);
    return best ? *best : found;
  }

  Result<FoundPlacement> leastFouled() {
    std::optional<FoundPlacement> best;
    double least = std::numeric_limits<double>::max();
    int tried = 0;
    for (const double runOut : {0.0, 3.0, -3.0, 7.0, -7.0, 12.0, -12.0}) {
      if (std::abs(runOut) * stepRad > m_of.mostRunOutRad + 1e-9) continue;
      for (const bool flipped : {false, true}) {
        for (const bool about : {false, true}) {
          if (m_stop.stop_requested()) return tl::make_unexpected(Problems());
          const double turn = axisTurn(runOut * stepRad, about, flipped);
          const Polygon pattern = turned(turn, flipped);
          const std::vector<Polygon> region = onSlab(pattern);
          if (m_progress) m_progress(0.6 + 0.4 * ++tried / 28.0);
          if (region.empty()) continue;
          std::vector<std::vector<Polygon>> fouls;
          std::vector<Vec2> places{deepest(region)};
          for (const Polygon& shape : region) places.insert(places.end(), shape.begin(), shape.end());
          for (const Polygon& fault : m_faults) {
            fouls.push_back(common(region, shiftsThatTouch(fault, pattern)));
            // Just past the edge of a foul, where it is barely missed.
            for (const Polygon& edge : grown(fouls.back(), 0.05)) places.insert(places.end(), edge.begin(), edge.end());
          }
          for (const Vec2& place : places) {
            if (!inAny(region, place) && clearanceAt(region, place) > 1e-3) continue;
            double cost = std::abs(runOut);  // a degree weighs as a square millimetre: to choose between equals
            for (std::size_t i = 0; i < fouls.size() && cost < least; ++i) {
              if (inAny(fouls[i], place)) cost += costOf(m_of.faults[i]);
            }
            if (cost >= least) continue;
            least = cost;
            best = FoundPlacement{{place, turn, flipped}, {}};
          }
        }
      }
    }
    if (!best) return tooLarge();
    best->judgement = judgePlacement(m_of, best->placement);
    return *best;
  }

  Result<FoundPlacement> tooLarge() const {
    const Box2 pattern = boxOf(moved(m_of.pattern, -m_of.patternAxisRad, Vec2::Zero()));
    const Box2 slab = boxOf(m_of.slab);
    const auto words = [](double mm) { return showLength(millimetres(mm), Notation::Inches16, true); };
    return fail(Fault::PatternTooLarge, {},
                {words(pattern.width()), words(pattern.height()), words(slab.width()), words(slab.height())});
  }

  const PlacementOf& m_of;
  const std::stop_token& m_stop;
  const std::function<void(double)>& m_progress;
  Polygon m_pattern, m_slab;
  std::vector<Polygon> m_faults;
};

}  // namespace

double longAxis(const Polygon& polygon) {
  // The principal axis of the filled shape.
  const Vec2 middle = centroid(polygon);
  double xx = 0.0, yy = 0.0, xy = 0.0;
  for (std::size_t i = 0; i < polygon.size(); ++i) {
    const Vec2 a = polygon[i] - middle, b = polygon[(i + 1) % polygon.size()] - middle;
    const double cross = a.x() * b.y() - b.x() * a.y();
    xx += cross * (a.x() * a.x() + a.x() * b.x() + b.x() * b.x());
    yy += cross * (a.y() * a.y() + a.y() * b.y() + b.y() * b.y());
    xy += cross * (a.x() * b.y() + 2.0 * a.x() * a.y() + 2.0 * b.x() * b.y() + b.x() * a.y()) / 2.0;
  }
  if (signedArea(polygon) < 0.0) xx = -xx, yy = -yy, xy = -xy;
  return 0.5 * std::atan2(2.0 * xy, xx - yy);
}

PlacementOf placementOf(const SlabPlan& plan, const Polygon& outline) {
  PlacementOf of;
  // While an outline is still being typed it may cross itself or have no area: until it has, the plain rectangle
  // serves.
  for (const OutlinePoint& point : plan.outline) of.slab.emplace_back(point.distance.mm(), point.height.mm());
  if (of.slab.size() >= 3 && !isCrossed(of.slab)) {
    if (signedArea(of.slab) < 0.0) std::reverse(of.slab.begin(), of.slab.end());
  } else {
    of.slab = rectangle(Vec2::Zero(), {plan.length.mm(), plan.width.mm()});
  }
  of.faults = plan.faults;
  of.marginMm = plan.margin.mm();
  of.grainRad = plan.grainDeg * pi / 180.0;
  of.pattern = moved(outline, 0.0, -centroid(outline));
  of.patternAxisRad = longAxis(of.pattern);
  return of;
}

Placement placementIn(const SlabPlan& plan) {
  return {{plan.placedAlong.mm(), plan.placedAcross.mm()}, plan.placedDeg * pi / 180.0, plan.placedFlipped};
}

Polygon laidPattern(const PlacementOf& of, const Placement& placement) {
  Polygon pattern = of.pattern;
  if (placement.flipped) {
    for (Vec2& point : pattern) point.y() = -point.y();
  }
  return moved(pattern, placement.turnRad, placement.at);
}

PlacementJudgement judgePlacement(const PlacementOf& of, const Placement& placement) {
  PlacementJudgement judged;
  judged.outline = laidPattern(of, placement);
  const double axis = (placement.flipped ? -of.patternAxisRad : of.patternAxisRad) + placement.turnRad;
  judged.runOutRad = foldToRightAngle(axis - of.grainRad);
  // Within a hundredth of the margin counts as kept: shapes are cut to a thousandth.
  constexpr double slackMm = 0.01;
  double least = std::numeric_limits<double>::max();
  for (const Vec2& point : judged.outline) least = std::min(least, distanceToOutline(of.slab, point));
  for (const Vec2& point : of.slab) least = std::min(least, distanceToOutline(judged.outline, point));
  const bool within = without({judged.outline}, {of.slab}).empty();
  judged.onSlab = within && least >= of.marginMm - slackMm;
  judged.clearMm = within ? least : 0.0;
  for (std::size_t i = 0; i < of.faults.size(); ++i) {
    const Polygon box = boxOfFault(of.faults[i]);
    double apart = std::numeric_limits<double>::max();
    if (!common({judged.outline}, {box}).empty()) {
      apart = 0.0;
    } else {
      for (const Vec2& point : box) apart = std::min(apart, distanceToOutline(judged.outline, point));
      for (const Vec2& point : judged.outline) apart = std::min(apart, distanceToOutline(box, point));
    }
    if (apart < of.marginMm - slackMm || apart == 0.0) judged.fouled.push_back(i);
    judged.clearMm = std::min(judged.clearMm, apart);
  }
  return judged;
}

Result<FoundPlacement> findPlacement(const PlacementOf& of, const std::stop_token& stop,
                                     const std::function<void(double)>& progress) {
  return PlacementSearch(of, stop, progress).find();
}

std::vector<GravingPiece> gravingPieces(const PlacementOf& of, const FoundPlacement& found, const Vec2& middle,
                                        const std::string& species) {
  std::vector<GravingPiece> pieces;
  const double sign = found.placement.flipped ? -1.0 : 1.0;
  for (const std::size_t i : found.judgement.fouled) {
    const TimberFault& fault = of.faults[i];
    // A fault that only stands within the margin is left where it is, beside the part.
    if (common({found.judgement.outline}, {boxOfFault(fault)}).empty()) continue;
    GravingPiece piece;
    piece.fault = i;
    piece.onSlab = {fault.along.mm(), fault.across.mm()};
    Vec2 back = Eigen::Rotation2Dd(-found.placement.turnRad) * (piece.onSlab - found.placement.at);
    back.y() *= sign;
    piece.onPattern = back + middle;
    piece.widthMm = fault.width.mm() + inches(0.5).mm();
    piece.lengthMm = std::max(fault.length.mm() + inches(0.5).mm(), 3.0 * piece.widthMm);
    piece.depthMm = fault.depth.mm() + inches(0.125).mm();
    piece.grainRad = sign * (of.grainRad - found.placement.turnRad);
    piece.species = species;
    pieces.push_back(piece);
  }
  return pieces;
}

}  // namespace narrows
