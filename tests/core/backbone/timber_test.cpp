// Outlines, joints, stopwaters, bolts, what came out, and the order at the bench.

#include <QTest>
#include <cmath>

#include "backbone/bench_order.h"
#include "backbone/came_out.h"
#include "backbone/fastenings.h"
#include "backbone/usual_backbone.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

OutlinePoint at(double x, double z, bool corner = true) {
  return {millimetres(x), millimetres(z), corner};
}

Timber beam(std::int64_t id, double x0, double x1, double z0, double z1) {
  return {{id},  TimberKind::Keel,  "timber " + std::to_string(id),
          "oak", millimetres(80.0), {at(x0, z0), at(x1, z0), at(x1, z1), at(x0, z1)}};
}

struct Drawn {
  OffsetTable table;
  Hull hull;
  std::vector<RabbetRun> rabbet;
  BackbonePlan plan;
};

Drawn drawn(const std::string& boat, const BackbonePlan& start = {}) {
  Drawn made;
  made.table = *loadOffsetTable(boatsFolder() + boat + ".csv");
  made.hull = *springHull(made.table);
  made.rabbet = RabbetTracer({&made.hull, made.table.side, made.table.thickness.mm()}, made.table).trace();
  std::int64_t next = 1;
  made.plan = drawUsual(start, {&made.table, &made.hull, &made.rabbet}, next);
  return made;
}

const Timber* named(const BackbonePlan& plan, const std::string& name) {
  for (const Timber& timber : plan.timbers) {
    if (timber.name == name) return &timber;
  }
  return nullptr;
}

}  // namespace

class TimberTest : public QObject {
  Q_OBJECT

 private slots:
  void outlineIsStraightBetweenCornersAndABattenElsewhere() {
    const auto box = springOutline(beam(1, 0, 500, 0, 80));
    QVERIFY(box);
    QVERIFY(std::abs(signedArea(*box) - 40000.0) < 1e-6);
    // A half round over a straight edge, gone round with the clock: told against it all the same.
    Timber round = beam(1, 0, 0, 0, 0);
    round.outline = {at(-300, 0), at(0, 300, false), at(300, 0)};
    for (int i = 1; i < 6; ++i) {
      const double a = 3.14159265 * (1.0 - i / 6.0);
      if (i != 3) round.outline.insert(round.outline.begin() + i, at(300 * std::cos(a), 300 * std::sin(a), false));
    }
    const auto half = springOutline(round, 2.0);
    QVERIFY(half);
    QVERIFY2(std::abs(signedArea(*half) - 0.5 * 3.14159265 * 90000.0) < 900.0,
             qPrintable(QString::number(signedArea(*half))));
    Timber crossed = beam(1, 0, 500, 0, 80);
    std::swap(crossed.outline[1], crossed.outline[2]);
    QVERIFY(!springOutline(crossed));
  }

  void scarfSharesTheWoodBetweenItsTwoTimbers() {
    BackbonePlan plan;
    plan.timbers = {beam(1, 0, 600, 0, 100), beam(2, 300, 1000, 0, 100)};
    for (const JointKind kind : {JointKind::Scarf, JointKind::NibbedScarf, JointKind::HookedScarf}) {
      plan.joints = {{{9}, kind, {1}, {2}, at(320, 0), at(580, 100), millimetres(14.0)}};
      const TimberShapes shapes = shapeTimbers(plan);
      QVERIFY(shapes.problems.empty());
      const double one = signedArea(shapes.shapes[0].outline), other = signedArea(shapes.shapes[1].outline);
      // Nothing lost, nothing twice: together they are the whole bar.
      QVERIFY2(std::abs(one + other - 100000.0) < 1.0, qPrintable(QString::number(one + other)));
      QVERIFY(common({shapes.shapes[0].outline}, {shapes.shapes[1].outline}).empty());
      QVERIFY(std::abs(one - 45000.0) < 300.0);  // the middle of the scarf is at 450
    }
    plan.joints = {{{9}, JointKind::Butt, {1}, {2}, at(2000, 0), at(2000, 100), Length()}};
    const TimberShapes missed = shapeTimbers(plan);
    QCOMPARE(missed.problems.size(), std::size_t{1});
    QCOMPARE(missed.problems[0].fault, Fault::JointMisses);
  }

  void scarfRunsFromCornerToCornerOfWhatTwoTimbersShare() {
    BackbonePlan plan;
    plan.timbers = {beam(1, 0, 600, 0, 100), beam(2, 300, 1000, 20, 120), beam(3, 2000, 2500, 0, 100)};
    const TimberShapes shapes = shapeTimbers(plan);
    const TimberShape &fore = shapes.shapes[0], &aft = shapes.shapes[1], &far = shapes.shapes[2];
    // They share 300 to 600 and 20 to 100, whichever is named first.
    for (const auto& joint : {scarfAcross(fore, aft), scarfAcross(aft, fore)}) {
      QVERIFY(joint);
      QCOMPARE(joint->forward, TimberId{1});
      QCOMPARE(joint->aft, TimberId{2});
      QVERIFY((inProfile(joint->from) - Vec2(300.0, 20.0)).norm() < 1e-6);
      QVERIFY((inProfile(joint->to) - Vec2(600.0, 100.0)).norm() < 1e-6);
    }
    QVERIFY(!scarfAcross(fore, far));
  }

  void nibsAreCutSquareToTheJoint() {
    const Joint joint{{9}, JointKind::HookedScarf, {1}, {2}, at(300, 0), at(600, 100), millimetres(12.0)};
    const auto line = jointLine(joint);
    QCOMPARE(line.size(), std::size_t{6});
    QVERIFY(std::abs((line[1] - line[0]).norm() - 12.0) < 1e-9);
    QVERIFY(std::abs((line[5] - line[4]).norm() - 12.0) < 1e-9);
    QVERIFY(std::abs((line[1] - line[0]).dot(Vec2(300, 100))) < 1e-9);
    QVERIFY((line[1] - line[0]).y() > 0.0);  // up from the lower face, into the wood
    QVERIFY(std::abs((line[3] - line[2]).norm() - 12.0) < 1e-9);
  }

  void usualBackboneHoldsTogether_data() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<QStringList>("parts");
    QTest::newRow("osier") << "osier" << QStringList{"stem", "keel", "deadwood", "sternpost", "transom knee"};
    QTest::newRow("marl") << "marl" << QStringList{"stem", "keel", "deadwood", "sternpost", "transom knee"};
    QTest::newRow("sedge") << "sedge" << QStringList{"stem", "transom knee"};
  }
  void usualBackboneHoldsTogether() {
    QFETCH(QString, boat);
    QFETCH(QStringList, parts);
    const Drawn made = drawn(boat.toStdString());
    QStringList names;
    for (const Timber& timber : made.plan.timbers) names << QString::fromStdString(timber.name);
    QCOMPARE(names, parts);
    const TimberShapes shapes = shapeTimbers(made.plan);
    QVERIFY(shapes.problems.empty());
    QCOMPARE(shapes.shapes.size(), made.plan.timbers.size());
    // No two timbers claim the same wood but for a sliver where battens meet.
    for (std::size_t i = 0; i < shapes.shapes.size(); ++i) {
      for (std::size_t j = 0; j < i; ++j) {
        double both = 0.0;
        for (const Polygon& part : common({shapes.shapes[i].outline}, {shapes.shapes[j].outline}))
          both += std::abs(signedArea(part));
        const double smaller = std::min(signedArea(shapes.shapes[i].outline), signedArea(shapes.shapes[j].outline));
        QVERIFY2(
            both < 0.08 * smaller,
            qPrintable(QString("%1 on %2: %3").arg(names[static_cast<int>(i)], names[static_cast<int>(j)]).arg(both)));
      }
    }
    // The whole rabbet runs on wood.
    std::vector<Polygon> all;
    for (const TimberShape& shape : shapes.shapes) all.push_back(shape.outline);
    const auto wood = together(all);
    int off = 0, places = 0;
    for (const RabbetRun& run : made.rabbet) {
      for (const RabbetPlace& place : run.places) {
        const Vec2 here(place.inner.x(), place.inner.z());
        bool on = false;
        // To the nearest end of the wood: the last of the rabbet runs out on the transom.
        for (const Polygon& part : wood) on = on || contains(part, here) || distanceToOutline(part, here) < 25.0;
        off += on ? 0 : 1;
        ++places;
      }
    }
    // Osier's runs out past the face of her fine forefoot.
    QVERIFY2(off <= (made.table.boat == "osier" ? places / 15 : places / 25),
             qPrintable(QString("%1 of %2").arg(off).arg(places)));
  }

  void everyJointThatCrossesTheRabbetHasItsStopwater() {
    for (const char* boat : {"osier", "marl"}) {
      const Drawn made = drawn(boat);
      const auto stopwaters = placeStopwaters(made.plan, made.rabbet, made.table.thickness.mm());
      // Osier's rabbet runs out past the face of her fine forefoot, and misses the scarf there.
      QVERIFY(stopwaters.size() >= (made.table.boat == "marl" ? 3U : 1U));
      for (const Stopwater& stopwater : stopwaters) {
        // On its joint, and on the middle of the rabbet.
        const auto joint = std::find_if(made.plan.joints.begin(), made.plan.joints.end(),
                                        [&](const Joint& j) { return j.id == stopwater.joint; });
        QVERIFY(joint != made.plan.joints.end());
        const auto line = jointLine(*joint);
        double off = 1e9;
        for (std::size_t i = 1; i < line.size(); ++i)
          off = std::min(off, distanceToOutline({line[i - 1], line[i]}, stopwater.at));
        QVERIFY(off < 1e-6);
        double fromRabbet = 1e9;
        for (const RabbetRun& run : made.rabbet) {
          for (double along = 0.0; along <= run.lengthMm(); along += 1.0) {
            const RabbetPlace place = run.at(along);
            const Vec3 middle = 0.5 * (place.rabbet + place.inner);
            fromRabbet = std::min(fromRabbet, (Vec2(middle.x(), middle.z()) - stopwater.at).norm());
          }
        }
        QVERIFY2(fromRabbet < 6.0, qPrintable(QString::number(fromRabbet)));
        QCOMPARE(stopwater.diameterMm, inches(made.table.boat == "marl" ? 0.5 : 0.375).mm());
      }
    }
  }

  void boltsAreKeptClearAndClashesAreFound() {
    Drawn made = drawn("marl");
    QVERIFY(made.plan.bolts.size() >= 6);
    const auto stopwaters = placeStopwaters(made.plan, made.rabbet, made.table.thickness.mm());
    for (const BoltClash& clash : boltClashes(made.plan, made.rabbet, stopwaters))
      QCOMPARE(clash.with, BoltFoul::Rabbet);
    // One put through a stopwater, and one beside another.
    const Vec2 through = stopwaters.front().at;
    made.plan.bolts = {
        {{900}, at(through.x(), through.y() - 100), at(through.x(), through.y() + 100), millimetres(12.0)},
        {{901}, at(through.x() + 20, through.y() - 100), at(through.x() + 20, through.y() + 100), millimetres(12.0)}};
    const auto clashes = boltClashes(made.plan, {}, stopwaters);
    const auto has = [&](std::int64_t bolt, BoltFoul with) {
      return std::any_of(clashes.begin(), clashes.end(),
                         [&](const BoltClash& c) { return c.bolt.number == bolt && c.with == with; });
    };
    QVERIFY(has(900, BoltFoul::Stopwater));
    QVERIFY(has(901, BoltFoul::Bolt));
    // Of a keel sided less than the grooves take, the bolt comes through the rabbet.
    const Drawn again = drawn("marl");
    BackbonePlan thick = again.plan;
    thick.bolts = {{{902}, at(3000, 0), at(3000, 1000), millimetres(45.0)}};
    const auto cut = boltClashes(thick, again.rabbet, {});
    QVERIFY(!cut.empty() && cut[0].with == BoltFoul::Rabbet);
  }

  void twoPieceStemEndsItsPlanksOnTheInnerOne() {
    BackbonePlan start;
    start.rabbet.stem = StemMake::TwoPiece;
    const Drawn made = drawn("marl", start);
    const Timber *inner = named(made.plan, "inner stem"), *outer = named(made.plan, "outer stem");
    QVERIFY(inner != nullptr && outer != nullptr);
    const TimberShapes shapes = shapeTimbers(made.plan);
    QVERIFY(shapes.problems.empty());
    // Its fore face is the rabbet line.
    const Polygon& shape = shapes.find(inner->id)->outline;
    const RabbetRun& stem = made.rabbet.front();
    for (std::size_t i = stem.places.size() / 3; i < stem.places.size(); i += 5) {
      const Vec3& rabbet = stem.places[i].rabbet;
      QVERIFY2(distanceToOutline(shape, {rabbet.x(), rabbet.z()}) < 1.5,
               qPrintable(QString::number(distanceToOutline(shape, {rabbet.x(), rabbet.z()}))));
    }
  }

  void castingIsFollowedOrFairedAsIsChosen() {
    std::vector<CameOutStation> stations;
    for (int i = 0; i < 6; ++i) stations.push_back({std::to_string(i + 1), 600.0 * i, 40.0 + i, std::nullopt, 0.0});
    const std::vector<CameOutReading> readings{{"1", millimetres(41.0)}, {"2", millimetres(42.0)},
                                               {"3", millimetres(40.0)}, {"4", millimetres(44.0)},
                                               {"5", millimetres(45.5)}, {"6", millimetres(44.0)}};
    const CameOut drawing = compareCameOut(stations, readings, CameOutChoice::Drawing);
    QCOMPARE(drawing.mostOffMm, -2.0);
    QCOMPARE(drawing.worst, std::string("3"));
    QCOMPARE(drawing.mostToTakeOffMm, 1.5);
    QCOMPARE(drawing.mostToAddMm, 2.0);
    for (const CameOutStation& station : drawing.stations) QCOMPARE(station.followedMm, station.drawnMm);
    const CameOut measured = compareCameOut(stations, readings, CameOutChoice::AsMeasured);
    for (const CameOutStation& station : measured.stations)
      QVERIFY(std::abs(station.followedMm - *station.measuredMm) < 1e-9);
    QVERIFY(measured.mostToTakeOffMm < 1e-9 && measured.mostToAddMm < 1e-9);
    const CameOut between = compareCameOut(stations, readings, CameOutChoice::Between);
    for (const CameOutStation& station : between.stations) {
      const double low = std::min(station.drawnMm, *station.measuredMm),
                   high = std::max(station.drawnMm, *station.measuredMm);
      QVERIFY(station.followedMm >= low - 1e-6 && station.followedMm <= high + 1e-6);
    }
    const CameOut unknown = compareCameOut(stations, {{"9", millimetres(40.0)}}, CameOutChoice::Drawing);
    QCOMPARE(unknown.problems.size(), std::size_t{1});
  }

  void benchOrderHoldsBackWhatMustWait() {
    Drawn made = drawn("marl");
    const auto steps = benchOrder({&made.plan, false, true, true});
    const auto find = [&](const std::string& part, const std::string& cut) {
      const auto found = std::find_if(steps.begin(), steps.end(), [&](const CutStep& s) {
        return s.part == part && s.cut.find(cut) != std::string::npos;
      });
      return found == steps.end() ? nullptr : &*found;
    };
    QVERIFY(find("stem", "head") != nullptr && find("stem", "head")->when == CutWhen::Later);
    QVERIFY(find("stem", "head")->why.find("sheer is fixed") != std::string::npos);
    QVERIFY(find("stem", "flat")->when == CutWhen::Now);
    QVERIFY(find("stem", "final outline")->when == CutWhen::Later);
    QVERIFY(find("deadwood", "rabbet")->when == CutWhen::Later);
    // Marl's keel is heavier than two people lift; nothing of hers is lead until a casting is measured.
    auto cautions = cautionsFor(made.plan);
    QVERIFY(std::find(cautions.begin(), cautions.end(), BackboneCaution::Lifting) != cautions.end());
    QVERIFY(std::find(cautions.begin(), cautions.end(), BackboneCaution::Lead) == cautions.end());
    made.plan.cameOut = {{"3", millimetres(40.0)}};
    cautions = cautionsFor(made.plan);
    QVERIFY(std::find(cautions.begin(), cautions.end(), BackboneCaution::Lead) != cautions.end());
    // A saw that goes 2 3/8 in does not go through 3 1/2.
    const auto shorts = reachShorts(made.plan, nullptr, {});
    QVERIFY(!shorts.empty());
    made.plan.keel.sawDepth = inches(6.0);
    QVERIFY(reachShorts(made.plan, nullptr, {}).empty());
  }
};

QTEST_APPLESS_MAIN(TimberTest)
#include "timber_test.moc"
