#include "plank/planked_mesh.h"

namespace narrows {

namespace {

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

void addStrakes(std::vector<MeshFace>& mesh, const Lining& lining, std::size_t columns, std::size_t rows,
                bool starboard) {
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    const Band band = lining.band(k);
    const auto place = [&](std::size_t c) {
      const double part = static_cast<double>(c) / static_cast<double>(columns);
      return band.reach.fromT + part * (band.reach.toT - band.reach.fromT);
    };
    for (std::size_t c = 0; c < columns; ++c) {
      for (std::size_t r = 0; r < rows; ++r) {
        const double low = static_cast<double>(r) / static_cast<double>(rows);
        const double high = static_cast<double>(r + 1) / static_cast<double>(rows);
        const double fore = place(c), aft = place(c + 1);
        const MeshFace face{
            {band.point(fore, low), band.point(aft, low), band.point(aft, high), band.point(fore, high)},
            k,
            true,
            r == 0,
            r + 1 == rows};
        starboard ? mesh.push_back(face) : addToPort(mesh, face);
      }
    }
  }
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

}  // namespace

std::vector<MeshFace> plankedMesh(const Lining& starboard, const Lining& port, std::size_t columns, std::size_t rows) {
  std::vector<MeshFace> mesh;
  addStrakes(mesh, starboard, columns, rows, true);
  addStrakes(mesh, port, columns, rows, false);
  addBottom(mesh, starboard, columns);
  addTransom(mesh, starboard.frame.hull());
  return mesh;
}

}  // namespace narrows
