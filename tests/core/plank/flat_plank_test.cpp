// The board a plank needs, its lap, its stations, and its mirror image.

#include <QTest>
#include <cmath>
#include <random>

#include "known_hulls.h"
#include "plank/narrowest_board.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::vector<Vec2> turned(std::vector<Vec2> points, double angle) {
  for (Vec2& p : points) p = Eigen::Rotation2Dd(angle) * p + Vec2(300.0, -40.0);
  return points;
}

}  // namespace

class FlatPlankTest : public QObject {
  Q_OBJECT

 private slots:
  void aTipThatWouldFoldIsLaidTheSameWhateverWasLaidBefore() {
    // Marl's garboard among few strakes runs out to a thin hooked tip: begun from bow to stern it laid itself over.
    const auto table = loadOffsetTable(NARROWS_SOURCE_DIR "/boats/marl.csv");
    const auto inside = hullFace(*springHull(*table), *table, Face::Inside);
    const GirthFrame frame(std::make_shared<Hull>(*inside), false);
    const std::vector<StationId> ids(frame.sectionCount());
    for (const std::size_t strakes : {6, 7, 8}) {
      const auto lining = lineOff(frame, equalPlan(strakes), ids);
      const auto other = lineOff(frame, equalPlan(strakes + 3), ids);
      const FlatPlank fresh = flatPlank(lining->band(0), {});
      const FlatPlank before = flatPlank(other->band(0), {});
      const FlatPlank warm = flatPlank(lining->band(0), {}, &before);
      QVERIFY2(fresh.settled && fresh.strainMax < 0.2, qPrintable(QString::number(fresh.strainMax)));
      double most = 0.0;
      for (std::size_t i = 0; i < fresh.lower.size(); ++i) {
        most = std::max(most, (fresh.lower[i] - warm.lower[i]).norm());
        most = std::max(most, (fresh.upper[i] - warm.upper[i]).norm());
      }
      QVERIFY2(most < 0.02, qPrintable(QString("%1 strakes: %2").arg(strakes).arg(most)));
    }
  }

  void edgesAreMovedAtTheStationsAndAsABattenRunsBetween() {
    const auto table = loadOffsetTable(NARROWS_SOURCE_DIR "/boats/osier.csv");
    const auto inside = hullFace(*springHull(*table), *table, Face::Inside);
    const GirthFrame frame(std::make_shared<Hull>(*inside), false);
    const std::vector<StationId> ids(frame.sectionCount());
    const auto lining = lineOff(frame, equalPlan(8), ids);
    PlankMake make{Construction::Lapstrake, 18.0};
    const FlatPlank plank = flatPlank(lining->band(3), make);
    const auto widths = [](const FlatPlank& of, std::size_t i) {
      return (of.stations[i].upper - of.stations[i].lower).norm();
    };
    // Not moved, it is what it was.
    const FlatPlank same = withEdgesMoved(plank, {{{2, 0.0}, {4, 0.0}}, {}});
    for (std::size_t i = 0; i < plank.lower.size(); ++i) QVERIFY((same.lower[i] - plank.lower[i]).norm() < 1e-6);
    // One edge all along by as much: every width is more by that, and the lap is as wide as it was.
    EdgeMoves all;
    for (std::size_t i = 0; i < plank.stations.size(); ++i) all.upper.emplace_back(i, 5.0);
    const FlatPlank wider = withEdgesMoved(plank, all);
    for (std::size_t i = 0; i < plank.stations.size(); ++i) {
      QVERIFY(std::abs(widths(wider, i) - widths(plank, i) - 5.0) < 0.02);
      QVERIFY(std::abs(wider.stations[i].widthMm - plank.stations[i].widthMm - 5.0) < 1e-9);
      QVERIFY(std::abs(wider.stations[i].asCutMm - plank.stations[i].asCutMm - 5.0) < 1e-9);
    }
    QVERIFY(std::abs(wider.lowerLengthMm - plank.lowerLengthMm) < 1e-6);
    QVERIFY(wider.boardWidthMm > plank.boardWidthMm + 2.0);
    // At one station by itself: there by that, and at its neighbours not at all.
    EdgeMoves one;
    for (std::size_t i = 1; i + 1 < plank.stations.size(); ++i) one.lower.emplace_back(i, i == 4 ? 6.0 : 0.0);
    const FlatPlank bent = withEdgesMoved(plank, one);
    for (std::size_t i = 1; i + 1 < plank.stations.size(); ++i)
      QVERIFY(std::abs(widths(plank, i) - widths(bent, i) - (i == 4 ? 6.0 : 0.0)) < 0.02);
    for (std::size_t i = 0; i < bent.lower.size(); ++i)
      QVERIFY(std::abs((bent.lower[i] - bent.lapLine[i]).norm() - (plank.lower[i] - plank.lapLine[i]).norm()) < 0.1);
  }

  void narrowestBoardOfARectangleIsTheRectangleHoweverItLies() {
    const std::vector<Vec2> rectangle{{0, 0}, {2000, 0}, {2000, 150}, {0, 150}, {900, 70}};
    for (const double angle : {0.0, 0.1, -0.4, 1.2}) {
      const NarrowestBoard board = narrowestBoard(turned(rectangle, angle));
      QVERIFY(std::abs(board.widthMm - 150.0) < 1e-9);
      QVERIFY(std::abs(board.lengthMm - 2000.0) < 1e-9);
      QVERIFY(board.along.x() > 0.0);
    }
  }

  void noOtherDirectionIsNarrower() {
    std::mt19937 random(17);
    std::uniform_real_distribution<double> x(0.0, 3000.0), y(-120.0, 120.0);
    for (int round = 0; round < 30; ++round) {
      std::vector<Vec2> points;
      for (int i = 0; i < 40; ++i) points.emplace_back(x(random), y(random));
      const double width = narrowestBoard(points).widthMm;
      for (double angle = 0.0; angle < 3.14; angle += 0.003) {
        const Vec2 square(-std::sin(angle), std::cos(angle));
        double low = 1e9, high = -1e9;
        for (const Vec2& p : points) low = std::min(low, p.dot(square)), high = std::max(high, p.dot(square));
        QVERIFY(width <= high - low + 1e-9);
      }
    }
  }

  void plankLiesInItsBoardAndTouchesAllFourSides() {
    const Lining lining = liningOf(tableOf(coneOnItsSide().sections, 9), knownStrakes);
    for (std::size_t k = 0; k < knownStrakes; ++k) {
      const FlatPlank plank = flatPlank(lining.band(k), {});
      Vec2 low(1e9, 1e9), high(-1e9, -1e9);
      for (const auto* edge : {&plank.lower, &plank.upper}) {
        for (const Vec2& p : *edge) low = low.cwiseMin(p), high = high.cwiseMax(p);
      }
      QVERIFY(low.norm() < 1e-9);
      QVERIFY((high - Vec2(plank.boardLengthMm, plank.boardWidthMm)).norm() < 1e-9);
    }
  }

  void stationsLieOnTheEdgesInOrder() {
    const Lining lining = liningOf(tableOf(coneOnItsSide().sections, 9), knownStrakes);
    for (const Construction kind : {Construction::Carvel, Construction::Lapstrake}) {
      PlankMake make;
      make.construction = kind;
      const FlatPlank plank = flatPlank(lining.band(3), make);
      QCOMPARE(plank.stations.size(), static_cast<std::size_t>(knownStations));
      for (std::size_t i = 0; i < plank.stations.size(); ++i) {
        QVERIFY(distanceToCurveMm({plank.stations[i].lower}, plank.lower) < 0.02);
        QVERIFY(distanceToCurveMm({plank.stations[i].upper}, plank.upper) < 0.02);
        if (i > 0) QVERIFY(plank.stations[i].lower.x() > plank.stations[i - 1].lower.x());
      }
    }
  }

  void lapstrakePlankIsStraightAcrossBetweenItsLands() {
    // On a cylinder the chord of the turn is shorter than the girth: 2 R sin(a / 2), a = width / R.
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    PlankMake make;
    make.construction = Construction::Lapstrake;
    const FlatPlank plank = flatPlank(lining.band(2), make);
    for (const PlankStation& station : plank.stations) {
      const double chord = 2.0 * 700.0 * std::sin(0.5 * station.widthMm / 700.0);
      const double width = (station.upper - station.lower).norm();
      QVERIFY2(std::abs(width - chord) < 0.15, qPrintable(QString("%1 %2").arg(width).arg(chord)));
    }
  }

  void lapMakesTheBoardWiderByTheLapAtTheMost() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    PlankMake bare, lapped;
    bare.construction = lapped.construction = Construction::Lapstrake;
    lapped.lapMm = 19.0;
    const FlatPlank without = flatPlank(lining.band(2), bare);
    const FlatPlank with = flatPlank(lining.band(2), lapped);
    QVERIFY(with.boardWidthMm > without.boardWidthMm + 15.0);
    QVERIFY(with.boardWidthMm < without.boardWidthMm + 19.0 + 1e-6);
    // The end goes straight on through the lap, as it runs where the lap begins.
    const std::vector<Vec2> end = endLine(with, true);
    QCOMPARE(end[0], with.lower.front());
    const Vec2 through = (end[1] - end[0]).normalized(), above = (end[2] - end[1]).normalized();
    QVERIFY2(std::abs(through.x() * above.y() - through.y() * above.x()) < 0.01,
             qPrintable(QString("%1 %2").arg(through.x()).arg(above.x())));
    QVERIFY(without.lapLine.empty());
  }

  void cutSquareItIsThatMuchOfTheWhole() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    const FlatPlank whole = flatPlank(lining.band(2), {});
    const FlatPlank plank = flatPlank(lining.band(2, {2.0, 7.0}), {});
    QCOMPARE(plank.stations.size(), std::size_t{6});
    QVERIFY(plank.lower.size() >= 250);
    // The piece, laid on the whole by its stations, lies on it.
    std::vector<Vec2> piece, there;
    for (std::size_t i = 0; i < plank.stations.size(); ++i) {
      for (Vec2 PlankStation::*end : {&PlankStation::lower, &PlankStation::upper}) {
        piece.push_back(plank.stations[i].*end);
        there.push_back(whole.stations[i + 2].*end);
      }
    }
    QVERIFY2(misfitMm(there, piece) < 0.02, qPrintable(QString::number(misfitMm(there, piece))));
  }

  void mirroredTwiceIsTheSame() {
    const std::vector<Vec2> points{{1, 2}, {3, -4}, {5, 0.5}};
    QVERIFY(mirrored(mirrored(points)) == points);
    QCOMPARE(mirrored(points)[1], Vec2(3, 4));
  }
};

QTEST_APPLESS_MAIN(FlatPlankTest)
#include "flat_plank_test.moc"
