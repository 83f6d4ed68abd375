// Keel bevels, station marks and grooves, against arithmetic done by hand.

#include <QTest>
#include <cmath>

#include "backbone/groove.h"
#include "backbone/keel_bevel.h"
#include "backbone/station_marks.h"
#include "known_hulls.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {
constexpr double degree = 57.29577951308232;

Batten straight(const Vec3& from, const Vec3& to) {
  return Batten::spring(std::vector<Vec3>{from, to}, BattenEnds::Free);
}

/// A run whose bevel goes evenly from one angle to another over its length, the rabbet line straight up.
RabbetRun evenRun(double lengthMm, double fromRad, double toRad) {
  RabbetRun run;
  run.part = RabbetPart::Stem;
  std::vector<Vec3> nails;
  for (int i = 0; i <= 60; ++i) {
    RabbetPlace place;
    const double share = i / 60.0;
    place.alongMm = share * lengthMm;
    place.rabbet = {0.0, 20.0, place.alongMm};
    place.bevelRad = fromRad + share * (toRad - fromRad);
    place.inner = place.rabbet + Vec3(10.0, -10.0, 0.0);
    place.bearding = place.rabbet + Vec3(30.0, 0.0, 0.0);
    place.normal = {-0.5, 0.8, 0.0};
    nails.push_back(place.rabbet);
    run.places.push_back(place);
  }
  run.rabbetLine = Batten::spring(nails, BattenEnds::Free);
  run.innerRabbet = run.beardingLine = run.rabbetLine;
  return run;
}
}  // namespace

class KeelTest : public QObject {
  Q_OBJECT

 private slots:
  void bevelsAreThoseOfTheRule() {
    // By hand: edge at 45 degrees to the centre line would halve tan^2; here the half-breadth grows 1 in 10.
    std::vector<KeelEdges> edges;
    for (int i = 0; i <= 4; ++i) {
      const double x = 100.0 * i;
      edges.push_back({std::to_string(i + 1), x, 40.0 + 0.1 * x, 40.0 + 0.1 * x + 12.0 + 4.0 * i});
    }
    const auto bevel = keelBevel(edges, 30.0, 6.0, Unit::Millimetre);
    QVERIFY(bevel);
    QCOMPARE(bevel->stations.size(), std::size_t{5});
    const KeelStation& third = bevel->stations[2];
    QVERIFY(std::abs(std::tan(third.stationRad) - 20.0 / 24.0) < 1e-9);
    const double cosEdge = 1.0 / std::sqrt(1.01);
    QVERIFY(std::abs(std::tan(third.sawRad) - 20.0 / 24.0 * cosEdge) < 1e-6);
    // The least bevel is the first's; what is left at the third is 8 mm in the station plane, less square to the edge.
    QVERIFY(std::abs(bevel->leastSawRad - bevel->stations[0].sawRad) < 1e-12);
    QVERIFY(std::abs(third.leftMm - 8.0 * cosEdge) < 1e-6);
    QVERIFY(std::abs(bevel->mostLeftMm - 16.0 * cosEdge) < 1e-6);
  }

  void shoulderAsDeepAsTheKeelLeavesNoBevel() {
    const std::vector<KeelEdges> edges{{"1", 0.0, 30.0, 40.0}, {"2", 100.0, 30.0, 40.0}};
    const auto bevel = keelBevel(edges, 20.0, 20.0, Unit::Millimetre);
    QVERIFY(!bevel);
    QCOMPARE(bevel.error()[0].fault, Fault::KeelShoulder);
  }

  void plankKeelOfOsierTakesTheInsideOfHerGarboards() {
    const auto table = loadOffsetTable(boatsFolder() + "osier.csv");
    const auto hull = springHull(*table);
    QVERIFY(hull);
    constexpr double thickness = 22.0, shoulder = 6.0;
    const auto edges = keelEdges(*hull, thickness, shoulder);
    QCOMPARE(edges.size(), std::size_t{7});
    const TableRow* rabbet = table->row(RowKind::HalfBreadth, RowLine::Rabbet);
    const double rounding = TableRounding(*table).rowToleranceMm(static_cast<std::size_t>(rabbet - table->rows.data()));
    for (std::size_t i = 0; i < edges.size(); ++i) {
      QVERIFY(std::abs(edges[i].outboardMm - rabbet->figures[i]->mm()) <= rounding + 1e-9);
      QVERIFY(edges[i].inboardMm > edges[i].outboardMm);
    }
    const auto bevel = keelBevel(edges, thickness, shoulder, Unit::Millimetre);
    QVERIFY(bevel);
    // Flattest amidships, and steeper to both ends: it rolls.
    QVERIFY(bevel->stations[3].stationRad > bevel->stations[0].stationRad + 0.3);
    QVERIFY(bevel->stations[3].stationRad > bevel->stations[6].stationRad + 0.3);
    for (const KeelStation& station : bevel->stations) QVERIFY(station.sawRad <= station.stationRad + 1e-12);
  }

  void marksOnASlopingKeelLeanAndLieFurtherApart() {
    // Three degrees, ten inches deep: half an inch out, as every shop finds.
    const double slope = 3.0 / degree, deep = 254.0;
    const Batten top = straight({0, 0, 300}, {4000, 0, 300 + 4000 * std::tan(slope)});
    const Batten bottom = straight({0, 0, 300 - deep}, {4000, 0, 300 - deep + 4000 * std::tan(slope)});
    std::vector<NamedStation> stations;
    for (int i = 1; i <= 4; ++i) stations.push_back({std::to_string(i), 800.0 * i});
    const StationMarks marks = markStations(top, bottom, stations);
    QCOMPARE(marks.marks.size(), std::size_t{4});
    QVERIFY(std::abs(marks.mostOffMm - deep * std::tan(slope)) < 1e-6);
    QVERIFY(std::abs(marks.mostOffMm - 12.7) < 0.7);
    QVERIFY(std::abs(marks.topApartMm - 2400.0 / std::cos(slope)) < 1e-6);
    QVERIFY(std::abs(marks.levelApartMm - 2400.0) < 1e-9);
    QVERIFY(std::abs(marks.marks[2].leanRad - slope) < 1e-9);
    QVERIFY(std::abs(marks.marks[1].topAlongMm - 800.0 / std::cos(slope)) < 1e-6);
  }

  void marksRoundACurvedFaceFollowItsArc() {
    std::vector<Vec3> arc;
    for (int i = 0; i <= 40; ++i) {
      const double a = -0.4 + 0.8 * i / 40.0;
      arc.emplace_back(2000.0 * std::sin(a), 0.0, 2000.0 - 2000.0 * std::cos(a));
    }
    const Batten bottom = Batten::spring(arc, BattenEnds::CarryCurvature);
    const Batten top = straight({-800, 0, 600}, {800, 0, 600});
    const StationMarks marks = markStations(top, bottom, {{"1", -500.0}, {"2", 0.0}, {"3", 500.0}, {"4", 5000.0}});
    QCOMPARE(marks.marks.size(), std::size_t{3});  // the fourth is beyond it
    QVERIFY(std::abs(marks.marks[2].bottomAlongMm - 2.0 * 2000.0 * std::asin(0.25)) < 0.02);
    QVERIFY(std::abs(marks.marks[2].topAlongMm - 1000.0) < 1e-6);
    QVERIFY(std::abs(marks.marks[1].squaredOffMm) < 1e-9);
  }

  void grooveIsCutAtTheSteepestBevelOfItsRunAndLeavesTheRest() {
    const RabbetRun run = evenRun(1200.0, 0.30, 0.60);
    GrooveLimits limits{16.0, 80.0, 0.01, 20.0};
    const auto groove = machineGroove(run, limits, {0.0, 600.0, 1150.0});
    QVERIFY(groove);
    QVERIFY(std::abs(groove->fromAlongMm) < 1e-9);
    QVERIFY(std::abs(groove->toAlongMm - 1120.0) < 1e-9);
    QVERIFY(std::abs(groove->angleRad - (0.30 + 0.30 * 1120.0 / 1200.0)) < 1e-6);
    QVERIFY(groove->marks[0].machined && groove->marks[1].machined && !groove->marks[2].machined);
    QVERIFY(std::abs(groove->marks[1].leftRad - (groove->angleRad - 0.45)) < 1e-3);
    // By hand: the machine's bed leans more than the groove's, so at its corner it lies t sin(difference) short.
    QVERIFY(std::abs(groove->marks[1].leftMm - 16.0 * std::sin(groove->angleRad - 0.45)) < 0.02);
    for (const GroovePare& mark : groove->marks) QVERIFY(mark.inReach);
    limits.reachMm = 12.0;
    const auto shallow = machineGroove(run, limits, {0.0, 1150.0});
    QVERIFY(!shallow->marks[0].inReach);  // 16 cos 0.30 = 15.3
  }

  void grooveIsLeftUncutWhereTheBevelRollsFast() {
    // The lower half rolls ten times as fast.
    RabbetRun run = evenRun(1200.0, 0.1, 0.1);
    for (RabbetPlace& place : run.places)
      place.bevelRad = place.alongMm < 600.0 ? 0.9 - 1e-3 * place.alongMm : 0.3 - 1e-4 * (place.alongMm - 600.0);
    const auto groove = machineGroove(run, {16.0, 50.0, 5e-4, 20.0}, {});
    QVERIFY(groove);
    QVERIFY2(std::abs(groove->fromAlongMm - 600.0) < 30.0, qPrintable(QString::number(groove->fromAlongMm)));
    QVERIFY(std::abs(groove->toAlongMm - 1150.0) < 1e-9);
    QVERIFY(std::abs(rollAt(run, 300.0) + 1e-3) < 1e-6);
    // None at all where it rolls fast everywhere.
    QVERIFY(!machineGroove(evenRun(1200.0, 0.0, 1.4), {16.0, 50.0, 5e-4, 20.0}, {}));
  }
};

QTEST_APPLESS_MAIN(KeelTest)
#include "keel_test.moc"
