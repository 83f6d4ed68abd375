#include "lining/lining.h"

#include <algorithm>
#include <cmath>

#include "curve/halving.h"

namespace narrows {

namespace {

/// The line of one rule's share with the marks moved by hand: the batten is sprung from the line's ends through the
/// moved marks, and every mark that was not moved lies where the batten puts it.
PlankLine springLine(const GirthFrame& frame, LineId id, double share, const std::map<std::size_t, double>& moved) {
  PlankLine line;
  line.id = id;
  const std::size_t n = frame.sectionCount();
  const SurfaceReach whole{0.0, frame.lastT()};
  line.shares.assign(n, share);
  line.moved.assign(n, false);
  line.curve = SurfaceCurve::constant(share, whole);
  if (moved.empty()) return line;
  std::vector<CurveNail> nails;
  for (std::size_t i = 0; i < n; ++i) {
    const auto mark = moved.find(i);
    if (mark == moved.end() && i != 0 && i + 1 != n) continue;
    nails.push_back({static_cast<double>(i), mark == moved.end() ? share : mark->second});
    line.moved[i] = mark != moved.end();
  }
  line.curve = SurfaceCurve::sprung(frame, share, nails, whole);
  for (std::size_t i = 0; i < n; ++i) line.shares[i] = line.curve.shareAt(static_cast<double>(i));
  return line;
}

Result<void> checkOrder(const Lining& lining) {
  for (std::size_t k = 1; k < lining.lines.size(); ++k) {
    for (std::size_t i = 0; i < lining.frame.sectionCount(); ++i) {
      if (lining.frame.girthMm(i) <= 0.0) continue;
      if (lining.widthMm(k - 1, i) >= leastStrakeWidthMm) continue;
      return fail(Fault::WidthsDoNotFit, {},
                  {"lines " + std::to_string(k - 1) + " and " + std::to_string(k) + " meet at " +
                   lining.frame.hull().sections[i].name + "; move the mark less, or let the other line go."});
    }
  }
  return {};
}

}  // namespace

Band Lining::band(std::size_t strake, SurfaceReach reach) const {
  return {frame, lines[strakes[strake].lower].curve, lines[strakes[strake].upper].curve, reach};
}

double Lining::widthMm(std::size_t strake, std::size_t section) const {
  const LinedStrake& of = strakes[strake];
  return (lines[of.upper].shares[section] - lines[of.lower].shares[section]) * frame.girthMm(section);
}

Result<std::vector<double>> ruleShares(const LiningPlan& plan) {
  const std::size_t count = plan.strakes.size();
  if (count < static_cast<std::size_t>(fewestStrakes) || count > static_cast<std::size_t>(mostStrakes)) {
    return fail(Fault::StrakeCount, {}, {std::to_string(count)});
  }
  std::vector<double> shares(count + 1);
  if (plan.rule == LiningRule::Equal) {
    for (std::size_t k = 0; k <= count; ++k) shares[k] = static_cast<double>(k) / static_cast<double>(count);
    return shares;
  }
  if (plan.widths.size() != count) {
    return fail(
        Fault::WidthsDoNotFit, {},
        {std::to_string(plan.widths.size()) + " widths for " + std::to_string(count) + " strakes: give one each."});
  }
  double sum = 0.0;
  for (const Length width : plan.widths) {
    if (!(width.mm() > 0.0)) return fail(Fault::WidthNotPositive, {}, {showDecimal(width.mm(), 2) + " mm"});
    sum += width.mm();
  }
  double filled = 0.0;
  for (std::size_t k = 0; k < count; ++k) {
    filled += plan.widths[k].mm();
    shares[k + 1] = filled / sum;
  }
  shares[count] = 1.0;
  return shares;
}

Result<Lining> lineOff(const GirthFrame& frame, const LiningPlan& plan, const std::vector<StationId>& sectionIds) {
  const auto shares = ruleShares(plan);
  if (!shares) return tl::make_unexpected(shares.error());
  require(plan.lines.size() == shares->size(), "a plan has one line more than strakes");
  Lining lining;
  lining.frame = frame;
  for (std::size_t k = 0; k < plan.strakes.size(); ++k)
    lining.strakes.push_back({plan.strakes[k], k, k + 1, {0.0, frame.lastT()}});
  lining.master = frame.greatestSection();
  const auto sectionOf = [&sectionIds](StationId id) -> std::optional<std::size_t> {
    const auto found = std::find(sectionIds.begin(), sectionIds.end(), id);
    if (found == sectionIds.end()) return std::nullopt;
    return static_cast<std::size_t>(found - sectionIds.begin());
  };
  if (plan.master) lining.master = sectionOf(*plan.master).value_or(lining.master);
  for (std::size_t k = 0; k < shares->size(); ++k) {
    std::map<std::size_t, double> moved;
    for (const MovedMark& mark : plan.moved) {
      const auto section = sectionOf(mark.station);
      if (mark.line != plan.lines[k] || !section || k == 0 || k + 1 >= shares->size()) continue;
      moved[*section] = mark.shareOf(frame.girthMm(*section));
    }
    lining.lines.push_back(springLine(frame, plan.lines[k], (*shares)[k], moved));
  }
  if (const auto order = checkOrder(lining); !order) return tl::make_unexpected(order.error());
  return lining;
}

std::optional<PartMark> markOnPart(const Lining& lining, std::size_t line, const Section& part) {
  const bool atBow = *part.xMm < lining.frame.sectionPoint(1, 0.0).x();
  // The line's own distance runs evenly aft within the end bay: halve the interval that holds the plane.
  const double low = atBow ? 0.0 : lining.frame.lastT() - 1.0, high = low + 1.0;
  const auto isForward = [&](double t) { return lining.point(line, t).x() <= *part.xMm; };
  if (!isForward(low) || isForward(high)) return std::nullopt;
  const Vec3 at = lining.point(line, whereCeases(low, high, isForward));
  const Batten& curve = part.parts.back();
  const double best = curve.nearestAlong(at);
  return PartMark{curve.pointAt(best), best};
}

}  // namespace narrows
