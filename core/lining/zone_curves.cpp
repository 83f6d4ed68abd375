// How the lines of a zone run between its guides.

#include <algorithm>
#include <cmath>
#include <numeric>

#include "curve/halving.h"
#include "lining/end_run_out.h"
#include "lining/lining_ground.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// How strakes beside a joint come to their new widths: within this part of the boat's length, or by the end where no
/// more than so many times that is left.
constexpr double easedOutWithin = 0.3;
constexpr double leastRest = 1.4;
/// Nails to a bay by which strakes are held parallel.
constexpr std::size_t nailsInBay = 16;
/// A strake is given at least this by a rule before it is refused, mm.
constexpr double leastByRuleMm = leastStrakeWidthMm;

/// The lines of one zone.
class ZoneLines {
 public:
  ZoneLines(const LiningGround& ground, std::size_t zone, const SurfaceCurve& lower, const SurfaceCurve& upper,
            std::vector<double> parts)
      : m_ground(ground),
        m_zone(ground.plan.zones[zone]),
        m_first(ground.plan.span(zone).first),
        m_lower(lower),
        m_upper(upper),
        m_parts(std::move(parts)),
        m_count(m_parts.size() - 1) {
    for (std::size_t k = 1; k < m_count; ++k) m_curves.push_back(SurfaceCurve::between(lower, upper, m_parts[k]));
  }

  Result<std::vector<SurfaceCurve>> make() {
    Result<void> ruled;
    switch (m_zone.rule) {
      case LiningRule::Equal:
      case LiningRule::Diminishing:
        evenEnds();
        break;
      case LiningRule::Parallel:
        ruled = layParallel();
        break;
      case LiningRule::Abeam:
        ruled = layAbeam();
        break;
      case LiningRule::Free:
        break;
    }
    if (!ruled) return tl::make_unexpected(ruled.error());
    if (m_zone.rule == LiningRule::Abeam) fewerAtEnds();
    drawNibs();
    bendThroughMarks();
    return m_curves;
  }

 private:
  double lastT() const { return m_ground.frame.lastT(); }
  /// The row a line's battens are laid along.
  double along(std::size_t k) const {
    return static_cast<double>(m_first + k) / static_cast<double>(m_ground.plan.strakes.size());
  }
  SurfaceCurve& curve(std::size_t k) { return m_curves[k - 1]; }
  double zoneGirthMm(double t) const { return (m_upper.shareAt(t) - m_lower.shareAt(t)) * m_ground.girthMm(t); }

  const Stealer* stealerAt(std::size_t k, bool bow) const {
    for (const Stealer& stealer : m_ground.plan.stealers) {
      if (stealer.line == m_ground.plan.lines[m_first + k] && stealer.towardsBow == bow) return &stealer;
    }
    return nullptr;
  }
  double jointT(std::size_t k, bool bow) { return placeOfJoint(m_ground.frame, curve(k), stealerAt(k, bow)->at.mm()); }

  /// Parts of the zone below each line at an end, where two strakes may have become one; a line that is not there lies
  /// midway between those that are.
  std::vector<double> endParts(bool bow, double even) const {
    std::vector<double> widths;
    std::vector<std::size_t> standing{0};
    for (std::size_t k = 1; k <= m_count; ++k) {
      if (k < m_count && stealerAt(k, bow) != nullptr) continue;
      // One that two have become counts as one of their kind, not as both.
      const auto held = static_cast<double>(k - standing.back());
      widths.push_back((m_parts[k] - m_parts[standing.back()]) / held);
      standing.push_back(k);
    }
    const std::vector<Length>& chosen = (bow ? m_ground.plan.bow : m_ground.plan.stern).widths;
    if (chosen.size() == strakesAtEnd(m_ground.plan, bow)) {
      // Those of the strakes below this zone come first.
      std::size_t below = m_first;
      for (const Stealer& stealer : m_ground.plan.stealers)
        below -= stealer.towardsBow == bow && m_ground.plan.placeOf(stealer.line) < m_first ? 1 : 0;
      for (std::size_t i = 0; i < widths.size() && below + i < chosen.size(); ++i) widths[i] = chosen[below + i].mm();
    }
    const double sum = std::accumulate(widths.begin(), widths.end(), 0.0);
    std::vector<double> parts(m_count + 1, 0.0);
    for (std::size_t i = 0; i < widths.size(); ++i) {
      const double width = (1.0 - even) * widths[i] / sum + even / static_cast<double>(widths.size());
      const std::size_t from = standing[i], to = standing[i + 1];
      for (std::size_t k = from + 1; k <= to; ++k)
        parts[k] = parts[from] + width * static_cast<double>(k - from) / static_cast<double>(to - from);
    }
    parts[m_count] = 1.0;
    return parts;
  }

  /// The part of the stem's curve that a part of a straight stick between the zone's limits stands for.
  double onCurve(double part, double t, StemSpacing spacing) const {
    const GirthFrame& frame = m_ground.frame;
    const double low = m_lower.shareAt(t), high = m_upper.shareAt(t);
    const Vec3 from = frame.point(t, low), to = frame.point(t, high);
    const Vec3 stick = to - from;
    const auto below = [&](double of) {
      const Vec3 at = frame.point(t, low + of * (high - low)) - from;
      if (spacing == StemSpacing::StickLevel) return at.z() <= part * stick.z();
      return at.dot(stick) <= part * stick.squaredNorm();
    };
    return whereCeases(0.0, 1.0, below, 40);
  }

  void evenEnds() {
    for (const bool bow : {true, false}) evenEnd(bow);
  }

  /// Brings the lines to what is asked of an end.
  void evenEnd(bool bow) {
    if (joinsAt(bow)) drawTo(endParts(bow, (bow ? m_ground.plan.bow : m_ground.plan.stern).even), bow);
    EndRunOut out(m_ground, bow);
    if (!out.isAsked()) return;
    const double t = bow ? 0.0 : lastT();
    const double low = m_lower.shareAt(t), high = m_upper.shareAt(t);
    std::optional<std::vector<double>> parts;
    const EndPlan& end = out.plan();
    if (end.spacing != StemSpacing::AlongCurve || end.even > 0.0 || out.widthsAreChosen()) {
      parts = endParts(bow, end.even);
      if (out.isCurved() && end.spacing != StemSpacing::AlongCurve) {
        for (std::size_t k = 1; k < m_count; ++k) (*parts)[k] = onCurve((*parts)[k], t, end.spacing);
      }
    }
    for (std::size_t k = 1; k < m_count; ++k) {
      const std::optional<double> to = parts ? std::optional(low + (*parts)[k] * (high - low)) : std::nullopt;
      curve(k) = out.led(curve(k), along(k), to);
    }
  }

  bool joinsAt(bool bow) const {
    for (std::size_t k = 1; k < m_count; ++k) {
      if (stealerAt(k, bow) != nullptr) return true;
    }
    return false;
  }

  /// A rule that is no share of the girth has its ends drawn together only where two strakes become one.
  void fewerAtEnds() {
    for (const bool bow : {true, false}) {
      if (joinsAt(bow)) drawTo(endParts(bow, 1.0), bow);
    }
  }

  /// Strakes beside a joint have their new widths this part of the boat's length on from it, or at the end.
  double easedOutBy(double from, double end) const {
    const auto row = m_ground.frame.rowLength(0.5);
    const double length = row->at(lastT()), wanted = easedOutWithin * length;
    const double left = std::abs(row->at(end) - row->at(from));
    if (left <= leastRest * wanted) return end;
    const double at = row->at(from) + (end > from ? wanted : -wanted);
    return whereCeases(0.0, lastT(), [&](double t) { return row->at(t) <= at; });
  }

  /// Draws the lines aside, from the joint where two strakes become one, so that they come to these parts of the zone.
  void drawTo(const std::vector<double>& parts, bool bow) {
    const double t = bow ? 0.0 : lastT();
    double from = t;
    bool joined = false;
    for (std::size_t k = 1; k < m_count; ++k) {
      if (stealerAt(k, bow) == nullptr) continue;
      const double at = jointT(k, bow);
      from = !joined ? at : bow ? std::max(from, at) : std::min(from, at);
      joined = true;
    }
    if (std::abs(from - t) < 1e-9) return;
    const double to = easedOutBy(from, t);
    const double low = m_lower.shareAt(t), high = m_upper.shareAt(t);
    for (std::size_t k = 1; k < m_count; ++k) {
      const double by = low + parts[k] * (high - low) - curve(k).shareAt(t);
      if (std::abs(by) > 1e-12) curve(k) = curve(k).easedBy(m_ground.frame, along(k), from, to, by);
    }
  }

  /// One width along a guide over a length; beyond it the battens run out to even ends.
  Result<void> layParallel() {
    const double width = m_zone.width.mm();
    if (!(width > 0.0)) return fail(Fault::WidthNotPositive, {}, {said(width)});
    const SurfaceReach reach = m_ground.between(m_zone.from, m_zone.to);
    const std::vector<double> places = LiningGround::places(reach, nailsInBay);
    const auto strakes = static_cast<double>(m_count - 1);
    for (const double t : places) {
      const double room = zoneGirthMm(t);
      if (width * strakes + leastByRuleMm <= room) continue;
      return fail(Fault::WidthsDoNotFit, {},
                  {Trade::say("%1 strakes %2 wide leave nothing for the last at %3, where the zone is %4; up to %5 "
                              "goes there, or keep them parallel over a shorter length.",
                              m_count - 1, said(width), m_ground.sectionName(t), said(room),
                              saidAtMost(std::max(0.0, (room - leastByRuleMm) / strakes)))});
    }
    for (std::size_t k = 1; k < m_count; ++k) {
      const double off = width * static_cast<double>(m_zone.fromAbove ? m_count - k : k);
      std::vector<CurveNail> nails;
      if (reach.fromT > 0.0) nails.push_back({0.0, 0.0});
      for (const double t : places) {
        const double girth = std::max(m_ground.girthMm(t), 1.0);
        const double share = m_zone.fromAbove ? m_upper.shareAt(t) - off / girth : m_lower.shareAt(t) + off / girth;
        nails.push_back({t, share - curve(k).shareAt(t)});
      }
      if (reach.toT < lastT()) nails.push_back({lastT(), 0.0});
      curve(k) = curve(k).bentBy(m_ground.frame, along(k), std::move(nails));
    }
    if (reach.fromT > 0.0) evenEnd(true);
    if (reach.toT < lastT()) evenEnd(false);
    return {};
  }

  /// The height at which the seam of a line is seen from abeam: of a lap the outer corner of the plank above it, which
  /// reaches down past the line and stands two thicknesses out; of a carvel seam its outside.
  double seenHeightMm(double t, double share) const {
    const PlankingFigures& planking = m_ground.planking;
    const bool laps = planking.construction == Construction::Lapstrake;
    const double down = m_ground.lapMm(t) / std::max(m_ground.girthMm(t), 1.0);
    const double at = std::max(share - down, 0.0);
    return m_ground.frame.point(t, at).z() +
           planking.thicknessMm * (laps ? 2.0 : 1.0) * m_ground.frame.normal(t, at).z();
  }

  Result<void> layAbeam() {
    std::vector<std::vector<CurveNail>> nails(m_count - 1);
    for (std::size_t i = 0; i < m_ground.frame.sectionCount(); ++i) {
      const auto t = static_cast<double>(i);
      if (m_ground.girthMm(t) <= 0.0) continue;
      const double low = m_lower.shareAt(t), high = m_upper.shareAt(t);
      const double foot = low > 0.0 ? seenHeightMm(t, low) : m_ground.frame.point(t, 0.0).z();
      const double head = m_ground.frame.point(t, high).z() - m_zone.rail.mm();
      if (head <= foot) {
        return fail(
            Fault::WidthsDoNotFit, {},
            {Trade::say("a rub rail %1 deep hides all the strakes at %2, where %3 is seen from abeam; give less.",
                        said(m_zone.rail.mm()), m_ground.sectionName(t), said(head + m_zone.rail.mm() - foot))});
      }
      for (std::size_t k = 1; k < m_count; ++k) {
        const double wanted = foot + (head - foot) * static_cast<double>(k) / static_cast<double>(m_count);
        const double share = whereCeases(
            low, high, [&](double at) { return seenHeightMm(t, at) <= wanted; }, 40);
        nails[k - 1].push_back({t, share - curve(k).shareAt(t)});
      }
    }
    for (std::size_t k = 1; k < m_count; ++k)
      curve(k) = curve(k).bentBy(m_ground.frame, along(k), std::move(nails[k - 1]));
    return {};
  }

  /// Where a line ends in a nib, and the share of its edge there.
  struct Nib {
    double t = 0.0, share = 0.0;
    bool bow = true;
  };
  /// The nibs of the strakes that end at a line, as wide as the plan says from their other edge as it lies now.
  std::vector<Nib> nibsOf(std::size_t k) {
    std::vector<Nib> nibs;
    for (const bool bow : {true, false}) {
      const Stealer* stealer = stealerAt(k, bow);
      if (stealer == nullptr || stealer->joining == Joining::TwoIntoOne) continue;
      const double t = jointT(k, bow);
      const bool upper = stealer->joining == Joining::UpperIntoHost;
      const std::size_t other = upper ? k + 1 : k - 1;
      const double edge = other == 0         ? m_lower.shareAt(t)
                          : other == m_count ? m_upper.shareAt(t)
                                             : curve(other).shareAt(t);
      const double nib = stealer->nib.mm() / std::max(m_ground.girthMm(t), 1.0);
      nibs.push_back({t, upper ? edge - nib : edge + nib, bow});
    }
    return nibs;
  }

  /// A strake that ends against a host tapers from the far end to its nib.
  void drawNibs() {
    for (std::size_t k = 1; k < m_count; ++k) {
      for (const Nib& nib : nibsOf(k))
        curve(k) = curve(k).easedBy(m_ground.frame, along(k), nib.bow ? lastT() : 0.0, nib.t,
                                    nib.share - curve(k).shareAt(nib.t));
    }
  }

  /// Lines go through the marks that were moved, and nibs stay as wide as they are: those are drawn last, from edges
  /// that have been moved.
  void bendThroughMarks() {
    for (const bool toNibs : {false, true}) {
      for (std::size_t k = 1; k < m_count; ++k) {
        const std::vector<Nib> nibs = nibsOf(k);
        if (nibs.empty() == toNibs) continue;
        bendThroughMarks(k, nibs);
      }
    }
  }
  void bendThroughMarks(std::size_t k, const std::vector<Nib>& nibs) {
    constexpr double samePlace = 1e-6, sameShareAs = 1e-9;
    const bool held = m_zone.rule != LiningRule::Free;
    std::vector<CurveNail> nails;
    bool moves = false;
    const auto isGone = [&](double t) {
      return std::any_of(nibs.begin(), nibs.end(),
                         [&](const Nib& nib) { return nib.bow ? t < nib.t + samePlace : t > nib.t - samePlace; });
    };
    for (const CurveNail& mark : m_ground.marksOf(m_ground.plan.lines[m_first + k])) {
      if (isGone(mark.t)) continue;  // beyond a nib there is no line
      nails.push_back({mark.t, mark.share - curve(k).shareAt(mark.t)});
      moves = true;
    }
    for (const Nib& nib : nibs) {
      const double by = nib.share - curve(k).shareAt(nib.t);
      moves = moves || std::abs(by) > sameShareAs;
      nails.push_back({nib.t, by});
    }
    if (!moves) return;
    std::sort(nails.begin(), nails.end(), [](const CurveNail& a, const CurveNail& b) { return a.t < b.t; });
    if (held && nails.front().t > 0.0) nails.insert(nails.begin(), {0.0, 0.0});
    if (held && nails.back().t < lastT()) nails.push_back({lastT(), 0.0});
    curve(k) = curve(k).bentBy(m_ground.frame, along(k), std::move(nails));
  }

  const LiningGround& m_ground;
  const Zone& m_zone;
  std::size_t m_first;
  const SurfaceCurve &m_lower, &m_upper;
  std::vector<double> m_parts;
  std::size_t m_count;
  std::vector<SurfaceCurve> m_curves;
};

}  // namespace

Result<std::vector<SurfaceCurve>> zoneCurves(const LiningGround& ground, std::size_t zone, const SurfaceCurve& lower,
                                             const SurfaceCurve& upper) {
  auto parts = ruleShares(ground.plan, zone);
  if (!parts) return tl::make_unexpected(parts.error());
  return ZoneLines(ground, zone, lower, upper, std::move(*parts)).make();
}

}  // namespace narrows
