#pragma once
// A strip of surface as a grid of points, ready to be laid flat.

#include <vector>

#include "lining/lining.h"

namespace narrows {

/// Where a section plane crosses the strip's two edges, as shares of the length of each.
struct StationShare {
  std::size_t section;
  double lower;
  double upper;
};

/// Columns run across the strip from its lower to its upper line, bow to stern; each column has `rows` points.
/// Point (column, row) is at `column * rows + row`.
struct Strip {
  std::size_t columns = 0;
  std::size_t rows = 0;
  std::vector<Vec3> points;        ///< mm
  std::vector<Vec3> normals;       ///< outward units
  std::vector<double> lowerShare;  ///< of the lower line's length, at each column
  std::vector<double> upperShare;
  std::vector<StationShare> stations;  ///< the whole sections within its reach, bow to stern
  std::size_t at(std::size_t column, std::size_t row) const { return column * rows + row; }
};

/// How finely a strip is divided.
struct StripFineness {
  std::size_t columns;
  std::size_t rows;
};
inline constexpr StripFineness quickStrip{100, 6};
inline constexpr StripFineness fullStrip{256, 10};

/// Where a strip begins and ends along the hull, as section parameters.
struct StripReach {
  double fromT = 0.0;
  double toT = 0.0;
};

/// The strip of surface between lines k and k+1, its columns at constant t and one of them at every section.
Strip surfaceStrip(const Lining& lining, std::size_t strake, StripFineness fineness, StripReach reach);

/// The strip that is straight across between points of equal share of length on the two lines.
Strip ruledStrip(const Lining& lining, std::size_t strake, StripFineness fineness, StripReach reach);

}  // namespace narrows
