#pragma once
// One figure faired along another: a batten in a drawing whose horizontal scale is fixed.

#include <vector>

namespace narrows {

/// A cubic spline with free ends through figures `values` at increasing places `at`; a figure that is the same
/// everywhere stays exactly the same, and two figures make a straight line.
class FairFunction {
 public:
  FairFunction() = default;
  /// `at` strictly increasing, as many as `values`, one or more.
  FairFunction(std::vector<double> at, std::vector<double> values);

  /// The figure at a place; carried straight on beyond the ends.
  double operator()(double place) const;

  /// Whether it has no figure at all.
  bool isNothing() const { return m_at.empty(); }
  bool operator==(const FairFunction&) const = default;

 private:
  std::vector<double> m_at;
  std::vector<double> m_values;
  std::vector<double> m_bends;
};

}  // namespace narrows
