// Shares of the true girth everywhere, and lines that run through stations without a kink.

#include <QTest>
#include <cmath>

#include "known_hulls.h"
#include "sample_books.h"
#include "smooth_hulls.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::shared_ptr<const Hull> hullOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return std::make_shared<Hull>(*hull);
}

OffsetTable sample(const std::string& boat) {
  return *loadOffsetTable(boatsFolder() + boat + ".csv");
}

/// The place along a section plane of share `share`, measured by itself: the surface cut by the plane in fine steps.
Vec3 measuredShare(const Hull& hull, double xMm, double startT, double share, std::size_t firstPatch) {
  std::vector<Vec3> points;
  for (std::size_t patch = firstPatch; patch < hull.patches.size(); ++patch) {
    for (int k = 0; k <= 1500; ++k) {
      const double v = k / 1500.0;
      const auto t = hull.patches[patch].crossing(xMm, v, startT);
      if (t) points.push_back(hull.patches[patch].point(*t, v));
    }
  }
  std::vector<double> reached{0.0};
  for (std::size_t i = 1; i < points.size(); ++i)
    reached.push_back(reached.back() + (points[i] - points[i - 1]).norm());
  const double wanted = share * reached.back();
  std::size_t i = 1;
  while (i + 1 < reached.size() && reached[i] < wanted) ++i;
  const double within = (wanted - reached[i - 1]) / std::max(reached[i] - reached[i - 1], 1e-12);
  return points[i - 1] + within * (points[i] - points[i - 1]);
}

}  // namespace

class GirthFrameTest : public QObject {
  Q_OBJECT

 private slots:
  void shareIsThatOfTheTrueGirthBetweenStationsToo() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const auto hull = hullOf(sample(boat));
      for (const bool fromRabbet : {false, true}) {
        const GirthFrame frame(hull, fromRabbet);
        for (const double t : {1.31, 2.5, 3.77, 5.08}) {
          for (const double share : {0.07, 0.3, 0.62, 0.93}) {
            const Vec3 at = frame.point(t, share);
            const Vec3 exact = measuredShare(*hull, at.x(), t, share, frame.firstPatch());
            QVERIFY2((at - exact).norm() < 0.02,
                     qPrintable(QString("%1 t %2 share %3: %4").arg(boat).arg(t).arg(share).arg((at - exact).norm())));
          }
        }
      }
    }
  }

  void girthBetweenIsThatOfThePlane() {
    const auto hull = hullOf(sample("marl"));
    const GirthFrame frame(hull, false);
    double sum = 0.0;
    Vec3 before = frame.point(4.5, 0.0);
    for (int k = 1; k <= 2000; ++k) {
      const Vec3 now = frame.point(4.5, k / 2000.0);
      QVERIFY(std::abs(now.x() - before.x()) < 1e-6);
      sum += (now - before).norm();
      before = now;
    }
    QVERIFY2(std::abs(sum - frame.girthBetweenMm(4.5)) < 0.02,
             qPrintable(QString::number(sum - frame.girthBetweenMm(4.5))));
  }

  void directionsAreThoseOfThePoints() {
    const auto hull = hullOf(sample("osier"));
    const GirthFrame frame(hull, false);
    constexpr double step = 1e-5;
    for (const double t : {0.37, 2.41, 6.6}) {
      for (const double share : {0.2, 0.71}) {
        const SurfacePoint here = frame.evaluate(t, share);
        const Vec3 aft = (frame.point(t + step, share) - frame.point(t - step, share)) / (2.0 * step);
        const Vec3 up = (frame.point(t, share + step) - frame.point(t, share - step)) / (2.0 * step);
        QVERIFY((here.aft - aft).norm() < 1e-3 * aft.norm());
        QVERIFY((here.up - up).norm() < 1e-3 * up.norm());
      }
    }
  }

  void linesRunThroughEveryStationWithoutAKink_data() {
    QTest::addColumn<bool>("moved");
    QTest::newRow("constant") << false;
    QTest::newRow("sprung through nails") << true;
  }
  void linesRunThroughEveryStationWithoutAKink() {
    QFETCH(bool, moved);
    for (const SmoothHull& known : smoothHulls()) {
      const auto hull = hullOf(known.table(75.0));
      const GirthFrame frame(hull, false);
      const SurfaceReach whole{0.0, frame.lastT()};
      for (const double share : {0.125, 0.4, 0.8}) {
        const SurfaceCurve curve =
            moved ? SurfaceCurve::sprung(
                        frame, share, {{0.0, share}, {2.4, share + 0.02}, {4.0, share - 0.01}, {frame.lastT(), share}},
                        whole)
                  : SurfaceCurve::constant(share, whole);
        for (double section = 1.0; section < frame.lastT() - 0.5; section += 1.0) {
          constexpr double step = 1e-4;
          const Vec3 at = curve.point(frame, section);
          const Vec3 in = (at - curve.point(frame, section - step)).normalized();
          const Vec3 out = (curve.point(frame, section + step) - at).normalized();
          const double kink = std::atan2(in.cross(out).norm(), in.dot(out)) * 180.0 / std::numbers::pi;
          QVERIFY2(kink < 0.05, qPrintable(QString("%1 at %2: %3").arg(known.name.c_str()).arg(section).arg(kink)));
        }
      }
    }
  }

  void nailsMayStandAnywhereAndHoldTheLineThere() {
    const auto hull = hullOf(sample("marl"));
    const GirthFrame frame(hull, false);
    const std::vector<CurveNail> nails{{1.35, 0.31}, {3.0, 0.33}, {5.72, 0.36}, {8.1, 0.34}};
    const SurfaceCurve curve = SurfaceCurve::sprung(frame, 0.33, nails, {1.35, 8.1});
    for (const CurveNail& nail : nails) QVERIFY(std::abs(curve.shareAt(nail.t) - nail.share) < 1e-9);
    QCOMPARE(curve.reach(), (SurfaceReach{1.35, 8.1}));
    QVERIFY(!curve.isConstant());
    // Between two nails at one share, with the others alike, it keeps that share.
    const SurfaceCurve level = SurfaceCurve::sprung(frame, 0.5, {{0.0, 0.5}, {2.2, 0.5}, {7.0, 0.5}}, {0.0, 7.0});
    for (double t = 0.0; t < 7.0; t += 0.31) QVERIFY(std::abs(level.shareAt(t) - 0.5) < 1e-12);
  }

  void tracedLineFollowsItsPlaces() {
    const auto hull = hullOf(sample("osier"));
    const GirthFrame frame(hull, false);
    std::vector<CurveNail> places;
    for (double t = 0.6; t <= 6.4; t += 0.1) places.push_back({t, 0.4 + 0.03 * std::sin(t)});
    const SurfaceCurve curve = SurfaceCurve::traced(frame, places);
    QCOMPARE(curve.reach(), (SurfaceReach{0.6, places.back().t}));
    for (double t = 0.95; t < 6.0; t += 0.17) QVERIFY(std::abs(curve.shareAt(t) - 0.4 - 0.03 * std::sin(t)) < 2e-4);
  }

  void bandBeginsAndEndsBetweenStations() {
    const auto hull = hullOf(sample("marl"));
    const GirthFrame frame(hull, false);
    const SurfaceReach reach{2.4, 6.7};
    const Band band{frame, SurfaceCurve::constant(0.3, reach), SurfaceCurve::constant(0.4, reach), reach};
    const FlatPlank plank = flatPlank(band, {});
    QCOMPARE(plank.stations.size(), std::size_t{6});  // its four stations, and the joints it ends at
    QCOMPARE(plank.stations.front().name, std::string("joint"));
    QCOMPARE(plank.stations[1].name, std::string("3"));
    double along = 0.0;
    Vec3 before = band.point(2.4, 0.0);
    for (int i = 1; i <= 4000; ++i) {
      const Vec3 now = band.point(2.4 + 4.3 * i / 4000.0, 0.0);
      along += (now - before).norm();
      before = now;
    }
    QVERIFY2(std::abs(along - plank.lowerLengthMm) < 1e-4 * along,
             qPrintable(QString::number(along - plank.lowerLengthMm)));
    QVERIFY(std::abs(band.widthMm(4.5) - 0.1 * frame.girthBetweenMm(4.5)) < 1e-9);
  }
};

QTEST_APPLESS_MAIN(GirthFrameTest)
#include "girth_frame_test.moc"
