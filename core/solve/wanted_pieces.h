#pragma once
// Everything of a solved boat that is got out of boards.

#include <stop_token>
#include <vector>

#include "solve/solve.h"
#include "stock/wanted_piece.h"

namespace narrows {

/// Planks of both sides by strake, from the garboard up, each with its port piece after its starboard one; then the
/// timbers of the backbone, layers and strips, boards across, moulds and butt blocks. A timber that lies on its slab is
/// not among them. A plank's outline is what `PlankPiece` is sawn to, in its own frame. A few milliseconds a strake.
std::vector<WantedPiece> wantedPieces(const Solved& solved, const std::stop_token& stop = {});

/// The planks alone; or those of one strake (0 is the garboard) of a side.
std::vector<WantedPiece> wantedPlanks(const Solved& solved, const std::stop_token& stop = {});
std::vector<WantedPiece> wantedPlanksOf(const Solved& solved, std::size_t strake, BoatSide side);

}  // namespace narrows
