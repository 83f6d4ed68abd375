#pragma once
// Putting the figures of one section in order along it.

#include <string>
#include <vector>

#include "curve/vec.h"

namespace narrows {

/// One figure of a section: its point in the station's plane, the axis it was measured along (nought where it was
/// given both ways), and the name of its line.
struct SectionFigure {
  Vec3 at;
  Vec3 axis;
  std::string name;
  std::size_t row = noRow;  ///< of the table, where it is one row's figure

  static constexpr std::size_t noRow = static_cast<std::size_t>(-1);
};

/// How sharply the path a, b, c turns at b, radians, 0 to pi.
double turnRad(const Vec3& a, const Vec3& b, const Vec3& c);

/// The figures on the shortest smooth path through `ends` (rabbet, perhaps chine, sheer), as one run between each two
/// ends, the ends included. A waterline may be crossed twice or not at all: neither height nor breadth orders them.
std::vector<std::vector<SectionFigure>> orderSection(const std::vector<SectionFigure>& ends,
                                                     const std::vector<SectionFigure>& figures);

/// What a path costs: its length, and the sharpness of its turns at figures. Of two orders of the same figures the
/// cheaper is the likelier.
double pathCost(const std::vector<std::vector<SectionFigure>>& runs);

}  // namespace narrows
