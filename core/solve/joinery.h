#pragma once
// Joints, pieces and fastenings of a solved boat.

#include "fastening/bent_in_place_fastenings.h"
#include "fastening/plank_fastenings.h"
#include "joining/joints.h"
#include "solve/solve.h"

namespace narrows {

/// The wood of her moulds as it stands along the boat.
std::vector<MouldWood> mouldWood(const Solved& solved);

/// How her planks are joined, in figures: frames stand between the ends of her sheer, clear of the moulds.
JoiningMake joiningMake(const Solved& solved);

/// Every strake of both sides, or only those that have joints: as `planJoints` and `barredStretches` ask for them.
/// About a millisecond a strake.
std::vector<StrakeToJoin> strakesToJoin(const Solved& solved, bool onlyJoined = false,
                                        const std::stop_token& stop = {});

/// The fastenings of the timber that is bent in place; none where there is none.
std::optional<BentFastenings> bentInPlaceFastenings(const Solved& solved);

/// The fastenings of every plank of both sides, in the order of `strakesToJoin`.
std::vector<PlankFastenings> fastenBoat(const Solved& solved, const std::stop_token& stop = {});

}  // namespace narrows
