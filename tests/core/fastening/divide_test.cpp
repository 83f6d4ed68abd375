// Stretches divided evenly, missing what must be missed.

#include <QTest>
#include <random>

#include "fastening/divide.h"

using namespace narrows;

class DivideTest : public QObject {
  Q_OBJECT

 private slots:
  void aClearStretchIsDividedInTheFewestEvenSteps() {
    const auto places = divideEvenly(0.0, 178.0, {76.0, 10.0}, {});
    QCOMPARE(places.size(), std::size_t{2});
    QVERIFY(std::abs(places[0] - 178.0 / 3.0) < 1e-9);
    QVERIFY(std::abs(places[1] - 2.0 * 178.0 / 3.0) < 1e-9);
    QVERIFY(divideEvenly(0.0, 76.0, {76.0, 10.0}, {}).empty());
    QCOMPARE(divideEvenly(10.0, 162.0, {76.0, 10.0}, {}), std::vector<double>{86.0});
  }

  void oneMoreStepMissesAHole() {
    // The middle is not to be had: three steps in place of two.
    const auto places = divideEvenly(0.0, 150.0, {76.0, 10.0}, {{70.0, 80.0}});
    QCOMPARE(places.size(), std::size_t{2});
    QVERIFY(std::abs(places[0] - 50.0) < 1e-9 && std::abs(places[1] - 100.0) < 1e-9);
  }

  void aLongJointDividesIt() {
    const auto places = divideEvenly(0.0, 400.0, {76.0, 10.0}, {{150.0, 260.0}});
    QVERIFY(std::find(places.begin(), places.end(), 150.0) != places.end());
    QVERIFY(std::find(places.begin(), places.end(), 260.0) != places.end());
    for (const double at : places) QVERIFY(at <= 150.0 || at >= 260.0);
  }

  void fixedPlacesAreUsedThoughTheyAreMissed() {
    const auto places = divideEvenly(0.0, 178.0, {76.0, 10.0}, {{80.0, 110.0}}, {95.0});
    QVERIFY(std::find(places.begin(), places.end(), 95.0) != places.end());
    for (const double at : places) QVERIFY(at == 95.0 || at <= 80.0 || at >= 110.0);
  }

  void whateverIsMissedNothingLiesInIt() {
    std::mt19937 random(3);
    std::uniform_real_distribution<double> length(60.0, 900.0), unit(0.0, 1.0);
    for (int round = 0; round < 3000; ++round) {
      const double whole = length(random);
      std::vector<MissedStretch> missed;
      for (int i = 0; i < 4; ++i) {
        const double from = whole * unit(random);
        missed.emplace_back(from, from + 120.0 * unit(random));
      }
      const Spacing spacing{40.0 + 60.0 * unit(random), 12.0};
      const auto places = divideEvenly(0.0, whole, spacing, missed);
      double last = 0.0;
      for (std::size_t i = 0; i <= places.size(); ++i) {
        const double at = i == places.size() ? whole : places[i];
        QVERIFY(at >= last);
        if (i < places.size()) {
          for (const auto& [from, to] : missed) QVERIFY(at <= from + 1e-5 || at >= to - 1e-5);
        }
        // A step wider than asked holds something missed.
        const bool holds = std::any_of(missed.begin(), missed.end(), [&](const MissedStretch& one) {
          return one.first < at + spacing.leastMm && one.second > last - spacing.leastMm;
        });
        QVERIFY(at - last <= spacing.mostMm + 1e-6 || holds);
        last = at;
      }
    }
  }
};

QTEST_APPLESS_MAIN(DivideTest)
#include "divide_test.moc"
