// Flat planks of developable hulls against their closed forms, and properties any flat plank has.

#include <QTest>
#include <cmath>
#include <numbers>

#include "known_hulls.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// What the trade can use: a third of a sixty-fourth of an inch.
constexpr double flatToleranceMm = 0.15;
constexpr int stations = knownStations;
constexpr std::size_t strakes = knownStrakes;

}  // namespace

class FlattenTest : public QObject {
  Q_OBJECT

 private slots:
  void planksOfACylinderLieWithinTheirClosedForm() {
    const Developable known = cylinder();
    const double worst = worstMisfit(known, tableOf(known.sections, 9));
    QVERIFY2(worst < flatToleranceMm, qPrintable(QString::number(worst)));
  }

  void planksOfACylinderGivenByWaterlinesAndButtocks() {
    const Developable known = cylinder();
    const double worst = worstMisfit(known, griddedTableOf(known.sections, 100.0));
    QVERIFY2(worst < flatToleranceMm, qPrintable(QString::number(worst)));
  }

  void planksOfAConeOnItsSideLieWithinTheirClosedForm() {
    const Developable known = coneOnItsSide();
    const double worst = worstMisfit(known, tableOf(known.sections, 9));
    QVERIFY2(worst < flatToleranceMm, qPrintable(QString::number(worst)));
  }

  void planksOfAnUprightConeLieWithinTheirClosedForm() {
    const double worst = worstUprightConeMisfit();
    QVERIFY2(worst < flatToleranceMm, qPrintable(QString::number(worst)));
  }

  void girthsOfACylinderLieWithinFifteenHundredths() {
    const Developable known = cylinder();
    const auto hull = springHull(griddedTableOf(known.sections, 100.0));
    QVERIFY(hull);
    for (std::size_t i = 0; i < hull->sections.size(); ++i) {
      const double exact = 700.0 * (known.sections[i].to - known.sections[i].from);
      QVERIFY2(std::abs(hull->sections[i].girthMm() - exact) < flatToleranceMm,
               qPrintable(QString::number(hull->sections[i].girthMm() - exact)));
    }
  }

  void developableStripKeepsNoStrain() {
    const Lining lining = liningOf(tableOf(coneOnItsSide().sections, 9), strakes);
    const FlatPlank plank = flatPlank(lining.band(2), {});
    QVERIFY2(plank.strainMax < 2e-5, qPrintable(QString::number(plank.strainMax)));
    QVERIFY(plank.strainRms <= plank.strainMax);
  }

  void sphereZoneSaysTheStrainThatIsLeft() {
    // A zone of a sphere cannot be laid flat: width w on radius R leaves strain of the order of (w / R)^2 / 24.
    constexpr double radius = 1000.0;
    std::vector<KnownSection> sections;
    for (int i = 0; i < stations; ++i) {
      const double x = -600.0 + 120.0 * i;
      const double r = std::sqrt(radius * radius - x * x);
      sections.push_back(
          {x + 600.0, [r](double a) { return Vec2(r * std::sin(a), 1000.0 - r * std::cos(a)); }, 0.6, 1.5});
    }
    const Lining lining = liningOf(tableOf(sections, 7), 3);
    const FlatPlank plank = flatPlank(lining.band(1), {});
    const double width = plank.stations[5].widthMm;
    const double expected = width * width / (radius * radius) / 24.0;
    QVERIFY2(plank.strainRms > 0.1 * expected && plank.strainRms < 2.0 * expected,
             qPrintable(QString("%1 of %2").arg(plank.strainRms).arg(expected)));
  }

  void quickAnswerIsWithinASixtyFourthOfTheFull() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), strakes);
    PlankMake quick;
    quick.fineness = quickStrip;
    const FlatPlank full = flatPlank(lining.band(3), {});
    const FlatPlank fast = flatPlank(lining.band(3), quick);
    QVERIFY(std::abs(full.boardWidthMm - fast.boardWidthMm) < 0.4);
    QVERIFY(std::abs(full.upperLengthMm - fast.upperLengthMm) < 0.4);
  }

  void warmStartGivesTheSameAnswer() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), strakes);
    const FlatPlank cold = flatPlank(lining.band(3), {});
    const FlatPlank warm = flatPlank(lining.band(3), {}, &cold);
    QVERIFY(misfitMm(cold.upper, warm.upper) < 0.002);
  }
};

QTEST_APPLESS_MAIN(FlattenTest)
#include "flatten_test.moc"
