#pragma once
// Places found by halving.

namespace narrows {

/// Where `holds` ceases to hold between `low`, where it does, and `high`, where it does not: halved until nothing is
/// left between them, or `most` times. It always comes to an end.
template <typename Holds>
double whereCeases(double low, double high, const Holds& holds, int most = 60) {
  for (int i = 0; i < most; ++i) {
    const double middle = 0.5 * (low + high);
    if (middle == low || middle == high) break;
    (holds(middle) ? low : high) = middle;
  }
  return 0.5 * (low + high);
}

}  // namespace narrows
