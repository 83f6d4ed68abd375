#pragma once
// Bending of a line of nails as a quadratic form.

#include <Eigen/Core>
#include <span>

#include "curve/vec.h"

namespace narrows {

/// The matrix K for which the natural cubic spline through `nails` (three or more, in order), in their chord length,
/// has a bending of p' K p, summed over the coordinates. Source: P. Green and B. Silverman, Nonparametric Regression
/// and Generalized Linear Models, 1994, theorem 2.1. Nails nearer together than a millimetre count as a millimetre
/// apart.
Eigen::MatrixXd splineStiffness(std::span<const Vec3> nails);

}  // namespace narrows
