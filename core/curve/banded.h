#pragma once
// Symmetric systems in which a number is tied to its nearest neighbours alone, solved in one run along them.

#include <Eigen/Core>
#include <cstddef>
#include <vector>

namespace narrows {

/// A symmetric, positive definite matrix whose entries further than `reach` off the diagonal are nought, in its
/// L D Lᵀ parts. Time and room grow with its size, where those of a full matrix grow with its cube.
class BandedDefinite {
 public:
  /// `band`: a row a row of the matrix, the entry on the diagonal and `reach` to the left of it, nearest first; what
  /// lies before the first column is not read.
  BandedDefinite(Eigen::MatrixXd band);

  /// The x of A x = `given`, a column at a time.
  Eigen::MatrixXd solve(const Eigen::MatrixXd& given) const;
  /// The diagonal of the inverse. Source: K. Takahashi, J. Fagan, M. Chen, Formation of a sparse bus impedance matrix,
  /// 8th PICA Conference, 1973.
  Eigen::VectorXd inverseDiagonal() const;

 private:
  /// L(i, i - k) in column k, D in column 0.
  Eigen::MatrixXd m_parts;
};

}  // namespace narrows
