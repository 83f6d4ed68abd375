#pragma once
// Joints of planks moved to suit the boards there are.

#include "book/stack_to_lay.h"
#include "joining/joints.h"
#include "solve/solve.h"

namespace narrows {

/// A joint that was moved, and where it lay.
struct JointMoved {
  PlankJoint from;
  Length to;
};

/// Joints as they suit the boards, and the stack laid by them.
struct JointsToBoards {
  std::vector<JointMoved> moved;   ///< none: nothing that was tried is better
  std::vector<PlankJoint> joints;  ///< all of the boat
  std::vector<WantedPiece> pieces;
  StackToLay stack;
  LaidStack laid;
};

struct JointsToBoardsAsked {
  std::shared_ptr<const Solved> solved;
  std::vector<WantedPiece> pieces;  ///< all that she wants
  std::function<bool(const WantedPiece&)> isAsked;
  StackGoal goal = StackGoal::LeastWaste;
  LaidStack laid;  ///< the stack laid with the joints as they are, by `stackToLay` of the above
  double seconds = 20.0;
};

/// Every joint that was not put where it is by hand is tried a bay or two forward and aft, where the shop's limits let
/// it lie: those of strakes with a piece that goes nowhere first, then those with pieces on the boards that have least
/// on them. The pieces of its strake, and what goes nowhere, are laid again beside the rest; what is better is kept and
/// gone on from. Strakes that are hung, cut or laid by hand keep theirs. The same answer on every machine. `progress`:
/// the share of the joints that are tried.
JointsToBoards jointsToBoards(const JointsToBoardsAsked& asked, const std::function<void(double)>& progress = {},
                              const std::stop_token& stop = {});

/// Where one joint more of a strake may lie within the shop's limits, in the middle of the bay nearest to a distance
/// along the boat; none where it may lie in none. `strakes`: all of the boat's.
std::optional<PlankJoint> roomForJoint(const std::vector<StrakeToJoin>& strakes, const std::vector<PlankJoint>& joints,
                                       int strake, BoatSide side, double nearMm, const JoiningMake& make);

}  // namespace narrows
