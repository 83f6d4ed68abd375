// The surface about a place near its edge, carried on past it.

#include <QTest>
#include <cmath>

#include "level_cylinder.h"
#include "lines/hull.h"
#include "lines/local_face.h"

using namespace narrows;
using namespace narrows::tests;

class LocalFaceTest : public QObject {
  Q_OBJECT

 private slots:
  void aCylinderGoesOnPastItsEdgeWhereverThePlaceLies() {
    // Round keel, forefoot and stem of a cylinder, where rows and sections run into one another too.
    LevelCylinder known;
    known.axisRad = 25.0 * std::numbers::pi / 180.0;
    const auto hull = springHull(known.table(false));
    QVERIFY(hull);
    const SurfacePatch& patch = hull->patches[0];
    const PatchPoints points(patch);
    for (const Vec2& place : {Vec2(0.0, 0.0), Vec2(0.0, 0.03), Vec2(0.0, 0.2), Vec2(0.0, 0.6), Vec2(0.1, 0.0),
                              Vec2(0.5, 0.0), Vec2(2.0, 0.0), Vec2(4.0, 0.0)}) {
      const Vec3 at = patch.point(place.x(), place.y());
      const auto face = LocalFace::fit(points, at, patch.normal(place.x(), place.y()), 66.0);
      QVERIFY(face.has_value());
      for (double way = 0.0; way < 6.2; way += 0.5) {
        const Vec2 off = 50.0 * Vec2(std::cos(way), std::sin(way));
        const auto on = known.on(face->point(off));
        QVERIFY2(std::abs(on.offMm) < 0.2,
                 qPrintable(QString("%1 %2: %3").arg(place.x()).arg(place.y()).arg(on.offMm)));
        // Laid flat it lies as far from the place as on the unrolled cylinder.
        const auto here = known.on(at);
        const double flat = (known.flat(on.l, on.u) - known.flat(here.l, here.u)).norm();
        QVERIFY2(std::abs(face->laidFlat(off).norm() - flat) < 0.05,
                 qPrintable(QString("%1 of %2").arg(face->laidFlat(off).norm()).arg(flat)));
      }
    }
  }

  void nothingIsSaidOfWhatIsNotThere() {
    LevelCylinder known;
    const auto hull = springHull(known.table(false));
    const PatchPoints points(hull->patches[0]);
    QVERIFY(!LocalFace::fit(points, Vec3(1e6, 0.0, 0.0), Vec3(0.0, 1.0, 0.0), 60.0));
    QVERIFY(!LocalFace::fit(points, hull->patches[0].point(1.0, 0.5), Vec3::Zero(), 60.0));
  }
};

QTEST_APPLESS_MAIN(LocalFaceTest)
#include "local_face_test.moc"
