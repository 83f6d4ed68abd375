#include "plank/planked_mesh.h"

namespace narrows {

namespace {

Vec3 portSide(const Vec3& p) {
  return {p.x(), -p.y(), p.z()};
}

void addBothSides(std::vector<MeshFace>& mesh, MeshFace face) {
  mesh.push_back(face);
  for (Vec3& corner : face.corners) corner = portSide(corner);
  face.starboard = false;
  mesh.push_back(face);
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

std::vector<MeshFace> plankedMesh(const Lining& lining, std::size_t columns, std::size_t rows) {
  std::vector<MeshFace> mesh;
  const double lastT = lining.frame.lastT();
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    const auto corner = [&](std::size_t c, std::size_t r) {
      const double t = lastT * static_cast<double>(c) / static_cast<double>(columns);
      const double low = lining.lines[k].shareAt(t);
      const double high = lining.lines[k + 1].shareAt(t);
      return lining.frame.point(t, low + (high - low) * static_cast<double>(r) / static_cast<double>(rows));
    };
    for (std::size_t c = 0; c < columns; ++c) {
      for (std::size_t r = 0; r < rows; ++r) {
        addBothSides(
            mesh,
            {{corner(c, r), corner(c + 1, r), corner(c + 1, r + 1), corner(c, r + 1)}, k, true, r == 0, r + 1 == rows});
      }
    }
  }
  addBottom(mesh, lining, columns);
  addTransom(mesh, lining.frame.hull());
  return mesh;
}

}  // namespace narrows
