#pragma once
// Sums over full matrices, each compiled once for all of core: Eigen makes them anew in every file that asks, at half a
// minute a file.

#include <Eigen/Core>

namespace narrows {

/// a b, for matrices large enough to be worth blocking.
Eigen::MatrixXd times(const Eigen::MatrixXd& a, const Eigen::MatrixXd& b);

/// The x of `system` x = `given`, a column at a time. `system` is symmetric and positive definite, of which the lower
/// half is read (Cholesky's way).
Eigen::MatrixXd solveDefinite(const Eigen::MatrixXd& system, const Eigen::MatrixXd& given);

/// The inverse of a square matrix that has one, by elimination with rows exchanged.
Eigen::MatrixXd inverseOf(const Eigen::MatrixXd& matrix);

/// A whole orthonormal frame (rows by rows) whose first columns span those of `columns`, of which there are fewer
/// than rows (Householder's way).
Eigen::MatrixXd frameAbout(const Eigen::MatrixXd& columns);

/// The values and unit vectors of a symmetric matrix, least value first.
struct Spectrum {
  Eigen::VectorXd values;
  Eigen::MatrixXd vectors;  ///< one a column
};
Spectrum spectrumOf(const Eigen::MatrixXd& symmetric);

}  // namespace narrows
