#pragma once
// Rabbet, chine and sheer along the boat, eased within their rounding.

#include <map>
#include <optional>
#include <utility>
#include <vector>

#include "curve/batten.h"
#include "lines/offset_table.h"
#include "lines/table_rounding.h"

namespace narrows {

/// The profiles that bounding lines begin and end on, and where the transom stands; each where the table has it.
struct BoundingEnds {
  std::optional<Batten> stem, sternpost, transom;
};

/// Where sections begin, turn and end: the heights and half-breadths of the bounding lines as battens lie through them.
///
/// Each line is eased along the boat, heights and half-breadths apart, no figure by more than half its rounding and as
/// far as their own scatter shows them to be rounded; a figure hard by another, or by the foot of stem or sternpost,
/// has little say (`easeNails`, `weighCloseNails`). A figure that was put where it is by hand (`TableRow::held`) stays,
/// and exact ones stay within a hundredth of a millimetre.
class BoundingLines {
 public:
  BoundingLines(const OffsetTable& table, const TableRounding& rounding, const BoundingEnds& ends);

  /// The point of a line at a column of the table, its x left at nought; none where the table has no height there. The
  /// rabbet stands at the keel's half-siding where no half-breadth is given.
  std::optional<Vec3> corner(RowLine line, std::size_t column) const;

  bool operator==(const BoundingLines&) const = default;

 private:
  using Key = std::pair<RowLine, std::size_t>;
  void ease(const OffsetTable& table, const TableRounding& rounding, const BoundingEnds& ends, RowLine line);

  std::map<Key, std::pair<double, double>> m_corners;  ///< half-breadth and height
};

}  // namespace narrows
