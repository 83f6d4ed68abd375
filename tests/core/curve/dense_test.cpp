// Sums over full matrices, by hand and by what they must satisfy.

#include "curve/dense.h"

#include <QTest>
#include <random>

using namespace narrows;

class DenseTest : public QObject {
  Q_OBJECT

 private slots:
  void smallSystemsAreSolvedAsByHand() {
    Eigen::MatrixXd system(2, 2), given(2, 1);
    system << 4.0, 2.0, 2.0, 3.0;
    given << 10.0, 9.0;
    // 4 x + 2 y = 10 and 2 x + 3 y = 9: x = 1.5, y = 2.
    const Eigen::MatrixXd solved = solveDefinite(system, given);
    QVERIFY(std::abs(solved(0) - 1.5) < 1e-12 && std::abs(solved(1) - 2.0) < 1e-12);
    // Its inverse, over its determinant of 8.
    const Eigen::MatrixXd inverse = inverseOf(system);
    QVERIFY(std::abs(inverse(0, 0) - 3.0 / 8.0) < 1e-12 && std::abs(inverse(0, 1) + 2.0 / 8.0) < 1e-12);
    // A matrix that wants its rows exchanged.
    Eigen::MatrixXd turned(2, 2);
    turned << 0.0, 1.0, 1.0, 0.0;
    QVERIFY((inverseOf(turned) - turned).norm() < 1e-12);
    // 3 and 1 along the diagonals of the square.
    Eigen::MatrixXd even(2, 2);
    even << 2.0, 1.0, 1.0, 2.0;
    const Spectrum spectrum = spectrumOf(even);
    QVERIFY(std::abs(spectrum.values(0) - 1.0) < 1e-12 && std::abs(spectrum.values(1) - 3.0) < 1e-12);
    QVERIFY(std::abs(spectrum.vectors(0, 1) - spectrum.vectors(1, 1)) < 1e-12);
  }

  void framesAreSquareAndHoldTheirColumns() {
    std::mt19937 chance(7);
    std::normal_distribution<double> any;
    for (int round = 0; round < 20; ++round) {
      const Eigen::MatrixXd columns = Eigen::MatrixXd::NullaryExpr(9, 3, [&] { return any(chance); });
      const Eigen::MatrixXd frame = frameAbout(columns);
      QVERIFY((times(frame.transpose(), frame) - Eigen::MatrixXd::Identity(9, 9)).norm() < 1e-12);
      // The rest of the frame is square to every column.
      QVERIFY(times(frame.rightCols(6).transpose(), columns).norm() < 1e-12);
      const Eigen::MatrixXd definite = times(columns.transpose(), columns);
      const Eigen::MatrixXd given = Eigen::MatrixXd::NullaryExpr(3, 2, [&] { return any(chance); });
      QVERIFY((times(definite, solveDefinite(definite, given)) - given).norm() < 1e-9);
      const Spectrum spectrum = spectrumOf(definite);
      const Eigen::MatrixXd back =
          times(times(spectrum.vectors, spectrum.values.asDiagonal()), spectrum.vectors.transpose());
      QVERIFY((back - definite).norm() < 1e-9);
    }
  }
};

QTEST_APPLESS_MAIN(DenseTest)
#include "dense_test.moc"
