// Lining off: shares, widths, marks moved by hand, and the strakes of a chined hull.

#include <QTest>
#include <cmath>
#include <numbers>

#include "analytic_hull.h"
#include "lining/lining.h"
#include "plank/outside_width.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::shared_ptr<const Hull> sample(const char* name, Face face = Face::Inside) {
  const auto table = loadOffsetTable(std::string(NARROWS_SOURCE_DIR "/boats/") + name);
  if (!table) qFatal("%s", describe(table.error()).c_str());
  const auto drawn = springHull(*table);
  auto hull = hullFace(*drawn, *table, face);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return std::make_shared<Hull>(*hull);
}

std::vector<StationId> idsOf(const GirthFrame& frame) {
  std::vector<StationId> ids;
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) ids.push_back({static_cast<std::int64_t>(500 + i)});
  return ids;
}

LiningPlan plan(std::size_t count) {
  LiningPlan made;
  for (std::size_t k = 0; k < count; ++k) made.strakes.push_back({static_cast<std::int64_t>(k + 1)});
  for (std::size_t k = 0; k <= count; ++k) made.lines.push_back({static_cast<std::int64_t>(100 + k)});
  return made;
}

}  // namespace

class LiningTest : public QObject {
  Q_OBJECT

 private slots:
  void widthsOfEveryStationSumToItsGirth_data() {
    QTest::addColumn<QString>("file");
    QTest::addColumn<int>("strakes");
    for (const char* name : {"osier.csv", "marl.csv", "sedge.csv"}) {
      for (const int strakes : {3, 8, 17, 40}) QTest::addRow("%s %d", name, strakes) << QString(name) << strakes;
    }
  }
  void widthsOfEveryStationSumToItsGirth() {
    QFETCH(QString, file);
    QFETCH(int, strakes);
    const GirthFrame frame(sample(qPrintable(file)), false);
    LiningPlan chosen = plan(static_cast<std::size_t>(strakes));
    chosen.zones.front().rule = LiningRule::Diminishing;
    for (int k = 0; k < strakes; ++k) chosen.zones.front().widths.push_back(millimetres(60.0 + 7.0 * ((k * 5) % 4)));
    const auto lining = lineOff(frame, chosen, idsOf(frame));
    QVERIFY(lining);
    for (std::size_t i = 0; i < frame.sectionCount(); ++i) {
      double sum = 0.0;
      for (std::size_t k = 0; k < lining->strakeCount(); ++k) sum += lining->widthMm(k, i);
      QVERIFY(std::abs(sum - frame.girthMm(i)) < 1e-9);
    }
  }

  void equalStrakesAreEqualAndTheirShareIsExactlyConstant() {
    const GirthFrame frame(sample("osier.csv"), false);
    const auto lining = lineOff(frame, plan(8), idsOf(frame));
    QVERIFY(lining);
    for (double t = 0.0; t <= frame.lastT(); t += 0.13) QCOMPARE(lining->lines[3].shareAt(t), 0.375);
    for (std::size_t i = 0; i < frame.sectionCount(); ++i)
      QVERIFY(std::abs(lining->widthMm(0, i) - lining->widthMm(7, i)) < 1e-9);
  }

  void diminishingWidthsAreScaledToFillAndKeepTheirProportion() {
    const GirthFrame frame(sample("osier.csv"), false);
    LiningPlan chosen = plan(3);
    chosen.zones.front().rule = LiningRule::Diminishing;
    chosen.zones.front().widths = {inches(4.0), inches(3.0), inches(1.0)};
    const auto lining = lineOff(frame, chosen, idsOf(frame));
    QVERIFY(lining);
    for (std::size_t i = 0; i < frame.sectionCount(); ++i) {
      QVERIFY(std::abs(lining->widthMm(0, i) - 0.5 * frame.girthMm(i)) < 1e-9);
      QVERIFY(std::abs(lining->widthMm(2, i) - 0.125 * frame.girthMm(i)) < 1e-9);
    }
  }

  void strakesOfAChinedHullRunFromTheChineUp() {
    const auto hull = sample("sedge.csv");
    const GirthFrame fromChine(hull, false);
    const GirthFrame whole(hull, true);
    QVERIFY(std::abs(fromChine.point(3.0, 0.0).z() - 60.0) <= 0.5);  // the chine at station 3
    QVERIFY(std::abs(whole.point(3.0, 0.0).y()) < 1e-9);             // the rabbet there
    QVERIFY(std::abs(whole.girthMm(3) - fromChine.girthMm(3) - 331.0) < 0.6);
    QVERIFY((whole.point(3.0, 1.0) - fromChine.point(3.0, 1.0)).norm() < 1e-6);
    for (std::size_t i = 0; i < whole.sectionCount(); ++i) {
      const double t = static_cast<double>(i);
      for (double share : {0.15, 0.5, 0.8})
        QVERIFY((whole.point(t, share) - whole.sectionPoint(i, share)).norm() < 0.02);
    }
  }

  void movedMarkIsMetAndTheBattenIsFairThroughIt() {
    const GirthFrame frame(sample("osier.csv"), false);
    const auto ids = idsOf(frame);
    LiningPlan moved = plan(8);
    moved.moved.push_back({moved.lines[4], ids[4], 0.53});
    const auto lining = lineOff(frame, moved, ids);
    QVERIFY(lining);
    const PlankLine& line = lining->lines[4];
    QVERIFY(std::abs(line.shares[4] - 0.53) < 1e-12);
    QVERIFY(line.moved[4] && !line.moved[3]);
    QVERIFY(std::abs(line.shares.front() - 0.5) < 1e-12);  // the ends stay
    QVERIFY(std::abs(line.shares.back() - 0.5) < 1e-12);
    // Between them the batten rises and falls once: no share turns back before or after the mark.
    for (std::size_t i = 1; i <= 4; ++i) QVERIFY(line.shares[i] >= line.shares[i - 1]);
    for (std::size_t i = 5; i < line.shares.size(); ++i) QVERIFY(line.shares[i] <= line.shares[i - 1]);
    QCOMPARE(lining->lines[5].shares, (*lineOff(frame, plan(8), ids)).lines[5].shares);
  }

  void crossingLinesAreRefused() {
    const GirthFrame frame(sample("osier.csv"), false);
    const auto ids = idsOf(frame);
    LiningPlan moved = plan(8);
    moved.moved.push_back({moved.lines[4], ids[4], 0.63});  // line 5 lies at 0.625
    const auto lining = lineOff(frame, moved, ids);
    QVERIFY(!lining);
    QCOMPARE(lining.error()[0].fault, Fault::WidthsDoNotFit);
  }

  void numbersAndWidthsOutOfBoundsAreRefused() {
    const GirthFrame frame(sample("osier.csv"), false);
    const auto ids = idsOf(frame);
    QCOMPARE(lineOff(frame, plan(2), ids).error()[0].fault, Fault::StrakeCount);
    QCOMPARE(lineOff(frame, plan(41), ids).error()[0].fault, Fault::StrakeCount);
    LiningPlan chosen = plan(3);
    chosen.zones.front().rule = LiningRule::Diminishing;
    chosen.zones.front().widths = {inches(4.0), inches(3.0)};
    QCOMPARE(lineOff(frame, chosen, ids).error()[0].fault, Fault::WidthsDoNotFit);
    chosen.zones.front().widths = {inches(4.0), inches(3.0), inches(-1.0)};
    QCOMPARE(lineOff(frame, chosen, ids).error()[0].fault, Fault::WidthNotPositive);
  }

  void nearestShareFindsAPointOfTheSection() {
    const GirthFrame frame(sample("marl.csv"), false);
    for (double share : {0.05, 0.33, 0.71, 0.98}) {
      const Vec3 at = frame.sectionPoint(6, share);
      QVERIFY(std::abs(frame.nearestShare(6, at.y(), at.z()) - share) < 1e-6);
    }
  }

  void girthsShrinkInsideAndGrowOutside() {
    const GirthFrame inside(sample("marl.csv", Face::Inside), false);
    const GirthFrame drawn(sample("marl.csv", Face::Drawn), false);
    // Amidships the section turns through about a right angle and more: an inch of planking takes off an inch a radian.
    const double less = drawn.girthMm(6) - inside.girthMm(6);
    QVERIFY2(less > 5.0 && less < 40.0, qPrintable(QString::number(less)));
  }

  void outsideOfASixInchPlankIsWiderAsWorkedByHand() {
    // 6 in on the inside at 18 in radius, 1 1/4 in thick: turns 6/18 rad, wider by 1.25 / 3 = 0.417 in over both edges,
    // a fifth of an inch at each.
    std::vector<KnownSection> sections;
    const double radius = 18.0 * 25.4;
    for (int i = 0; i < 5; ++i) {
      sections.push_back({500.0 * i,
                          [radius](double a) { return Vec2(radius * std::sin(a), radius * (1.0 - std::cos(a))); }, 0.2,
                          1.2});
    }
    const GirthFrame frame(std::make_shared<Hull>(*springHull(tableOf(sections, 9))), false);
    const auto lining = lineOff(frame, plan(3), idsOf(frame));
    QVERIFY(std::abs(lining->widthMm(1, 2) / 25.4 - 6.0) < 0.01);
    QVERIFY(std::abs(outsideWiderMm(lining->band(1), 1.25 * 25.4) / 25.4 - 0.4167) < 0.005);
  }

  void marksOnAPartSectionLieOnItsCurve() {
    auto hull = *sample("osier.csv");
    // A plane between stem and station 1 as a part section of the surface itself.
    Section part;
    part.name = "half";
    part.xMm = 300.0;
    part.whole = false;
    std::vector<Vec3> points;
    for (int k = 0; k <= 60; ++k) {
      const double v = 0.35 + 0.65 * k / 60.0;
      const auto t = hull.patches[0].crossing(300.0, v, 1.0);
      if (t) points.push_back(hull.patches[0].point(*t, v));
    }
    part.parts.push_back(Batten::spring(points, BattenEnds::CarryCurvature));
    hull.partSections.push_back(part);
    const GirthFrame frame(std::make_shared<Hull>(hull), false);
    const auto lining = lineOff(frame, plan(8), idsOf(frame));
    const auto markOf = [&](std::size_t line) {
      return curveOnPart(lining->frame, lining->lines[line].curve.over(lining->lines[line].reach), part);
    };
    const auto mark = markOf(7);
    QVERIFY(mark);
    QVERIFY(std::abs(mark->at.x() - 300.0) < 0.05);
    QVERIFY(!markOf(0));  // the rabbet does not reach so far forward
  }
};

QTEST_APPLESS_MAIN(LiningTest)
#include "lining_test.moc"
