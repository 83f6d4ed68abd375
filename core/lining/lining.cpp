#include "lining/lining.h"

#include <algorithm>
#include <cmath>

#include "curve/halving.h"
#include "lining/lining_ground.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Places to a bay at which lines are looked at for crossing.
constexpr std::size_t looksForCrossing = 4;

std::string lineWords(const LiningPlan& plan, std::size_t line) {
  if (line == 0) return Trade::say("the base line");
  if (line + 1 == plan.lines.size()) return Trade::say("the sheer");
  const Guide* guide = plan.guideOf(plan.lines[line]);
  return guide != nullptr && !guide->name.empty() ? guide->name : Trade::say("line %1", line);
}

/// How narrow a strake may be at a place: towards an end that is let into a host it may come to nothing.
double leastWidthMm(const LiningPlan& plan, const LinedStrake& strake, double t) {
  for (const Stealer& stealer : plan.stealers) {
    if (stealer.joining == Joining::TwoIntoOne) continue;
    const std::size_t line = plan.placeOf(stealer.line);
    const bool ends = stealer.joining == Joining::UpperIntoHost ? strake.lower == line : strake.upper == line;
    const double away = stealer.towardsBow ? t - strake.reach.fromT : strake.reach.toT - t;
    if (ends && away < 1.0) return -1e-6;
  }
  return leastStrakeWidthMm;
}

Result<void> checkOrder(const LiningGround& ground, const Lining& lining) {
  for (std::size_t k = 0; k < lining.strakes.size(); ++k) {
    const LinedStrake& strake = lining.strakes[k];
    for (const double t : LiningGround::places(strake.reach, looksForCrossing)) {
      const double girth = ground.girthMm(t);
      if (girth <= 0.0) continue;
      const double width = (strake.upperEdge.shareAt(t) - strake.lowerEdge.shareAt(t)) * girth;
      const bool atSection = std::abs(t - std::round(t)) < 1e-9;
      const double least = leastWidthMm(ground.plan, strake, t);
      if (width >= (atSection ? least - 1e-9 : std::min(0.5 * least, least))) continue;
      return fail(Fault::WidthsDoNotFit, {},
                  {atSection ? Trade::say("%1 and %2 meet at %3, where %4 is left between them and %5 is "
                                          "the least; move the mark less, or let the other line go.",
                                          lineWords(ground.plan, strake.lower), lineWords(ground.plan, strake.upper),
                                          ground.sectionName(t), said(std::max(width, 0.0)), saidAtLeast(least))
                             : Trade::say("%1 and %2 meet near %3, where %4 is left between them and %5 is "
                                          "the least; move the mark less, or let the other line go.",
                                          lineWords(ground.plan, strake.lower), lineWords(ground.plan, strake.upper),
                                          ground.sectionName(t), said(std::max(width, 0.0)), saidAtLeast(least))});
    }
  }
  return {};
}

Result<void> checkPlan(const LiningPlan& plan) {
  const std::size_t count = plan.strakes.size();
  if (count < static_cast<std::size_t>(fewestStrakes) || count > static_cast<std::size_t>(mostStrakes))
    return fail(Fault::StrakeCount, {}, {std::to_string(count)});
  require(plan.lines.size() == count + 1, "a plan has one line more than strakes");
  require(plan.zones.size() == plan.guides.size() + 1, "a plan has one zone more than guides");
  std::size_t below = 0;
  for (const Guide& guide : plan.guides) {
    const std::size_t at = plan.placeOf(guide.line);
    require(at > below && at < count, "guides stand for lines of the plan, lowest first");
    below = at;
  }
  return {};
}

PlankLine plankLine(const LiningGround& ground, std::size_t place, SurfaceCurve curve) {
  PlankLine line;
  line.id = ground.plan.lines[place];
  line.isGuide = ground.plan.guideOf(line.id) != nullptr;
  line.reach = ground.whole();
  line.moved.assign(ground.frame.sectionCount(), false);
  for (std::size_t i = 0; i < ground.frame.sectionCount(); ++i)
    line.shares.push_back(curve.shareAt(static_cast<double>(i)));
  for (const MovedMark& mark : ground.plan.moved) {
    const auto section = ground.sectionOf(mark.station);
    if (mark.line == line.id && section && place > 0 && place + 1 < ground.plan.lines.size())
      line.moved[*section] = true;
  }
  line.curve = std::move(curve);
  return line;
}

/// Curves of base line, guides and sheer, by their place among the lines. A guide may be parallel to one that stands
/// above it: they are gone through until no more can be made.
Result<std::map<std::size_t, SurfaceCurve>> guideCurves(const LiningGround& ground) {
  const LiningPlan& plan = ground.plan;
  std::map<std::size_t, SurfaceCurve> curves{{0, SurfaceCurve::constant(0.0, ground.whole())},
                                             {plan.lines.size() - 1, SurfaceCurve::constant(1.0, ground.whole())}};
  for (std::size_t round = 0; round <= plan.guides.size() && curves.size() < plan.guides.size() + 2; ++round) {
    for (const Guide& guide : plan.guides) {
      if (curves.contains(plan.placeOf(guide.line))) continue;
      if (guide.kind == GuideKind::Parallel && !curves.contains(plan.placeOf(guide.of))) continue;
      auto curve = guideCurve(ground, guide, curves);
      if (!curve) return tl::make_unexpected(curve.error());
      curves[plan.placeOf(guide.line)] = std::move(*curve);
    }
  }
  for (const Guide& guide : plan.guides) {
    if (curves.contains(plan.placeOf(guide.line))) continue;
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("%1 is parallel to a line that is no guide; choose the base line, the sheer or a guide "
                            "that is not parallel to it.",
                            guide.name)});
  }
  return curves;
}

}  // namespace

std::optional<std::size_t> sectionOf(const std::vector<StationId>& ids, StationId id) {
  const auto found = std::find(ids.begin(), ids.end(), id);
  if (found == ids.end()) return std::nullopt;
  return static_cast<std::size_t>(found - ids.begin());
}

const std::string& LiningGround::sectionName(double t) const {
  const auto section = static_cast<std::size_t>(std::clamp(std::lround(t), 0L, std::lround(frame.lastT())));
  return frame.hull().sections[section].name;
}

SurfaceReach LiningGround::between(const std::optional<StationId>& from, const std::optional<StationId>& to) const {
  SurfaceReach reach = whole();
  if (from) reach.fromT = static_cast<double>(sectionOf(*from).value_or(0));
  if (to) reach.toT = static_cast<double>(sectionOf(*to).value_or(frame.sectionCount() - 1));
  return reach.fromT < reach.toT ? reach : whole();
}

std::vector<double> LiningGround::places(SurfaceReach reach, std::size_t aBay) {
  std::vector<double> all{reach.fromT};
  const auto step = static_cast<double>(aBay);
  for (double k = std::floor(reach.fromT * step) + 1.0; k / step < reach.toT - 1e-9; k += 1.0) {
    if (k / step > reach.fromT + 1e-9) all.push_back(k / step);
  }
  if (reach.toT > reach.fromT) all.push_back(reach.toT);
  return all;
}

std::vector<CurveNail> LiningGround::marksOf(LineId line) const {
  std::map<std::size_t, double> marks;
  for (const MovedMark& mark : plan.moved) {
    const auto section = sectionOf(mark.station);
    if (mark.line == line && section) marks[*section] = mark.shareOf(frame.girthMm(*section));
  }
  std::vector<CurveNail> nails;
  for (const auto& [section, share] : marks) nails.push_back({static_cast<double>(section), share});
  return nails;
}

double LiningGround::lapMm(double t) const {
  return planking.construction == Construction::Lapstrake ? lapBetween(laps, planking.lapMm, t) : 0.0;
}

Band Lining::band(std::size_t strake, SurfaceReach reach) const {
  const LinedStrake& of = strakes[strake];
  const SurfaceReach within{std::max(reach.fromT, of.reach.fromT), std::min(reach.toT, of.reach.toT)};
  return {frame, of.lowerEdge, of.upperEdge, within.fromT < within.toT ? within : of.reach, of.nibs};
}

namespace {

/// Shares nearer together than this are of one line.
constexpr double sameShare = 1e-7;

}  // namespace

std::optional<std::size_t> Lining::strakeBelow(std::size_t strake, double t) const {
  return strakeBeside(strake, t, {&LinedStrake::lower, &LinedStrake::lowerEdge},
                      {&LinedStrake::upper, &LinedStrake::upperEdge});
}

std::optional<std::size_t> Lining::strakeAbove(std::size_t strake, double t) const {
  return strakeBeside(strake, t, {&LinedStrake::upper, &LinedStrake::upperEdge},
                      {&LinedStrake::lower, &LinedStrake::lowerEdge});
}

std::optional<std::size_t> Lining::strakeBeside(std::size_t strake, double t, const StrakeSide& own,
                                                const StrakeSide& other) const {
  // By its own line, where the strake beyond reaches so far; else by where the edges lie.
  for (std::size_t k = 0; k < strakeCount(); ++k) {
    if (strakes[k].*other.line == strakes[strake].*own.line && strakes[k].reach.holds(t)) return k;
  }
  const double edge = (strakes[strake].*own.edge).shareAt(t);
  for (std::size_t k = 0; k < strakeCount(); ++k) {
    if (k != strake && strakes[k].reach.holds(t) && std::abs((strakes[k].*other.edge).shareAt(t) - edge) < sameShare)
      return k;
  }
  return std::nullopt;
}

double Lining::widthMm(std::size_t strake, std::size_t section) const {
  const LinedStrake& of = strakes[strake];
  const auto t = static_cast<double>(section);
  // The lines' own shares, so that widths add up to the girth to the last bit, but where an edge steps aside.
  const double low = of.nibs.empty() ? lines[of.lower].shares[section] : of.lowerEdge.shareAt(t);
  const double high = of.nibs.empty() ? lines[of.upper].shares[section] : of.upperEdge.shareAt(t);
  return (high - low) * frame.girthMm(section);
}

std::vector<double> Lining::widthsAlongEndMm(bool bow) const {
  const std::size_t end = bow ? 0 : frame.sectionCount() - 1;
  std::vector<double> widths;
  for (std::size_t k = 0; k < strakeCount(); ++k) {
    if (covers(k, end)) widths.push_back(widthMm(k, end));
  }
  return widths;
}

std::vector<Length> Lining::chosenWidths(std::pair<std::size_t, std::size_t> span) const {
  std::vector<Length> widths;
  const double girth = frame.girthMm(master);
  for (std::size_t k = span.first; k < span.second; ++k)
    widths.push_back(millimetres((lines[k + 1].shares[master] - lines[k].shares[master]) * girth));
  return widths;
}

double Lining::endWidthMm(std::size_t strake, bool bow) const {
  const LinedStrake& of = strakes[strake];
  constexpr double along = 0.05;
  const double t = bow ? of.reach.fromT : of.reach.toT;
  const double in = std::clamp(t + (bow ? along : -along), of.reach.fromT, of.reach.toT);
  const auto point = [&](const SurfaceCurve& edge, double place) { return edge.point(frame, place); };
  const Vec3 low = point(of.lowerEdge, t), high = point(of.upperEdge, t);
  const Vec3 ahead = (point(of.lowerEdge, in) - low).normalized() + (point(of.upperEdge, in) - high).normalized();
  if (ahead.norm() < 1e-9) return (high - low).norm();
  return ahead.normalized().cross(high - low).norm();
}

Result<std::vector<double>> ruleShares(const LiningPlan& plan, std::size_t zone) {
  const auto [first, last] = plan.span(zone);
  const std::size_t count = last - first;
  const Zone& of = plan.zones[zone];
  std::vector<double> shares(count + 1);
  for (std::size_t k = 0; k <= count; ++k) shares[k] = static_cast<double>(k) / static_cast<double>(count);
  if (of.rule != LiningRule::Diminishing) return shares;
  if (of.widths.size() != count) {
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("%1 widths for %2 strakes: give one each.", of.widths.size(), count)});
  }
  double sum = 0.0;
  for (const Length width : of.widths) {
    if (!(width.mm() > 0.0)) return fail(Fault::WidthNotPositive, {}, {said(width.mm())});
    sum += width.mm();
  }
  double filled = 0.0;
  for (std::size_t k = 0; k < count; ++k) {
    filled += of.widths[k].mm();
    shares[k + 1] = filled / sum;
  }
  shares[count] = 1.0;
  return shares;
}

Result<Lining> lineOff(const GirthFrame& frame, const LiningPlan& plan, const std::vector<StationId>& sectionIds,
                       const PlankingFigures& planking) {
  if (const auto sense = checkPlan(plan); !sense) return tl::make_unexpected(sense.error());
  LiningGround ground{frame, plan, sectionIds, planking, lapsOf(plan, sectionIds), frame.greatestSection()};
  if (plan.master) ground.master = ground.sectionOf(*plan.master).value_or(ground.master);
  auto curves = guideCurves(ground);
  if (!curves) return tl::make_unexpected(curves.error());
  for (std::size_t zone = 0; zone < plan.zones.size(); ++zone) {
    const auto [first, last] = plan.span(zone);
    auto within = zoneCurves(ground, zone, (*curves)[first], (*curves)[last]);
    if (!within) return tl::make_unexpected(within.error());
    for (std::size_t k = 0; k < within->size(); ++k) (*curves)[first + 1 + k] = std::move((*within)[k]);
  }
  Lining lining;
  lining.plan = plan.id;
  lining.frame = frame;
  lining.master = ground.master;
  for (auto& [place, curve] : *curves) lining.lines.push_back(plankLine(ground, place, std::move(curve)));
  auto strakes = joinStrakes(ground, lining.lines);
  if (!strakes) return tl::make_unexpected(strakes.error());
  lining.strakes = std::move(*strakes);
  if (const auto order = checkOrder(ground, lining); !order) return tl::make_unexpected(order.error());
  return lining;
}

std::optional<PartMark> curveOnPart(const GirthFrame& frame, const SurfaceCurve& curve, const Section& part) {
  const bool atBow = *part.xMm < frame.sectionPoint(1, 0.0).x();
  // The line's own distance runs evenly aft within the end bay: halve the interval that holds the plane.
  const double low = std::max(atBow ? 0.0 : frame.lastT() - 1.0, curve.reach().fromT);
  const double high = std::min(atBow ? 1.0 : frame.lastT(), curve.reach().toT);
  const auto isForward = [&](double t) { return curve.point(frame, t).x() <= *part.xMm; };
  if (low >= high || !isForward(low) || isForward(high)) return std::nullopt;
  const double t = whereCeases(low, high, isForward);
  const Batten& section = part.parts.back();
  const double best = section.nearestAlong(curve.point(frame, t));
  return PartMark{section.pointAt(best), best, t};
}

}  // namespace narrows
