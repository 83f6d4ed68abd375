#include "lining/guide_through.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "lining/lining_ground.h"
#include "lining/straight_run.h"

namespace narrows {

namespace {

/// A run is turned by secants until it passes the mark this near, in share, and never further off square than this.
constexpr double nearEnough = 1e-7;
constexpr int mostTurns = 12;
constexpr double mostHeading = 60.0 * std::numbers::pi / 180.0;

/// A straight run turned so that it crosses a section at a share; as near as it comes where it leaves the hull before.
Guide turned(const GirthFrame& frame, Guide guide, std::size_t at, std::size_t section, double share) {
  const auto off = [&](double heading) -> std::optional<double> {
    const StraightRun run =
        sagging(frame, straightRun(frame, {static_cast<double>(at), guide.share, heading}), guide.sag.mm());
    const auto crossing = run.crossing(static_cast<double>(section));
    return crossing ? std::optional(crossing->share - share) : std::nullopt;
  };
  double before = guide.heading, now = guide.heading + (section > at ? 0.01 : -0.01);
  auto offBefore = off(before), offNow = off(now);
  for (int i = 0; i < mostTurns && offBefore && offNow && std::abs(*offNow) > nearEnough; ++i) {
    const double change = *offNow - *offBefore;
    if (change == 0.0) break;
    const double next = std::clamp(now - *offNow * (now - before) / change, -mostHeading, mostHeading);
    before = now, offBefore = offNow;
    now = next, offNow = off(now);
  }
  if (offNow && std::abs(*offNow) < 1e-4) guide.heading = now;
  return guide;
}

}  // namespace

std::optional<Guide> guideThrough(const Lining& lining, const LiningPlan& plan,
                                  const std::vector<StationId>& sectionIds, const Guide& guide, std::size_t section,
                                  double share) {
  if (guide.kind == GuideKind::Batten || guide.kind == GuideKind::HungEdge) return std::nullopt;
  const std::size_t last = sectionIds.size() - 1;
  const std::size_t from = guide.from ? sectionOf(sectionIds, *guide.from).value_or(0) : 0;
  const std::size_t to = guide.to ? sectionOf(sectionIds, *guide.to).value_or(last) : last;
  Guide moved = guide;
  if (section < from || section > to) {
    if (section != 0 && section != last) return std::nullopt;
    (section == 0 ? moved.atBow : moved.atStern) = std::clamp(share, 0.01, 0.99);
    return moved;
  }
  const auto t = static_cast<double>(section);
  switch (guide.kind) {
    case GuideKind::Level:
      moved.height = millimetres(lining.frame.point(t, share).z());
      return moved;
    case GuideKind::Parallel: {
      const std::size_t of = plan.placeOf(guide.of);
      moved.away = millimetres((share - lining.lines[of].shares[section]) * lining.frame.girthMm(section));
      return moved;
    }
    case GuideKind::StraightRun: {
      const std::size_t at = sectionOf(sectionIds, guide.station).value_or(lining.master);
      moved.station = sectionIds[at];
      if (section != at) return turned(lining.frame, moved, at, section, share);
      // By as much as the mark is moved: let sag, the line lies below the run.
      moved.share =
          std::clamp(guide.share + share - lining.lines[plan.placeOf(guide.line)].shares[section], 0.01, 0.99);
      return moved;
    }
    case GuideKind::Batten:
    case GuideKind::HungEdge:
      break;
  }
  return std::nullopt;
}

}  // namespace narrows
