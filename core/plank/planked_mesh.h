#pragma once
// The planked hull as small flat faces, for a picture of it.

#include <array>
#include <optional>
#include <vector>

#include "lining/lining.h"

namespace narrows {

/// One face. `strake` is the plank it belongs to; none for transom, bottom and stem.
struct MeshFace {
  std::array<Vec3, 4> corners;  ///< lower fore, lower aft, upper aft, upper fore
  std::optional<std::size_t> strake;
  bool starboard = true;
  bool lowerSeam = false;  ///< its lower side lies on a plank line, and
  bool upperSeam = false;  ///< its upper side
};

/// Both sides of the hull, each as it is lined off: every strake in `columns` by `rows` faces, the bottom of a chined
/// hull, and the transom.
std::vector<MeshFace> plankedMesh(const Lining& starboard, const Lining& port, std::size_t columns, std::size_t rows);

}  // namespace narrows
