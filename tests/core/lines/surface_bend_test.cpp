// How the surface bends, and where it folds when it is carried through the planking.

#include <QTest>
#include <cmath>

#include "known_hulls.h"
#include "lines/offset_patch.h"
#include "smooth_hulls.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double bendShare = 0.01;

Hull hullOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return *hull;
}

void isNear(double found, double exact, double size) {
  QVERIFY2(std::abs(found - exact) < bendShare * size, qPrintable(QString("%1 for %2").arg(found).arg(exact)));
}

}  // namespace

class SurfaceBendTest : public QObject {
  Q_OBJECT

 private slots:
  void cylinderBendsAcrossAndNotAlong() {
    const Hull hull = hullOf(tableOf(cylinder().sections, 15));
    constexpr double most = 1.0 / 700.0;
    for (double t = 1.3; t < 8.8; t += 0.37) {
      for (const double v : {0.15, 0.5, 0.85}) {
        const SurfaceBend bend = hull.patches[0].bend(t, v);
        isNear(bend.most, most, most);
        isNear(bend.least, 0.0, most);
        QVERIFY(std::abs(bend.leastAlong.x()) > 0.999);
        isNear(bend.along(Vec3(1.0, 0.0, 0.0)), 0.0, most);
      }
    }
  }

  void coneBendsAcrossAsItsRadiusThere() {
    const Hull hull = hullOf(tableOf(coneOnItsSide().sections, 15));
    for (double t = 1.3; t < 8.8; t += 0.5) {
      const SurfaceBend bend = hull.patches[0].bend(t, 0.4);
      // Normal curvature across a cone: cosine of its half angle over the radius of its section.
      const double radius = 0.09 * (bend.place.at.x() + 6000.0);
      const double exact = std::cos(std::atan(0.09)) / radius;
      isNear(bend.most, exact, exact);
      isNear(bend.least, 0.0, exact);
    }
  }

  void sphereBendsAlikeBothWays() {
    constexpr double radius = 2500.0;
    std::vector<KnownSection> sections;
    for (int i = 0; i < 11; ++i) {
      const double x = -1000.0 + 200.0 * i;
      const double round = std::sqrt(radius * radius - x * x);
      sections.push_back(
          {x, [round](double a) { return Vec2(round * std::sin(a), 2600.0 - round * std::cos(a)); }, 0.1, 0.9});
    }
    const Hull hull = hullOf(tableOf(sections, 15));
    for (double t = 1.2; t < 8.9; t += 0.41) {
      const SurfaceBend bend = hull.patches[0].bend(t, 0.5);
      isNear(bend.most, 1.0 / radius, 1.0 / radius);
      isNear(bend.least, 1.0 / radius, 1.0 / radius);
    }
  }

  void hollowsAndTheirPlanesHaveNegativeBend() {
    const SmoothHull known = smoothHulls()[0];
    const Hull hull = hullOf(known.table(40.0));
    // Low amidships her garboards are hollow.
    const SurfaceBend low = hull.patches[0].bend(5.5, 0.08), high = hull.patches[0].bend(5.5, 0.5);
    QVERIFY(low.least < 0.0 && high.most > 0.0);
    QVERIFY(std::abs(low.mostAlong.dot(low.leastAlong)) < 1e-9);
    QVERIFY(std::abs(low.mostAlong.dot(low.normal)) < 1e-9);
  }

  void normalsOfOnePlaneStandEitherSideOfEverySection() {
    for (const SmoothHull& known : smoothHulls()) {
      const Hull hull = hullOf(known.table(75.0));
      const SurfacePatch& patch = hull.patches[0];
      for (double section = 1.0; section < patch.lastT() - 0.5; section += 1.0) {
        for (double v = 0.013; v < 1.0; v += 0.0371) {
          const Vec3 fore = patch.normal(section - 1e-7, v), aft = patch.normal(section + 1e-7, v);
          QVERIFY2((fore - aft).norm() < 1e-4, qPrintable(QString::number((fore - aft).norm())));
        }
      }
    }
  }

  void foldsAreToldAlongTheHullAsWellAsAcross() {
    // A hull pinched in amidships: hollow lengthwise, with a radius of about 400 mm, and straight up and down.
    std::vector<KnownSection> sections;
    for (int i = 0; i < 13; ++i) {
      const double x = 100.0 * i;
      const double breadth = 700.0 - 250.0 * std::exp(-std::pow((x - 600.0) / 300.0, 2));
      sections.push_back({x, [breadth](double z) { return Vec2(breadth, z); }, 0.0, 400.0});
    }
    const Hull hull = hullOf(tableOf(sections, 5));
    const SurfaceBend bend = hull.patches[0].bend(6.0, 0.5);
    QVERIFY(bend.least < -1.0 / 400.0 && std::abs(bend.leastAlong.x()) > 0.99);
    const double radius = -1.0 / bend.least;
    QVERIFY(!OffsetPatch(hull.patches[0], 0.9 * radius).foldsAt(6.0, 0.5));
    QVERIFY(OffsetPatch(hull.patches[0], 1.1 * radius).foldsAt(6.0, 0.5));
    QVERIFY(!OffsetPatch(hull.patches[0], -1.1 * radius).foldsAt(6.0, 0.5));
  }
};

QTEST_APPLESS_MAIN(SurfaceBendTest)
#include "surface_bend_test.moc"
