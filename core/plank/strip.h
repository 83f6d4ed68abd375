#pragma once
// A strip of surface as a grid of points, ready to be laid flat.

#include <vector>

#include "lining/band.h"
#include "plank/line_length.h"

namespace narrows {

/// Columns run across the strip from its lower to its upper line, bow to stern; each column has `rows` points.
/// Point (column, row) is at `column * rows + row`.
struct Strip {
  std::size_t columns = 0;
  std::size_t rows = 0;
  std::vector<Vec3> points;        ///< mm
  std::vector<Vec3> normals;       ///< outward units
  std::vector<double> lowerShare;  ///< of the lower line's length, at each column
  std::vector<double> upperShare;
  LineLength lower, upper;  ///< along the two lines
  /// Of a strip straight across whose ends slant: what its lower and upper sides are longer by than the two lines, at
  /// the bow and at the stern, for its rulings end on the end of the surface there. Shares are then of the longer side.
  struct Longer {
    double bowMm = 0.0, sternMm = 0.0;
    bool isAny() const { return bowMm > 0.0 || sternMm > 0.0; }
  };
  Longer lowerLonger, upperLonger;
  /// Where the ends of each ruling lie, as section parameter and `across`; only where an end slants.
  std::vector<Vec2> lowerPlace, upperPlace;
  std::size_t at(std::size_t column, std::size_t row) const { return column * rows + row; }
};

/// How finely a strip is divided.
struct StripFineness {
  std::size_t columns;
  std::size_t rows;
  bool operator==(const StripFineness&) const = default;
};
inline constexpr StripFineness quickStrip{100, 6};
inline constexpr StripFineness fullStrip{256, 10};

/// The strip of surface that a band covers, its columns at constant t and one of them at every section.
Strip surfaceStrip(const Band& band, StripFineness fineness);

/// The strip that is straight across between the band's two lines, square to its own run. Where an end slants away from
/// square its rulings grow shorter there and end on stem, rabbet or transom, as the surface's own edge runs.
Strip ruledStrip(const Band& band, StripFineness fineness);

}  // namespace narrows
