// The straight run against exact geodesics: cylinder, cones, sphere, and a boat's own surface stepped far more finely.

#include <QTest>
#include <cmath>
#include <numbers>

#include "known_hulls.h"
#include "lining/straight_run.h"
#include "smooth_hulls.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

GirthFrame frameOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return {std::make_shared<Hull>(*hull), false};
}

/// Greatest distance of points from the straight line through the first and last of them.
double bowMm(const std::vector<Vec2>& points) {
  const Vec2 along = (points.back() - points.front()).normalized();
  const Vec2 square(-along.y(), along.x());
  double most = 0.0;
  for (const Vec2& point : points) most = std::max(most, std::abs((point - points.front()).dot(square)));
  return most;
}

/// The exact geodesic of a smooth hull: its equation of motion in distance and height, by Runge and Kutta in steps of a
/// millimetre, with the hull's own closed form for the surface.
struct ExactRun {
  const SmoothHull& hull;

  Vec3 at(double x, double z) const { return {x, hull.breadth(x, z), z}; }
  /// Second derivatives of x and z along the length.
  std::pair<double, double> bent(double x, double z, double dx, double dz) const {
    constexpr double h = 0.5;
    const auto y = [&](double a, double b) { return hull.breadth(a, b); };
    const double yx = (y(x + h, z) - y(x - h, z)) / (2.0 * h), yz = (y(x, z + h) - y(x, z - h)) / (2.0 * h);
    const double yxx = (y(x + h, z) - 2.0 * y(x, z) + y(x - h, z)) / (h * h);
    const double yzz = (y(x, z + h) - 2.0 * y(x, z) + y(x, z - h)) / (h * h);
    const double yxz = (y(x + h, z + h) - y(x + h, z - h) - y(x - h, z + h) + y(x - h, z - h)) / (4.0 * h * h);
    const double turn = (yxx * dx * dx + 2.0 * yxz * dx * dz + yzz * dz * dz) / (1.0 + yx * yx + yz * yz);
    return {-yx * turn, -yz * turn};
  }
  /// Points a millimetre apart over a length.
  std::vector<Vec3> run(double x, double z, double dx, double dz, double lengthMm) const {
    std::vector<Vec3> points{at(x, z)};
    const double h = 1.0;
    for (double along = 0.0; along < lengthMm; along += h) {
      const auto [ax1, az1] = bent(x, z, dx, dz);
      const auto [ax2, az2] = bent(x + 0.5 * h * dx, z + 0.5 * h * dz, dx + 0.5 * h * ax1, dz + 0.5 * h * az1);
      const auto [ax3, az3] = bent(x + 0.5 * h * dx, z + 0.5 * h * dz, dx + 0.5 * h * ax2, dz + 0.5 * h * az2);
      const auto [ax4, az4] = bent(x + h * dx, z + h * dz, dx + h * ax3, dz + h * az3);
      x += h * dx + h * h / 6.0 * (ax1 + ax2 + ax3), z += h * dz + h * h / 6.0 * (az1 + az2 + az3);
      dx += h / 6.0 * (ax1 + 2.0 * ax2 + 2.0 * ax3 + ax4), dz += h / 6.0 * (az1 + 2.0 * az2 + 2.0 * az3 + az4);
      points.push_back(at(x, z));
    }
    return points;
  }
};

}  // namespace

class StraightRunTest : public QObject {
  Q_OBJECT

 private slots:
  void isStraightWhenACylinderIsUnrolled_data() {
    QTest::addColumn<double>("heading");
    for (const double degrees : {0.0, 3.0, -3.0, 8.0}) QTest::addRow("%.0f", degrees) << degrees;
  }
  void isStraightWhenACylinderIsUnrolled() {
    QFETCH(double, heading);
    const GirthFrame frame = frameOf(tableOf(cylinder().sections, 9));
    const StraightRun run = straightRun(frame, {5.0, 0.5, heading * std::numbers::pi / 180.0});
    std::vector<Vec2> unrolled;
    for (const RunPoint& point : run.points) {
      const double angle = std::atan2(point.at.y(), 700.0 - point.at.z());
      unrolled.emplace_back(point.at.x(), 700.0 * angle);
    }
    QVERIFY2(bowMm(unrolled) < 0.05, qPrintable(QString::number(bowMm(unrolled))));
    const Vec2 along = (unrolled.back() - unrolled.front()).normalized();
    QVERIFY(std::abs(std::asin(along.y()) * 180.0 / std::numbers::pi - heading) < 0.02);
    QVERIFY(run.points.back().at.x() > 3900.0 || run.aft == RunEnd::Sheer || run.aft == RunEnd::BaseLine);
  }

  void isStraightWhenAConeIsUnrolled() {
    const GirthFrame frame = frameOf(tableOf(coneOnItsSide().sections, 9));
    const StraightRun run = straightRun(frame, {5.0, 0.45, 0.03});
    std::vector<Vec2> unrolled;
    for (const RunPoint& point : run.points) {
      constexpr double apex = -6000.0, rise = 0.09;
      const double slope = std::sqrt(1.0 + rise * rise);
      const double angle = std::atan2(point.at.y(), 1400.0 - point.at.z()) * rise / slope;
      const double slant = (point.at.x() - apex) * slope;
      unrolled.emplace_back(slant * std::cos(angle), slant * std::sin(angle));
    }
    QVERIFY2(bowMm(unrolled) < 0.05, qPrintable(QString::number(bowMm(unrolled))));
  }

  void isStraightWhenAnUprightConeIsUnrolled() {
    const GirthFrame frame = frameOf(tableOf(UprightCone::sections(), 7));
    const StraightRun run = straightRun(frame, {5.0, 0.5, 0.0});
    std::vector<Vec2> unrolled;
    for (const RunPoint& point : run.points) unrolled.push_back(UprightCone::unrolled(point.at));
    QVERIFY2(bowMm(unrolled) < 0.15, qPrintable(QString::number(bowMm(unrolled))));
  }

  void followsTheExactGeodesicOfHardHulls() {
    // Tables of exact figures of whole boats; the run begins at a station and is followed as far as it goes, within a
    // millimetre over five metres.
    for (const SmoothHull& hull : smoothHulls()) {
      const GirthFrame frame = frameOf(hull.table(100.0));
      const std::size_t middle = frame.greatestSection();
      for (const double share : {0.3, 0.5, 0.7}) {
        const StraightRun run = straightRun(frame, {static_cast<double>(middle), share, 0.0});
        const auto at = std::find_if(run.points.begin(), run.points.end(), [&](const RunPoint& p) {
          return std::abs(p.t - static_cast<double>(middle)) < 1e-9;
        });
        QVERIFY(at != run.points.end());
        for (const double way : {-1.0, 1.0}) {
          // Square to the section in the exact surface: along x and with it, so that no height is gained at first.
          const double x = at->at.x(), z = at->at.z(), h = 0.5;
          const double yx = (hull.breadth(x + h, z) - hull.breadth(x - h, z)) / (2.0 * h);
          const double yz = (hull.breadth(x, z + h) - hull.breadth(x, z - h)) / (2.0 * h);
          double dx = 1.0 + yz * yz, dz = -yx * yz;
          const double speed = std::sqrt(dx * dx + dz * dz + std::pow(yx * dx + yz * dz, 2));
          dx *= way / speed, dz *= way / speed;
          double worst = 0.0;
          const double length = way > 0.0 ? run.points.back().alongMm : -run.points.front().alongMm;
          // The last hand's breadth may lie beyond the exact hull's edge.
          const std::vector<Vec3> exact = ExactRun{hull}.run(x, z, dx, dz, std::max(length - 100.0, 0.0));
          for (const RunPoint& point : run.points) {
            const double along = way * point.alongMm;
            if (along < 0.0 || along + 1.0 >= static_cast<double>(exact.size())) continue;
            const auto i = static_cast<std::size_t>(along);
            const Vec3 there = exact[i] + (along - static_cast<double>(i)) * (exact[i + 1] - exact[i]);
            worst = std::max(worst, (point.at - there).norm());
          }
          const double allowed = 1.0 * std::max(1.0, length / 5000.0);
          QVERIFY2(worst < allowed, qPrintable(QString("%1 share %2 way %3: %4 mm over %5")
                                                   .arg(QString::fromStdString(hull.name))
                                                   .arg(share)
                                                   .arg(way)
                                                   .arg(worst)
                                                   .arg(length)));
        }
      }
    }
  }

  void endsAtAnEdgeAndSaysWhich() {
    const GirthFrame frame = frameOf(tableOf(cylinder().sections, 9));
    const StraightRun up = straightRun(frame, {5.0, 0.5, 0.5});
    QCOMPARE(up.aft, RunEnd::Sheer);
    QCOMPARE(up.fore, RunEnd::BaseLine);
    QVERIFY(std::abs(up.points.back().share - 1.0) < 1e-9);
    QVERIFY(std::abs(up.points.front().share) < 1e-9);
    QVERIFY(!up.crossing(10.0) && !up.crossing(0.0) && up.crossing(5.0));
    QCOMPARE(straightRun(frame, {5.0, 0.5, 0.0}).fore, RunEnd::Bow);
    // Where it begins does not matter: from a place on it the same run is found.
    const StraightRun level = straightRun(frame, {5.0, 0.5, 0.02});
    const auto other = level.crossing(8.0);
    QVERIFY(other);
    const StraightRun again = straightRun(frame, {8.0, other->share, 0.02});
    QVERIFY((again.crossing(2.0)->at - level.crossing(2.0)->at).norm() < 0.2);
  }

  void aSaggingRunHangsByItsSagInTheMiddleAndHoldsItsEnds() {
    const GirthFrame frame = frameOf(tableOf(cylinder().sections, 9));
    const StraightRun run = straightRun(frame, {5.0, 0.5, 0.0});
    const StraightRun sagged = sagging(frame, run, 12.0);
    QVERIFY((sagged.points.front().at - run.points.front().at).norm() < 1e-6);
    QVERIFY((sagged.points.back().at - run.points.back().at).norm() < 1e-6);
    const double lower = (run.crossing(5.0)->share - sagged.crossing(5.0)->share) * frame.girthMm(5);
    QVERIFY2(std::abs(lower - 12.0) < 0.1, qPrintable(QString::number(lower)));
    const StraightRun lifted = sagging(frame, run, -12.0);
    QVERIFY(lifted.crossing(5.0)->share > run.crossing(5.0)->share);
  }
};

QTEST_APPLESS_MAIN(StraightRunTest)
#include "straight_run_test.moc"
