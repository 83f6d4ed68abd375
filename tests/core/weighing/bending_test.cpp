// How planks bend, against circles and cones known exactly and the shop's own limits.

#include <QTest>
#include <cmath>

#include "known_hulls.h"
#include "sample_books.h"
#include "solve/solve.h"
#include "weighing/bending.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// Plumb sides about an upright axis: every level plank bends to the one radius.
Lining plumbCylinder(double radius) {
  std::vector<KnownSection> sections;
  for (int i = 0; i < knownStations; ++i) {
    const double x = stationX(i);
    const double y = std::sqrt(radius * radius - std::pow(x - 0.5 * knownLengthMm, 2)) - radius + 900.0;
    sections.push_back({x, [y](double z) { return Vec2(y, z); }, 50.0, 650.0});
  }
  return liningOf(tableOf(sections, 7), knownStrakes);
}

WeighingFigures figures(double thickMm, const std::string& species = {}) {
  Book book = sampleBook("osier");
  book.table.thickness = millimetres(thickMm);
  book.weighing.species = species;
  return weighingFigures(book);
}

}  // namespace

class BendingTest : public QObject {
  Q_OBJECT

 private slots:
  void levelPlanksOnAPlumbCylinderBendToItsRadius() {
    for (const double radius : {2600.0, 5000.0, 12000.0}) {
      const Lining lining = plumbCylinder(radius);
      const StrakeBending bending = bendingOf(lining.band(2), figures(10.0));
      QVERIFY(std::abs(bending.lengthMm - 2.0 * radius * std::asin(0.5 * knownLengthMm / radius)) < 2.0);
      for (const BendAt& at : bending.places) {
        QVERIFY2(std::abs(at.radiusMm / radius - 1.0) < 0.02, qPrintable(QString::number(at.radiusMm)));
        QVERIFY(std::abs(at.strain - 5.0 / at.radiusMm) < 1e-12);
        QVERIFY(at.twistDeg < 0.05);
      }
    }
  }

  void whatGoesOnColdIsByRadiusOverThickness() {
    const Lining lining = plumbCylinder(3000.0);
    const auto heat = [&](double thickMm, const std::string& species = {}) {
      const StrakeBending bending = bendingOf(lining.band(2), figures(thickMm, species));
      return bending.runs.empty() ? Heat::None : bending.runs.front().heat;
    };
    QCOMPARE(heat(25.0), Heat::None);     // 120
    QCOMPARE(heat(40.0), Heat::Hard);     // 75
    QCOMPARE(heat(70.0), Heat::Steam);    // 43
    QCOMPARE(heat(120.0), Heat::Beyond);  // 25
    // Larch goes cold round 130 only.
    QCOMPARE(heat(25.0, "Larch, air dried"), Heat::Hard);
  }

  void steamIsAnHourAnInchAndThinEndsAreWrapped() {
    const Lining lining = plumbCylinder(3000.0);
    const StrakeBending thick = bendingOf(lining.band(2), figures(76.2));
    QCOMPARE(thick.runs.size(), std::size_t(1));
    QVERIFY(std::abs(thick.runs[0].minutes - 180.0) < 1e-6);
    QVERIFY(thick.runs[0].toBow && thick.runs[0].toStern && !thick.runs[0].wrapped);
    QVERIFY(std::abs(thick.runs[0].toMm - thick.lengthMm) < 1e-6);
    const Lining tight = plumbCylinder(2010.0);
    const StrakeBending thin = bendingOf(tight.band(2), figures(9.0));
    QVERIFY(thin.runs.empty());  // 223 over its thickness
    const StrakeBending wood = bendingOf(plumbCylinder(2001.0).band(2), figures(25.4));
    QVERIFY(!wood.runs.empty());
    QVERIFY(std::abs(wood.runs[0].minutes - 60.0) < 1e-6);
  }

  void osiersBowTwistsAndWantsHeatThere() {
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    const WeighingFigures limits = weighingFigures(*solved->book);
    const auto limit = limitOf(Measure::Twist, limits, true, 0.0);
    const StrakeBending garboard = bendingOf(solved->lining->band(0), limits);
    QVERIFY(!garboard.runs.empty());
    const HeatedRun& bow = garboard.runs.front();
    QVERIFY(bow.toBow && bow.fromMm == 0.0 && bow.toMm < 0.5 * garboard.lengthMm);
    QVERIFY(bow.worst.byTwist && bow.worst.twistDeg > limit->look);
    QVERIFY(bow.heat == Heat::Hard || bow.heat == Heat::Steam);
    QVERIFY(bow.minutes >= 30.0);
    // Cold from there on.
    for (const BendAt& at : garboard.places) {
      const bool held = std::any_of(garboard.runs.begin(), garboard.runs.end(), [&](const HeatedRun& run) {
        return at.alongMm >= run.fromMm - 1e-9 && at.alongMm <= run.toMm + 1e-9;
      });
      QVERIFY(held || at.heat == Heat::None);
    }
    QCOMPARE(&garboard.at(0.0), &garboard.places.front());
  }
};

QTEST_APPLESS_MAIN(BendingTest)
#include "bending_test.moc"
