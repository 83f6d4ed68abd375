#include "curve/banded.h"

#include <algorithm>

namespace narrows {

BandedDefinite::BandedDefinite(Eigen::MatrixXd band) : m_parts(std::move(band)) {
  const Eigen::Index n = m_parts.rows(), reach = m_parts.cols() - 1;
  for (Eigen::Index i = 0; i < n; ++i) {
    const Eigen::Index first = std::max<Eigen::Index>(0, i - reach);
    for (Eigen::Index j = first; j < i; ++j) {
      double sum = m_parts(i, i - j);
      for (Eigen::Index m = std::max(first, j - reach); m < j; ++m)
        sum -= m_parts(i, i - m) * m_parts(m, 0) * m_parts(j, j - m);
      m_parts(i, i - j) = sum / m_parts(j, 0);
    }
    for (Eigen::Index m = first; m < i; ++m) m_parts(i, 0) -= m_parts(i, i - m) * m_parts(i, i - m) * m_parts(m, 0);
  }
}

Eigen::MatrixXd BandedDefinite::solve(const Eigen::MatrixXd& given) const {
  const Eigen::Index n = m_parts.rows(), reach = m_parts.cols() - 1;
  Eigen::MatrixXd x = given;
  for (Eigen::Index i = 0; i < n; ++i) {
    for (Eigen::Index j = std::max<Eigen::Index>(0, i - reach); j < i; ++j) x.row(i) -= m_parts(i, i - j) * x.row(j);
  }
  for (Eigen::Index i = 0; i < n; ++i) x.row(i) /= m_parts(i, 0);
  for (Eigen::Index i = n - 1; i >= 0; --i) {
    for (Eigen::Index j = i + 1; j < std::min(n, i + reach + 1); ++j) x.row(i) -= m_parts(j, j - i) * x.row(j);
  }
  return x;
}

Eigen::VectorXd BandedDefinite::inverseDiagonal() const {
  const Eigen::Index n = m_parts.rows(), reach = m_parts.cols() - 1;
  // The inverse within the band, kept as the matrix is: column k holds its entries k to the left of the diagonal.
  Eigen::MatrixXd inverse = Eigen::MatrixXd::Zero(n, reach + 1);
  const auto at = [&](Eigen::Index i, Eigen::Index j) -> double& {
    return inverse(std::max(i, j), std::max(i, j) - std::min(i, j));
  };
  for (Eigen::Index i = n - 1; i >= 0; --i) {
    const Eigen::Index last = std::min(n - 1, i + reach);
    for (Eigen::Index j = last; j >= i; --j) {
      double sum = j == i ? 1.0 / m_parts(i, 0) : 0.0;
      for (Eigen::Index k = i + 1; k <= last; ++k) sum -= m_parts(k, k - i) * at(k, j);
      at(j, i) = sum;
    }
  }
  return inverse.col(0);
}

}  // namespace narrows
