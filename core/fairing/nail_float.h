#pragma once
// How far a batten floats off a nail that is pulled, and how much easier it then lies.

#include <optional>
#include <stop_token>
#include <vector>

#include "fairing/table_line.h"

namespace narrows {

/// Of one nail, that nail alone pulled.
struct NailFloat {
  /// From the nail to the batten along the nail's axis, mm; for a nail without an axis, square to the batten. None
  /// where fewer than two others are left or the batten does not come by.
  std::optional<double> floatMm;
  /// Share of the bending energy saved, 0 to 1: 0 where there is no more energy than rounding alone makes. None for an
  /// end nail, or with fewer than four nails.
  std::optional<double> ease;
};

/// Of every nail of a line, by battens whose ends carry their curvature on. Nails that coincide count as one. Left
/// unfinished when `stop` is asked for.
std::vector<NailFloat> nailFloats(const TableLine& line, const std::stop_token& stop = {});

/// The batten through a line's nails, without those of which `out` is true; none with fewer than two left. Nails nearer
/// together than a hundredth of a millimetre are one.
std::optional<Batten> springLine(const TableLine& line, const std::vector<bool>& out, BattenEnds ends);

/// Places of a batten close enough together to find where it crosses a line: made once for all the nails of a long one.
struct BattenPlaces {
  /// The batten is to outlive them.
  explicit BattenPlaces(const Batten& of);
  const Batten* batten;
  std::vector<double> along;  ///< lengths, from half its length before its first nail to as much beyond its last
  std::vector<Vec3> points;
};

/// Where a batten crosses the line through `point` along `axis`, in the plane of `square`: length along the batten of
/// the crossing nearest to the point.
std::optional<double> crossingOf(const BattenPlaces& places, const Vec3& point, const Vec3& axis, const Vec3& square);

}  // namespace narrows
