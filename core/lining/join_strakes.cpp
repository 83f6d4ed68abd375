// Strakes, where two become one, and where one is let into another.

#include <algorithm>
#include <cmath>

#include "curve/halving.h"
#include "lining/lining_ground.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// A nib is cut square: its edge steps aside within this length.
constexpr double nibCutMm = 6.0;
/// A joint stands at least this far from either end of the boat, in bays.
constexpr double leastFromEnd = 0.05;

tl::unexpected<Problems> noJoint(const Say& why) {
  return fail(Fault::WidthsDoNotFit, {}, {why});
}

}  // namespace

double placeOfJoint(const GirthFrame& frame, const SurfaceCurve& curve, double xMm) {
  const auto forward = [&](double t) { return curve.point(frame, t).x() <= xMm; };
  if (!forward(0.0)) return 0.0;
  if (forward(frame.lastT())) return frame.lastT();
  return whereCeases(0.0, frame.lastT(), forward);
}

Result<std::vector<LinedStrake>> joinStrakes(const LiningGround& ground, std::vector<PlankLine>& lines) {
  const LiningPlan& plan = ground.plan;
  std::vector<LinedStrake> strakes, joined;
  for (std::size_t k = 0; k < plan.strakes.size(); ++k)
    strakes.push_back({plan.strakes[k], k, k + 1, ground.whole(), lines[k].curve, lines[k + 1].curve, {}});
  std::vector<std::vector<LinedStrake>> before(strakes.size());  // what two become stands before the lower of them
  for (const bool bow : {true, false}) {
    std::vector<bool> taken(strakes.size(), false);
    for (const Stealer& stealer : plan.stealers) {
      if (stealer.towardsBow != bow) continue;
      const std::size_t line = plan.placeOf(stealer.line);
      if (line == 0 || line >= strakes.size())
        return noJoint(Trade::say("two strakes meet at no line between two: choose another."));
      if (lines[line].isGuide)
        return noJoint(Trade::say("line %1 is a guide and runs the whole length: choose one beside it.", line));
      if (taken[line - 1] || taken[line])
        return noJoint(
            Trade::say("the strakes beside line %1 already become one with another towards that end: leave a whole "
                       "strake between.",
                       line));
      const double t = placeOfJoint(ground.frame, lines[line].curve, stealer.at.mm());
      if (t < leastFromEnd || t > ground.frame.lastT() - leastFromEnd) {
        const double x = ground.frame.point(std::clamp(t, leastFromEnd, ground.frame.lastT() - leastFromEnd), 0.5).x();
        return noJoint(Trade::say("a joint at %1 lies beyond the ends of the planking: up to %2 will do.",
                                  said(stealer.at.mm()), said(x)));
      }
      LinedStrake &low = strakes[line - 1], &high = strakes[line];
      SurfaceReach& reach = lines[line].reach;
      const SurfaceReach merged = bow ? SurfaceReach{0.0, t} : SurfaceReach{t, ground.frame.lastT()};
      if (bow ? t >= reach.toT : t <= reach.fromT)
        return noJoint(Trade::say("a strake would begin aft of where it ends."));
      (bow ? reach.fromT : reach.toT) = t;
      const auto end = [&](LinedStrake& strake) { (bow ? strake.reach.fromT : strake.reach.toT) = t; };
      taken[line - 1] = taken[line] = true;
      if (stealer.joining == Joining::TwoIntoOne) {
        before[line - 1].push_back(
            {stealer.into, line - 1, line + 1, merged, lines[line - 1].curve, lines[line + 1].curve, {}});
        end(low), end(high);
        continue;
      }
      if (ground.planking.construction == Construction::Lapstrake)
        return noJoint(Trade::say("a lapped strake has no edge to let a nib into: let two run into one."));
      if (stealer.nib.mm() < 0.0)
        return noJoint(Trade::say("a stealer of no width: give its nib a width, or none for a feather edge."));
      const bool upper = stealer.joining == Joining::UpperIntoHost;
      LinedStrake &host = upper ? low : high, &ending = upper ? high : low;
      end(ending);
      const double bay = (ground.frame.point(std::min(t + 0.5, ground.frame.lastT()), 0.5) -
                          ground.frame.point(std::max(t - 0.5, 0.0), 0.5))
                             .norm();
      const double over = std::min(nibCutMm / std::max(bay, 1.0), 0.5 * leastFromEnd);
      const SurfaceCurve& beyond = lines[upper ? line + 1 : line - 1].curve;
      SurfaceCurve& edge = upper ? host.upperEdge : host.lowerEdge;
      // The step lies on the far side of the joint, so that the ending strake keeps its whole length.
      edge = bow ? SurfaceCurve::stepped(beyond, edge, t, over) : SurfaceCurve::stepped(edge, beyond, t + over, over);
      host.nibs.push_back(bow ? t - over : t);
      host.nibs.push_back(bow ? t : t + over);
    }
  }
  for (std::size_t k = 0; k < strakes.size(); ++k) {
    for (LinedStrake& merged : before[k]) {
      // Its neighbours' edges may step aside for a nib: its own are the lines'.
      joined.push_back(std::move(merged));
    }
    if (strakes[k].reach.toT - strakes[k].reach.fromT < leastFromEnd)
      return noJoint(Trade::say("strake %1 would have no length left between its joints.", k + 1));
    joined.push_back(std::move(strakes[k]));
  }
  return joined;
}

}  // namespace narrows
