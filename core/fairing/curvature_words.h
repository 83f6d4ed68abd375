#pragma once
// How a batten bends along its length, and where it is flat or lumpy, in words.

#include <string>

#include "fairing/table_line.h"

namespace narrows {

/// One tooth of the comb: where, and how hard the batten bends there.
struct CombTooth {
  Vec3 at = Vec3::Zero();
  Vec3 bend = Vec3::Zero();  ///< curvature, 1/mm, towards the side it bends to
  double signedBend = 0.0;   ///< the same, positive on the side most of the batten bends to
};

enum class Unevenness {
  Flat,  ///< bends less than the batten to either side of it
  Lump,  ///< bends harder than to either side
  Turn   ///< goes over from bending one way to bending the other
};

struct UnevenPlace {
  Unevenness what = Unevenness::Flat;
  double alongMm = 0.0;
  std::size_t before = 0;  ///< the nail before it
  double share = 0.0;      ///< how much of the bend to either side it differs by, 0 to 1
};

/// The comb of a batten, `teeth` of them evenly along it.
std::vector<CombTooth> combOf(const Batten& batten, std::size_t teeth = 160);

/// Where the batten is uneven, bow to stern: flats and lumps that stand out by a tenth of its hardest bend or more, and
/// by more than nails out by `doubtMm` could bend it over two bays; and turns. A line that bends evenly has none.
std::vector<UnevenPlace> unevenPlaces(const Batten& batten, double doubtMm = 0.0);

/// "Flat between 4 and 5.", "Lump at 4.", "Turns over between 7 and 8.": one sentence a place, by the nails' stations.
std::vector<std::string> unevenWords(const TableLine& line, const Batten& batten, double doubtMm = 0.0);

}  // namespace narrows
