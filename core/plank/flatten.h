#pragma once
// Laying a strip of surface flat.

#include <optional>
#include <stop_token>
#include <vector>

#include "plank/strip.h"

namespace narrows {

/// A strip laid flat: its points in the plane, in the order of the strip's, mm, x roughly from bow to stern and y from
/// the lower line to the upper.
struct FlatStrip {
  std::vector<Vec2> points;
  double strainRms = 0.0;  ///< area-weighted rms of the principal strains
  double strainMax = 0.0;  ///< greatest principal strain, by size
  bool settled = true;     ///< false where its points still moved when it was left
};

/// Points are settled when a step moves none further than this: a hundredth of what is printed, and a hundredth of
/// what is seen while a mark is dragged.
inline constexpr double fullySettledMm = 5e-5;
inline constexpr double quicklySettledMm = 5e-3;

/// Lays a strip flat with the least change in the lengths of its edges and diagonals, each taken along the surface.
/// A developable strip comes out exact: within 0.05 mm over 4 m from the exact surface (flatten_test). Any other keeps
/// the strain it reports. `warm` is an answer for a strip of the same size that is nearly right.
///
/// Source: Gauss-Newton on the lengths' squared strains, weighted by area, the normal matrix banded across the strip;
/// a chord c with normal curvature k is c (1 + k^2 c^2 / 24) along the surface, to the fourth order.
/// Where `stop` is asked for it is left unsettled.
FlatStrip layFlat(const Strip& strip, const FlatStrip* warm = nullptr, double settledMm = fullySettledMm,
                  const std::stop_token& stop = {});

/// The strains of a strip that something else laid flat, to be compared with ours.
FlatStrip strainsOf(const Strip& strip, std::vector<Vec2> points);

}  // namespace narrows
