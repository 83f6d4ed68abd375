#pragma once
// A symmetric positive matrix with a narrow band, factored in place.

#include <Eigen/Core>
#include <cmath>
#include <cstddef>
#include <vector>

namespace narrows {

/// Lower half of a symmetric matrix of `size` rows whose row i has no entries left of column i - `below`. Rows come in
/// pairs, the two coordinates of a point: `size` is even and `below` odd, so that both of a pair end alike.
class BandMatrix {
 public:
  BandMatrix(std::size_t size, std::size_t below)
      : m_size(size), m_below(below), m_cells(size * (below + 1), 0.0), m_inverse(size) {}

  void clear() { m_cells.assign(m_cells.size(), 0.0); }
  /// Adds to row `i`, column `j`, i - below <= j <= i.
  void add(std::size_t i, std::size_t j, double value) { cell(i, j) += value; }
  void addToDiagonal(double value) {
    for (std::size_t i = 0; i < m_size; ++i) cell(i, i) += value;
  }

  /// Cholesky's factor in place; false where the matrix is not positive. Two rows against two at a time: what is read
  /// is used twice.
  bool factor() {
    for (std::size_t i = 0; i < m_size; i += 2) {
      double *one = row(i), *two = row(i + 1);  // so placed that [j] is column j
      const std::size_t first = i > m_below ? i - m_below : 0;
      // The upper of the two reaches one column further.
      const std::size_t from = i > m_below ? first + 1 : 0;
      if (from > first) one[first] *= m_inverse[first];
      for (std::size_t j = from; j < i; j += 2) {
        const double *low = row(j), *high = row(j + 1);
        Sums sums = against(one, two, low, high, from, j);
        if (from > first) sums.a += one[first] * low[first], sums.b += one[first] * high[first];
        one[j] = (one[j] - sums.a) * m_inverse[j];
        two[j] = (two[j] - sums.c) * m_inverse[j];
        one[j + 1] = (one[j + 1] - sums.b - one[j] * high[j]) * m_inverse[j + 1];
        two[j + 1] = (two[j + 1] - sums.d - two[j] * high[j]) * m_inverse[j + 1];
      }
      const Sums sums = against(one, two, one, two, from, i);
      const double reaching = from > first ? one[first] * one[first] : 0.0;
      const double rest = one[i] - sums.a - reaching;
      if (!(rest > 0.0)) return false;
      one[i] = std::sqrt(rest);
      m_inverse[i] = 1.0 / one[i];
      two[i] = (two[i] - sums.c) * m_inverse[i];
      const double last = two[i + 1] - sums.d - two[i] * two[i];
      if (!(last > 0.0)) return false;
      two[i + 1] = std::sqrt(last);
      m_inverse[i + 1] = 1.0 / two[i + 1];
    }
    return true;
  }

  /// Solves with the factor, in place.
  void solve(std::vector<double>& right) const {
    for (std::size_t i = 0; i < m_size; ++i) {
      const double* along = row(i);
      double sum = 0.0, other = 0.0;
      std::size_t j = i > m_below ? i - m_below : 0;
      for (; j + 1 < i; j += 2) sum += along[j] * right[j], other += along[j + 1] * right[j + 1];
      if (j < i) sum += along[j] * right[j];
      right[i] = (right[i] - sum - other) * m_inverse[i];
    }
    for (std::size_t i = m_size; i-- > 0;) {
      const double* along = row(i);
      right[i] *= m_inverse[i];
      for (std::size_t j = i > m_below ? i - m_below : 0; j < i; ++j) right[j] -= along[j] * right[i];
    }
  }

 private:
  /// Products of two rows with two others, over columns from `from` to before `to`.
  struct Sums {
    double a = 0.0, b = 0.0, c = 0.0, d = 0.0;
  };
  static Sums against(const double* one, const double* two, const double* low, const double* high, std::size_t from,
                      std::size_t to) {
    // Even and odd columns side by side: the processor takes the two as one.
    using Pair = Eigen::Array2d;
    Pair a = Pair::Zero(), b = a, c = a, d = a;
    for (std::size_t k = from; k < to; k += 2) {
      const Pair first = Eigen::Map<const Pair>(one + k), second = Eigen::Map<const Pair>(two + k);
      const Pair under = Eigen::Map<const Pair>(low + k), over = Eigen::Map<const Pair>(high + k);
      a += first * under, b += first * over, c += second * under, d += second * over;
    }
    return {a.sum(), b.sum(), c.sum(), d.sum()};
  }

  /// A row, placed so that [j] is column j.
  double* row(std::size_t i) { return m_cells.data() + (i * (m_below + 1) + m_below) - i; }
  const double* row(std::size_t i) const { return m_cells.data() + (i * (m_below + 1) + m_below) - i; }
  double& cell(std::size_t i, std::size_t j) { return row(i)[j]; }

  std::size_t m_size;
  std::size_t m_below;
  std::vector<double> m_cells;
  std::vector<double> m_inverse;  ///< one over the diagonal of the factor
};

}  // namespace narrows
