#include "curve/dense.h"

#include <Eigen/Cholesky>
#include <Eigen/Eigenvalues>
#include <Eigen/LU>
#include <Eigen/QR>

namespace narrows {

Eigen::MatrixXd times(const Eigen::MatrixXd& a, const Eigen::MatrixXd& b) {
  return a * b;
}

Eigen::MatrixXd solveDefinite(const Eigen::MatrixXd& system, const Eigen::MatrixXd& given) {
  return system.llt().solve(given);
}

Eigen::MatrixXd inverseOf(const Eigen::MatrixXd& matrix) {
  return matrix.partialPivLu().inverse();
}

Eigen::MatrixXd frameAbout(const Eigen::MatrixXd& columns) {
  return columns.householderQr().householderQ();
}

Spectrum spectrumOf(const Eigen::MatrixXd& symmetric) {
  const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> solved(symmetric);
  return {solved.eigenvalues(), solved.eigenvectors()};
}

}  // namespace narrows
