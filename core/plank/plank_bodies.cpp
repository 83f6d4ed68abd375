#include "plank/plank_bodies.h"

#include <algorithm>
#include <cmath>

#include "length/length.h"

namespace narrows {

namespace {

/// Gains leave the foot of a plank so much of its thickness at its very end.
constexpr double leastGained = 0.04;
/// Part of its thickness that a plank keeps at its upper edge.
constexpr double leastEdge = 0.05;

/// A plank cut across: corners from foot to top on its inside, and as many on its outside.
struct Across {
  std::vector<Vec3> inside, outside;
};

/// Cuts planks of one side across, at places along the boat.
class Cutter {
 public:
  Cutter(const Lining& lining, const MeshPlanking& planking, BodyFineness fineness)
      : m_lining(lining), m_planking(planking), m_fineness(fineness) {
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) m_bands.push_back(lining.band(k));
  }

  Across at(std::size_t k, double t) const {
    return m_planking.make.construction == Construction::Lapstrake ? lapped(k, t) : carvel(k, t);
  }

  /// Where a plank is cut across: the same places for all planks, and its own ends.
  std::vector<double> places(std::size_t k) const {
    const SurfaceReach& reach = m_lining.strakes[k].reach;
    std::vector<double> all{reach.fromT};
    const double step = 1.0 / m_fineness.columnsABay;
    for (double i = std::floor(reach.fromT / step + 1e-6) + 1.0; i * step < reach.toT - 1e-6; i += 1.0)
      all.push_back(i * step);
    all.push_back(reach.toT);
    return all;
  }

 private:
  Across carvel(std::size_t k, double t) const {
    const Band& band = m_bands[k];
    Across cut;
    for (int i = 0; i <= m_fineness.across; ++i) {
      const double across = static_cast<double>(i) / m_fineness.across;
      cut.inside.push_back(band.point(t, across));
      cut.outside.push_back(cut.inside.back() + m_planking.thicknessMm * band.normal(t, across));
    }
    return cut;
  }

  /// The inside of a lapped plank: foot, where it leaves the plank below, and top; square out from it; and how much of
  /// its lap stands, 1 where there are no gains.
  struct Lap {
    Vec3 foot, leaves, top, out;
    double stands = 1.0;
  };

  double stands(std::size_t k, double t) const {
    const SurfaceReach& reach = m_lining.strakes[k].reach;
    return std::clamp(std::min(t - reach.fromT, reach.toT - t) / gainInBays, leastGained, 1.0);
  }

  Lap lap(std::size_t k, double t) const {
    const Band& band = m_bands[k];
    Lap made;
    made.top = band.point(t, 1.0);
    const auto below = m_lining.strakeBelow(k, t);
    if (!below) {
      made.foot = band.point(t, 0.0);
      made.leaves = 0.5 * (made.foot + made.top);
    } else {
      const Lap under = lap(*below, t);
      const Vec3 down = (under.foot - under.top).normalized();
      const double wide = std::min(lapAt(m_planking.make, t), 0.9 * (under.foot - under.top).norm());
      made.stands = stands(k, t);
      made.foot = under.top + m_planking.thicknessMm * under.out + wide * down;
      // Straight from the lap line to its mark: what of the plank below stands beyond that is planed away. Where she is
      // hollow nothing does, and it leaves the plank below at that one's corner; at a bilge too hard for the lap an
      // edge is left all the same.
      const Vec3 face = made.top - made.foot;
      const double part = (under.top - made.foot).dot(down) / face.dot(down);
      Vec3 leaves = made.foot + part * face - under.top;
      const double thick = m_planking.thicknessMm, out = leaves.dot(under.out);
      leaves += (std::clamp(out, leastEdge * thick, thick) - out) * under.out;
      made.leaves = under.top + made.stands * leaves;
    }
    const Vec3 up = (made.top - made.foot).normalized(), out = band.normal(t, 0.5);
    made.out = (out - out.dot(up) * up).normalized();
    return made;
  }

  Across lapped(std::size_t k, double t) const {
    const Lap own = lap(k, t);
    const double thick = m_planking.thicknessMm;
    Across cut;
    cut.inside = {own.foot, own.leaves, own.top};
    const Vec3 foot = own.foot + own.stands * thick * own.out;
    if (const auto above = m_lining.strakeAbove(k, t)) {
      const Lap over = lap(*above, t);
      cut.outside = {foot, over.foot, over.leaves};
    } else {
      const Vec3 top = own.top + thick * own.out;
      cut.outside = {foot, 0.5 * (foot + top), top};
    }
    return cut;
  }

  const Lining& m_lining;
  std::vector<Band> m_bands;
  const MeshPlanking& m_planking;
  BodyFineness m_fineness;
};

PlankBody bodyOf(const Cutter& cutter, std::size_t k, BoatSide side) {
  PlankBody body;
  std::size_t ring = 0, rings = 0;
  for (const double t : cutter.places(k)) {
    const Across cut = cutter.at(k, t);
    // Up the inside and down the outside: once round.
    body.points.insert(body.points.end(), cut.inside.begin(), cut.inside.end());
    body.points.insert(body.points.end(), cut.outside.rbegin(), cut.outside.rend());
    ring = cut.inside.size() + cut.outside.size();
    ++rings;
  }
  std::vector<std::size_t> bow(ring), stern(ring);
  for (std::size_t i = 0; i < ring; ++i) bow[i] = i, stern[ring - 1 - i] = (rings - 1) * ring + i;
  body.faces = {bow, stern};
  for (std::size_t c = 0; c + 1 < rings; ++c) {
    for (std::size_t i = 0; i < ring; ++i) {
      const std::size_t next = (i + 1) % ring;
      body.faces.push_back({c * ring + next, c * ring + i, (c + 1) * ring + i, (c + 1) * ring + next});
    }
  }
  if (side == BoatSide::Port) {
    for (Vec3& point : body.points) point.y() = -point.y();
  }
  if (body.volumeMm3() < 0.0) {
    for (auto& face : body.faces) std::reverse(face.begin(), face.end());
  }
  return body;
}

}  // namespace

double PlankBody::volumeMm3() const {
  // By Gauss: a sixth of the boxes that each face's triangles make with a point near by.
  double six = 0.0;
  const Vec3 from = points.empty() ? Vec3(Vec3::Zero()) : points.front();
  for (const auto& face : faces) {
    for (std::size_t i = 1; i + 1 < face.size(); ++i)
      six += (points[face[0]] - from).dot((points[face[i]] - from).cross(points[face[i + 1]] - from));
  }
  return six / 6.0;
}

std::vector<PlankBody> plankBodies(const Lining& lining, BoatSide side, const MeshPlanking& planking,
                                   BodyFineness fineness) {
  std::vector<PlankBody> bodies;
  const Cutter cutter(lining, planking, fineness);
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) bodies.push_back(bodyOf(cutter, k, side));
  return bodies;
}

std::string writeObj(const std::vector<PlankBody>& bodies, const std::string& boat) {
  constexpr int decimals = 3;
  std::string text = "# " + (boat.empty() ? std::string("planked hull") : boat) +
                     ", planked: millimetres, x aft, y to starboard, z up\n";
  std::size_t before = 1;
  for (const PlankBody& body : bodies) {
    text += "o " + body.name + "\n";
    for (const Vec3& at : body.points) {
      text += "v " + showDecimal(at.x(), decimals) + " " + showDecimal(at.y(), decimals) + " " +
              showDecimal(at.z(), decimals) + "\n";
    }
    for (const auto& face : body.faces) {
      text += "f";
      for (const std::size_t corner : face) text += " " + std::to_string(before + corner);
      text += "\n";
    }
    before += body.points.size();
  }
  return text;
}

}  // namespace narrows
