#pragma once
// Values between places where they are known.

#include <algorithm>
#include <utility>
#include <vector>

namespace narrows {

/// The value at a place, of values at places in order: between two of them it changes evenly, beyond the first and the
/// last it stays; `none` where there are no places.
inline double evenlyBetween(const std::vector<std::pair<double, double>>& places, double at, double none = 0.0) {
  if (places.empty()) return none;
  const auto after = std::find_if(places.begin(), places.end(), [at](const auto& place) { return place.first >= at; });
  if (after == places.end()) return places.back().second;
  if (after == places.begin()) return after->second;
  const auto before = after - 1;
  return before->second + (at - before->first) / (after->first - before->first) * (after->second - before->second);
}

}  // namespace narrows
