// Flat planks of developable hulls against their closed forms, and properties any flat plank has.

#include <QtTest/QtTest>
#include <cmath>
#include <numbers>

#include "analytic_hull.h"
#include "plank/flat_plank.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr int stations = 11;
constexpr double lengthMm = 4000.0;
constexpr std::size_t strakes = 6;
/// What the trade can use: a third of a sixty-fourth of an inch.
constexpr double flatToleranceMm = 0.15;

LiningPlan equalPlan(std::size_t count) {
  LiningPlan plan;
  for (std::size_t k = 0; k < count; ++k) plan.strakes.push_back({static_cast<std::int64_t>(k + 1)});
  for (std::size_t k = 0; k <= count; ++k) plan.lines.push_back({static_cast<std::int64_t>(100 + k)});
  return plan;
}

Lining liningOf(const OffsetTable& table, std::size_t count) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  const GirthFrame frame(std::make_shared<Hull>(*hull), false);
  const auto lining = lineOff(frame, equalPlan(count), std::vector<StationId>(frame.sectionCount()));
  if (!lining) qFatal("%s", describe(lining.error()).c_str());
  return *lining;
}

/// A developable hull: sections, and where a share of the section at x lands when the surface is unrolled.
struct Developable {
  std::vector<KnownSection> sections;
  std::function<Vec2(double x, double share)> unrolled;
};

double stationX(int i) {
  return lengthMm * i / (stations - 1);
}

/// A cylinder lying along the boat with a sheer that sweeps up at both ends.
Developable cylinder() {
  constexpr double radius = 700.0;
  const auto sheerAngle = [](double x) { return 1.35 + 0.2 * std::pow(2.0 * x / lengthMm - 1.0, 2); };
  Developable known;
  for (int i = 0; i < stations; ++i) {
    known.sections.push_back({stationX(i),
                              [](double a) { return Vec2(radius * std::sin(a), radius * (1.0 - std::cos(a))); }, 0.1,
                              sheerAngle(stationX(i))});
  }
  known.unrolled = [=](double x, double share) { return Vec2(x, radius * (0.1 + share * (sheerAngle(x) - 0.1))); };
  return known;
}

/// A cone lying on its side, its axis along the boat.
Developable coneOnItsSide() {
  constexpr double apex = -6000.0;
  constexpr double rise = 0.09;
  const auto sheerAngle = [](double x) { return 1.5 - 0.15 * std::sin(x / lengthMm * std::numbers::pi); };
  Developable known;
  for (int i = 0; i < stations; ++i) {
    const double radius = rise * (stationX(i) - apex);
    known.sections.push_back({stationX(i),
                              [radius](double a) { return Vec2(radius * std::sin(a), 1400.0 - radius * std::cos(a)); },
                              0.15, sheerAngle(stationX(i))});
  }
  known.unrolled = [=](double x, double share) {
    const double slope = std::sqrt(1.0 + rise * rise);
    const double angle = (0.15 + share * (sheerAngle(x) - 0.15)) * rise / slope;
    return Vec2((x - apex) * slope * std::cos(angle), (x - apex) * slope * std::sin(angle));
  };
  return known;
}

/// An upright cone: its axis is plumb, its sections hyperbolas. Shares there have no closed form, so what is checked is
/// that every edge point, carried back, lies on the curve its neighbours in the closed form make.
struct UprightCone {
  static constexpr double slope = 0.45;  ///< radius over height above the apex
  static constexpr double apexZ = -9000.0;
  static constexpr double axisX = 2000.0;
  static constexpr double axisY = -3600.0;
  static Vec2 section(double x, double z) {
    const double radius = slope * (z - apexZ);
    return {axisY + std::sqrt(radius * radius - (x - axisX) * (x - axisX)), z};
  }
  static Vec2 unrolled(const Vec3& at) {
    const double slant = std::hypot(1.0, slope) * (at.z() - apexZ);
    const double angle = std::atan2(at.x() - axisX, at.y() - axisY) * slope / std::hypot(1.0, slope);
    return {slant * std::sin(angle), slant * std::cos(angle)};
  }
  static std::vector<KnownSection> sections() {
    std::vector<KnownSection> known;
    for (int i = 0; i < stations; ++i) {
      const double x = stationX(i);
      const double sheer = 700.0 + 120.0 * std::pow(x / lengthMm - 0.5, 2);
      known.push_back({x, [x](double z) { return section(x, z); }, 50.0, sheer});
    }
    return known;
  }
};

/// Edges of the flat plank beside those of the closed form at the same columns.
double worstMisfit(const Developable& known, const OffsetTable& table) {
  const Lining lining = liningOf(table, strakes);
  double worst = 0.0;
  for (std::size_t k = 0; k < strakes; ++k) {
    const FlatPlank plank = flatPlank(lining, k, {});
    std::vector<Vec2> exact;
    std::vector<Vec2> found = plank.lower;
    found.insert(found.end(), plank.upper.begin(), plank.upper.end());
    const Strip strip = surfaceStrip(lining, k, fullStrip, {0.0, lining.frame.lastT()});
    for (const std::size_t row : {std::size_t{0}, strip.rows - 1}) {
      const double share = lining.lines[k + (row == 0 ? 0 : 1)].shares[0];
      for (std::size_t c = 0; c < strip.columns; ++c)
        exact.push_back(known.unrolled(strip.points[strip.at(c, row)].x(), share));
    }
    worst = std::max(worst, misfitMm(exact, found));
  }
  return worst;
}

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
    const Lining lining = liningOf(tableOf(UprightCone::sections(), 7), strakes);
    double worst = 0.0;
    for (std::size_t k = 0; k < strakes; ++k) {
      const FlatPlank plank = flatPlank(lining, k, {});
      const Strip strip = surfaceStrip(lining, k, fullStrip, {0.0, lining.frame.lastT()});
      std::vector<Vec2> exact, found = plank.lower;
      found.insert(found.end(), plank.upper.begin(), plank.upper.end());
      for (const std::size_t row : {std::size_t{0}, strip.rows - 1}) {
        for (std::size_t c = 0; c < strip.columns; ++c) {
          // The point of the true cone at the same distance and height: what the surface misses it by counts too.
          const Vec3 at = strip.points[strip.at(c, row)];
          const Vec2 true_ = UprightCone::section(at.x(), at.z());
          exact.push_back(UprightCone::unrolled({at.x(), true_.x(), at.z()}));
          worst = std::max(worst, std::abs(true_.x() - at.y()));
        }
      }
      worst = std::max(worst, misfitMm(exact, found));
    }
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
    const FlatPlank plank = flatPlank(lining, 2, {});
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
    const FlatPlank plank = flatPlank(lining, 1, {});
    const double width = plank.stations[5].widthMm;
    const double expected = width * width / (radius * radius) / 24.0;
    QVERIFY2(plank.strainRms > 0.1 * expected && plank.strainRms < 2.0 * expected,
             qPrintable(QString("%1 of %2").arg(plank.strainRms).arg(expected)));
  }

  void quickAnswerIsWithinASixtyFourthOfTheFull() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), strakes);
    PlankMake quick;
    quick.fineness = quickStrip;
    const FlatPlank full = flatPlank(lining, 3, {});
    const FlatPlank fast = flatPlank(lining, 3, quick);
    QVERIFY(std::abs(full.boardWidthMm - fast.boardWidthMm) < 0.4);
    QVERIFY(std::abs(full.upperLengthMm - fast.upperLengthMm) < 0.4);
  }

  void warmStartGivesTheSameAnswer() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), strakes);
    const FlatPlank cold = flatPlank(lining, 3, {});
    const FlatPlank warm = flatPlank(lining, 3, {}, &cold);
    QVERIFY(misfitMm(cold.upper, warm.upper) < 0.002);
  }
};

QTEST_APPLESS_MAIN(FlattenTest)
#include "flatten_test.moc"
