#pragma once
// What wants looking at where strakes end between stations: joints too near one another, nibs too small.

#include <string>
#include <vector>

#include "lining/lining.h"
#include "problem/severity.h"

namespace narrows {

/// Room for two fastenings at the end of a strake that ends against another.
inline constexpr Length usualNib = inches(1.25);

/// Two joints in strakes that lie close together, nearer along the boat than is usual.
struct JointsNear {
  std::size_t lineBelow = 0, lineAbove = 0;
  double apartMm = 0.0, leastMm = 0.0;
  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// A stealer's end with little room to fasten, or none.
struct NibSmall {
  std::size_t line = 0;
  double nibMm = 0.0, leastMm = 0.0;
  Severity severity() const;
  std::string words(Notation notation) const;
};

struct JointFindings {
  std::vector<JointsNear> near;
  std::vector<NibSmall> nibs;
};

/// Neighbouring joints stand four feet apart, in small craft two; with three strakes between they may stand in one bay.
/// Nibs are an inch and a quarter or more; a feather edge is for glued seams.
JointFindings lookAtJoints(const LiningPlan& plan, Length boatLength);

}  // namespace narrows
