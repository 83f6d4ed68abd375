#pragma once
// Cubics between tabled figures, and the slopes they need.

#include <array>
#include <cstddef>

namespace narrows {

/// Derivative, by the step, at place `i` of `n` (five or more) values `get(0)` ... `get(n - 1)` at even steps, to the
/// fourth order. Source: the polynomial of degree four through the five nearest.
template <typename Get>
auto slopeAtStep(std::size_t n, std::size_t i, Get get) {
  constexpr std::array<std::array<double, 5>, 3> weights{{{-25.0 / 12.0, 4.0, -3.0, 4.0 / 3.0, -0.25},
                                                          {-0.25, -5.0 / 6.0, 1.5, -0.5, 1.0 / 12.0},
                                                          {1.0 / 12.0, -2.0 / 3.0, 0.0, 2.0 / 3.0, -1.0 / 12.0}}};
  const std::size_t fromEnd = n - 1 - i;
  const bool mirror = fromEnd < i;
  const std::size_t near = mirror ? fromEnd : i;
  const auto& w = weights[near < 2 ? near : 2];
  const std::size_t first = near < 2 ? 0 : near - 2;
  const double sign = mirror ? -1.0 : 1.0;
  const auto at = [&](std::size_t k) { return get(mirror ? n - 1 - (first + k) : first + k); };
  return sign * (w[0] * at(0) + w[1] * at(1) + w[2] * at(2) + w[3] * at(3) + w[4] * at(4));
}

/// Weights of `count` (four at most) values at places `at(0)` ... for the value at `place`: the polynomial through
/// them. Source: Lagrange's formula.
template <typename At>
std::array<double, 4> weightsThrough(std::size_t count, double place, At at) {
  std::array<double, 4> weights{};
  for (std::size_t i = 0; i < count; ++i) {
    weights[i] = 1.0;
    for (std::size_t j = 0; j < count; ++j) {
      if (j != i) weights[i] *= (place - at(j)) / (at(i) - at(j));
    }
  }
  return weights;
}

/// Weights of a cubic's ends, and of its slopes there over the interval, at `u` (0 to 1) of the way; and of its first
/// and second derivative by `u`.
struct CubicWeights {
  double a, b, da, db;
  static constexpr CubicWeights value(double u) {
    return {(1.0 + 2.0 * u) * (1.0 - u) * (1.0 - u), u * u * (3.0 - 2.0 * u), u * (1.0 - u) * (1.0 - u),
            -u * u * (1.0 - u)};
  }
  static constexpr CubicWeights first(double u) {
    return {6.0 * u * (u - 1.0), 6.0 * u * (1.0 - u), (1.0 - u) * (1.0 - 3.0 * u), u * (3.0 * u - 2.0)};
  }
  static constexpr CubicWeights second(double u) {
    return {12.0 * u - 6.0, 6.0 - 12.0 * u, 6.0 * u - 4.0, 6.0 * u - 2.0};
  }
  static constexpr CubicWeights derivative(double u, int order) {
    return order == 0 ? value(u) : order == 1 ? first(u) : second(u);
  }
  /// The cubic from `low` to `high` with slopes `slopeLow` and `slopeHigh` by the interval.
  constexpr double operator()(double low, double high, double slopeLow, double slopeHigh) const {
    return a * low + b * high + da * slopeLow + db * slopeHigh;
  }
};

}  // namespace narrows
