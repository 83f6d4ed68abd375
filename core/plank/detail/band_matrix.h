#pragma once
// A symmetric positive matrix with a narrow band, factored in place.

#include <algorithm>
#include <cmath>
#include <cstddef>
#include <vector>

namespace narrows {

/// Lower half of a symmetric matrix of `size` rows whose row i has no entries left of column i - `below`.
class BandMatrix {
 public:
  BandMatrix(std::size_t size, std::size_t below) : m_size(size), m_below(below), m_cells(size * (below + 1), 0.0) {}

  void clear() { std::fill(m_cells.begin(), m_cells.end(), 0.0); }
  /// Adds to row `i`, column `j`, i - below <= j <= i.
  void add(std::size_t i, std::size_t j, double value) { cell(i, j) += value; }
  void addToDiagonal(double value) {
    for (std::size_t i = 0; i < m_size; ++i) cell(i, i) += value;
  }

  /// Cholesky's factor in place; false where the matrix is not positive.
  bool factor() {
    for (std::size_t i = 0; i < m_size; ++i) {
      const std::size_t first = i > m_below ? i - m_below : 0;
      double* rowI = &m_cells[i * (m_below + 1)];
      for (std::size_t j = first; j <= i; ++j) {
        const std::size_t from = std::max(first, j > m_below ? j - m_below : 0);
        const double* a = rowI + (m_below - (i - from));
        const double* b = &m_cells[j * (m_below + 1)] + (m_below - (j - from));
        double sum = 0.0;
        for (std::size_t k = 0; k < j - from; ++k) sum += a[k] * b[k];
        const double rest = cell(i, j) - sum;
        if (i == j) {
          if (!(rest > 0.0)) return false;
          cell(i, i) = std::sqrt(rest);
        } else {
          cell(i, j) = rest / cell(j, j);
        }
      }
    }
    return true;
  }

  /// Solves with the factor, in place.
  void solve(std::vector<double>& right) const {
    for (std::size_t i = 0; i < m_size; ++i) {
      for (std::size_t j = i > m_below ? i - m_below : 0; j < i; ++j) right[i] -= cell(i, j) * right[j];
      right[i] /= cell(i, i);
    }
    for (std::size_t i = m_size; i-- > 0;) {
      right[i] /= cell(i, i);
      for (std::size_t j = i > m_below ? i - m_below : 0; j < i; ++j) right[j] -= cell(i, j) * right[i];
    }
  }

 private:
  double& cell(std::size_t i, std::size_t j) { return m_cells[i * (m_below + 1) + m_below - (i - j)]; }
  double cell(std::size_t i, std::size_t j) const { return m_cells[i * (m_below + 1) + m_below - (i - j)]; }

  std::size_t m_size;
  std::size_t m_below;
  std::vector<double> m_cells;
};

}  // namespace narrows
