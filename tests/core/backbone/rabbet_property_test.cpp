// What holds of every rabbet: bows by chance, keels of straight deadrise, and the sections cut through them.

#include <QTest>
#include <cmath>
#include <random>

#include "backbone/groove.h"
#include "backbone/rabbet_section.h"
#include "known_hulls.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double degree = 57.29577951308232;

/// A trough with straight sides that rise from a keel of constant half-breadth: everything of its rabbet is known.
struct Trough {
  double half = 50.0, deadrise = 0.5;
  std::vector<KnownSection> sections() const {
    std::vector<KnownSection> known;
    for (int i = 0; i < knownStations; ++i) {
      known.push_back(
          {stationX(i),
           [*this](double a) { return Vec2(half + a * std::cos(deadrise), 100.0 + a * std::sin(deadrise)); }, 0.0,
           700.0});
    }
    return known;
  }
};

Hull hullOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return *hull;
}

RabbetRun keelOf(const Hull& hull, const OffsetTable& table, PlankingSide side, double thickness) {
  for (RabbetRun& run : RabbetTracer({&hull, side, thickness}, table).trace()) {
    if (run.part == RabbetPart::Keel) return run;
  }
  qFatal("no keel");
  return {};
}

}  // namespace

class RabbetPropertyTest : public QObject {
  Q_OBJECT

 private slots:
  void keelOfATroughIsExactFromEitherSide() {
    for (const double deadrise : {0.2, 0.6, 1.1}) {
      for (const double thickness : {8.0, 20.0}) {
        const OffsetTable table = tableOf(Trough{50.0, deadrise}.sections(), 5);
        const Hull hull = hullOf(table);
        for (const PlankingSide side : {PlankingSide::Outside, PlankingSide::Inside}) {
          const RabbetRun keel = keelOf(hull, table, side, thickness);
          QVERIFY(keel.places.size() > 60);
          for (const RabbetPlace& place : keel.places) {
            // Along a plumb side the two faces lie t / cos(deadrise) apart.
            QVERIFY2(std::abs(place.bearding.z() - place.rabbet.z() - thickness / std::cos(deadrise)) < 0.1,
                     qPrintable(QString::number(place.bearding.z() - place.rabbet.z())));
            QVERIFY(std::abs(place.bevelRad - (1.5707963267948966 - deadrise)) * degree < 0.1);
            QVERIFY(std::abs(place.rabbet.y() - 50.0) < 0.01 && std::abs(place.bearding.y() - 50.0) < 0.01);
            QVERIFY((place.rabbet - place.inner - thickness * place.normal).norm() < 1e-9);
          }
        }
      }
    }
  }

  void thickerPlankingPutsTheBeardingLineFurtherIn() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const auto table = loadOffsetTable(boatsFolder() + boat + ".csv");
      const Hull hull = hullOf(*table);
      for (const double height : {0.45, 0.6, 0.8}) {
        const auto& points = table->profile(ProfilePart::StemRabbet)->points;
        const double z = points.front().height.mm() + height * (points.back().height.mm() - points.front().height.mm());
        double before = 0.0;
        for (const double thickness : {6.0, 9.0, 12.0, 16.0}) {
          const auto met = RabbetTracer({&hull, table->side, thickness}, *table).atHeight(RabbetPart::Stem, z);
          QVERIFY2(met.rabbet && met.bearding, boat);
          const double reach = met.bearding->x() - met.rabbet->rabbet.x();
          QVERIFY(reach > before);
          // Never nearer than the thickness, however bluff the bow.
          QVERIFY(reach >= thickness - 1e-6);
          before = reach;
        }
      }
    }
  }

  void heightAndRunTellTheSame() {
    const auto table = loadOffsetTable(boatsFolder() + "marl.csv");
    const Hull hull = hullOf(*table);
    const RabbetTracer tracer({&hull, table->side, table->thickness.mm()}, *table);
    const RabbetRun stem = tracer.trace().front();
    std::mt19937 chance(17);
    std::uniform_real_distribution<double> share(0.25, 0.98);
    for (int i = 0; i < 25; ++i) {
      const RabbetPlace on = stem.at(share(chance) * stem.lengthMm());
      const auto met = tracer.atHeight(RabbetPart::Stem, on.rabbet.z());
      QVERIFY(met.rabbet);
      QVERIFY2((met.rabbet->rabbet - on.rabbet).norm() < 0.1,
               qPrintable(QString::number((met.rabbet->rabbet - on.rabbet).norm())));
      QVERIFY((met.rabbet->inner - on.inner).norm() < 0.2);
      QVERIFY(std::abs(met.rabbet->planRad - on.planRad) * degree < 0.1);
    }
  }

  void bevelIsTheAngleOfPlanAndSectionTogether() {
    // On a plumb stem the bevel is the angle in plan; the more it rakes, the more they differ.
    for (const double rake : {0.0, 0.5, 1.0}) {
      std::vector<KnownSection> known;
      const auto stemX = [rake](double z) { return 600.0 - rake * z; };
      for (int i = 0; i < knownStations; ++i) {
        const double x = 900.0 + 300.0 * i;
        known.push_back({x, [=](double z) { return Vec2(20.0 + 0.4 * (x - stemX(z)), z); }, 50.0, 600.0});
      }
      OffsetTable table = tableOf(known, 6);
      Profile stem{ProfilePart::StemRabbet, {}, 0};
      for (int i = 0; i <= 8; ++i) {
        const double z = 50.0 + 550.0 * i / 8.0;
        stem.points.push_back({millimetres(stemX(z)), millimetres(z)});
      }
      table.profiles.push_back(stem);
      table.halfSidings.push_back({SidingPart::Stem, millimetres(20.0)});
      const Hull hull = hullOf(table);
      const RabbetRun run = RabbetTracer({&hull, PlankingSide::Outside, 12.0}, table).trace().front();
      const RabbetPlace place = run.at(0.5 * run.lengthMm());
      // A plane: its angle to the centre plane, by its normal (0.4, -1, 0.4 rake).
      const double exact = std::acos(1.0 / std::sqrt(1.0 + 0.16 + 0.16 * rake * rake));
      QVERIFY2(std::abs(place.bevelRad - exact) * degree < 0.1,
               qPrintable(QString::number((place.bevelRad - exact) * degree)));
      QVERIFY(std::abs(place.planRad - std::atan(0.4)) * degree < 0.1);
    }
  }

  void machinedGrooveNeverCutsPastTheRabbet() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const auto table = loadOffsetTable(boatsFolder() + boat + ".csv");
      const Hull hull = hullOf(*table);
      const double thickness = table->thickness.mm();
      for (const RabbetRun& run : RabbetTracer({&hull, table->side, thickness}, *table).trace()) {
        std::vector<double> marks;
        for (int i = 0; i <= 40; ++i) marks.push_back(run.lengthMm() * i / 40.0);
        const auto groove = machineGroove(run, {thickness, 75.0, 8.0 / degree / 304.8, 100.0}, marks);
        if (!groove) continue;
        QVERIFY(groove->toAlongMm <= run.lengthMm() + 1e-9);
        if (run.part == RabbetPart::Stem) QVERIFY(groove->toAlongMm <= run.lengthMm() - 75.0 + 1e-6);
        for (const GroovePare& mark : groove->marks) {
          if (!mark.machined) continue;
          QVERIFY2(mark.leftRad >= -1e-3, boat);
          QVERIFY(mark.leftMm >= -0.02 && mark.leftMm < thickness);
          QVERIFY(std::abs(rollAt(run, mark.alongMm)) <= 8.0 / degree / 304.8 * 1.6);
        }
      }
    }
  }

  void sectionsKeepThePlanksThicknessEverywhere() {
    for (const char* boat : {"osier", "marl"}) {
      const auto table = loadOffsetTable(boatsFolder() + boat + ".csv");
      const Hull hull = hullOf(*table);
      const double thickness = table->thickness.mm();
      for (const RabbetRun& run : RabbetTracer({&hull, table->side, thickness}, *table).trace()) {
        for (const double share : {0.3, 0.5, 0.7, 0.9}) {
          const RabbetSection cut =
              cutRabbet({&run, nullptr, nullptr, nullptr, thickness, true}, share * run.lengthMm(), CutPlane::Square);
          QVERIFY(!isCrossed(cut.timber));
          // Every point of the inside past the bearding line lies a plank within the outside.
          for (std::size_t i = 1; i < cut.inside.size(); ++i) {
            double least = 1e9;
            for (std::size_t k = 1; k < cut.outside.size(); ++k)
              least = std::min(least, distanceToOutline({cut.outside[k - 1], cut.outside[k]}, cut.inside[i]));
            QVERIFY2(std::abs(least - thickness) < 0.15 * thickness,
                     qPrintable(QString("%1: %2").arg(boat).arg(least)));
          }
          QVERIFY(std::abs((cut.inner - cut.rabbet).norm() - thickness) < 1e-6);
          QVERIFY(std::abs(cut.bearding.y() - cut.rabbet.y()) < 12.0);
        }
      }
    }
  }
};

QTEST_APPLESS_MAIN(RabbetPropertyTest)
#include "rabbet_property_test.moc"
