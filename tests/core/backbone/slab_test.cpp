// Flattening against a search of all planes, and patterns laid where the best place is known.

#include <QElapsedTimer>
#include <QTest>
#include <cmath>
#include <random>

#include "backbone/flattening.h"
#include "backbone/placement.h"

using namespace narrows;

namespace {

constexpr double optimalMm = 0.01;
constexpr double degree = 57.29577951308232;

/// The least mean depth any plane takes off, by trying all: the best plane rests on three readings, or on two with a
/// slope at its limit, or on one with both.
double leastByTrying(const std::vector<SlabReading>& readings, double mostTilt) {
  double least = 1e12, area = 0.0, areaAlong = 0.0, areaAcross = 0.0, areaDown = 0.0;
  for (const SlabReading& r : readings) {
    area += r.weightMm2;
    areaAlong += r.weightMm2 * r.alongMm;
    areaAcross += r.weightMm2 * r.acrossMm;
    areaDown += r.weightMm2 * r.downMm;
  }
  const auto weigh = [&](double slopeAlong, double slopeAcross) {
    if (std::abs(slopeAlong) > mostTilt + 1e-12 || std::abs(slopeAcross) > mostTilt + 1e-12) return;
    double at = -1e12;
    for (const SlabReading& r : readings)
      at = std::max(at, r.downMm + r.loseMm - slopeAlong * r.alongMm - slopeAcross * r.acrossMm);
    least = std::min(least, at + (slopeAlong * areaAlong + slopeAcross * areaAcross - areaDown) / area);
  };
  const std::size_t n = readings.size();
  for (const double a : {-mostTilt, mostTilt}) {
    for (const double b : {-mostTilt, mostTilt}) weigh(a, b);
  }
  for (std::size_t i = 0; i < n; ++i) {
    for (std::size_t j = 0; j < i; ++j) {
      const double along = readings[i].alongMm - readings[j].alongMm,
                   across = readings[i].acrossMm - readings[j].acrossMm;
      const double down = readings[i].downMm + readings[i].loseMm - readings[j].downMm - readings[j].loseMm;
      for (const double limit : {-mostTilt, mostTilt}) {
        if (across != 0.0) weigh(limit, (down - limit * along) / across);
        if (along != 0.0) weigh((down - limit * across) / along, limit);
      }
      for (std::size_t k = 0; k < j; ++k) {
        const double along2 = readings[i].alongMm - readings[k].alongMm,
                     across2 = readings[i].acrossMm - readings[k].acrossMm;
        const double down2 = readings[i].downMm + readings[i].loseMm - readings[k].downMm - readings[k].loseMm;
        const double cross = along * across2 - along2 * across;
        if (std::abs(cross) > 1e-9)
          weigh((down * across2 - down2 * across) / cross, (along * down2 - along2 * down) / cross);
      }
    }
  }
  return least;
}

std::vector<SlabReading> roughSlab(std::mt19937& chance, double tiltAlong, double tiltAcross) {
  std::uniform_real_distribution<double> rough(-6.0, 6.0);
  std::vector<SlabReading> readings;
  for (int j = 0; j < 3; ++j) {
    for (int i = 0; i < 7; ++i) {
      SlabReading r{300.0 * i, 180.0 * j, 0.0, 0.0, 54000.0};
      r.downMm = 20.0 + tiltAlong * r.alongMm + tiltAcross * r.acrossMm + rough(chance);
      if (i == 4 && j == 1) r.loseMm = 4.0;
      readings.push_back(r);
    }
  }
  return readings;
}

TimberFault faultAt(double along, double across, double length, double width, FaultKind kind = FaultKind::Knot) {
  return {kind, millimetres(along), millimetres(across), millimetres(length), millimetres(width), millimetres(8.0)};
}

}  // namespace

class SlabTest : public QObject {
  Q_OBJECT

 private slots:
  void planeIsTheBestOfAllPlanes() {
    std::mt19937 chance(5);
    for (int k = 0; k < 30; ++k) {
      const auto readings = roughSlab(chance, k % 3 == 0 ? 0.08 : 0.01, k % 5 == 0 ? -0.06 : 0.0);
      FlatteningLimits limits;
      limits.mostTiltRad = k % 2 == 0 ? 0.05 : 0.012;
      const auto flat = flatten(readings, limits, {}, Unit::Millimetre);
      QVERIFY(flat);
      double area = 0.0;
      for (const SlabReading& r : readings) area += r.weightMm2;
      const double found = flat->volumeMm3 / area, best = leastByTrying(readings, std::tan(limits.mostTiltRad));
      QVERIFY2(std::abs(found - best) < optimalMm, qPrintable(QString("%1 against %2").arg(found).arg(best)));
      for (std::size_t i = 0; i < readings.size(); ++i) QVERIFY(flat->cutMm[i] >= readings[i].loseMm - 1e-6);
      QVERIFY(std::abs(flat->first.slopeAlong) <= std::tan(limits.mostTiltRad) + 1e-9);
    }
  }

  void faceThatIsFlatAlreadyLosesNothing() {
    std::vector<SlabReading> readings;
    for (int j = 0; j < 2; ++j) {
      for (int i = 0; i < 5; ++i)
        readings.push_back({200.0 * i, 300.0 * j, 10.0 + 0.01 * 200.0 * i - 0.005 * 300.0 * j, 0.0, 1.0});
    }
    const auto flat = flatten(readings, {60.0, 40.0, 0.05}, {}, Unit::Millimetre);
    QVERIFY(flat);
    QVERIFY(std::abs(flat->volumeMm3) < 1e-6 && std::abs(flat->deepestMm) < 1e-9);
    QVERIFY(std::abs(flat->first.slopeAlong - 0.01) < 1e-9 && std::abs(flat->first.slopeAcross + 0.005) < 1e-9);
    // Square to the faces, the finished thickness lies between them.
    const double square = std::sqrt(1.0 + 1e-4 + 2.5e-5);
    QVERIFY(std::abs(flat->second.atMm - flat->first.atMm - 40.0 * square) < 1e-9);
    const auto rails = railHeights(flat->first, 800.0, 300.0);
    QVERIFY(std::abs(rails[0] - rails[2] - 8.0) < 1e-9);  // falls 1 in 100 aft
    QVERIFY(std::abs(rails[1] - rails[0] - 1.5) < 1e-9);
    QVERIFY(std::abs(*std::min_element(rails.begin(), rails.end())) < 1e-12);
  }

  void finishedThicknessIsKeptOrTheMostIsTold() {
    // A wedge-shaped slab: level 100 mm thick at one end, 70 at the other, its underside flat.
    std::vector<SlabReading> readings;
    for (int j = 0; j < 2; ++j) {
      for (int i = 0; i < 4; ++i) readings.push_back({500.0 * i, 200.0 * j, 10.0 * i, 0.0, 1.0});
    }
    FlatteningLimits limits{70.0, 60.0, 0.1};
    auto flat = flatten(readings, limits, {}, Unit::Millimetre);
    QVERIFY(flat);
    for (const double below : flat->secondCutMm) QVERIFY(below >= -1e-6);
    limits.finishedMm = 95.0;
    const auto none = flatten(readings, limits, {}, Unit::Millimetre);
    QVERIFY(!none);
    QCOMPARE(none.error()[0].fault, Fault::NoPlaneClears);
    // What it says is the most, can be had; a hair more cannot.
    const double most = std::stod(none.error()[0].says[1].words());
    limits.finishedMm = most;
    QVERIFY(flatten(readings, limits, {}, Unit::Millimetre).has_value());
    limits.finishedMm = most + 0.2;
    QVERIFY(!flatten(readings, limits, {}, Unit::Millimetre).has_value());
  }

  void passesVolumeAndHoursFollow() {
    std::vector<SlabReading> readings;
    for (int j = 0; j < 2; ++j) {
      for (int i = 0; i < 3; ++i) readings.push_back({500.0 * i, 200.0 * j, i == 1 ? 0.0 : 7.0, 0.0, 1e5});
    }
    SlabPlan plan;
    plan.cut = millimetres(3.0);
    plan.litresAnHour = 0.7;
    const auto flat = flatten(readings, {}, plan, Unit::Millimetre);
    QVERIFY(flat);
    QCOMPARE(flat->passes, 3);  // 7 / 3
    QVERIFY(std::abs(flat->volumeMm3 - 2.0 * 7.0 * 1e5) < 1e-3);
    QVERIFY(std::abs(flat->hours - 2.0) < 1e-6);
  }

  void readingsComeFromPastedTextAndGapsAreNamed() {
    const auto grid = readSlabGrid("3/8, 1/2, 7/16\n# aft end\n0.25,-,3/4\n", Unit::Inch);
    QVERIFY(grid);
    QCOMPARE(grid->size(), std::size_t{2});
    QCOMPARE((*grid)[0][1]->mm(), 12.7);
    QVERIFY(!(*grid)[1][1].has_value());
    SlabPlan plan;
    plan.down = *grid;
    const auto readings = slabReadings(plan);
    QVERIFY(!readings);
    QCOMPARE(readings.error().size(), std::size_t{1});
    QVERIFY(describe(readings.error()[0]).find("row 2, place 2") != std::string::npos);
    plan.down[1][1] = millimetres(9.0);
    plan.faults = {faultAt(12.0 * 25.4, 0.0, 50.0, 20.0, FaultKind::Heart)};
    plan.lose = millimetres(5.0);
    const auto whole = slabReadings(plan);
    QVERIFY(whole);
    QCOMPARE((*whole)[1].loseMm, 5.0);  // no deeper than is wanted
    QCOMPARE((*whole)[2].loseMm, 0.0);
    QCOMPARE((*whole)[1].weightMm2, 2.0 * (*whole)[0].weightMm2);
    const auto bad = readSlabGrid("3/8,what\n9 mm\tno\n", Unit::Inch);
    QVERIFY(!bad);
    QCOMPARE(bad.error().size(), std::size_t{2});
    QCOMPARE(bad.error()[1].where.line, 2);
    QCOMPARE(bad.error()[1].where.field, 2);
  }

  void patternFindsTheOneClearWindow() {
    // Twenty knots in rows, and one window between them that the pattern fits with 2 mm to spare.
    PlacementOf of;
    of.slab = rectangle({0.0, 0.0}, {3000.0, 400.0});
    of.pattern = moved(rectangle({0.0, 0.0}, {700.0, 120.0}), 0.0, {-350.0, -60.0});
    of.marginMm = 10.0;
    for (int i = 0; i < 19; ++i) {
      const double along = 80.0 + 150.0 * i;
      if (along > 1180.0 && along < 1900.0) continue;
      of.faults.push_back(faultAt(along, 90.0, 60.0, 60.0));
      of.faults.push_back(faultAt(along + 20.0, 280.0, 60.0, 60.0));
    }
    of.faults.push_back(faultAt(1560.0, 70.0, 40.0, 40.0));
    of.faults.push_back(faultAt(1700.0, 330.0, 40.0, 40.0));
    QVERIFY(of.faults.size() >= 20);
    QElapsedTimer clock;
    clock.start();
    const auto found = findPlacement(of);
    qInfo("found in %lld ms", static_cast<long long>(clock.elapsed()));
    QVERIFY(found);
    QVERIFY(found->judgement.isClear());
    QVERIFY(found->judgement.runOutRad * degree < 0.01);
    QVERIFY(found->judgement.clearMm >= 10.0 - 0.01);
    QVERIFY(found->placement.at.x() > 1300.0 && found->placement.at.x() < 1800.0);
  }

  void leastRunOutIsFoundWhereThePatternMustBeTurned() {
    // A band of clear wood that leans: checks above and below it, so that only at its own angle does the pattern fit.
    for (const double lean : {4.0, 9.0, -6.5}) {
      PlacementOf of;
      of.slab = rectangle({0.0, 0.0}, {2400.0, 900.0});
      of.pattern = rectangle({-600.0, -50.0}, {600.0, 50.0});
      of.mostRunOutRad = 0.3;
      const double slope = std::tan(lean / degree);
      for (int i = 0; i < 10; ++i) {
        const double along = 120.0 + 240.0 * i, middle = 450.0 + slope * (along - 1200.0);
        // Boxes that leave a leaning band 112 mm wide between their corners.
        const double band = 56.0 / std::cos(lean / degree) + 60.0 * std::abs(slope);
        of.faults.push_back(faultAt(along, 0.5 * (middle + band + 900.0), 120.0, 900.0 - middle - band));
        of.faults.push_back(faultAt(along, 0.5 * (middle - band), 120.0, middle - band));
      }
      QCOMPARE(of.faults.size(), std::size_t{20});
      QElapsedTimer clock;
      clock.start();
      const auto found = findPlacement(of);
      qInfo("lean %g found in %lld ms at %g", lean, static_cast<long long>(clock.elapsed()),
            found ? found->judgement.runOutRad * degree : -1.0);
      QVERIFY(found);
      QVERIFY(found->judgement.isClear());
      // With a little room in the band, a little less than its lean will do, and no more than that is taken.
      const double runOut = found->judgement.runOutRad * degree;
      QVERIFY2(runOut <= std::abs(lean) + 0.05 && runOut > std::abs(lean) - 1.6, qPrintable(QString::number(runOut)));
      // No less does: a twentieth of a degree straighter there is no place.
      PlacementOf straighter = of;
      straighter.mostRunOutRad = (runOut - 0.06) / degree;
      const auto none = findPlacement(straighter);
      QVERIFY(none && !none->judgement.isClear());
    }
  }

  void shortestFoulIsChosenWhereNoPlaceIsClear() {
    PlacementOf of;
    of.slab = rectangle({0.0, 0.0}, {1000.0, 150.0});
    of.pattern = rectangle({-400.0, -60.0}, {400.0, 60.0});
    of.faults = {faultAt(500.0, 75.0, 20.0, 10.0, FaultKind::Nail), faultAt(120.0, 75.0, 60.0, 40.0),
                 faultAt(880.0, 75.0, 60.0, 40.0)};
    const auto found = findPlacement(of);
    QVERIFY(found);
    QVERIFY(!found->judgement.isClear());
    // The nail in the middle cannot be missed; one of the knots at the ends must not be touched besides if it can be.
    QVERIFY(std::find(found->judgement.fouled.begin(), found->judgement.fouled.end(), std::size_t{0}) !=
            found->judgement.fouled.end());
    const auto pieces = gravingPieces(of, *found, {2000.0, 100.0}, "larch");
    QCOMPARE(pieces.size(), found->judgement.fouled.size());
    QVERIFY(std::abs(pieces[0].widthMm - 22.7) < 1e-9);
    QVERIFY(std::abs(pieces[0].lengthMm - 68.1) < 1e-9);
    QVERIFY(std::abs(pieces[0].depthMm - 11.175) < 1e-9);
    // Back on the part: laid there again, it lands on the fault.
    Polygon one{pieces[0].onPattern - Vec2(2000.0, 100.0), {0, 0}, {1, 0}};
    PlacementOf lay = of;
    lay.pattern = one;
    QVERIFY((laidPattern(lay, found->placement)[0] - Vec2(500.0, 75.0)).norm() < 1e-9);
  }

  void patternLargerThanTheSlabIsRefused() {
    PlacementOf of;
    of.slab = rectangle({0.0, 0.0}, {1000.0, 150.0});
    of.pattern = rectangle({-600.0, -60.0}, {600.0, 60.0});
    const auto found = findPlacement(of);
    QVERIFY(!found);
    QCOMPARE(found.error()[0].fault, Fault::PatternTooLarge);
  }

  void searchStopsWhenAsked() {
    PlacementOf of;
    of.slab = rectangle({0.0, 0.0}, {1000.0, 150.0});
    of.pattern = rectangle({-400.0, -60.0}, {400.0, 60.0});
    of.faults = {faultAt(500.0, 75.0, 20.0, 10.0)};
    std::stop_source stop;
    stop.request_stop();
    const auto found = findPlacement(of, stop.get_token());
    QVERIFY(!found && found.error().empty());
  }

  void judgementTellsWhatItStandsOn() {
    SlabPlan plan;
    plan.length = millimetres(1000.0);
    plan.width = millimetres(300.0);
    plan.grainDeg = 2.0;
    plan.margin = millimetres(5.0);
    plan.faults = {faultAt(500.0, 150.0, 30.0, 30.0)};
    const PlacementOf of = placementOf(plan, rectangle({100.0, 100.0}, {400.0, 160.0}));
    QVERIFY(std::abs(of.patternAxisRad) < 1e-9);
    auto judged = judgePlacement(of, {{200.0, 150.0}, 0.0, false});
    QVERIFY(judged.isClear());
    QVERIFY(std::abs(judged.runOutRad * degree - 2.0) < 1e-6);
    QVERIFY(std::abs(judged.clearMm - 50.0) < 1e-9);
    judged = judgePlacement(of, {{500.0, 150.0}, 0.0, false});
    QCOMPARE(judged.fouled, std::vector<std::size_t>{0});
    judged = judgePlacement(of, {{152.0, 150.0}, 0.0, false});  // 2 mm from the end, 5 asked for
    QVERIFY(!judged.onSlab);
  }
};

QTEST_APPLESS_MAIN(SlabTest)
#include "slab_test.moc"
