#pragma once
// A stretch divided evenly, missing what must be missed.

#include <utility>
#include <vector>

namespace narrows {

/// What must be missed, from and to, mm along the stretch.
using MissedStretch = std::pair<double, double>;

/// Places between `fromMm` and `toMm`, both of which are fastened already, so that none is more than `mostMm` from the
/// next: in the fewest even steps that miss every stretch of `missed`; two more steps are tried before the stretch is
/// divided at what is missed, each part evenly by itself with a place at each side of it. `fixed`: places that are used
/// whatever is missed; the stretch is divided between them. The places and the fixed ones, in order, without the ends.
/// Within a part steps are alike to rounding, and none is shorter than `leastMm` but where `fixed` places lie closer.
struct Spacing {
  double mostMm = 0.0, leastMm = 0.0;
};
std::vector<double> divideEvenly(double fromMm, double toMm, const Spacing& spacing,
                                 const std::vector<MissedStretch>& missed, const std::vector<double>& fixed = {});

}  // namespace narrows
