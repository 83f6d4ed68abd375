// Points of the hull carried over to the flat plank.

#include <QTest>
#include <cmath>

#include "known_hulls.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

class FlatMapTest : public QObject {
  Q_OBJECT

 private slots:
  void pointsOfACylinderLieWhereItUnrolls() {
    const Developable known = cylinder();
    const Lining lining = liningOf(tableOf(known.sections, 9), knownStrakes);
    const FlatPlank plank = flatPlank(lining.band(2), {});
    std::vector<Vec2> exact, found;
    for (double t = 0.05; t < 10.0; t += 0.23) {
      for (const double across : {0.0, 0.17, 0.5, 0.81, 1.0}) {
        const double share = (2.0 + across) / static_cast<double>(knownStrakes);
        exact.push_back(known.unrolled(lining.frame.point(t, share).x(), share));
        found.push_back(plank.map.at(t, across));
      }
    }
    const double miss = misfitMm(exact, found);
    QVERIFY2(miss < 0.03, qPrintable(QString::number(miss)));
  }

  void edgesAndStationsOfThePlankAreItsOwnPoints() {
    const auto table = loadOffsetTable(boatsFolder() + "marl.csv");
    const Lining lining = liningOf(*table, 12);
    for (const bool lapstrake : {false, true}) {
      PlankMake make;
      make.construction = lapstrake ? Construction::Lapstrake : Construction::Carvel;
      const FlatPlank plank = flatPlank(lining.band(3), make);
      QVERIFY((plank.map.at(0.0, 0.0) - plank.lower.front()).norm() < 1e-6);
      QVERIFY((plank.map.at(lining.frame.lastT(), 1.0) - plank.upper.back()).norm() < 1e-6);
      for (double t = 0.1; t < lining.frame.lastT(); t += 0.37) {
        // The edges are drawn as short chords.
        const double low = distanceToCurveMm({plank.map.at(t, 0.0)}, plank.lower);
        const double high = distanceToCurveMm({plank.map.at(t, 1.0)}, plank.upper);
        QVERIFY2(low < 0.05 && high < 0.05, qPrintable(QString("t %1: %2 %3").arg(t).arg(low).arg(high)));
      }
      for (const PlankStation& station : plank.stations)
        QVERIFY((plank.map.at(static_cast<double>(station.section), 0.0) - station.lower).norm() < 1e-9);
    }
  }

  void finerGridsCarryThePointsToTheSamePlace() {
    const auto table = loadOffsetTable(boatsFolder() + "osier.csv");
    const Lining lining = liningOf(*table, 8);
    const FlatPlank plank = flatPlank(lining.band(1), {});
    PlankMake finer;
    finer.fineness = {700, 20};
    const FlatPlank fine = flatPlank(lining.band(1), finer);
    std::vector<Vec2> one, other;
    for (double t = 0.5; t < lining.frame.lastT(); t += 0.29) {
      for (const double across : {0.1, 0.5, 0.9}) {
        one.push_back(plank.map.at(t, across));
        other.push_back(fine.map.at(t, across));
      }
    }
    QVERIFY2(misfitMm(other, one) < 0.05, qPrintable(QString::number(misfitMm(other, one))));
  }

  void hoodEndsAreMeasuredSquareToThePlank() {
    const auto table = loadOffsetTable(boatsFolder() + "osier.csv");
    const Lining lining = liningOf(*table, 8);
    for (std::size_t k = 0; k < 8; ++k) {
      const FlatPlank plank = flatPlank(lining.band(k), {});
      const Vec2 end = plank.upper.front() - plank.lower.front();
      QVERIFY(plank.foreEndMm > 1.0 && plank.foreEndMm <= end.norm() + 1e-9);
    }
    // Osier's stem rakes most at her forefoot: there an end is narrower than it is long.
    double least = 1.0;
    for (std::size_t k = 0; k < 8; ++k)
      least = std::min(least, flatPlank(lining.band(k), {}).foreEndMm / lining.widthMm(k, 0));
    QVERIFY2(least < 0.95, qPrintable(QString::number(least)));
    // A plank cut square has its own width.
    const Lining round = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    const FlatPlank square = flatPlank(round.band(2, {2.0, 8.0}), {});
    QVERIFY(std::abs(square.foreEndMm - round.widthMm(2, 2)) < 0.1);
  }

  void layingFlatSaysWhenItDidNotSettle() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    QVERIFY(flatPlank(lining.band(2), {}).settled);
    Strip strip = surfaceStrip(lining.band(2), quickStrip);
    QVERIFY(layFlat(strip).settled);
    // Asked for more than a step can give it never comes to rest, and says so.
    QVERIFY(!layFlat(strip, nullptr, 0.0).settled);
  }
};

QTEST_APPLESS_MAIN(FlatMapTest)
#include "flat_map_test.moc"
