// Flat planks of developable hulls against their closed forms, and properties any flat plank has.

#include <QTest>
#include <cmath>
#include <numbers>

#include "known_hulls.h"
#include "sample_books.h"

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
    // A zone of a sphere cannot be laid flat. Lengths along a strip of width w change as K y^2 / 2 across it; least
    // squares leave K w^2 / sqrt(720) of that, in one of the two directions: K w^2 / sqrt(1440), root mean square of
    // both.
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
    const double expected = width * width / (radius * radius) / std::sqrt(1440.0);
    // A third of the radius wide, it is a sixth more than that of a narrow strip.
    QVERIFY2(std::abs(plank.strainRms / expected - 1.0) < 0.2,
             qPrintable(QString("%1 of %2").arg(plank.strainRms).arg(expected)));
    // At the edges it is K w^2 / 12.
    QVERIFY2(std::abs(plank.strainMax / (width * width / (radius * radius) / 12.0) - 1.0) < 0.25,
             qPrintable(QString::number(plank.strainMax)));
  }

  void quickAnswerIsWithinASixtyFourthOfTheFull() {
    // Planks that twist and are hollow, not a cylinder's.
    for (const char* boat : {"osier", "marl"}) {
      const Lining lining = liningOf(sampleBook(boat).table, strakes);
      PlankMake quick;
      quick.fineness = quickStrip;
      for (std::size_t k = 0; k < strakes; ++k) {
        const FlatPlank full = flatPlank(lining.band(k), {});
        const FlatPlank fast = flatPlank(lining.band(k), quick);
        for (const auto& [one, other] :
             {std::pair(full.boardWidthMm, fast.boardWidthMm), std::pair(full.upperLengthMm, fast.upperLengthMm),
              std::pair(full.lowerLengthMm, fast.lowerLengthMm)})
          QVERIFY2(std::abs(one - other) < 0.4, qPrintable(QString("%1 %2: %3").arg(boat).arg(k).arg(one - other)));
      }
    }
  }

  void warmStartGivesTheSameAnswer() {
    // From the strake above, which is another shape altogether, as from nothing.
    const Lining lining = liningOf(sampleBook("marl").table, strakes);
    for (std::size_t k = 0; k + 1 < strakes; ++k) {
      const FlatPlank other = flatPlank(lining.band(k + 1), {});
      const FlatPlank cold = flatPlank(lining.band(k), {});
      const FlatPlank warm = flatPlank(lining.band(k), {}, &other);
      QVERIFY(cold.settled && warm.settled);
      QVERIFY(misfitMm(cold.upper, other.upper) > 1.0);
      const double apart = misfitMm(cold.upper, warm.upper);
      QVERIFY2(apart < 0.01, qPrintable(QString("%1: %2").arg(k).arg(apart)));
    }
  }
};

QTEST_APPLESS_MAIN(FlattenTest)
#include "flatten_test.moc"
