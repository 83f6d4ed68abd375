#pragma once
// The batten the builder picks up: from one that touches every nail to one that hardly bends.

#include <array>
#include <optional>
#include <string_view>

#include "fairing/nail_float.h"
#include "fairing/table_line.h"

namespace narrows {

enum class Stiffness { Soft, Medium, Stiff, VeryStiff };
inline constexpr std::array<Stiffness, 4> battens{Stiffness::Soft, Stiffness::Medium, Stiffness::Stiff,
                                                  Stiffness::VeryStiff};

/// A batten laid to a line's nails. The soft one touches them all; a stiffer one rides off those it will not bend to.
struct LaidBatten {
  Batten curve;
  std::vector<std::optional<double>> rideMm;  ///< of each nail: batten less nail along its axis; none for pulled nails
  double mostRideMm = 0.0;
};

/// Lays a batten to the nails of which `out` is false. A stiff batten lies where its bending and its departures from
/// the nails together are least (a smoothing spline; the stiffer, the less a departure weighs). None with fewer than
/// two nails.
std::optional<LaidBatten> layBatten(const TableLine& line, const std::vector<bool>& out, BattenEnds ends,
                                    Stiffness stiffness);

/// How far a batten passes from a nail, along the nail's axis: what its figure changes by if it floats to the batten.
std::optional<double> restingMm(const TableLine& line, std::size_t nail, const BattenPlaces& places);

}  // namespace narrows
