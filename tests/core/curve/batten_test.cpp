// The batten against curves known exactly, and what any batten does.

#include <QTest>
#include <cmath>
#include <numbers>
#include <random>

#include "curve/batten.h"
#include "curve/fair_function.h"

using namespace narrows;

namespace {

std::vector<Vec3> circle(double radius, double from, double to, int nails) {
  std::vector<Vec3> points;
  for (int i = 0; i < nails; ++i) {
    const double a = from + (to - from) * i / (nails - 1);
    points.emplace_back(0.0, radius * std::cos(a), radius * std::sin(a));
  }
  return points;
}

}  // namespace

class BattenTest : public QObject {
  Q_OBJECT

 private slots:
  void straightNailsMakeAStraightBatten() {
    const std::vector<Vec3> nails{{0, 0, 0}, {100, 50, 25}, {400, 200, 100}, {420, 210, 105}};
    const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
    QVERIFY(std::abs(batten.lengthMm() - (nails.back() - nails.front()).norm()) < 1e-9);
    QVERIFY(batten.bendingEnergy() < 1e-18);
    QVERIFY((batten.pointAtShare(0.5) - Vec3(210, 105, 52.5)).norm() < 1e-9);
  }

  void carriedEndsKeepACircle() {
    // Nine nails on a quarter of 600 mm: by hand, spacing 0.196 rad, error about R h^4 / 384 = 0.0023 mm.
    const Batten batten = Batten::spring(circle(600.0, 0.0, std::numbers::pi / 2.0, 9), BattenEnds::CarryCurvature);
    double worst = 0.0;
    for (int i = 0; i <= 500; ++i) worst = std::max(worst, std::abs(batten.pointAtShare(i / 500.0).norm() - 600.0));
    QVERIFY2(worst < 0.004, qPrintable(QString::number(worst)));
    QVERIFY(std::abs(batten.lengthMm() - 600.0 * std::numbers::pi / 2.0) < 0.004);
    QVERIFY(std::abs(batten.curvatureAt(0.0).norm() - 1.0 / 600.0) < 1e-5);
  }

  void nailsThatNoBattenGoesRoundAreJoinedStraight() {
    // Back on itself along one line, again and again: what is asked of it stays finite.
    for (const auto& nails :
         {std::vector<Vec3>{{0, 0, 0}, {3600, 0, 0}, {1200, 0, 0}, {4500, 0, 0}, {4400, 0, 0}, {4400.5, 0, 0}},
          std::vector<Vec3>{{0, 0, 0}, {0, 2400, 1}, {0, 5, 2}, {0, 6, 3}, {0, 2500, 4}, {0, 2501, 1400}}}) {
      for (const BattenEnds ends : {BattenEnds::Free, BattenEnds::CarryCurvature}) {
        const Batten batten = Batten::spring(nails, ends);
        QVERIFY(std::isfinite(batten.lengthMm()) && batten.lengthMm() < 1e6);
        for (double share = 0.0; share <= 1.0; share += 0.01) {
          QVERIFY(batten.pointAtShare(share).allFinite());
          QVERIFY(batten.tangentAt(share * batten.lengthMm()).allFinite());
        }
      }
    }
  }

  void theNearestPlaceOfACircleLiesTowardsThePoint() {
    const Batten batten = Batten::spring(circle(600.0, 0.0, 2.2, 12), BattenEnds::CarryCurvature);
    for (double a = 0.02; a < 2.2; a += 0.031) {
      for (const double radius : {420.0, 599.0, 780.0}) {
        const Vec3 away(0.0, radius * std::cos(a), radius * std::sin(a));
        // By its own length, which is the circle's to some hundredths.
        const Vec3 on = batten.pointAt(batten.nearestAlong(away));
        QVERIFY((on - Vec3(0.0, 600.0 * std::cos(a), 600.0 * std::sin(a))).norm() < 0.02);
      }
    }
    // Past its ends the nearest place is the end.
    QCOMPARE(batten.nearestAlong(Vec3(0.0, 600.0, -300.0)), 0.0);
    QVERIFY(std::abs(batten.nearestAlong(Vec3(0.0, -700.0, 200.0)) - batten.lengthMm()) < 1e-6);
    // Of two legs of a bight the nearer one is found.
    const Batten bight = Batten::spring(
        std::vector<Vec3>{{0, 0, 0}, {0, 500, 10}, {0, 1000, 150}, {0, 500, 290}, {0, 0, 300}}, BattenEnds::Free);
    QVERIFY(bight.pointAt(bight.nearestAlong(Vec3(0.0, 300.0, 240.0))).z() > 250.0);
    QVERIFY(bight.pointAt(bight.nearestAlong(Vec3(0.0, 300.0, 60.0))).z() < 50.0);
  }

  void freeEndsDoNotBend() {
    const Batten batten = Batten::spring(circle(600.0, 0.0, 1.5, 9), BattenEnds::Free);
    QVERIFY(batten.curvatureAt(0.0).norm() < 1e-9);
    QVERIFY(batten.curvatureAt(batten.lengthMm()).norm() < 1e-9);
  }

  void threeNailsMakeACircleThroughThem() {
    const Batten batten = Batten::spring(circle(1000.0, 0.2, 0.7, 3), BattenEnds::CarryCurvature);
    for (int i = 0; i <= 20; ++i) QVERIFY(std::abs(batten.pointAtShare(i / 20.0).norm() - 1000.0) < 0.05);
  }

  void lengthsAlongItAreArcLengths() {
    const std::vector<Vec3> nails{{0, 0, 0}, {300, 40, 10}, {500, 180, 60}, {560, 420, 200}, {900, 700, 260}};
    const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
    // Added up from a thousand chords: each too short by less than a millionth.
    double sum = 0.0;
    Vec3 before = batten.pointAt(0.0);
    for (int i = 1; i <= 20000; ++i) {
      const Vec3 now = batten.pointAtShare(i / 20000.0);
      sum += (now - before).norm();
      before = now;
      if (i % 4000 == 0)
        QVERIFY2(std::abs(sum - batten.lengthMm() * i / 20000.0) < 2e-3,
                 qPrintable(QString::number(sum - batten.lengthMm() * i / 20000.0)));
    }
    for (std::size_t i = 0; i < nails.size(); ++i)
      QVERIFY((batten.pointAt(batten.nailLengthsMm()[i]) - nails[i]).norm() < 1e-9);
  }

  void turnedAboutItIsTheSameBatten() {
    std::mt19937 random(11);
    std::uniform_real_distribution<double> jitter(-30.0, 30.0);
    for (int round = 0; round < 20; ++round) {
      std::vector<Vec3> nails;
      for (int i = 0; i < 8; ++i) nails.emplace_back(200.0 * i, jitter(random), jitter(random));
      const Batten one = Batten::spring(nails, BattenEnds::CarryCurvature);
      std::reverse(nails.begin(), nails.end());
      const Batten other = Batten::spring(nails, BattenEnds::CarryCurvature);
      QVERIFY(std::abs(one.lengthMm() - other.lengthMm()) < 1e-5);
      for (double share : {0.1, 0.37, 0.5, 0.93})
        QVERIFY((one.pointAtShare(share) - other.pointAtShare(1.0 - share)).norm() < 1e-4);
    }
  }

  void unevenNailsDoNotMakeItOvershoot() {
    // Two nails 20 mm apart in a run of 500 mm: the batten stays within the width of its nails.
    const std::vector<Vec3> nails{{0, 0, 0}, {500, 60, 0}, {520, 61.5, 0}, {1000, 80, 0}, {1500, 60, 0}};
    const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
    for (int i = 0; i <= 200; ++i) {
      const double y = batten.pointAtShare(i / 200.0).y();
      QVERIFY2(y > -1.0 && y < 85.0, qPrintable(QString::number(y)));
    }
  }

  void oneSpotIsABattenOfNoLength() {
    const std::vector<Vec3> nails{{1, 2, 3}, {1, 2, 3}};
    const Batten batten = Batten::spring(nails, BattenEnds::Free);
    QCOMPARE(batten.lengthMm(), 0.0);
    QCOMPARE(batten.pointAtShare(0.7), Vec3(1, 2, 3));
  }

  void easedNailsStayWithinTheirToleranceAndAreEvener() {
    std::mt19937 random(3);
    std::uniform_real_distribution<double> rounding(-0.8, 0.8);
    const std::vector<Vec3> exact = circle(700.0, 0.0, 1.5, 14);
    const std::vector<double> tolerance(exact.size(), 0.8);
    double before = 0.0, after = 0.0;
    for (int round = 0; round < 50; ++round) {
      std::vector<Vec3> rounded = exact;
      for (std::size_t i = 1; i + 1 < rounded.size(); ++i) rounded[i] += rounded[i].normalized() * rounding(random);
      const std::vector<Vec3> eased = easeNails(rounded, tolerance);
      for (std::size_t i = 0; i < eased.size(); ++i) {
        QVERIFY((eased[i] - rounded[i]).norm() <= 0.8 + 1e-9);
        before += (rounded[i] - exact[i]).squaredNorm();
        after += (eased[i] - exact[i]).squaredNorm();
      }
      QCOMPARE(eased.front(), rounded.front());
      QCOMPARE(eased.back(), rounded.back());
    }
    QVERIFY2(after < 0.8 * before, qPrintable(QString("%1 against %2").arg(after).arg(before)));
  }

  void nailsWithoutScatterAreLeftWhereTheyAre() {
    const std::vector<Vec3> exact = circle(700.0, 0.0, 1.5, 14);
    const std::vector<Vec3> eased = easeNails(exact, std::vector<double>(exact.size(), 0.8));
    for (std::size_t i = 0; i < exact.size(); ++i)
      QVERIFY2((eased[i] - exact[i]).norm() < 0.05, qPrintable(QString::number((eased[i] - exact[i]).norm())));
  }

  void carriedEndsSettleHoweverItsNailsAreSpread() {
    std::vector<Vec3> nails;
    for (const double angle : {0.0, 0.08, 0.35, 0.5, 0.93, 1.2, 1.31})
      nails.emplace_back(900.0 * std::sin(angle), 0.0, 900.0 * std::cos(angle));
    const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
    for (const double along : {0.0, batten.lengthMm()})
      QVERIFY2(std::abs(batten.curvatureAt(along).norm() * 900.0 - 1.0) < 0.01,
               qPrintable(QString::number(batten.curvatureAt(along).norm() * 900.0)));
  }

  void noToleranceMovesNothing() {
    const std::vector<Vec3> nails = circle(500.0, 0.0, 1.2, 8);
    const std::vector<Vec3> eased = easeNails(nails, std::vector<double>(nails.size(), 0.0));
    for (std::size_t i = 0; i < nails.size(); ++i) QVERIFY((eased[i] - nails[i]).norm() < 1e-12);
  }

  void fairFunctionOfOneFigureIsThatFigure() {
    const FairFunction same({0.0, 10.0, 35.0, 70.0}, {0.125, 0.125, 0.125, 0.125});
    for (double at = -20.0; at < 100.0; at += 3.7) QCOMPARE(same(at), 0.125);  // exactly, not nearly
  }

  void fairFunctionGoesThroughItsNailsAndRunsOffStraight() {
    const FairFunction bent({0.0, 100.0, 200.0}, {0.0, 10.0, 0.0});
    QVERIFY(std::abs(bent(100.0) - 10.0) < 1e-12);
    // By hand: three nails, free ends: M = -3 * 10 / 100^2 * ... end slope is 1.5 times the chord's.
    QVERIFY(std::abs((bent(-10.0) - bent(0.0)) / -10.0 - 0.15) < 1e-9);
    QVERIFY(std::abs(bent(50.0) - 6.875) < 1e-9);
  }
};

QTEST_APPLESS_MAIN(BattenTest)
#include "batten_test.moc"
