#pragma once
// Every plank as a closed body with its thickness, as it lies on the boat.

#include <string>
#include <vector>

#include "plank/planked_mesh.h"

namespace narrows {

/// One plank. Its faces look outward: seen from outside their corners run against the clock.
struct PlankBody {
  std::string name;          ///< its object's, in a file
  std::vector<Vec3> points;  ///< mm; x aft, y to starboard, z up
  std::vector<std::vector<std::size_t>> faces;

  double volumeMm3() const;
};

/// How finely bodies are divided: columns in a bay, and across a carvel plank.
struct BodyFineness {
  int columnsABay = 4, across = 4;
};

/// The planks of one side, garboard up, without names. Carvel: from the surface that is lined off out by the thickness.
/// Lapped: straight across, each from its mark to the lap line on the outside of the one below, whose upper corner is
/// planed away as far as the land beds; towards the ends both are bevelled until they lie flush. The faces of a land
/// are the same points in both planks.
std::vector<PlankBody> plankBodies(const Lining& lining, BoatSide side, const MeshPlanking& planking,
                                   BodyFineness fineness = {});

/// Bodies as the text of a Wavefront OBJ file: an object a plank, in millimetres.
std::string writeObj(const std::vector<PlankBody>& bodies, const std::string& boat);

}  // namespace narrows
