// Moulds of the sample boats at places taken by chance: what must hold whatever the boat.

#include <QTest>
#include <cmath>
#include <random>

#include "book/edits.h"
#include "moulds/set_up.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

struct Boat {
  OffsetTable table;
  std::shared_ptr<const Hull> inside;
};

Boat boat(const QString& name) {
  const Book book = sampleBook(name.toStdString());
  const auto drawn = springHull(book.table);
  if (!drawn) qFatal("%s", describe(drawn.error()).c_str());
  const auto inside = hullFace(*drawn, book.table, Face::Inside);
  if (!inside) qFatal("%s", describe(inside.error()).c_str());
  return {book.table, std::make_shared<Hull>(*inside)};
}

/// Least distance from a point to the surface, over a fine net of it.
double distanceTo(const Hull& hull, const Vec3& at) {
  double nearest = 1e300;
  for (const SurfacePatch& patch : hull.patches) {
    double least = 1e300, bestT = 0.0, bestV = 0.0;
    for (int i = 0; i <= 120; ++i) {
      for (int k = 0; k <= 60; ++k) {
        const double t = patch.lastT() * i / 120.0, v = k / 60.0;
        const double away = (patch.point(t, v) - at).norm();
        if (away < least) least = away, bestT = t, bestV = v;
      }
    }
    for (double step = patch.lastT() / 120.0; step > 1e-6; step *= 0.5) {
      for (bool nearer = true; nearer;) {
        nearer = false;
        for (const auto& [dt, dv] : {std::pair{step, 0.0}, {-step, 0.0}, {0.0, step}, {0.0, -step}}) {
          const double t = std::clamp(bestT + dt, 0.0, patch.lastT()), v = std::clamp(bestV + dv, 0.0, 1.0);
          const double away = (patch.point(t, v) - at).norm();
          if (away < least - 1e-9) least = away, bestT = t, bestV = v, nearer = true;
        }
      }
    }
    nearest = std::min(nearest, least);
  }
  return nearest;
}

void addBoats() {
  QTest::addColumn<QString>("name");
  for (const char* name : {"osier", "marl", "sedge"}) QTest::newRow(name) << QString(name);
}

}  // namespace

class MouldPropertyTest : public QObject {
  Q_OBJECT

 private slots:
  void edgeLiesSoFarInsideThePlankingAsWasTakenOff_data() { addBoats(); }
  void edgeLiesSoFarInsideThePlankingAsWasTakenOff() {
    QFETCH(QString, name);
    const Boat on = boat(name);
    constexpr double taken = 22.0;
    std::mt19937 chance(11);
    const double first = *on.inside->sections[2].xMm, last = *on.inside->sections[on.inside->sections.size() - 3].xMm;
    for (int round = 0; round < 4; ++round) {
      const double x = first + (last - first) * static_cast<double>(chance() % 1000) / 1000.0;
      const auto outline = cutOutline(*on.inside, x, taken);
      QVERIFY(outline);
      for (int i = 3; i <= 9; ++i) {
        const Vec3 at = outline->pointAt(outline->lengthMm() * i / 12.0);
        QVERIFY(std::abs(at.x() - x) < 1e-6);
        const double away = distanceTo(*on.inside, at);
        QVERIFY2(std::abs(away - taken) < 0.4, qPrintable(QString("%1 at %2 of the edge, %3 out, %4 up, x %5")
                                                              .arg(away)
                                                              .arg(i / 12.0)
                                                              .arg(at.y())
                                                              .arg(at.z())
                                                              .arg(x)));
      }
    }
  }

  void atAStationWithNothingTakenOffItIsTheSection_data() { addBoats(); }
  void atAStationWithNothingTakenOffItIsTheSection() {
    QFETCH(QString, name);
    const Boat on = boat(name);
    for (const Section& section : on.inside->sections) {
      if (section.kind != SectionKind::Station) continue;
      const auto outline = cutOutline(*on.inside, *section.xMm, 0.0);
      QVERIFY(outline);
      QVERIFY2(std::abs(outline->lengthMm() - section.girthMm()) < 0.1,
               qPrintable(QString::number(outline->lengthMm() - section.girthMm())));
    }
  }

  void marksRunFromFootToSheerAndBevelsAreContinuous_data() { addBoats(); }
  void marksRunFromFootToSheerAndBevelsAreContinuous() {
    QFETCH(QString, name);
    const Boat on = boat(name);
    const MouldSet set = makeMoulds({on.inside, nullptr, &on.table}, MouldPlan());
    QVERIFY(set.problems.empty());
    for (const Mould& mould : set.moulds) {
      for (std::size_t i = 1; i < mould.marks.size(); ++i)
        QVERIFY(mould.marks[i].alongMm >= mould.marks[i - 1].alongMm);
      QVERIFY(mould.leastProudMm <= mould.otherProudMm + 1e-9);
      QVERIFY(mould.inPlaneMostMm >= on.table.thickness.mm() - 1e-9);
      for (const FairFunction& run : mould.outline.bevelRad) {
        for (int i = 0; i < 100; ++i) QVERIFY(std::abs(run(i * 4.0) - run(i * 4.0 + 4.0)) < 0.2);
      }
    }
  }

  void bevelIsTheSlopeToTheOtherFace_data() { addBoats(); }
  void bevelIsTheSlopeToTheOtherFace() {
    // Where the edge is smooth, the other face's outline lies off the marked one by the thickness times the tangent.
    QFETCH(QString, name);
    const Boat on = boat(name);
    MouldPlan plan;
    plan.thickness = millimetres(4.0);
    const MouldSet set = makeMoulds({on.inside, nullptr, &on.table}, plan);
    for (const Mould& mould : set.moulds) {
      if (!mould.back) continue;
      const double length = mould.outline.lengthMm();
      const double along = 0.8 * length;
      const Vec3 at = mould.outline.pointAt(along);
      const Vec3 run = (mould.outline.pointAt(along + 1.0) - mould.outline.pointAt(along - 1.0)).normalized();
      const Vec3 out(0.0, run.z(), -run.y());
      double least = 1e300, off = 0.0;
      for (int i = 0; i <= 4000; ++i) {
        const Vec3 there = mould.back->pointAt(mould.back->lengthMm() * i / 4000.0) - at;
        const double slip = std::abs(there.dot(run));
        if (slip < least) least = slip, off = there.dot(out);
      }
      const double expected = -mould.standsAft * 4.0 * std::tan(mould.outline.bevelAt(along));
      QVERIFY2(std::abs(off - expected) < 0.06, qPrintable(QString::number(off) + " " + QString::number(expected)));
    }
  }

  void evenFramesNeverStandInTheWayOfMoulds() {
    std::mt19937 chance(5);
    for (int round = 0; round < 200; ++round) {
      std::vector<Length> standing;
      for (int i = 0; i < 6; ++i) standing.push_back(millimetres(static_cast<double>(chance() % 4000)));
      const Length wanted = millimetres(120.0 + static_cast<double>(chance() % 400));
      const auto places = spaceFrames(millimetres(0), millimetres(4000), wanted, standing, millimetres(40));
      QVERIFY(places);
      for (std::size_t i = 0; i < places->size(); ++i) {
        for (const Length& one : standing) QVERIFY(std::abs((*places)[i].mm() - one.mm()) >= 40.0 - 1e-9);
        QVERIFY((*places)[i].mm() >= -1e-9 && (*places)[i].mm() <= 4000.0 + 1e-9);
      }
    }
  }

  void mouldsAsDrawnLeaveTheHullAsItIs_data() { addBoats(); }
  void mouldsAsDrawnLeaveTheHullAsItIs() {
    QFETCH(QString, name);
    const Boat on = boat(name);
    MouldPlan plan;
    const MouldSet set = makeMoulds({on.inside, nullptr, &on.table}, plan);
    // Every mould measured at its sheer, and right.
    for (const Mould& mould : set.moulds) {
      plan.readings.push_back(
          {mould.name, SetUpKind::HalfBreadth, "sheer", "", millimetres(mould.marks.back().at.y())});
      plan.readings.push_back({mould.name, SetUpKind::Distance, "", "", millimetres(mould.outline.xMm)});
    }
    for (const SetUpOff& off : checkSetUp(set, plan).offs) QVERIFY(std::abs(off.offMm) < 1e-9);
    const auto standing = standingHull(*on.inside, set, plan);
    QVERIFY(standing);
    for (std::size_t i = 0; i < on.inside->sections.size(); ++i)
      QVERIFY(std::abs(standing->sections[i].girthMm() - on.inside->sections[i].girthMm()) < 1e-6);
  }

  void riseIsSaidInSixtyFourthsOrTenths() {
    const auto bevel = [](double slope) { return std::atan(slope); };
    QCOMPARE(riseWords(bevel(0.25), Notation::Inches16), std::string("1\u20444 in an inch"));
    QCOMPARE(riseWords(bevel(-3.0 / 64.0), Notation::Inches16), std::string("3\u204464 in an inch"));
    QCOMPARE(riseWords(bevel(1.5), Notation::Inches16), std::string("1 1\u20442 in an inch"));
    QCOMPARE(riseWords(bevel(0.001), Notation::Inches16), std::string("under 1\u204464 in an inch"));
    QCOMPARE(riseWords(bevel(0.19), Notation::Millimetres), std::string("1.9 in 10 mm"));
  }
};

QTEST_APPLESS_MAIN(MouldPropertyTest)
#include "mould_property_test.moc"
