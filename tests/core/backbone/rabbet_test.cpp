// Rabbet, bearding and inner lines against offsets of surfaces known exactly.

#include <QTest>
#include <cmath>

#include "backbone/rabbet.h"
#include "known_hulls.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double exactMm = 0.1;
constexpr double exactDeg = 0.1;
constexpr double smoothMm = 1.0;
constexpr double smoothDeg = 0.5;
constexpr double degree = 57.29577951308232;

/// A bow whose waterlines at every height are y = breadth(x - stemX(z)), given as a table of 11 stations.
struct KnownBow {
  std::function<double(double z)> stemX;
  std::function<double(double run, double z)> breadth;
  double sidingMm = 20.0;
  double low = 60.0, high = 640.0, first = 900.0, step = 330.0;

  Vec3 point(double x, double z) const { return {x, breadth(x - stemX(z), z), z}; }
  Vec3 normal(double x, double z) const {
    const double h = 1e-3;
    const Vec3 byX = (point(x + h, z) - point(x - h, z)) / (2 * h), byZ = (point(x, z + h) - point(x, z - h)) / (2 * h);
    return byZ.cross(byX).normalized();
  }
  /// The point of the surface carried `d` outward that stands at the siding at a height.
  Vec3 carriedAt(double d, double z, Vec3* normalThere = nullptr) const {
    double x = stemX(z), zz = z;
    for (int i = 0; i < 200; ++i) {
      const auto off = [&](double ax, double az) -> Vec2 {
        const Vec3 p = point(ax, az) + d * normal(ax, az);
        return {p.y() - sidingMm, p.z() - z};
      };
      const Vec2 f = off(x, zz);
      const double h = 1e-3;
      Eigen::Matrix2d j;
      j.col(0) = (off(x + h, zz) - off(x - h, zz)) / (2 * h);
      j.col(1) = (off(x, zz + h) - off(x, zz - h)) / (2 * h);
      const Vec2 by = j.inverse() * f;
      x -= by.x();
      zz -= by.y();
    }
    if (normalThere != nullptr) *normalThere = normal(x, zz);
    return point(x, zz) + d * normal(x, zz);
  }
  OffsetTable table(PlankingSide side, double thickness) const {
    std::vector<KnownSection> known;
    for (int i = 0; i < knownStations; ++i) {
      const double x = first + step * i;
      known.push_back({x, [*this, x](double z) { return Vec2(breadth(x - stemX(z), z), z); }, low, high});
    }
    OffsetTable made = tableOf(known, 8);
    made.side = side;
    made.thickness = millimetres(thickness);
    Profile stem{ProfilePart::StemRabbet, {}, 0};
    for (int i = 0; i <= 10; ++i) {
      const double z = low + (high - low) * i / 10.0;
      stem.points.push_back({millimetres(stemX(z)), millimetres(z)});
    }
    made.profiles.push_back(stem);
    made.halfSidings.push_back({SidingPart::Stem, millimetres(sidingMm)});
    return made;
  }
};

/// A wedge with plumb sides.
KnownBow wedge(double angleRad) {
  KnownBow bow;
  bow.stemX = [](double) { return 300.0; };
  bow.breadth = [angleRad](double run, double) { return 20.0 + run * std::tan(angleRad); };
  return bow;
}

/// An upright cone: waterlines are circles that grow with height.
KnownBow cone() {
  KnownBow bow;
  const auto radius = [](double z) { return 3200.0 + 0.35 * z; };
  bow.stemX = [radius](double z) { return 3200.0 - std::sqrt(radius(z) * radius(z) - 1520.0 * 1520.0); };
  bow.breadth = [radius, stemX = bow.stemX](double run, double z) {
    const double x = run + stemX(z) - 3200.0;
    return std::sqrt(radius(z) * radius(z) - x * x) - 1500.0;
  };
  bow.sidingMm = 20.0;
  bow.first = 560.0;
  bow.step = 260.0;
  return bow;
}

/// A raked stem with curved sections and waterlines that leave it at an angle which changes with height.
KnownBow smoothBow() {
  KnownBow bow;
  bow.stemX = [](double z) { return 720.0 - 0.75 * z + 2.0e-4 * z * z; };
  bow.breadth = [](double run, double z) {
    return 20.0 + (0.40 * run - 5.0e-5 * run * run) * (0.40 + 0.55 * z / 640.0 + 0.1 * std::sin(z / 210.0));
  };
  return bow;
}

struct Misses {
  double rabbet = 0.0, bearding = 0.0, inner = 0.0, degrees = 0.0;
};

Misses missesOf(const KnownBow& bow, PlankingSide side, double thickness) {
  const OffsetTable table = bow.table(side, thickness);
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  const RabbetTracer tracer({&*hull, side, thickness}, table);
  const double out = side == PlankingSide::Outside ? 0.0 : thickness;
  Misses worst;
  for (double z = bow.low + 60.0; z <= bow.high - 60.0; z += 37.0) {
    const RabbetAtHeight met = tracer.atHeight(RabbetPart::Stem, z);
    if (!met.rabbet || !met.bearding) qFatal("no rabbet at height %g", z);
    Vec3 normal;
    const Vec3 rabbet = bow.carriedAt(out, z, &normal);
    const Vec3 bearding = bow.carriedAt(out - thickness, z);
    const Vec3 inner = rabbet - thickness * normal;
    worst.rabbet = std::max(worst.rabbet, (met.rabbet->rabbet - rabbet).norm());
    worst.bearding = std::max(worst.bearding, (*met.bearding - bearding).norm());
    worst.inner = std::max(worst.inner, (met.rabbet->inner - inner).norm());
    const double plan = std::atan2(std::abs(normal.x()), std::abs(normal.y()));
    worst.degrees = std::max(worst.degrees, std::abs(met.rabbet->planRad - plan) * degree);
  }
  return worst;
}

void verifyWithin(const Misses& misses, double mm, double degrees) {
  QVERIFY2(misses.rabbet < mm, qPrintable(QString("rabbet %1").arg(misses.rabbet)));
  QVERIFY2(misses.bearding < mm, qPrintable(QString("bearding %1").arg(misses.bearding)));
  QVERIFY2(misses.inner < mm, qPrintable(QString("inner %1").arg(misses.inner)));
  QVERIFY2(misses.degrees < degrees, qPrintable(QString("angle %1").arg(misses.degrees)));
}

Hull hullOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return *hull;
}

}  // namespace

class RabbetTest : public QObject {
  Q_OBJECT

 private slots:
  void wedgeIsExactFromEitherSide() {
    for (const double angle : {0.2, 0.45, 0.9}) {
      for (const PlankingSide side : {PlankingSide::Outside, PlankingSide::Inside})
        verifyWithin(missesOf(wedge(angle), side, 18.0), exactMm, exactDeg);
    }
  }

  void wedgeBeardingLiesAThicknessOverTheSineAft() {
    // By hand: on a plumb-sided wedge the inside lies t / sin(angle) aft of the outside along the stem's side.
    const double angle = 0.4, thickness = 16.0;
    const OffsetTable table = wedge(angle).table(PlankingSide::Outside, thickness);
    const Hull hull = hullOf(table);
    const auto runs = RabbetTracer({&hull, PlankingSide::Outside, thickness}, table).trace();
    QVERIFY(!runs.empty());
    const RabbetPlace middle = runs.front().at(0.5 * runs.front().lengthMm());
    QVERIFY(std::abs(middle.bearding.x() - middle.rabbet.x() - thickness / std::sin(angle)) < exactMm);
    QVERIFY(std::abs(middle.bevelRad - angle) * degree < exactDeg);
    QVERIFY(std::abs(middle.faceHalfMm - (20.0 - thickness / std::cos(angle))) < exactMm);
  }

  void coneIsExactFromEitherSide() {
    for (const PlankingSide side : {PlankingSide::Outside, PlankingSide::Inside})
      verifyWithin(missesOf(cone(), side, 18.0), exactMm, exactDeg);
  }

  void smoothBowIsWithinAMillimetreAndHalfADegree() {
    for (const double thickness : {10.0, 25.0}) {
      verifyWithin(missesOf(smoothBow(), PlankingSide::Outside, thickness), smoothMm, smoothDeg);
      // Drawn to the inside, the rabbet line is up to 115 mm beyond the surface where thick planking lands fine: twice
      // that.
      verifyWithin(missesOf(smoothBow(), PlankingSide::Inside, thickness), 2.0 * smoothMm, smoothDeg);
    }
  }

  void sternpostMirrorsTheStem() {
    // The same bow turned end for end has its stem for a sternpost.
    const KnownBow bow = smoothBow();
    const OffsetTable table = bow.table(PlankingSide::Outside, 15.0);
    OffsetTable turned = table;
    constexpr double length = 6000.0;
    std::reverse(turned.stations.begin(), turned.stations.end());
    for (StationColumn& station : turned.stations) station.distance = millimetres(length - station.distance->mm());
    for (TableRow& row : turned.rows) std::reverse(row.figures.begin(), row.figures.end());
    turned.profiles.front().part = ProfilePart::SternpostRabbet;
    for (ProfilePoint& point : turned.profiles.front().points)
      point.distance = millimetres(length - point.distance.mm());
    turned.halfSidings.front().part = SidingPart::Sternpost;
    const Hull hull = hullOf(table), turnedHull = hullOf(turned);
    const RabbetTracer one({&hull, PlankingSide::Outside, 15.0}, table);
    const RabbetTracer other({&turnedHull, PlankingSide::Outside, 15.0}, turned);
    for (const double z : {150.0, 333.0, 510.0}) {
      const auto stem = one.atHeight(RabbetPart::Stem, z), post = other.atHeight(RabbetPart::Sternpost, z);
      QVERIFY(stem.rabbet && post.rabbet && stem.bearding && post.bearding);
      QVERIFY(std::abs(stem.rabbet->rabbet.x() + post.rabbet->rabbet.x() - length) < 1e-3);
      QVERIFY(std::abs(stem.bearding->x() + post.bearding->x() - length) < 1e-2);
      QVERIFY(std::abs(stem.rabbet->planRad - post.rabbet->planRad) < 1e-4);
    }
  }

  void samplesKeepTheirCornersInOrder_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << boat;
  }
  void samplesKeepTheirCornersInOrder() {
    QFETCH(QString, boat);
    const auto table = loadOffsetTable(boatsFolder() + boat.toStdString() + ".csv");
    QVERIFY(table);
    const Hull hull = hullOf(*table);
    const double thickness = table->thickness.mm();
    const auto runs = RabbetTracer({&hull, table->side, thickness}, *table).trace();
    QVERIFY(!runs.empty());
    QCOMPARE(runs.front().part, RabbetPart::Stem);
    QCOMPARE(runs.size(), boat == "sedge" ? std::size_t{1} : std::size_t{2});
    for (const RabbetRun& run : runs) {
      QVERIFY(run.places.size() > 30);
      for (const RabbetPlace& place : run.places) {
        // The groove: square to the planking and a plank deep, its corner within the side's face.
        QVERIFY(std::abs((place.rabbet - place.inner).norm() - thickness) < 1e-6);
        QVERIFY(place.inner.y() <= place.rabbet.y() + 1e-6);
        QVERIFY((place.bearding - place.rabbet).norm() >= thickness - 0.05);
        QVERIFY(place.bevelRad >= 0.0 && place.bevelRad <= 1.5708);
        if (run.part == RabbetPart::Stem) QVERIFY(place.bearding.x() > place.rabbet.x());
      }
      for (std::size_t i = 1; i < run.places.size(); ++i) QVERIFY(run.places[i].alongMm > run.places[i - 1].alongMm);
    }
  }

  void drawnLineIsTheTablesOwnProfile() {
    const auto table = loadOffsetTable(boatsFolder() + "marl.csv");
    const Hull hull = hullOf(*table);
    const RabbetTracer tracer({&hull, table->side, table->thickness.mm()}, *table);
    for (const ProfilePoint& point : table->profile(ProfilePart::StemRabbet)->points) {
      const auto met = tracer.atHeight(RabbetPart::Stem, point.height.mm());
      QVERIFY2(met.rabbet.has_value(), qPrintable(QString::number(point.height.mm())));
      QVERIFY(std::abs(met.rabbet->rabbet.x() - point.distance.mm()) < 0.8);
    }
    // Down to the fine forefoot, where it lies far abaft the stem: two waterlines above the foot by hand from the
    // table, an inch of planking within its half-breadths.
    for (const double z : {24.0, 30.0}) {
      const auto met = tracer.atHeight(RabbetPart::Stem, z * mmPerInch);
      QVERIFY(met.bearding.has_value());
      QVERIFY(std::abs(met.bearding->y() - 1.75 * mmPerInch) < 1e-3);
      QVERIFY(std::abs(met.bearding->z() - z * mmPerInch) < 1e-3);
      QVERIFY(met.bearding->x() > 20.0 * mmPerInch && met.bearding->x() < 48.0 * mmPerInch);
    }
    // Above the head and below the foot there is none.
    QVERIFY(!tracer.atHeight(RabbetPart::Stem, 6.5 * 304.8).rabbet);
    QVERIFY(!tracer.atHeight(RabbetPart::Stem, 100.0).rabbet);
  }

  void otherHalfSidingMovesTheRabbetLineAlongThePlanking() {
    const double angle = 0.4;
    const OffsetTable table = wedge(angle).table(PlankingSide::Outside, 12.0);
    const Hull hull = hullOf(table);
    HalfSidings wider;
    wider.stemMm = 26.0;
    const auto narrow = RabbetTracer({&hull, PlankingSide::Outside, 12.0}, table).atHeight(RabbetPart::Stem, 300.0);
    const auto wide =
        RabbetTracer({&hull, PlankingSide::Outside, 12.0}, table, wider).atHeight(RabbetPart::Stem, 300.0);
    QVERIFY(narrow.rabbet && wide.rabbet);
    QVERIFY(std::abs(wide.rabbet->rabbet.x() - narrow.rabbet->rabbet.x() - 6.0 / std::tan(angle)) < exactMm);
  }

  void planksTooThickForTheSidingAreNamedWithWhatWouldDo() {
    const OffsetTable table = wedge(0.3).table(PlankingSide::Outside, 24.0);
    const Hull hull = hullOf(table);
    const auto runs = RabbetTracer({&hull, PlankingSide::Outside, 24.0}, table).trace();
    const Problems problems = rabbetProblems(runs, table);
    QCOMPARE(problems.size(), std::size_t{1});
    QCOMPARE(problems[0].fault, Fault::PlankTooThickForSiding);
    QVERIFY2(describe(problems[0]).find("sided 40") != std::string::npos, describe(problems[0]).c_str());
    // What it says would do, does.
    KnownBow wider = wedge(0.3);
    wider.sidingMm = std::stod(problems[0].says[3].words()) / 2.0 + 0.1;
    wider.breadth = [half = wider.sidingMm](double run, double) { return half + run * std::tan(0.3); };
    const OffsetTable enough = wider.table(PlankingSide::Outside, 24.0);
    const Hull enoughHull = hullOf(enough);
    QVERIFY(rabbetProblems(RabbetTracer({&enoughHull, PlankingSide::Outside, 24.0}, enough).trace(), enough).empty());
  }

  void overhangPlumbAndClipperStemsAllWork() {
    // A stem that goes forward, straight up, and one whose head flares out over a hollow.
    for (const auto& stemX : std::vector<std::function<double(double)>>{
             [](double z) { return 700.0 - 1.0 * z; }, [](double) { return 400.0; },
             [](double z) { return 420.0 - 0.05 * z - 6e-4 * z * z; }, [](double z) { return 300.0 + 0.12 * z; }}) {
      KnownBow bow = smoothBow();
      bow.stemX = stemX;
      const Misses misses = missesOf(bow, PlankingSide::Outside, 14.0);
      verifyWithin(misses, smoothMm, 2.0 * smoothDeg);
    }
  }
};

QTEST_APPLESS_MAIN(RabbetTest)
#include "rabbet_test.moc"
