// Shapes in a plane, against arithmetic.

#include <QTest>
#include <cmath>
#include <random>

#include "backbone/polygon.h"

using namespace narrows;

namespace {

const Polygon square = rectangle({0.0, 0.0}, {100.0, 100.0});
/// A corner bracket: the square less its upper right quarter.
const Polygon bracket{{0.0, 0.0}, {100.0, 0.0}, {100.0, 50.0}, {50.0, 50.0}, {50.0, 100.0}, {0.0, 100.0}};

double areaOf(const std::vector<Polygon>& shapes) {
  double area = 0.0;
  for (const Polygon& shape : shapes) area += signedArea(shape);
  return area;
}

Polygon randomStar(std::mt19937& chance, int points, double least, double most) {
  std::uniform_real_distribution<double> reach(least, most);
  Polygon star;
  for (int i = 0; i < points; ++i) {
    const double a = 6.283185307179586 * i / points, r = reach(chance);
    star.emplace_back(r * std::cos(a), r * std::sin(a));
  }
  return star;
}

bool overlap(const Polygon& a, const Polygon& b) {
  return !common({a}, {b}).empty();
}

}  // namespace

class PolygonTest : public QObject {
  Q_OBJECT

 private slots:
  void areaIsPositiveAgainstTheClock() {
    QCOMPARE(signedArea(square), 10000.0);
    Polygon other = square;
    std::reverse(other.begin(), other.end());
    QCOMPARE(signedArea(other), -10000.0);
    QCOMPARE(signedArea(bracket), 7500.0);
  }

  void middleOfABracketIsWhereItBalances() {
    QVERIFY((centroid(square) - Vec2(50.0, 50.0)).norm() < 1e-12);
    // By hand: the square less a quarter, (10000 x 50 - 2500 x 75) / 7500.
    const double balance = (10000.0 * 50.0 - 2500.0 * 75.0) / 7500.0;
    QVERIFY((centroid(bracket) - Vec2(balance, balance)).norm() < 1e-9);
  }

  void insideAndDistanceAreTold() {
    QVERIFY(contains(bracket, {25.0, 75.0}));
    QVERIFY(!contains(bracket, {75.0, 75.0}));
    QVERIFY(!contains(bracket, {-1.0, 50.0}));
    QVERIFY(std::abs(distanceToOutline(square, {50.0, 40.0}) - 40.0) < 1e-12);
    QVERIFY(std::abs(distanceToOutline(square, {103.0, 104.0}) - 5.0) < 1e-12);
  }

  void lineCrossesAtItsShares() {
    const auto across = crossings(bracket, {-10.0, 75.0}, {-9.0, 75.0});
    QCOMPARE(across.size(), std::size_t{2});
    QVERIFY(std::abs(across[0] - 10.0) < 1e-12 && std::abs(across[1] - 60.0) < 1e-12);
    QVERIFY(crossings(square, {0.0, 200.0}, {1.0, 200.0}).empty());
  }

  void whatIsCommonAndWhatIsLeftMakeTheWhole() {
    std::mt19937 chance(3);
    for (int k = 0; k < 40; ++k) {
      const Polygon a = randomStar(chance, 9, 40.0, 100.0);
      const Polygon b = moved(randomStar(chance, 7, 40.0, 100.0), 0.1 * k, {3.0 * k - 60.0, 20.0});
      const double both = areaOf(common({a}, {b})), left = areaOf(without({a}, {b})), right = areaOf(without({b}, {a}));
      QVERIFY(std::abs(both + left - signedArea(a)) < 1.0);
      QVERIFY(std::abs(both + right - signedArea(b)) < 1.0);
      QVERIFY(std::abs(areaOf(together({a, b})) - (both + left + right)) < 1.0);
    }
  }

  void grownSquareKeepsItsCorners() {
    QVERIFY(std::abs(areaOf(grown({square}, 5.0)) - 110.0 * 110.0) < 0.5);
    QVERIFY(std::abs(areaOf(grown({square}, -10.0)) - 80.0 * 80.0) < 0.5);
    QVERIFY(grown({square}, -51.0).empty());
  }

  void shiftsThatTouchAreThoseAndNoOthers() {
    std::mt19937 chance(8);
    std::uniform_real_distribution<double> shift(-220.0, 220.0);
    for (int k = 0; k < 12; ++k) {
      const Polygon obstacle = randomStar(chance, 6, 20.0, 60.0);
      const Polygon pattern = k % 2 == 0 ? moved(bracket, 0.0, {-50.0, -50.0}) : randomStar(chance, 11, 30.0, 120.0);
      const auto forbidden = shiftsThatTouch(obstacle, pattern);
      for (int i = 0; i < 60; ++i) {
        const Vec2 by(shift(chance), shift(chance));
        int within = 0;
        for (const Polygon& shape : forbidden) within += contains(shape, by) ? 1 : 0;
        const bool touches = overlap(obstacle, moved(pattern, 0.0, by));
        // A hair from the edge of what is forbidden either answer will do.
        double edge = 1e9;
        for (const Polygon& shape : forbidden) edge = std::min(edge, distanceToOutline(shape, by));
        if (edge < 0.2) continue;
        QCOMPARE(within % 2 == 1, touches);
      }
    }
  }

  void smallFaultWhollyInsideAPatternIsNotMissed() {
    const Polygon nail = rectangle({0.0, 0.0}, {4.0, 4.0});
    const Polygon part = rectangle({-200.0, -80.0}, {200.0, 80.0});
    const auto forbidden = shiftsThatTouch(nail, part);
    QCOMPARE(forbidden.size(), std::size_t{1});
    QVERIFY(std::abs(signedArea(forbidden[0]) - 404.0 * 164.0) < 1.0);
  }

  void thinnedOutlineStaysWithinItsTolerance() {
    Polygon round;
    for (int i = 0; i < 360; ++i) {
      const double a = 6.283185307179586 * i / 360.0;
      round.emplace_back(300.0 * std::cos(a), 120.0 * std::sin(a));
    }
    const Polygon few = simplified(round, 0.5);
    QVERIFY2(few.size() < 100 && few.size() > 10, qPrintable(QString::number(few.size())));
    for (const Vec2& point : round) QVERIFY(distanceToOutline(few, point) <= 0.5 + 1e-9);
    QCOMPARE(simplified(square, 5.0).size(), std::size_t{4});
  }

  void outlineThatCrossesItselfIsFound() {
    QVERIFY(!isCrossed(square) && !isCrossed(bracket));
    QVERIFY(isCrossed({{0.0, 0.0}, {100.0, 0.0}, {0.0, 100.0}, {100.0, 100.0}}));
    QVERIFY(isCrossed({{0.0, 0.0}, {100.0, 0.0}}));
    QVERIFY(isCrossed({{0.0, 0.0}, {100.0, 0.0}, {200.0, 0.0}}));
  }

  void boxTurnedAndMovedHoldsItsShape() {
    const Polygon turned = moved(rectangle({-30.0, -10.0}, {30.0, 10.0}), 1.5707963267948966, {5.0, 7.0});
    const Box2 box = boxOf(turned);
    QVERIFY(std::abs(box.width() - 20.0) < 1e-9 && std::abs(box.height() - 60.0) < 1e-9);
    QVERIFY((0.5 * (box.low + box.high) - Vec2(5.0, 7.0)).norm() < 1e-9);
    QCOMPARE(largest({square, bracket}).size(), square.size());
    QVERIFY(largest({}).empty());
  }
};

QTEST_APPLESS_MAIN(PolygonTest)
#include "polygon_test.moc"
