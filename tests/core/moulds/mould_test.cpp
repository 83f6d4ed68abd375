// Moulds against offsets of surfaces known exactly.

#include <QTest>
#include <cmath>

#include "known_hulls.h"
#include "moulds/set_up.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// What is asked of outlines and bevels.
constexpr double outlineToleranceMm = 0.1;
constexpr double bevelToleranceDeg = 0.1;

Hull hullOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return *hull;
}

MouldOutline cut(const Hull& hull, double xMm, double insideMm) {
  const auto outline = cutOutline(hull, xMm, insideMm);
  if (!outline) qFatal("%s", describe(outline.error()).c_str());
  return *outline;
}

/// A zone of a sphere, its axis along the boat.
struct SphereZone {
  static constexpr double radius = 2600.0, centreX = 1900.0, centreZ = 2500.0;
  static std::vector<KnownSection> sections() {
    std::vector<KnownSection> known;
    for (int i = 0; i < knownStations; ++i) {
      const double x = 2.0 * stationX(i) / 3.0 + 300.0;
      const double r = std::sqrt(radius * radius - (x - centreX) * (x - centreX));
      known.push_back({x, [r](double a) { return Vec2(r * std::sin(a), centreZ - r * std::cos(a)); }, 0.2, 1.4});
    }
    return known;
  }
};

std::shared_ptr<const Hull> insideOf(const std::string& boat, OffsetTable& table) {
  const auto read = loadOffsetTable(boatsFolder() + boat + ".csv");
  if (!read) qFatal("%s", describe(read.error()).c_str());
  table = *read;
  const auto inside = hullFace(hullOf(table), table, Face::Inside);
  if (!inside) qFatal("%s", describe(inside.error()).c_str());
  return std::make_shared<Hull>(*inside);
}

}  // namespace

class MouldTest : public QObject {
  Q_OBJECT

 private slots:
  void cylinderLosesItsPlankingEvenlyAndHasNoBevel() {
    const Hull hull = hullOf(tableOf(cylinder().sections, 9));
    for (const double x : {400.0, 1230.0, 2000.0, 3333.0}) {
      const MouldOutline outline = cut(hull, x, 25.0);
      for (int i = 0; i <= 200; ++i) {
        const double along = outline.lengthMm() * i / 200.0;
        const Vec3 at = outline.pointAt(along);
        QVERIFY(std::abs(at.x() - x) < 1e-6);
        QVERIFY(std::abs(std::hypot(at.y(), 700.0 - at.z()) - 675.0) < outlineToleranceMm);
        QVERIFY(std::abs(outline.bevelAt(along)) * 57.3 < bevelToleranceDeg);
      }
    }
  }

  void everyStationOfALongBoatHasItsMould() {
    // Eighty stations: from the middle of her to the ends is further than the way is felt for.
    std::vector<KnownSection> sections;
    for (int i = 0; i < 80; ++i) {
      const double x = 150.0 * i;
      const double r = 700.0 + 0.02 * x;
      sections.push_back({x, [r](double a) { return Vec2(r * std::sin(a), 900.0 - r * std::cos(a)); }, 0.1, 1.5});
    }
    OffsetTable table = tableOf(sections, 7);
    const auto hull = std::make_shared<const Hull>(hullOf(table));
    const MouldSet set = makeMoulds({hull, nullptr, &table}, MouldPlan());
    QVERIFY2(set.problems.empty(), describe(set.problems).c_str());
    QCOMPARE(set.moulds.size(), std::size_t{80});
    for (std::size_t i = 0; i < 80; ++i) {
      const MouldOutline& outline = set.moulds[i].outline;
      const double r = 700.0 + 0.02 * outline.xMm;
      QVERIFY(std::abs(outline.xMm - 150.0 * static_cast<double>(i)) < 1e-9);
      for (double share = 0.05; share < 1.0; share += 0.1) {
        const Vec3 at = outline.pointAt(share * outline.lengthMm());
        QVERIFY(std::abs(std::hypot(at.y(), 900.0 - at.z()) - r) < outlineToleranceMm);
      }
    }
  }

  void aMouldAtTheLastStationIsNotRefusedForARounding() {
    const Hull hull = hullOf(tableOf(cylinder().sections, 9));
    const double last = *hull.sections.back().xMm, first = *hull.sections.front().xMm;
    for (const double off : {-1e-4, -1e-7, 0.0, 1e-7, 1e-4}) {
      QVERIFY2(cutOutline(hull, last + off, 20.0), qPrintable(QString::number(off)));
      QVERIFY2(cutOutline(hull, first + off, 20.0), qPrintable(QString::number(off)));
    }
    QVERIFY(!cutOutline(hull, last + 1.0, 20.0));
    QVERIFY(!cutOutline(hull, first - 1.0, 20.0));
  }

  void aLineThatAnOutlineCrossesIsFoundHoweverLongItIs() {
    // A ship's section measured in the smallest part of a millimetre: halving must come to an end.
    MouldOutline outline;
    std::vector<Vec3> nails;
    for (int i = 0; i <= 12; ++i) nails.emplace_back(0.0, 7e6 * std::sin(0.12 * i), 9e6 * (1.0 - std::cos(0.12 * i)));
    outline.runs.push_back(Batten::spring(nails, BattenEnds::CarryCurvature));
    const auto found = outline.reaching(2, 3e6);
    QCOMPARE(found.size(), std::size_t{1});
    QVERIFY(std::abs(outline.runs[0].pointAt(found[0]).z() - 3e6) < 1e-3);
  }

  void coneLosesMoreInThePlaneThanSquareAndItsBevelIsItsSlope() {
    constexpr double rise = 0.09, apex = -6000.0, planking = 30.0;
    const double slope = std::atan(rise);
    const Hull hull = hullOf(tableOf(coneOnItsSide().sections, 9));
    for (const double x : {800.0, 1700.0, 2400.0}) {
      const MouldOutline outline = cut(hull, x, planking);
      // In the plane a cone loses planking / cos of its slope.
      const double radius = rise * (x - apex) - planking / std::cos(slope);
      for (int i = 4; i <= 196; ++i) {
        const double along = outline.lengthMm() * i / 200.0;
        const Vec3 at = outline.pointAt(along);
        QVERIFY2(std::abs(std::hypot(at.y(), 1400.0 - at.z()) - radius) < outlineToleranceMm,
                 qPrintable(QString::number(std::hypot(at.y(), 1400.0 - at.z()) - radius)));
        QVERIFY(std::abs(outline.bevelAt(along) * 57.29578 + slope * 57.29578) < bevelToleranceDeg);
      }
    }
  }

  void sphereLosesItsPlankingAlongItsRadius() {
    const Hull hull = hullOf(tableOf(SphereZone::sections(), 11));
    const double within = SphereZone::radius - 40.0;
    for (const double x : {900.0, 1500.0, 2300.0}) {
      const MouldOutline outline = cut(hull, x, 40.0);
      const double away = x - SphereZone::centreX;
      const double radius = std::sqrt(within * within - away * away);
      for (int i = 6; i <= 194; ++i) {
        const double along = outline.lengthMm() * i / 200.0;
        const Vec3 at = outline.pointAt(along);
        QVERIFY2(std::abs(std::hypot(at.y(), SphereZone::centreZ - at.z()) - radius) < outlineToleranceMm,
                 qPrintable(QString::number(std::hypot(at.y(), SphereZone::centreZ - at.z()) - radius)));
        QVERIFY(std::abs(outline.bevelAt(along) - std::asin(away / within)) * 57.29578 < bevelToleranceDeg);
      }
    }
  }

  void mouldStandsOnTheMidshipsSideOfItsStation() {
    OffsetTable table;
    const auto inside = insideOf("osier", table);
    const MouldSet set = makeMoulds({inside, nullptr, &table}, MouldPlan());
    QVERIFY(set.problems.empty());
    QCOMPARE(set.moulds.size(), std::size_t{7});
    QCOMPARE(set.find("1")->standsAft, 1);
    QCOMPARE(set.find("7")->standsAft, -1);
    for (const char* name : {"1", "2", "6", "7"}) {
      const Mould& mould = *set.find(name);
      QVERIFY(mould.leastProudMm <= mould.otherProudMm);
      QVERIFY(mould.leastProudMm < 0.2);
      // On that side the other face is the larger: the edge stands.
      QCOMPARE(bevelSense(mould, mould.marks.back().bevelRad), std::string("standing"));
      QVERIFY(mould.back->lengthMm() > mould.outline.lengthMm());
    }
  }

  void sideLeftProudIsTheThicknessTimesTheSineOfTheBevel() {
    const Hull hull = hullOf(tableOf(coneOnItsSide().sections, 9));
    const OffsetTable table = tableOf(coneOnItsSide().sections, 9);
    MouldPlan plan;
    plan.side = MouldSide::Forward;  // the wrong side: the cone grows aft
    plan.thickness = millimetres(20.0);
    const auto mould = makeMould({std::make_shared<Hull>(hull), nullptr, &table}, plan, "x", 2000.0);
    QVERIFY(mould);
    QVERIFY(std::abs(mould->leastProudMm - 20.0 * std::sin(std::atan(0.09))) < 0.05);
    QVERIFY(mould->otherProudMm < 0.05);
  }

  void marksLieOnTheirLines() {
    OffsetTable table;
    const auto inside = insideOf("marl", table);
    const GirthFrame frame(inside, false);
    const auto lining = lineOff(frame, equalPlan(9), std::vector<StationId>(frame.sectionCount()));
    QVERIFY(lining);
    for (const TakenOff taken : {TakenOff::Planking, TakenOff::PlankingFramesRibbands}) {
      MouldPlan plan;
      plan.takenOff = taken;
      const MouldSet set = makeMoulds({inside, &*lining, &table}, plan);
      const Mould& mould = *set.find("5");
      std::size_t lines = 0;
      for (const MouldMark& mark : mould.marks) {
        QVERIFY((mould.outline.pointAt(mark.alongMm) - mark.at).norm() < 1e-6);
        if (mark.name == "waterline 3-0-0") QVERIFY(std::abs(mark.at.z() - 36.0 * mmPerInch) < 1e-4);
        if (mark.name == "buttock 2-0-0") QVERIFY(std::abs(mark.at.y() - 24.0 * mmPerInch) < 1e-4);
        if (!mark.isPlankLine) continue;
        ++lines;
        if (taken != TakenOff::Planking) continue;
        const double share = 1.0 / 9.0 * std::stoi(mark.name.substr(5));
        QVERIFY((frame.sectionPoint(5, share) - mark.at).norm() < 0.05);
      }
      QCOMPARE(lines, std::size_t{8});
      QCOMPARE(mould.marks.front().name, std::string("rabbet"));
      QCOMPARE(mould.marks.back().name, std::string("sheer"));
    }
  }

  void timberAndRibbandComeOffBesideThePlanking() {
    MouldPlan plan;
    plan.frame = millimetres(20.0);
    plan.ribband = millimetres(30.0);
    QCOMPARE(takenOffInside(plan), Length());
    plan.takenOff = TakenOff::PlankingAndFrames;
    QCOMPARE(takenOffInside(plan), millimetres(20.0));
    plan.takenOff = TakenOff::PlankingFramesRibbands;
    QCOMPARE(takenOffInside(plan), millimetres(50.0));
  }

  void chineIsTrimmedWhereTheTwoFacesMeet() {
    OffsetTable table;
    const auto inside = insideOf("sedge", table);
    MouldPlan plan;
    plan.takenOff = TakenOff::PlankingAndFrames;
    plan.frame = millimetres(25.0);
    const auto mould = makeMould({inside, nullptr, &table}, plan, "4", 1600.0);
    QVERIFY(mould);
    QCOMPARE(mould->outline.runs.size(), std::size_t{2});
    // The bottom is level at 44: its inside is 25 up, and the corner lies on it.
    const Vec3 corner = mould->outline.runs[0].pointAtShare(1.0);
    QVERIFY((corner - mould->outline.runs[1].pointAtShare(0.0)).norm() < 1e-6);
    QVERIFY2(std::abs(corner.z() - 69.0) < 0.8, qPrintable(QString::number(corner.z())));
    QVERIFY(corner.y() < 411.0 - 15.0);
  }

  void thereIsNoMouldWhereThereIsNoHull() {
    OffsetTable table;
    const auto inside = insideOf("osier", table);
    for (const double x : {-500.0, 90000.0}) {
      const auto outline = cutOutline(*inside, x, 0.0);
      QVERIFY(!outline);
      QCOMPARE(outline.error()[0].fault, Fault::NoHullThere);
    }
    const auto eaten = cutOutline(*inside, 620.0, 2000.0);
    QVERIFY(!eaten);
    QCOMPARE(eaten.error()[0].fault, Fault::TakenOffTooMuch);
  }

  void framesAreDividedEvenlyAndMissWhatStandsInTheWay() {
    const auto plain = spaceFrames(millimetres(0), millimetres(1000), millimetres(240), {}, millimetres(20));
    QVERIFY(plain);
    QCOMPARE(plain->size(), std::size_t{6});  // five bays of 200
    QCOMPARE((*plain)[1], millimetres(200.0));
    const auto missing =
        spaceFrames(millimetres(0), millimetres(1000), millimetres(200), {millimetres(405)}, millimetres(30));
    QVERIFY(missing);
    QCOMPARE((*missing)[2], millimetres(375.0));
    for (const Length at : *missing) QVERIFY(std::abs(at.mm() - 405.0) >= 30.0 - 1e-9);
    for (const double bad : {0.0, -5.0, 1200.0})
      QVERIFY(!spaceFrames(millimetres(0), millimetres(1000), millimetres(bad), {}, millimetres(20)));
  }

  void setUpTableAddsUp() {
    OffsetTable table;
    const auto inside = insideOf("osier", table);
    MouldPlan plan;
    plan.base = inches(40.0);
    plan.spreader = inches(12.0);
    const MouldSet set = makeMoulds({inside, nullptr, &table}, plan);
    const auto rows = setUpTable(set, plan);
    double distance = rows.front().distanceMm;
    for (const SetUpRow& row : rows) {
      distance += row.fromLastMm;
      QVERIFY(std::abs(distance - row.distanceMm) < 1e-9);
      QVERIFY(std::abs(row.baseToSheerMm - (inches(40.0).mm() - row.sheerHeightMm)) < 1e-9);
      QVERIFY(row.spreaderHalfMm.has_value());
    }
    QVERIFY(std::abs(rows[3].sheerHeightMm - inches(17.5625).mm()) < 0.05);
  }

  void readingsAreComparedAndSaidForWhatTheyDo() {
    OffsetTable table;
    const auto inside = insideOf("osier", table);
    MouldPlan plan;
    const MouldSet set = makeMoulds({inside, nullptr, &table}, plan);
    const double should = set.find("4")->marks.back().at.y();
    plan.readings = {{"4", SetUpKind::HalfBreadth, "sheer", "", millimetres(should + 9.0)},
                     {"5", SetUpKind::Distance, "", "", inches(120.0)},
                     {"9", SetUpKind::HalfBreadth, "sheer", "", inches(1.0)},
                     {"3", SetUpKind::Twist, "", "", millimetres(3.0)},
                     {"3", SetUpKind::Diagonal, "sheer", "4", millimetres(100.0)}};
    const SetUpCheck check = checkSetUp(set, plan);
    QCOMPARE(check.offs.size(), std::size_t{4});
    QCOMPARE(check.problems.size(), std::size_t{1});  // there is no mould 9
    const auto found = std::find_if(check.offs.begin(), check.offs.end(),
                                    [](const SetUpOff& off) { return off.reading.mould == "4"; });
    QVERIFY(std::abs(found->offMm - 9.0) < 1e-9);
    QVERIFY(std::abs(found->humpMm - 9.0) < 1e-9);  // its neighbours stand right
    QVERIFY(found->girthMm > 0.0);
    // Across from one mould to the next: half-breadths, heights and distance together.
    const Vec3 a = set.find("3")->marks.back().at, b = set.find("4")->marks.back().at;
    const auto across = shouldBeMm(set, plan.readings[4]);
    QVERIFY(std::abs(*across - std::hypot(b.x() - a.x(), b.y() + a.y(), b.z() - a.z())) < 1e-9);
  }

  void hullFollowsTheMouldsAsTheyStand() {
    OffsetTable table;
    const auto inside = insideOf("osier", table);
    MouldPlan plan;
    const MouldSet set = makeMoulds({inside, nullptr, &table}, plan);
    const MouldMark& sheer = set.find("4")->marks.back();
    plan.readings = {{"4", SetUpKind::HalfBreadth, "sheer", "", millimetres(sheer.at.y() + 8.0)},
                     {"6", SetUpKind::Height, "sheer", "", millimetres(set.find("6")->marks.back().at.z() - 5.0)}};
    const auto standing = standingHull(*inside, set, plan);
    QVERIFY(standing);
    const auto head = [](const Hull& hull, std::size_t section) {
      return hull.sections[section].parts.back().pointAtShare(1.0);
    };
    QVERIFY(std::abs(head(*standing, 4).y() - head(*inside, 4).y() - 8.0) < 1e-6);
    QVERIFY(std::abs(head(*standing, 6).z() - head(*inside, 6).z() + 5.0) < 1e-6);
    // The foot stays on the keel; the others stay where they are.
    QVERIFY((standing->sections[4].parts[0].pointAtShare(0.0) - inside->sections[4].parts[0].pointAtShare(0.0)).norm() <
            1e-6);
    QVERIFY((head(*standing, 3) - head(*inside, 3)).norm() < 1e-9);
    // The whole mould is low where one height was measured.
    QVERIFY(std::abs(standing->sections[6].parts[0].pointAtShare(0.0).z() -
                     inside->sections[6].parts[0].pointAtShare(0.0).z() + 5.0) < 1e-6);
  }
};

QTEST_APPLESS_MAIN(MouldTest)
#include "mould_test.moc"
