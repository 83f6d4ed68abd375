// Fairing a table, laying a chosen batten, and saying how a line runs.

#include <QTest>
#include <cmath>
#include <numbers>

#include "fairing/chosen_batten.h"
#include "fairing/curvature_words.h"
#include "fairing/fair_table.h"
#include "fairing/judge.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

OffsetTable sample(const std::string& name) {
  const auto table = loadOffsetTable(boatsFolder() + name + ".csv");
  if (!table) qFatal("%s", describe(table.error()).c_str());
  return *table;
}

/// A line along the boat with nails at these heights, half a metre apart.
TableLine lineWith(const std::vector<double>& heights) {
  TableLine line;
  for (std::size_t i = 0; i < heights.size(); ++i) {
    LineNail nail;
    nail.at = Vec3(500.0 * static_cast<double>(i), 0.0, heights[i]);
    nail.axis = Vec3::UnitZ();
    nail.figure = FigureRef{FigureRef::In::Row, 0, i};
    nail.station = std::to_string(i + 1);
    line.nails.push_back(nail);
  }
  return line;
}

}  // namespace

class FairTableTest : public QObject {
  Q_OBJECT

 private slots:
  void bendsLessAndMovesNothingBeyondTheTolerance() {
    for (const char* name : {"osier", "marl", "sedge"}) {
      const OffsetTable table = sample(name);
      const Length tolerance = usualFairingTolerance(table);
      const auto faired = fairTable(table, tolerance, {}, {});
      QVERIFY(faired);
      QVERIFY(!faired->moved.empty());
      QVERIFY(faired->bendingAfter < faired->bendingBefore);
      for (const MovedFigure& moved : faired->moved) {
        QCOMPARE(moved.fromMm, figureMm(table, moved.figure));
        QVERIFY(std::abs(moved.toMm - moved.fromMm) <= tolerance.mm() + 1e-9);
      }
    }
  }

  void fairedTwiceIsFairedOnce() {
    const OffsetTable table = sample("osier");
    const auto once = fairTable(table, millimetres(1.0), {}, {});
    QVERIFY(once);
    const auto again = fairTable(table, millimetres(1.0), {}, {});
    QCOMPARE(once->moved.size(), again->moved.size());
    for (std::size_t i = 0; i < once->moved.size(); ++i) QCOMPARE(once->moved[i].toMm, again->moved[i].toMm);
  }

  void noFigureCanBeMovedToMakeItBendLess() {
    // By the descent's own end: nudging any figure within its bounds does not lower the bending further.
    OffsetTable table = sample("sedge");
    const auto faired = fairTable(table, millimetres(2.0), {}, {});
    QVERIFY(faired);
    for (const MovedFigure& moved : faired->moved) setFigureMm(table, moved.figure, moved.toMm);
    const auto further = fairTable(table, millimetres(0.5), {}, {});
    QVERIFY(further);
    QVERIFY(further->bendingBefore <= faired->bendingAfter * 1.02);
  }

  void misreadFiguresAreLeftAndNamedUnlessAllowed() {
    const OffsetTable table = sample("marl_misread");
    const FigureSet disowned = judgeTable(table).disowned;
    const auto careful = fairTable(table, usualFairingTolerance(table), disowned, {});
    QVERIFY(careful);
    QCOMPARE(careful->wanting, disowned);
    for (const MovedFigure& moved : careful->moved) QVERIFY(!disowned.contains(moved.figure));
    const auto asked = fairTable(table, usualFairingTolerance(table), disowned, disowned);
    QVERIFY(asked && asked->wanting.empty());
    const OffsetTable right = sample("marl");
    std::size_t brought = 0;
    for (const MovedFigure& moved : asked->moved) {
      if (!disowned.contains(moved.figure)) continue;
      ++brought;
      const double before = std::abs(figureMm(right, moved.figure) - moved.fromMm);
      const double after = std::abs(figureMm(right, moved.figure) - moved.toMm);
      QVERIFY2(after < 0.35 * before, qPrintable(QString::number(after)));
    }
    QCOMPARE(brought, disowned.size());
  }

  void tolerancesOfNothingAndOfAFootAreRefused() {
    const OffsetTable table = sample("osier");
    for (const Length tolerance : {Length(), millimetres(-1.0), inches(12.0)}) {
      const auto faired = fairTable(table, tolerance, {}, {});
      QVERIFY(!faired);
      QCOMPARE(faired.error()[0].fault, Fault::FairingTolerance);
    }
  }

  void softBattenTouchesEveryNailAndStifferOnesRideOff() {
    const TableLine line = lineWith({600, 560, 540, 545, 530, 540, 570});
    const std::vector<bool> none(line.nails.size(), false);
    double before = -1.0;
    for (const Stiffness stiffness : battens) {
      const auto laid = layBatten(line, none, BattenEnds::Free, stiffness);
      QVERIFY(laid);
      if (stiffness == Stiffness::Soft) QVERIFY(laid->mostRideMm < 1e-6);
      QVERIFY(laid->mostRideMm > before - 1e-9);
      before = laid->mostRideMm;
    }
    QVERIFY(before > 2.0);
  }

  void pulledNailDoesNotHoldTheBatten() {
    const TableLine line = lineWith({600, 600, 650, 600, 600});
    std::vector<bool> out(5, false);
    out[2] = true;
    const auto laid = layBatten(line, out, BattenEnds::Free, Stiffness::Soft);
    QVERIFY(laid);
    QVERIFY(std::abs(*restingMm(line, 2, BattenPlaces(laid->curve)) + 50.0) < 1e-6);
    QVERIFY(!laid->rideMm[2]);
    QVERIFY(!layBatten(lineWith({600}), {false}, BattenEnds::Free, Stiffness::Soft));
  }

  void circleBendsEvenlyAndItsCombIsLevel() {
    std::vector<Vec3> nails;
    for (int i = 0; i <= 12; ++i) {
      const double a = 0.1 * i;
      nails.emplace_back(1000.0 * std::sin(a), 0.0, 1000.0 * std::cos(a));
    }
    const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
    QVERIFY(unevenPlaces(batten).empty());
    for (const CombTooth& tooth : combOf(batten)) QVERIFY(std::abs(tooth.signedBend - 1e-3) < 2e-5);
  }

  void lumpAndFlatAreSaidWhereTheyAre() {
    std::vector<double> heights;
    for (int i = 0; i < 9; ++i) heights.push_back(600.0 - 0.0001 * std::pow(500.0 * i - 2000.0, 2) * 0.2);
    heights[4] += 6.0;
    const TableLine line = lineWith(heights);
    const auto laid = layBatten(line, std::vector<bool>(9, false), BattenEnds::CarryCurvature, Stiffness::Soft);
    const auto words = unevenWords(line, laid->curve);
    QVERIFY(!words.empty());
    QVERIFY(std::any_of(words.begin(), words.end(), [](const std::string& w) { return w == "Lump at 5."; }));
    QVERIFY(unevenWords(lineWith({600, 600, 600, 600}),
                        Batten::spring(std::vector<Vec3>{{0, 0, 600}, {1500, 0, 600}}, BattenEnds::Free))
                .empty());
  }
};

QTEST_APPLESS_MAIN(FairTableTest)
#include "fair_table_test.moc"
