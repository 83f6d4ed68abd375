#include "plank/planked_mesh.h"

#include <algorithm>

namespace narrows {

namespace {

bool isLapped(const MeshPlanking& planking) {
  return planking.make.construction == Construction::Lapstrake && planking.thicknessMm > 0.0;
}

Vec3 portSide(const Vec3& p) {
  return {p.x(), -p.y(), p.z()};
}

void addToPort(std::vector<MeshFace>& mesh, MeshFace face) {
  for (Vec3& corner : face.corners) corner = portSide(corner);
  face.starboard = false;
  mesh.push_back(face);
}

void addBothSides(std::vector<MeshFace>& mesh, const MeshFace& face) {
  mesh.push_back(face);
  addToPort(mesh, face);
}

/// One strake as it is seen. Carvel: on the surface that is lined off. Lapped: its outside, from its foot on the
/// outside of the strake below to its upper edge, and the edge at its foot; it lies a thickness out, at its foot two.
void addStrake(std::vector<MeshFace>& mesh, const Lining& lining, std::size_t k, std::size_t columns, std::size_t rows,
               const MeshPlanking& planking, bool starboard) {
  const Band band = lining.band(k);
  const bool laps = isLapped(planking), hasFoot = laps && !lining.isGarboard(k);
  const auto point = [&](double t, double across, double out) -> Vec3 {
    if (!laps) return band.point(t, across);
    const double lap = hasFoot ? lapAt(planking.make, t) / std::max(band.frame.girthBetweenMm(t), 1.0) : 0.0;
    const double low = std::max(band.lower.shareAt(t) - lap, 0.0), high = band.upper.shareAt(t);
    const double share = low + across * (high - low);
    return band.frame.point(t, share) + out * planking.thicknessMm * band.frame.normal(t, share);
  };
  // At the hood ends the gains have let it in flush.
  const auto gained = [&](double t) {
    const double in = std::min(t - band.reach.fromT, band.reach.toT - t);
    return std::clamp(in / gainInBays, 0.0, 1.0);
  };
  const auto outside = [&](double t, double across) { return hasFoot ? 1.0 + gained(t) * (1.0 - across) : 1.0; };
  const auto corner = [&](double t, double across) { return point(t, across, outside(t, across)); };
  const auto put = [&](const MeshFace& face) { starboard ? mesh.push_back(face) : addToPort(mesh, face); };
  const auto place = [&](std::size_t c) {
    const double part = static_cast<double>(c) / static_cast<double>(columns);
    return band.reach.fromT + part * (band.reach.toT - band.reach.fromT);
  };
  for (std::size_t c = 0; c < columns; ++c) {
    const double fore = place(c), aft = place(c + 1);
    for (std::size_t r = 0; r < rows; ++r) {
      const double low = static_cast<double>(r) / static_cast<double>(rows);
      const double high = static_cast<double>(r + 1) / static_cast<double>(rows);
      const bool upperSeam = r + 1 == rows && (!laps || lining.isSheerStrake(k));
      put({{corner(fore, low), corner(aft, low), corner(aft, high), corner(fore, high)}, k, true, r == 0, upperSeam});
    }
    if (hasFoot) {
      put({{point(fore, 0.0, 1.0), point(aft, 0.0, 1.0), corner(aft, 0.0), corner(fore, 0.0)},
           k,
           true,
           false,
           false,
           true});
    }
  }
}

void addStrakes(std::vector<MeshFace>& mesh, const Lining& lining, std::size_t columns, std::size_t rows,
                const MeshPlanking& planking, bool starboard) {
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) addStrake(mesh, lining, k, columns, rows, planking, starboard);
}

void addTransom(std::vector<MeshFace>& mesh, const Hull& hull) {
  const Section& last = hull.sections.back();
  if (last.kind != SectionKind::Transom) return;
  constexpr int steps = 16;
  for (const Batten& part : last.parts) {
    if (part.lengthMm() <= 0.0) continue;
    for (int i = 0; i < steps; ++i) {
      const Vec3 low = part.pointAtShare(static_cast<double>(i) / steps);
      const Vec3 high = part.pointAtShare(static_cast<double>(i + 1) / steps);
      mesh.push_back({{portSide(low), low, high, portSide(high)}, std::nullopt, true, false, false});
    }
  }
}

void addBottom(std::vector<MeshFace>& mesh, const Lining& lining, std::size_t columns) {
  const Hull& hull = lining.frame.hull();
  for (std::size_t patch = 0; patch < lining.frame.firstPatch(); ++patch) {
    for (std::size_t c = 0; c < columns; ++c) {
      const double t0 = hull.lastT() * static_cast<double>(c) / static_cast<double>(columns);
      const double t1 = hull.lastT() * static_cast<double>(c + 1) / static_cast<double>(columns);
      const SurfacePatch& surface = hull.patches[patch];
      addBothSides(mesh,
                   {{surface.point(t0, 0.0), surface.point(t1, 0.0), surface.point(t1, 1.0), surface.point(t0, 1.0)},
                    std::nullopt,
                    true,
                    false,
                    false});
    }
  }
}

/// What lies between the two rabbets: the face of keel, stem and sternpost.
void addBackbone(std::vector<MeshFace>& mesh, const Lining& lining, std::size_t columns, double outMm) {
  const Hull& hull = lining.frame.hull();
  const auto across = [&](const Vec3& one, const Vec3& other) {
    mesh.push_back({{portSide(one), one, other, portSide(other)}, std::nullopt, true, false, false});
  };
  const SurfacePatch& lowest = hull.patches.front();
  for (std::size_t c = 0; c < columns; ++c) {
    const double step = hull.lastT() / static_cast<double>(columns);
    const auto at = [&](std::size_t column) -> Vec3 {
      const double t = step * static_cast<double>(column);
      return lowest.point(t, 0.0) + outMm * lining.frame.normal(t, 0.0);
    };
    across(at(c), at(c + 1));
  }
  constexpr int steps = 16;
  for (const Section* end : {&hull.sections.front(), &hull.sections.back()}) {
    if (!end->isHood()) continue;
    const double t = end == &hull.sections.front() ? 0.0 : hull.lastT();
    const auto at = [&](int i) -> Vec3 {
      const double share = static_cast<double>(i) / steps;
      return lining.frame.point(t, share) + outMm * lining.frame.normal(t, share);
    };
    for (int i = 0; i < steps; ++i) across(at(i), at(i + 1));
  }
}

}  // namespace

std::vector<MeshFace> plankedMesh(const Lining& starboard, const Lining& port, std::size_t columns, std::size_t rows,
                                  const MeshPlanking& planking) {
  std::vector<MeshFace> mesh;
  addStrakes(mesh, starboard, columns, rows, planking, true);
  addStrakes(mesh, port, columns, rows, planking, false);
  addBottom(mesh, starboard, columns);
  addTransom(mesh, starboard.frame.hull());
  addBackbone(mesh, starboard, columns, isLapped(planking) ? planking.thicknessMm : 0.0);
  return mesh;
}

}  // namespace narrows
