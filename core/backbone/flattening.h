#pragma once
// Flattening a slab: the plane for its first face that clears the low spots with the least wood removed.

#include <optional>
#include <string_view>
#include <vector>

#include "backbone/backbone_plan.h"

namespace narrows {

/// A reading of how far down the surface lies at a place of the slab, from a level the rails carry.
struct SlabReading {
  double alongMm = 0.0, acrossMm = 0.0;
  double downMm = 0.0;
  double loseMm = 0.0;     ///< wood to be lost there besides: heart, torn grain
  double weightMm2 = 1.0;  ///< area it stands for
};

/// What the faces must keep to.
struct FlatteningLimits {
  double slabMm = 0.0;  ///< thickness of the slab under every reading, its underside as it lies on the bench being at
                        ///< the greatest reading plus this; nought: not judged
  double finishedMm = 0.0;    ///< between the faces when both are flat
  double mostTiltRad = 0.05;  ///< along and across, each
};

/// down = at + along * slopeAlong + across * slopeAcross.
struct FlatPlane {
  double atMm = 0.0, slopeAlong = 0.0, slopeAcross = 0.0;
  double down(double alongMm, double acrossMm) const { return atMm + alongMm * slopeAlong + acrossMm * slopeAcross; }
};

struct Flattening {
  FlatPlane first;                  ///< the first face
  FlatPlane second;                 ///< the other, parallel and the finished thickness from it
  std::vector<double> cutMm;        ///< at each reading: how deep the first face lies under the surface
  std::vector<double> secondCutMm;  ///< and the second under the underside
  double volumeMm3 = 0.0;           ///< taken off the first face
  double secondVolumeMm3 = 0.0;
  double deepestMm = 0.0;
  int passes = 0;
  double hours = 0.0;
  double sparedMm = 0.0;  ///< thickness that could still be taken off the second face and keep the finished one
};

/// Readings of a plan's grid, with its heart and torn grain. Fails naming every gap and what would do.
Result<std::vector<SlabReading>> slabReadings(const SlabPlan& plan);

/// The best plane: a linear programme solved by the simplex method (the GLPK library). The first face clears every
/// reading and what is to be lost there, tilts no more than allowed either way, leaves the finished thickness and a
/// clean second face, and takes off the least wood. Optimal to 0.01 mm against a search of all planes
/// (flattening_test). Needs three readings or more, not in one line. Fails where no plane keeps the thickness, telling
/// the most that can be kept.
Result<Flattening> flatten(const std::vector<SlabReading>& readings, const FlatteningLimits& limits,
                           const SlabPlan& plan, Unit unit);

/// Heights of the rails' four corners above the plane of the readings' level, for the end boards: forward starboard,
/// forward port, aft starboard, aft port (along 0 and `length`, across 0 and `width`); the lowest is nought.
std::vector<double> railHeights(const FlatPlane& plane, double lengthMm, double widthMm);

/// Reads a grid of readings: a row to a line, commas or tabs or blanks between; a gap is `-` or nothing between commas.
/// Fails naming line and field of every entry that is no length.
Result<std::vector<std::vector<std::optional<Length>>>> readSlabGrid(std::string_view text, Unit unit);

}  // namespace narrows
