// Where a guide runs.

#include <algorithm>
#include <cmath>

#include "lining/end_run_out.h"
#include "lining/lining_ground.h"
#include "lining/straight_run.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Nails to a bay by which a guide is held to its course: where a batten takes over from it, the course and the batten
/// part within one of them (0.1 mm).
constexpr std::size_t nailsABay = 16;

/// A guide that is true over part of its length: through `places` there, and run on as a batten to the ends.
SurfaceCurve runOn(const LiningGround& ground, const Guide& guide, std::vector<CurveNail> places) {
  double mean = 0.0;
  for (const CurveNail& place : places) mean += place.share / static_cast<double>(places.size());
  if (guide.atBow && places.front().t > 0.0) places.insert(places.begin(), {0.0, *guide.atBow});
  if (guide.atStern && places.back().t < ground.frame.lastT()) places.push_back({ground.frame.lastT(), *guide.atStern});
  return SurfaceCurve::sprung(ground.frame, mean, std::move(places), ground.whole());
}

Result<SurfaceCurve> straightGuide(const LiningGround& ground, const Guide& guide) {
  const auto section = ground.sectionOf(guide.station);
  const RunFrom from{static_cast<double>(section.value_or(ground.master)), guide.share, guide.heading};
  const StraightRun run = sagging(ground.frame, straightRun(ground.frame, from), guide.sag.mm());
  const SurfaceReach reach = ground.between(guide.from, guide.to);
  const SurfaceReach lies = run.reach();
  constexpr double enough = 1e-6;
  const auto edge = [](RunEnd end) {
    return end == RunEnd::Sheer ? Trade::say("the sheer") : Trade::say("the base line");
  };
  if (lies.fromT > reach.fromT + enough || lies.toT < reach.toT - enough) {
    const bool fore = lies.fromT > reach.fromT + enough;
    const double t = fore ? std::ceil(lies.fromT) : std::floor(lies.toT);
    return fail(Fault::WidthsDoNotFit, {},
                {fore ? Trade::say("%1 meets %2 near %3; turn it the other way, or keep it straight only from %4.",
                                   guide.name, edge(fore ? run.fore : run.aft),
                                   ground.sectionName(fore ? lies.fromT : lies.toT), ground.sectionName(t))
                      : Trade::say("%1 meets %2 near %3; turn it the other way, or keep it straight only to %4.",
                                   guide.name, edge(fore ? run.fore : run.aft),
                                   ground.sectionName(fore ? lies.fromT : lies.toT), ground.sectionName(t))});
  }
  std::vector<CurveNail> places;
  for (const double t : LiningGround::places(reach, nailsABay)) places.push_back({t, run.crossing(t)->share});
  return runOn(ground, guide, std::move(places));
}

Result<SurfaceCurve> levelGuide(const LiningGround& ground, const Guide& guide) {
  std::vector<CurveNail> places;
  for (const double t : LiningGround::places(ground.between(guide.from, guide.to), nailsABay)) {
    const auto share = ground.frame.shareAtHeight(t, guide.height.mm());
    if (!share) {
      const double low = ground.frame.point(t, 0.0).z(), high = ground.frame.point(t, 1.0).z();
      return fail(
          Fault::WidthsDoNotFit, {},
          {Trade::say("%1 at %2 leaves the hull near %3, which stands from %4 to %5; choose a height between, or keep "
                      "it level over a shorter length.",
                      guide.name, said(guide.height.mm()), ground.sectionName(t), saidAtLeast(low), saidAtMost(high))});
    }
    places.push_back({t, *share});
  }
  return runOn(ground, guide, std::move(places));
}

Result<SurfaceCurve> parallelGuide(const LiningGround& ground, const Guide& guide, const SurfaceCurve& of) {
  std::vector<CurveNail> places;
  for (const double t : LiningGround::places(ground.between(guide.from, guide.to), nailsABay)) {
    const double girth = ground.girthMm(t);
    const double share = of.shareAt(t) + guide.away.mm() / std::max(girth, 1.0);
    if (!(share > 0.0 && share < 1.0)) {
      const double most = guide.away.mm() < 0.0 ? of.shareAt(t) * girth : (1.0 - of.shareAt(t)) * girth;
      return fail(Fault::WidthsDoNotFit, {},
                  {Trade::say("%1 leaves the hull near %2, where there is only %3 to that side; give less, or keep it "
                              "parallel over a shorter length.",
                              guide.name, ground.sectionName(t), saidAtMost(most))});
    }
    places.push_back({t, share});
  }
  return runOn(ground, guide, std::move(places));
}

/// Whether a guide has a course of its own over an end bay: it is true there, or nailed there.
bool holdsEnd(const LiningGround& ground, const Guide& guide, bool bow) {
  if (guide.kind != GuideKind::Batten && guide.kind != GuideKind::HungEdge && !(bow ? guide.from : guide.to))
    return true;
  const double end = bow ? 0.0 : ground.frame.lastT();
  const std::vector<CurveNail> marks = ground.marksOf(guide.line);
  return std::any_of(marks.begin(), marks.end(), [end](const CurveNail& mark) { return mark.t == end; });
}

/// A guide comes to the ends as what is asked of them has it, where it has no course of its own there.
SurfaceCurve toEnds(const LiningGround& ground, const Guide& guide, SurfaceCurve curve) {
  const std::size_t place = ground.plan.placeOf(guide.line);
  for (const bool bow : {true, false}) {
    const EndRunOut out(ground, bow);
    if (!out.isAsked() || holdsEnd(ground, guide, bow)) continue;
    std::optional<double> to;
    if (out.widthsAreChosen()) {
      const std::vector<Length>& widths = out.plan().widths;
      std::size_t below = place;
      for (const Stealer& stealer : ground.plan.stealers)
        below -= stealer.towardsBow == bow && ground.plan.placeOf(stealer.line) < place ? 1 : 0;
      double filled = 0.0, whole = 0.0;
      for (std::size_t k = 0; k < widths.size(); ++k) {
        whole += widths[k].mm();
        if (k < below) filled += widths[k].mm();
      }
      to = filled / whole;
    } else if (!out.plan().runOut) {
      continue;
    }
    curve = out.led(curve, guide.share, to);
  }
  return curve;
}

}  // namespace

Result<SurfaceCurve> guideCurve(const LiningGround& ground, const Guide& guide,
                                const std::map<std::size_t, SurfaceCurve>& curves) {
  const std::vector<CurveNail> marks = ground.marksOf(guide.line);
  switch (guide.kind) {
    case GuideKind::Batten:
    case GuideKind::HungEdge:
      if (marks.size() >= 2)
        return toEnds(ground, guide, SurfaceCurve::sprung(ground.frame, guide.share, marks, ground.whole()));
      if (!marks.empty()) return toEnds(ground, guide, SurfaceCurve::constant(marks.front().share, ground.whole()));
      return toEnds(ground, guide, SurfaceCurve::constant(guide.share, ground.whole()));
    case GuideKind::StraightRun:
    case GuideKind::Level:
    case GuideKind::Parallel:
      break;
  }
  auto curve = guide.kind == GuideKind::StraightRun ? straightGuide(ground, guide)
               : guide.kind == GuideKind::Level
                   ? levelGuide(ground, guide)
                   : parallelGuide(ground, guide, curves.at(ground.plan.placeOf(guide.of)));
  if (!curve) return curve;
  *curve = toEnds(ground, guide, std::move(*curve));
  if (marks.empty()) return curve;
  std::vector<CurveNail> nails;
  if (marks.front().t > 0.0) nails.push_back({0.0, 0.0});
  for (const CurveNail& mark : marks) nails.push_back({mark.t, mark.share - curve->shareAt(mark.t)});
  if (marks.back().t < ground.frame.lastT()) nails.push_back({ground.frame.lastT(), 0.0});
  return curve->bentBy(ground.frame, curve->shareAt(static_cast<double>(ground.master)), std::move(nails));
}

}  // namespace narrows
