// A general mesh-flattening library's conformal method, timed and measured beside ours on one strip. Built only where
// NARROWS_BENCH_CGAL is on: the library is no part of Narrows.

#include <CGAL/Polygon_mesh_processing/measure.h>
#include <CGAL/Simple_cartesian.h>
#include <CGAL/Surface_mesh.h>
#include <CGAL/Surface_mesh_parameterization/LSCM_parameterizer_3.h>
#include <CGAL/Surface_mesh_parameterization/parameterize.h>

#include <QElapsedTimer>
#include <algorithm>
#include <cmath>
#include <cstdio>

#include "plank/flatten.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

using Kernel = CGAL::Simple_cartesian<double>;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;

constexpr std::size_t columns = 200, rows = 12;

double areaOf(const Strip& strip, const std::vector<Vec2>* flat) {
  double area = 0.0;
  for (std::size_t c = 0; c + 1 < strip.columns; ++c) {
    for (std::size_t r = 0; r + 1 < strip.rows; ++r) {
      const std::size_t a = strip.at(c, r), b = strip.at(c + 1, r), d = strip.at(c, r + 1), e = strip.at(c + 1, r + 1);
      for (const auto& [i, j, k] : {std::array{a, b, d}, std::array{e, d, b}}) {
        if (flat != nullptr) {
          const Vec2 u = (*flat)[j] - (*flat)[i], v = (*flat)[k] - (*flat)[i];
          area += 0.5 * std::abs(u.x() * v.y() - u.y() * v.x());
        } else {
          area += 0.5 * (strip.points[j] - strip.points[i]).cross(strip.points[k] - strip.points[i]).norm();
        }
      }
    }
  }
  return area;
}

std::vector<Vec2> conformal(const Strip& strip) {
  Mesh mesh;
  std::vector<Mesh::Vertex_index> vertices;
  for (const Vec3& point : strip.points) vertices.push_back(mesh.add_vertex({point.x(), point.y(), point.z()}));
  for (std::size_t c = 0; c + 1 < strip.columns; ++c) {
    for (std::size_t r = 0; r + 1 < strip.rows; ++r) {
      const auto a = vertices[strip.at(c, r)], b = vertices[strip.at(c + 1, r)], d = vertices[strip.at(c, r + 1)],
                 e = vertices[strip.at(c + 1, r + 1)];
      mesh.add_face(a, b, d);
      mesh.add_face(b, e, d);
    }
  }
  auto place = mesh.add_property_map<Mesh::Vertex_index, Kernel::Point_2>("flat").first;
  const auto border = CGAL::Polygon_mesh_processing::longest_border(mesh).first;
  namespace Laying = CGAL::Surface_mesh_parameterization;
  const auto done = Laying::parameterize(mesh, Laying::LSCM_parameterizer_3<Mesh>(), border, place);
  if (done != Laying::OK) qFatal("not laid flat");
  std::vector<Vec2> flat;
  for (const auto vertex : vertices) flat.emplace_back(place[vertex].x(), place[vertex].y());
  return flat;
}

template <typename Act>
double medianMs(int rounds, const Act& act) {
  std::vector<double> took;
  for (int i = 0; i < rounds; ++i) {
    QElapsedTimer clock;
    clock.start();
    act();
    took.push_back(static_cast<double>(clock.nsecsElapsed()) * 1e-6);
  }
  std::sort(took.begin(), took.end());
  return took[took.size() / 2];
}

}  // namespace

int main() {
  std::printf("%-28s %10s %10s %8s %14s %14s\n", "strip of 200 x 12", "ours, ms", "its, ms", "times", "strain, ours",
              "strain, its");
  const auto line = [](const std::string& name, const Band& band) {
    const Strip strip = surfaceStrip(band, {columns, rows});
    FlatStrip ours;
    std::vector<Vec2> its;
    const double ourMs = medianMs(21, [&] { ours = layFlat(strip); });
    const double itsMs = medianMs(5, [&] { its = conformal(strip); });
    // Angles alone are kept by it: of its size, the best.
    const double scale = std::sqrt(areaOf(strip, nullptr) / areaOf(strip, &its));
    for (Vec2& point : its) point *= scale;
    std::printf("%-28s %10.2f %10.2f %8.1f %14.3g %14.3g\n", name.c_str(), ourMs, itsMs, itsMs / ourMs, ours.strainRms,
                strainsOf(strip, its).strainRms);
    std::fflush(stdout);
  };
  const auto marl = solve(std::make_shared<const Book>(sampleBook("marl")), 1);
  for (const std::size_t k : {std::size_t(0), std::size_t(1), std::size_t(7)})
    line("marl, strake " + std::to_string(k + 1), marl->lining->band(k));
  for (const SmoothHull& hull : smoothHulls()) {
    const auto solved = solve(std::make_shared<const Book>(*newBook(hull.table(100.0))), 1);
    line(hull.name.substr(0, 18) + ", garboard", solved->lining->band(0));
  }
}
