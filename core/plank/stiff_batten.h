#pragma once
// Points laid out from readings, faired again on the bench with a stiffer batten.

#include "plank/spiling_check.h"

namespace narrows {

/// How far the plank's edges are moved from where they were computed when a stiffer batten is sprung through the points
/// that were read: it lets each point go as far as readings are off by chance, and takes no notice of those that a told
/// cause is of. The batten bends as little as it can beside the computed edge; through fewer than four points it leaves
/// them as they were read. Stations are those of `movesOf`.
EdgeMoves stiffenedMoves(const SpilingCheck& check, const FlatPlank& plank);

}  // namespace narrows
