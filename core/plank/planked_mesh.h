#pragma once
// The planked hull as small flat faces, for a picture of it.

#include <array>
#include <optional>
#include <vector>

#include "lining/lining.h"
#include "plank/flat_plank.h"

namespace narrows {

/// One face. `strake` is the plank it belongs to; none for transom, bottom and stem.
struct MeshFace {
  std::array<Vec3, 4> corners;  ///< lower fore, lower aft, upper aft, upper fore
  std::optional<std::size_t> strake;
  bool starboard = true;
  bool lowerSeam = false;  ///< its lower side lies on a plank line, and
  bool upperSeam = false;  ///< its upper side
  bool lapEdge = false;    ///< the lower edge of a lapped plank, looking down
};

/// In pictures and bodies the gains run out over so much of a bay.
inline constexpr double gainInBays = 0.8;

/// How she is planked, for the picture: lapped planks stand out over the ones below them, each on its own lap.
struct MeshPlanking {
  PlankMake make;  ///< of all strakes but the lowest
  double thicknessMm = 0.0;
  bool operator==(const MeshPlanking&) const = default;
};

/// Both sides of the hull, each as it is lined off: every strake in `columns` by `rows` faces, the bottom of a chined
/// hull, and the transom. Carvel planks lie on the surface that is lined off; a lapped one reaches down by its lap and
/// stands there a thickness outside the one below, with a face for the edge that is seen under it.
std::vector<MeshFace> plankedMesh(const Lining& starboard, const Lining& port, std::size_t columns, std::size_t rows,
                                  const MeshPlanking& planking = {});

}  // namespace narrows
