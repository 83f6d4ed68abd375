// Rows of degree five: what they reproduce exactly, and how smooth they are.

#include "curve/fair_row.h"

#include <QTest>
#include <cmath>

using namespace narrows;

namespace {

/// Derivatives by finite differences of a row at a nail, from one side.
Vec3 thirdDerivative(const FairRow& row, std::size_t span, double at) {
  const double step = 0.05, h = row.spanMm(span);
  const double side = at < 0.5 ? 1.0 : -1.0;
  const auto bend = [&](int k) { return row.spotAt(span, at + side * k * step).bend; };
  return side * (-1.5 * bend(0) + 2.0 * bend(1) - 0.5 * bend(2)) / (step * h);
}

}  // namespace

class FairRowTest : public QObject {
  Q_OBJECT

 private slots:
  void straightLinesAreStraightAndCirclesAlmostCircles() {
    std::vector<Vec3> line, circle;
    for (int i = 0; i < 7; ++i) line.emplace_back(10.0 + 300.0 * i, 5.0 * i, 100.0 - 20.0 * i);
    const FairRow straight = FairRow::spring(line);
    for (std::size_t s = 0; s < straight.spanCount(); ++s) {
      const Vec3 exact = line[s] + 0.37 * (line[s + 1] - line[s]);
      QVERIFY((straight.spotAt(s, 0.37).at - exact).norm() < 1e-9);
      QVERIFY(straight.spotAt(s, 0.37).bend.norm() < 1e-12);
    }
    constexpr double radius = 2000.0;
    for (int i = 0; i < 9; ++i) circle.emplace_back(radius * std::sin(0.2 * i), radius * std::cos(0.2 * i), 0.0);
    const FairRow round = FairRow::spring(circle);
    for (std::size_t s = 0; s < round.spanCount(); ++s) {
      for (double u = 0.0; u <= 1.0; u += 0.1) {
        const bool end = s == 0 || s + 1 == round.spanCount();
        QVERIFY(std::abs(round.spotAt(s, u).at.norm() - radius) < (end ? 0.3 : 0.05));
        QVERIFY(std::abs(round.spotAt(s, u).bend.norm() * radius - 1.0) < (end ? 0.1 : 0.02));
      }
    }
  }

  void threeNailsMakeAParabolaAndTwoALine() {
    const std::vector<Vec3> three{{0.0, 0.0, 0.0}, {1000.0, 40.0, 0.0}, {2000.0, 0.0, 0.0}};
    const FairRow parabola = FairRow::spring(three);
    for (double u = 0.0; u <= 1.0; u += 0.125) {
      const Vec3 at = parabola.spotAt(0, u).at;
      const double exact = 40.0 * (1.0 - std::pow((at.x() - 1000.0) / 1000.0, 2));
      QVERIFY2(std::abs(at.y() - exact) < 0.1, qPrintable(QString::number(at.y() - exact)));
    }
    const FairRow two = FairRow::spring(std::vector<Vec3>{{0, 0, 0}, {0, 300, 400}});
    QCOMPARE(two.spanMm(0), 500.0);
    QVERIFY((two.spotAt(0, 0.5).slope - Vec3(0.0, 0.6, 0.8)).norm() < 1e-12);
    const FairRow one = FairRow::spring(std::vector<Vec3>{{1, 2, 3}});
    QCOMPARE(one.spanCount(), std::size_t{0});
    QVERIFY((one.spotAt(0, 0.5).at - Vec3(1, 2, 3)).norm() < 1e-12);
  }

  void nailsAreMetAndTheThirdDerivativeRunsOn() {
    std::vector<Vec3> nails;
    for (const double x : {0.0, 60.0, 500.0, 1100.0, 1500.0, 2300.0, 2700.0})
      nails.emplace_back(x, 200.0 * std::sin(x / 900.0), 80.0 * std::cos(x / 700.0));
    const FairRow row = FairRow::spring(nails);
    for (std::size_t i = 0; i + 1 < nails.size(); ++i) {
      QVERIFY((row.spotAt(i, 0.0).at - nails[i]).norm() < 1e-9);
      QVERIFY((row.spotAt(i, 1.0).at - nails[i + 1]).norm() < 1e-9);
      if (i == 0) continue;
      QVERIFY((row.spotAt(i, 0.0).slope - row.spotAt(i - 1, 1.0).slope).norm() < 1e-9);
      QVERIFY((row.spotAt(i, 0.0).bend - row.spotAt(i - 1, 1.0).bend).norm() < 1e-12);
      const Vec3 before = thirdDerivative(row, i - 1, 1.0), after = thirdDerivative(row, i, 0.0);
      QVERIFY((before - after).norm() < 0.12 * (before.norm() + after.norm()) + 1e-10);
      // Its parameter is its length.
      for (double u = 0.0; u <= 1.0; u += 0.25) QVERIFY(std::abs(row.spotAt(i, u).slope.norm() - 1.0) < 0.01);
    }
  }

  void liesTenTimesNearerToASmoothLineThanItsNailsAreApart() {
    // A waterline: half-breadth over length, nails 450 mm apart.
    const auto breadth = [](double x) { return 760.0 * std::tanh(x / 1500.0) * std::tanh((5200.0 - x) / 1400.0); };
    std::vector<Vec3> nails;
    for (int i = 0; i <= 11; ++i) nails.emplace_back(120.0 + 450.0 * i, breadth(120.0 + 450.0 * i), 0.0);
    const FairRow row = FairRow::spring(nails);
    for (std::size_t s = 0; s < row.spanCount(); ++s) {
      const bool end = s == 0 || s + 1 == row.spanCount();
      for (double u = 0.0; u <= 1.0; u += 0.1) {
        const Vec3 at = row.spotAt(s, u).at;
        QVERIFY2(std::abs(at.y() - breadth(at.x())) < (end ? 0.5 : 0.15),
                 qPrintable(QString::number(at.y() - breadth(at.x()))));
      }
    }
  }
};

QTEST_APPLESS_MAIN(FairRowTest)
#include "fair_row_test.moc"
