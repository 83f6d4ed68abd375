#include "backbone/transom.h"

#include <algorithm>
#include <cmath>

#include "lines/offset_patch.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr int edgeRows = 64;
constexpr int mostTransomSteps = 60;
constexpr double transomSettledMm = 1e-7;
/// Rows are carried this far past their ends, in bays, to meet a face that lies abaft the table's.
constexpr double mostBeyond = 0.5;
constexpr int crownPoints = 24;

/// The plane or cylinder of the face the table gives.
class TransomSurface {
 public:
  TransomSurface(const Profile& profile, double radiusMm) : m_radius(radiusMm) {
    const ProfilePoint &low = profile.points.front(), &high = profile.points.back();
    m_foot = {low.distance.mm(), 0.0, low.height.mm()};
    m_up = (Vec3(high.distance.mm(), 0.0, high.height.mm()) - m_foot).normalized();
    m_aft = {m_up.z(), 0.0, -m_up.x()};
  }
  /// How far a point lies abaft it, square to it.
  double abaft(const Vec3& at) const {
    const double n = (at - m_foot).dot(m_aft);
    return m_radius > 0.0 ? std::hypot(n + m_radius, at.y()) - m_radius : n;
  }
  Vec3 square(const Vec3& at) const {
    if (m_radius <= 0.0) return m_aft;
    const double n = (at - m_foot).dot(m_aft);
    return (m_aft * (n + m_radius) + Vec3(0.0, at.y(), 0.0)).normalized();
  }
  /// Laid flat, a face so far abaft the given one.
  Vec2 flat(const Vec3& at, double abaftMm) const {
    const double up = (at - m_foot).dot(m_up);
    if (m_radius <= 0.0) return {at.y(), up};
    const double n = (at - m_foot).dot(m_aft);
    return {(m_radius + abaftMm) * std::atan2(at.y(), n + m_radius), up};
  }
  double rake() const { return std::atan2(m_up.x(), m_up.z()); }

 private:
  Vec3 m_foot, m_up, m_aft;
  double m_radius;
};

/// Where the rows of the planking's inside meet a face.
struct LevelCut {
  TransomOutline outline;
  double beyond = 0.0;
};

LevelCut cutFace(const Hull& drawn, double carriedMm, const TransomSurface& face, double abaftMm) {
  LevelCut cut;
  for (const SurfacePatch& surface : drawn.patches) {
    const OffsetPatch patch(surface, carriedMm);
    for (int k = 0; k <= edgeRows; ++k) {
      const double v = static_cast<double>(k) / edgeRows;
      double t = patch.lastT(), step = 1e-4;
      bool met = false;
      for (int i = 0; i < mostTransomSteps && !met; ++i) {
        const double error = face.abaft(patch.point(t, v)) - abaftMm;
        met = std::abs(error) < transomSettledMm;
        const double slope =
            (face.abaft(patch.point(t + step, v)) - face.abaft(patch.point(t - step, v))) / (2.0 * step);
        if (met || std::abs(slope) < 1e-6) break;
        t -= std::clamp(error / slope, -0.3, 0.3);
        if (t < 0.0 || t > patch.lastT() + mostBeyond) break;
      }
      if (!met) continue;
      const Vec3 at = patch.point(t, v);
      if (!cut.outline.at.empty() && (at - cut.outline.at.back()).norm() < 1e-3) continue;
      if (at.y() < -1e-6) continue;
      if (t > patch.lastT()) cut.beyond = std::max(cut.beyond, (at - patch.point(patch.lastT(), v)).norm());
      cut.outline.at.push_back(at);
      cut.outline.edge.push_back(face.flat(at, abaftMm));
      cut.outline.bevelRad.push_back(
          std::asin(std::clamp(patch.normal(std::min(t, patch.lastT()), v).dot(face.square(at)), -1.0, 1.0)));
    }
  }
  return cut;
}

}  // namespace

Polygon Transom::whole(const TransomOutline& face, bool leftHigh) const {
  Polygon round = face.edge;
  // The crown belongs to the larger face; the other's is the same above its own sheer.
  const Vec2 shift = face.edge.back() - larger().edge.back();
  const std::vector<Vec2>& top = leftHigh ? crownHigh : crown;
  for (const Vec2& point : top) {
    if (point.x() < face.edge.back().x()) round.emplace_back(point.x(), point.y() + shift.y());
  }
  const std::size_t half = round.size();
  for (std::size_t i = half; i-- > 0;) {
    if (round[i].x() > 1e-9) round.emplace_back(-round[i].x(), round[i].y());
  }
  return round;
}

Result<Transom> expandTransom(const TransomHull& hull, const TransomPlan& plan,
                              const std::vector<std::pair<std::string, Vec3>>& plankLines) {
  require(hull.drawn != nullptr && hull.table != nullptr, "a transom closes a hull");
  const Profile* profile = hull.table->profile(ProfilePart::Transom);
  if (!hasCourse(profile) || hull.drawn->sections.back().kind != SectionKind::Transom)
    return fail(Fault::NoTransom, {}, {Trade::say("give its profile and a last column marked rake.")});
  const TransomSurface face(*profile, plan.radius.mm());
  const bool outsideDrawn = hull.table->side == PlankingSide::Outside;
  const double carried = outsideDrawn ? -hull.table->thickness.mm() : 0.0;
  const double thickness = plan.thickness.mm();
  const bool givesAfter = plan.given == TransomFace::After;
  LevelCut after = cutFace(*hull.drawn, carried, face, givesAfter ? 0.0 : thickness);
  LevelCut fore = cutFace(*hull.drawn, carried, face, givesAfter ? -thickness : 0.0);
  if (after.outline.edge.size() < 2 || fore.outline.edge.size() < 2)
    return fail(Fault::NoTransom, {},
                {Trade::say("its faces do not cut the planking: check its profile and its thickness.")});
  Transom transom;
  transom.after = std::move(after.outline);
  transom.fore = std::move(fore.outline);
  transom.borrowedMm = std::max(after.beyond, fore.beyond);
  transom.rakeRad = face.rake();
  const auto widest = [](const TransomOutline& outline) {
    double most = 0.0;
    for (const Vec2& point : outline.edge) most = std::max(most, point.x());
    return most;
  };
  transom.foreIsLarger = widest(transom.fore) >= widest(transom.after);
  const TransomOutline& larger = transom.larger();
  for (const double bevel : larger.bevelRad) transom.mostBevelRad = std::max(transom.mostBevelRad, std::abs(bevel));
  const Vec2 sheer = larger.edge.back();
  for (int i = 0; i <= crownPoints; ++i) {
    const double x = sheer.x() * (1.0 - static_cast<double>(i) / crownPoints);
    const double share = sheer.x() > 0.0 ? x / sheer.x() : 0.0;
    const double rise = 1.0 - share * share;
    transom.crown.emplace_back(x, sheer.y() + plan.crown.mm() * rise);
    transom.crownHigh.emplace_back(x, sheer.y() + plan.crown.mm() * rise + plan.crownHigh.mm());
  }
  const auto mark = [&](const std::string& name, std::size_t i, double share, bool plank) {
    const Vec2 at = larger.edge[i - 1] + share * (larger.edge[i] - larger.edge[i - 1]);
    const double bevel = larger.bevelRad[i - 1] + share * (larger.bevelRad[i] - larger.bevelRad[i - 1]);
    transom.marks.push_back({name, at, bevel, plank});
  };
  for (const TableRow& row : hull.table->rows) {
    if (row.line != RowLine::Waterline) continue;
    for (std::size_t i = 1; i < larger.at.size(); ++i) {
      const double a = larger.at[i - 1].z() - row.at.mm(), b = larger.at[i].z() - row.at.mm();
      if (a * b < 0.0) mark(rowLabel(row, hull.table->unit), i, a / (a - b), false);
    }
  }
  for (const auto& [name, point] : plankLines) {
    // The nearest place of the edge to where the line ends.
    std::size_t best = 1;
    double bestShare = 0.0, least = 1e12;
    for (std::size_t i = 1; i < larger.at.size(); ++i) {
      const Vec3 leg = larger.at[i] - larger.at[i - 1];
      const double share =
          std::clamp((point - larger.at[i - 1]).dot(leg) / std::max(leg.squaredNorm(), 1e-12), 0.0, 1.0);
      const double off = (point - larger.at[i - 1] - share * leg).norm();
      if (off < least) least = off, best = i, bestShare = share;
    }
    mark(name, best, bestShare, true);
  }
  std::stable_sort(transom.marks.begin(), transom.marks.end(),
                   [](const TransomMark& a, const TransomMark& b) { return a.at.y() < b.at.y(); });
  return transom;
}

}  // namespace narrows
