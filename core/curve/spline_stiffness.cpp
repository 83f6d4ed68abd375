#include "curve/spline_stiffness.h"

#include <algorithm>
#include <vector>

#include "curve/dense.h"
#include "problem/problem.h"

namespace narrows {

namespace {
constexpr double leastBayMm = 1.0;
}

Eigen::MatrixXd splineStiffness(std::span<const Vec3> nails) {
  require(nails.size() >= 3, "bending needs three nails");
  const auto n = static_cast<Eigen::Index>(nails.size());
  Eigen::MatrixXd second = Eigen::MatrixXd::Zero(n, n - 2), bays = Eigen::MatrixXd::Zero(n - 2, n - 2);
  std::vector<double> h;
  for (std::size_t i = 1; i < nails.size(); ++i) h.push_back(std::max((nails[i] - nails[i - 1]).norm(), leastBayMm));
  for (Eigen::Index j = 0; j < n - 2; ++j) {
    const double before = h[static_cast<std::size_t>(j)], after = h[static_cast<std::size_t>(j) + 1];
    second(j, j) = 1.0 / before;
    second(j + 1, j) = -1.0 / before - 1.0 / after;
    second(j + 2, j) = 1.0 / after;
    bays(j, j) = (before + after) / 3.0;
    if (j + 1 < n - 2) bays(j, j + 1) = bays(j + 1, j) = after / 6.0;
  }
  return times(second, solveDefinite(bays, second.transpose()));
}

}  // namespace narrows
