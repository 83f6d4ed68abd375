// Planks as closed bodies, read back by a library that is not ours: whole, of the right thickness, in one another's way
// nowhere.

#include <QTest>
#include <cmath>
#include <map>
#include <set>
#include <sstream>

#define TINYOBJLOADER_IMPLEMENTATION
#include <tiny_obj_loader.h>

#include "book/edits.h"
#include "sample_books.h"
#include "solve/planked_bodies.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// A body as the library reads it.
struct ReadBody {
  std::string name;
  std::vector<std::vector<int>> faces;
};

struct ReadHull {
  std::vector<Vec3> points;
  std::vector<ReadBody> bodies;
};

ReadHull readBack(const std::string& text) {
  tinyobj::attrib_t all;
  std::vector<tinyobj::shape_t> shapes;
  std::vector<tinyobj::material_t> materials;
  std::string warned, failed;
  std::istringstream stream(text);
  constexpr bool triangulated = false;
  if (!tinyobj::LoadObj(&all, &shapes, &materials, &warned, &failed, &stream, nullptr, triangulated) || !warned.empty())
    qFatal("%s %s", warned.c_str(), failed.c_str());
  ReadHull hull;
  for (std::size_t i = 0; i + 2 < all.vertices.size(); i += 3)
    hull.points.emplace_back(all.vertices[i], all.vertices[i + 1], all.vertices[i + 2]);
  for (const auto& shape : shapes) {
    ReadBody body{shape.name, {}};
    std::size_t at = 0;
    for (const unsigned corners : shape.mesh.num_face_vertices) {
      body.faces.emplace_back();
      for (unsigned i = 0; i < corners; ++i) body.faces.back().push_back(shape.mesh.indices[at++].vertex_index);
    }
    hull.bodies.push_back(std::move(body));
  }
  return hull;
}

/// Every edge lies in two faces, which run along it opposite ways: the body is closed, and all of it looks one way.
bool isClosed(const ReadBody& body) {
  std::map<std::pair<int, int>, int> ways;
  for (const auto& face : body.faces) {
    for (std::size_t i = 0; i < face.size(); ++i) ++ways[{face[i], face[(i + 1) % face.size()]}];
  }
  return std::all_of(ways.begin(), ways.end(), [&](const auto& one) {
    const auto back = ways.find({one.first.second, one.first.first});
    return one.second == 1 && back != ways.end() && back->second == 1;
  });
}

double volumeMm3(const ReadBody& body, const std::vector<Vec3>& points) {
  double six = 0.0;
  const Vec3 from = points[static_cast<std::size_t>(body.faces[0][0])];
  const auto at = [&](int i) -> Vec3 { return points[static_cast<std::size_t>(i)] - from; };
  for (const auto& face : body.faces) {
    for (std::size_t i = 1; i + 1 < face.size(); ++i) six += at(face[0]).dot(at(face[i]).cross(at(face[i + 1])));
  }
  return six / 6.0;
}

double areaMm2(const FlatPlank& plank) {
  std::vector<Vec2> round(plank.lower.begin(), plank.lower.end());
  round.insert(round.end(), plank.upper.rbegin(), plank.upper.rend());
  double two = 0.0;
  for (std::size_t i = 0; i < round.size(); ++i) {
    const Vec2 &a = round[i], &b = round[(i + 1) % round.size()];
    two += a.x() * b.y() - a.y() * b.x();
  }
  return std::abs(two) / 2.0;
}

std::shared_ptr<const Solved> solvedAs(const char* boat, Construction construction) {
  Book book = sampleBook(boat);
  book = setConstruction(book, construction);
  return solve(std::make_shared<const Book>(book), 1);
}

}  // namespace

class PlankBodiesTest : public QObject {
  Q_OBJECT

 private slots:
  void everyPlankIsAClosedBodyOfItsThickness_data() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<bool>("lapped");
    for (const char* boat : {"osier", "marl", "sedge"}) {
      QTest::addRow("%s, carvel", boat) << QString(boat) << false;
      QTest::addRow("%s, lapstrake", boat) << QString(boat) << true;
    }
  }
  void everyPlankIsAClosedBodyOfItsThickness() {
    QFETCH(QString, boat);
    QFETCH(bool, lapped);
    const auto solved = solvedAs(boat.toUtf8().constData(), lapped ? Construction::Lapstrake : Construction::Carvel);
    QVERIFY(solved->lining != nullptr);
    const auto bodies = plankedBodies(*solved);
    QCOMPARE(bodies.size(), 2 * solved->planks.size());
    const ReadHull hull = readBack(writeObj(bodies, "a boat"));
    QCOMPARE(hull.bodies.size(), bodies.size());
    const double thick = solved->book->table.thickness.mm();
    std::set<std::string> names;
    for (std::size_t i = 0; i < hull.bodies.size(); ++i) {
      const ReadBody& body = hull.bodies[i];
      QVERIFY2(isClosed(body), body.name.c_str());
      names.insert(body.name);
      const double volume = volumeMm3(body, hull.points);
      QVERIFY2(std::abs(volume / bodies[i].volumeMm3() - 1.0) < 1e-4, body.name.c_str());
      // As much wood as the flat plank has, its lap in it: less where ends are gained and lands planed, or a garboard
      // is hollow, more round the bilge.
      const std::size_t strake = i % solved->planks.size();
      const FlatPlank& plank = *solved->planks[strake];
      const double flat = areaMm2(plank) * thick;
      const double least = lapped ? 0.86 : 0.95, most = 1.06;
      QVERIFY2(volume > least * flat && volume < most * flat,
               qPrintable(QString("%1: %2 of %3").arg(body.name.c_str()).arg(volume).arg(flat)));
    }
    QCOMPARE(names.size(), hull.bodies.size());
    QVERIFY(names.count("strake-01-starboard") == 1 && names.count("strake-02-port") == 1);
  }

  void lappedPlanksBedOnOneAnother() {
    const auto solved = solvedAs("osier", Construction::Lapstrake);
    const auto bodies = plankedBodies(*solved);
    const double thick = solved->book->table.thickness.mm();
    const std::size_t strakes = solved->planks.size();
    for (std::size_t k = 1; k < strakes; ++k) {
      // Both are cut across at the same places: foot, where it leaves, top; top, land, foot outside.
      const auto &lower = bodies[k - 1].points, &upper = bodies[k].points;
      QCOMPARE(lower.size(), upper.size());
      constexpr std::size_t ring = 6;
      const std::size_t rings = upper.size() / ring;
      for (std::size_t c = 0; c < rings; ++c) {
        const Vec3* above = &upper[c * ring];
        const Vec3* below = &lower[c * ring];
        QVERIFY((above[0] - below[4]).norm() < 1e-9 && (above[1] - below[3]).norm() < 1e-9);
        if (c < 4 || c + 5 > rings) continue;
        // Amidships the lap is as wide as the book has it, on the outside of the plank below.
        const Vec3 face = (below[2] - below[0]).normalized();
        const double lap = (below[2] - above[0]).dot(face);
        QVERIFY2(std::abs(lap - solved->book->settings.lap.mm()) < 0.05, qPrintable(QString::number(lap)));
        const Vec3 off = above[0] - below[0];
        const double out = (off - off.dot(face) * face).norm();
        QVERIFY2(std::abs(out - thick) < 0.05, qPrintable(QString::number(out)));
        // The land takes off no more than the plank is thick: at her hard bilge all but an edge.
        const double left = (below[3] - below[2]).dot(above[0] - below[0] - off.dot(face) * face) / out;
        QVERIFY2(left > 0.04 * thick && left < 1.01 * thick, qPrintable(QString::number(left)));
      }
      // At the stem both lie flush: the foot of the upper runs out on the outside of the lower.
      QVERIFY((upper[5] - upper[0]).norm() < 0.1 * thick);
    }
  }

  void portIsStarboardInAMirror() {
    const auto bodies = plankedBodies(*solvedAs("marl", Construction::Carvel));
    const std::size_t half = bodies.size() / 2;
    for (std::size_t k = 0; k < half; ++k) {
      for (std::size_t i = 0; i < bodies[k].points.size(); ++i) {
        const Vec3 &one = bodies[k].points[i], &other = bodies[half + k].points[i];
        QVERIFY((one - Vec3(other.x(), -other.y(), other.z())).norm() < 1e-12);
      }
      QVERIFY(bodies[half + k].volumeMm3() > 0.0);
    }
  }
};

QTEST_APPLESS_MAIN(PlankBodiesTest)
#include "plank_bodies_test.moc"
