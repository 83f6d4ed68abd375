#pragma once
// What wants looking at in where planks are joined.

#include "joining/joints.h"
#include "plank/look_at_planks.h"

namespace narrows {

/// A joint that lies where it should not: the first of its kind, and how many others do.
struct JointBarred {
  StrakePlace at;
  PlankJoint joint;
  JointBar bar = JointBar::End;
  std::optional<PlankJoint> other;  ///< the joint it is too near to
  double awayMm = 0.0;              ///< from that
  double limitMm = 0.0;             ///< Neighbour: how far apart they should be; Board: the longest there are
  std::string bay;                  ///< "between frames 7 and 8"
  std::size_t others = 0;
  Severity severity() const { return bar == JointBar::Board ? Severity::Trouble : Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// Every kind of it once. `strakes`: all that have joints.
std::vector<JointBarred> lookAtPlankJoints(const std::vector<StrakeToJoin>& strakes,
                                           const std::vector<PlankJoint>& joints, const JoiningMake& make);

/// "between frames 7 and 8", "forward of frame 1".
std::string bayWords(const Frames& frames, double xMm);

}  // namespace narrows
