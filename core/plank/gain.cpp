#include "plank/gain.h"

#include <algorithm>
#include <cmath>

#include "plank/line_length.h"

namespace narrows {

namespace {

constexpr double markStepMm = 2.0 * mmPerInch;
/// What is left of the lower plank's edge in a feathered gain, of its thickness.
constexpr double soundPart = 1.0 / 3.0;
/// So many strakes below are laid on one another first: what lies further down no longer turns the plank by a
/// thousandth of a degree.
constexpr std::size_t strakesBelow = 3;
/// Planks that turn by more, as at the tip of a garboard, stand off one another by more than any thickness.
constexpr double sharpestRad = 1.4;
/// A step along a curve by which its run is measured, of a bay.
constexpr double littleT = 1e-4;

/// A lining's curve crossed by a plane that is square to the lap.
class SquarePlane {
 public:
  SquarePlane(const Lining& lining, const SurfaceCurve& curve, SurfaceReach reach, double t)
      : m_lining(lining), m_t(t) {
    const double low = std::max(reach.fromT, t - littleT), high = std::min(reach.toT, t + littleT);
    m_origin = curve.point(lining.frame, t);
    const Vec3 run = curve.point(lining.frame, high) - curve.point(lining.frame, low);
    m_byT = run.norm() / std::max(high - low, 1e-12);
    m_along = run.normalized();
    const Vec3 out = lining.frame.normal(t, curve.shareAt(t));
    m_out = (out - out.dot(m_along) * m_along).normalized();
    m_up = m_along.cross(m_out);
  }

  /// Where a curve crosses it: x outward, y up the girth; the curve is followed no further than it reaches.
  Vec2 cross(const SurfaceCurve& curve, SurfaceReach reach) const {
    // The curve runs nearly along the normal of the plane: by secants, from the same place along her.
    constexpr int most = 6;
    constexpr double nearMm = 0.02;
    double t = std::clamp(m_t, reach.fromT, reach.toT);
    double before = t, offBefore = 0.0;
    Vec3 at = curve.point(m_lining.frame, t);
    for (int i = 0; i < most; ++i) {
      const double off = (at - m_origin).dot(m_along);
      if (std::abs(off) < nearMm) break;
      const double slope = i == 0 || std::abs(off - offBefore) < 1e-9 ? m_byT : (off - offBefore) / (t - before);
      before = t, offBefore = off;
      t = std::clamp(t - off / slope, reach.fromT, reach.toT);
      if (t == before) break;
      at = curve.point(m_lining.frame, t);
    }
    const Vec3 from = at - m_origin;
    return {from.dot(m_out), from.dot(m_up)};
  }

 private:
  const Lining& m_lining;
  double m_t, m_byT = 1.0;
  Vec3 m_origin, m_along, m_out, m_up;
};

class GainMaker {
 public:
  GainMaker(const Lining& lining, const PlankMake& make, const PlankingMake& planking, const GainsBefore& before)
      : m_lining(lining), m_make(make), m_planking(planking), m_before(before) {
    const Lining* old = before.lining;
    m_isLike = old != nullptr && before.gains != nullptr && old->strakeCount() == lining.strakeCount() &&
               old->frame.sharedHull() == lining.frame.sharedHull();
  }

  std::vector<Gain> make() {
    for (std::size_t k = 0; k < m_lining.strakeCount(); ++k) {
      for (const bool bow : {true, false}) {
        const Gain* old = m_isLike ? gainAt(*m_before.gains, k, bow) : nullptr;
        if (old != nullptr && isStill(k, old->above)) {
          m_gains.push_back(*old);
        } else if (auto gain = gainOf(k, bow)) {
          m_gains.push_back(std::move(*gain));
        }
      }
    }
    return std::move(m_gains);
  }

 private:
  /// Whether everything that a lap is worked out from lies where it lay.
  bool isStill(std::size_t strake, std::size_t above) const {
    const auto same = [&](std::size_t k) {
      const LinedStrake &now = m_lining.strakes[k], &was = m_before.lining->strakes[k];
      return now.lower == was.lower && now.upper == was.upper && now.reach == was.reach &&
             now.lowerEdge == was.lowerEdge && now.upperEdge == was.upperEdge;
    };
    if (!same(above) || !same(strake)) return false;
    // Whatever may lie under it: where strakes are let in, more than lie there at any one place.
    const std::size_t head = m_lining.strakes[strake].upper, reach = strakesBelow + m_lining.joints();
    for (std::size_t k = 0; k < m_lining.strakeCount(); ++k) {
      const std::size_t upper = m_lining.strakes[k].upper;
      if (upper <= head && upper + reach >= head && !same(k)) return false;
    }
    return true;
  }

  std::optional<Gain> gainOf(std::size_t k, bool bow) {
    const LinedStrake& strake = m_lining.strakes[k];
    const double end = bow ? 0.0 : m_lining.frame.lastT();
    if (!strake.reach.holds(end)) return std::nullopt;
    const auto next = m_lining.strakeAbove(k, end);
    if (!next) return std::nullopt;
    Gain gain;
    gain.strake = k;
    gain.above = *next;
    gain.bow = bow;
    gain.make = bow ? m_planking.bow : m_planking.stern;
    const SurfaceReach lap{std::max(strake.reach.fromT, m_lining.strakes[*next].reach.fromT),
                           std::min(strake.reach.toT, m_lining.strakes[*next].reach.toT)};
    const LineLength run(m_lining.frame, strake.upperEdge, lap, LineLength::usualSamplesABay / 3);
    gain.make.runMm = std::min(gain.make.runMm, 0.5 * run.lengthMm());
    const auto steps = std::max<long>(2, std::lround(gain.make.runMm / markStepMm));
    for (long i = 0; i <= steps; ++i) {
      GainMark mark;
      mark.fromEndMm = gain.make.runMm * static_cast<double>(steps - i) / static_cast<double>(steps);
      const double share = mark.fromEndMm / run.lengthMm();
      mark.t = run.tAtShare(bow ? share : 1.0 - share);
      layLands(mark, k, *next, gain.make);
      gain.marks.push_back(mark);
    }
    cut(gain);
    return gain;
  }

  /// `chordRad`: between the straight lines from mark to mark. In a hollow the planks meet at the lower one's edge.
  double standOff(const GainMake& make, double fromEndMm, double lapMm, double chordRad) const {
    const double thick = m_planking.thicknessMm, atEnd = lapMm * std::tan(std::clamp(chordRad, 0.0, sharpestRad));
    if (make.way == GainWay::Joggled) return thick;
    return atEnd + (thick - atEnd) * std::min(fromEndMm / make.runMm, 1.0);
  }

  /// The land of strake k where the next stands on it, solved from a few strakes below up in the plane square to the
  /// lap.
  void layLands(GainMark& mark, std::size_t k, std::size_t next, const GainMake& make) const {
    const double t = mark.t;
    std::vector<std::size_t> chain{k};
    for (auto under = m_lining.strakeBelow(k, t); under && chain.size() <= strakesBelow;
         under = m_lining.strakeBelow(*under, t))
      chain.insert(chain.begin(), *under);
    const LinedStrake& strake = m_lining.strakes[k];
    const SquarePlane plane(m_lining, strake.upperEdge, strake.reach, t);
    const auto cross = [&](std::size_t of, bool upper) {
      const LinedStrake& one = m_lining.strakes[of];
      return plane.cross(upper ? one.upperEdge : one.lowerEdge, one.reach);
    };
    const double lap = mark.lapMm = lapAt(m_make, t);
    std::vector<Vec2> marks{cross(chain.front(), false)};
    for (const std::size_t of : chain) marks.push_back(cross(of, true));
    marks.push_back(cross(next, true));
    Vec2 inside = (marks[1] - marks[0]).normalized();
    for (std::size_t i = 1; i + 1 < marks.size(); ++i) {
      // Laps of one end begin their gains beside one another.
      const double chord = turnFrom(marks[i] - marks[i - 1], marks[i + 1] - marks[i]);
      mark.standOffMm = standOff(make, mark.fromEndMm, lap, chord);
      const Vec2 edge = marks[i] + mark.standOffMm * Vec2(inside.y(), -inside.x());
      Vec2 way = (marks[i + 1] - (edge - lap * inside)).normalized();
      mark.landRad = turnFrom(inside, way);
      if (mark.landRad < 0.0) {
        way = (marks[i + 1] - edge).normalized();
        mark.landRad = turnFrom(inside, way);
        mark.standOffMm += lap * std::tan(mark.landRad);
      }
      inside = way;
    }
  }

  void cut(Gain& gain) const {
    const double thick = m_planking.thicknessMm;
    // As much of a feathered gain as leaves the lower plank's edge sound where it is cut deepest.
    double part = 1.0;
    for (const GainMark& mark : gain.marks) {
      const double drop = mark.lapMm * std::tan(mark.landRad);
      const double lost = thick - mark.standOffMm + std::min(drop, 0.0);
      if (lost > 0.01 * thick)
        part = std::min(part, std::max(0.0, (1.0 - soundPart) * thick - std::max(drop, 0.0)) / lost);
    }
    for (GainMark& mark : gain.marks) {
      // `lost`: what is to come off both planks all over the lap; beside it off the lower one's edge, or in a hollow
      // off the upper one's foot, what they turn by.
      const double turned = mark.lapMm * std::tan(mark.landRad), c = std::cos(mark.landRad);
      const double drop = std::max(turned, 0.0), foot = std::max(-turned, 0.0) * c;
      const double lost = thick - mark.standOffMm + std::min(turned, 0.0);
      switch (gain.make.way) {
        case GainWay::Halved:
          mark.lowerAtLapMm = mark.upperAtHeadMm = lost * c / (1.0 + c);
          mark.upperAtFootMm = mark.upperAtHeadMm + foot;
          mark.lowerAtEdgeMm = mark.lowerAtLapMm + drop;
          break;
        case GainWay::Feathered:
          mark.lowerAtEdgeMm = drop + part * lost;
          mark.upperAtFootMm = lost * c + foot;
          mark.upperAtHeadMm = (1.0 - part) * lost * c;
          break;
        case GainWay::Joggled:
          mark.lowerAtEdgeMm = drop;
          mark.upperAtFootMm = foot;
          break;
      }
      // On a sharp turn nothing is left to take off at the lap line.
      for (double* depth : {&mark.lowerAtLapMm, &mark.lowerAtEdgeMm, &mark.upperAtFootMm, &mark.upperAtHeadMm})
        *depth = std::max(*depth, 0.0);
      mark.lowerLeftMm = thick - std::max(mark.lowerAtLapMm, mark.lowerAtEdgeMm);
      mark.upperLeftMm = thick - std::max(mark.upperAtFootMm, mark.upperAtHeadMm);
      mark.throughMm = 2.0 * thick - mark.lowerAtLapMm - mark.upperAtFootMm;
      mark.stepMm = (thick - mark.upperAtFootMm) * c - mark.lowerAtLapMm;
    }
  }

  const Lining& m_lining;
  const PlankMake& m_make;
  const PlankingMake& m_planking;
  const GainsBefore& m_before;
  bool m_isLike = false;  ///< the lining before has as many strakes, on the same hull
  std::vector<Gain> m_gains;
};

}  // namespace

std::vector<Gain> gains(const Lining& lining, const PlankMake& make, const PlankingMake& planking,
                        const GainsBefore& before) {
  if (planking.construction != Construction::Lapstrake || make.lapMm <= 0.0 || lining.strakeCount() == 0) return {};
  return GainMaker(lining, make, planking, before).make();
}

const Gain* gainAt(const std::vector<Gain>& gains, std::size_t strake, bool bow) {
  const auto found = std::find_if(gains.begin(), gains.end(),
                                  [&](const Gain& gain) { return gain.strake == strake && gain.bow == bow; });
  return found == gains.end() ? nullptr : &*found;
}

}  // namespace narrows
