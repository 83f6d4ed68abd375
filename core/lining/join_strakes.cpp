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

namespace {

/// Joins the strakes of a lining one after another, as its plan says.
class StrakeJoiner {
 public:
  StrakeJoiner(const LiningGround& ground, std::vector<PlankLine>& lines) : m_ground(ground), m_lines(lines) {
    const LiningPlan& plan = ground.plan;
    for (std::size_t k = 0; k < plan.strakes.size(); ++k)
      m_strakes.push_back({plan.strakes[k], k, k + 1, ground.whole(), lines[k].curve, lines[k + 1].curve, {}});
    m_merged.resize(m_strakes.size());
  }

  Result<std::vector<LinedStrake>> join() {
    for (const bool bow : {true, false}) {
      m_taken.assign(m_strakes.size(), false);
      for (const Stealer& stealer : m_ground.plan.stealers) {
        if (stealer.towardsBow != bow) continue;
        const auto t = placeOf(stealer);
        if (!t) return tl::make_unexpected(t.error());
        const std::size_t line = m_ground.plan.placeOf(stealer.line);
        m_taken[line - 1] = m_taken[line] = true;
        (bow ? m_lines[line].reach.fromT : m_lines[line].reach.toT) = *t;
        if (stealer.joining == Joining::TwoIntoOne) {
          intoOne(stealer, line, *t);
        } else if (auto let = intoHost(stealer, line, *t); !let) {
          return tl::make_unexpected(let.error());
        }
      }
    }
    return inOrder();
  }

 private:
  /// Where two strakes are joined; fails, in words, where they cannot be.
  Result<double> placeOf(const Stealer& stealer) const {
    const std::size_t line = m_ground.plan.placeOf(stealer.line);
    if (line == 0 || line >= m_strakes.size())
      return noJoint(Trade::say("two strakes meet at no line between two: choose another."));
    if (m_lines[line].isGuide)
      return noJoint(Trade::say("line %1 is a guide and runs the whole length: choose one beside it.", line));
    if (m_taken[line - 1] || m_taken[line])
      return noJoint(
          Trade::say("the strakes beside line %1 already become one with another towards that end: leave a whole "
                     "strake between.",
                     line));
    const GirthFrame& frame = m_ground.frame;
    const double t = placeOfJoint(frame, m_lines[line].curve, stealer.at.mm());
    if (t < leastFromEnd || t > frame.lastT() - leastFromEnd) {
      const double x = frame.point(std::clamp(t, leastFromEnd, frame.lastT() - leastFromEnd), 0.5).x();
      return noJoint(Trade::say("a joint at %1 lies beyond the ends of the planking: up to %2 will do.",
                                said(stealer.at.mm()), said(x)));
    }
    const SurfaceReach& reach = m_lines[line].reach;
    if (stealer.towardsBow ? t >= reach.toT : t <= reach.fromT)
      return noJoint(Trade::say("a strake would begin aft of where it ends."));
    return t;
  }

  static void end(LinedStrake& strake, bool bow, double t) { (bow ? strake.reach.fromT : strake.reach.toT) = t; }

  /// Both end there, and one as wide as both goes on.
  void intoOne(const Stealer& stealer, std::size_t line, double t) {
    const bool bow = stealer.towardsBow;
    const SurfaceReach reach = bow ? SurfaceReach{0.0, t} : SurfaceReach{t, m_ground.frame.lastT()};
    m_merged[line - 1].push_back(
        {stealer.into, line - 1, line + 1, reach, m_lines[line - 1].curve, m_lines[line + 1].curve, {}});
    end(m_strakes[line - 1], bow, t), end(m_strakes[line], bow, t);
  }

  /// One ends against its neighbour, whose edge steps aside for its nib and goes on as its own did.
  Result<void> intoHost(const Stealer& stealer, std::size_t line, double t) {
    if (m_ground.planking.construction == Construction::Lapstrake)
      return noJoint(Trade::say("a lapped strake has no edge to let a nib into: let two run into one."));
    if (stealer.nib.mm() < 0.0)
      return noJoint(Trade::say("a stealer of no width: give its nib a width, or none for a feather edge."));
    const bool bow = stealer.towardsBow, upper = stealer.joining == Joining::UpperIntoHost;
    LinedStrake &host = m_strakes[upper ? line - 1 : line], &ending = m_strakes[upper ? line : line - 1];
    end(ending, bow, t);
    const GirthFrame& frame = m_ground.frame;
    const double bay =
        (frame.point(std::min(t + 0.5, frame.lastT()), 0.5) - frame.point(std::max(t - 0.5, 0.0), 0.5)).norm();
    const double over = std::min(nibCutMm / std::max(bay, 1.0), 0.5 * leastFromEnd);
    const SurfaceCurve& beyond = m_lines[upper ? line + 1 : line - 1].curve;
    SurfaceCurve& edge = upper ? host.upperEdge : host.lowerEdge;
    // The step lies on the far side of the joint, so that the ending strake keeps its whole length.
    edge = bow ? SurfaceCurve::stepped(beyond, edge, t, over) : SurfaceCurve::stepped(edge, beyond, t + over, over);
    host.nibs.push_back(bow ? t - over : t);
    host.nibs.push_back(bow ? t : t + over);
    return {};
  }

  /// From the garboard up, what two become before the lower of them; its edges are the lines', wherever those of its
  /// neighbours step aside.
  Result<std::vector<LinedStrake>> inOrder() {
    std::vector<LinedStrake> joined;
    for (std::size_t k = 0; k < m_strakes.size(); ++k) {
      for (LinedStrake& merged : m_merged[k]) joined.push_back(std::move(merged));
      if (m_strakes[k].reach.toT - m_strakes[k].reach.fromT < leastFromEnd)
        return noJoint(Trade::say("strake %1 would have no length left between its joints.", k + 1));
      joined.push_back(std::move(m_strakes[k]));
    }
    return joined;
  }

  const LiningGround& m_ground;
  std::vector<PlankLine>& m_lines;
  std::vector<LinedStrake> m_strakes;              ///< one between each two lines
  std::vector<std::vector<LinedStrake>> m_merged;  ///< what two become, by the lower of them
  std::vector<bool> m_taken;                       ///< those that are joined already, towards the end in hand
};

}  // namespace

Result<std::vector<LinedStrake>> joinStrakes(const LiningGround& ground, std::vector<PlankLine>& lines) {
  return StrakeJoiner(ground, lines).join();
}

}  // namespace narrows
