// Banded systems against the same ones solved as full matrices.

#include <Eigen/Dense>
#include <QTest>
#include <random>

#include "curve/banded.h"

using namespace narrows;

class BandedTest : public QObject {
  Q_OBJECT

 private slots:
  void solvesAndInvertsAsAFullMatrixDoes() {
    std::mt19937 chance(7);
    std::uniform_real_distribution<double> any(-1.0, 1.0);
    for (const Eigen::Index n : {1, 2, 3, 4, 5, 17, 120}) {
      for (const Eigen::Index reach : {0, 1, 3, 5}) {
        // A product of a banded matrix with itself turned over, and a little more: definite, and as wide as its reach.
        Eigen::MatrixXd rows = Eigen::MatrixXd::Zero(n, n);
        for (Eigen::Index i = 0; i < n; ++i) {
          for (Eigen::Index j = i; j < std::min(n, i + reach + 1); ++j) rows(i, j) = any(chance);
        }
        const Eigen::MatrixXd full = rows.transpose() * rows + 0.05 * Eigen::MatrixXd::Identity(n, n);
        Eigen::MatrixXd band = Eigen::MatrixXd::Constant(n, reach + 1, 1e300);  // what is not read may be anything
        for (Eigen::Index i = 0; i < n; ++i) {
          for (Eigen::Index k = 0; k <= std::min(reach, i); ++k) band(i, k) = full(i, i - k);
        }
        const BandedDefinite banded(band);
        const Eigen::MatrixXd given = Eigen::MatrixXd::Random(n, 3), inverse = full.inverse();
        QVERIFY((banded.solve(given) - inverse * given).norm() < 1e-9 * inverse.norm() * given.norm());
        QVERIFY((banded.inverseDiagonal() - inverse.diagonal()).norm() < 1e-9 * inverse.norm());
      }
    }
  }
};

QTEST_APPLESS_MAIN(BandedTest)
#include "banded_test.moc"
