#pragma once
// The planks of a solved boat as closed bodies.

#include "plank/plank_bodies.h"
#include "solve/solve.h"

namespace narrows {

/// Both sides, each as it is lined off, in the order of the strakes, called as their sheets are; empty where she is not
/// lined off.
std::vector<PlankBody> plankedBodies(const Solved& solved, BodyFineness fineness = {});

}  // namespace narrows
