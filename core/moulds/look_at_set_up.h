#pragma once
// What wants looking at in the moulds as they stand.

#include <string>
#include <vector>

#include "moulds/set_up.h"
#include "problem/severity.h"

namespace narrows {

/// A mould that does not stand as it should.
struct SetUpLies {
  std::string mould;
  std::string measured;  ///< "half-breadth at sheer", "twist"
  double offMm = 0.0;    ///< measured less should be
  double girthMm = 0.0;  ///< what the planks share
  double humpMm = 0.0;   ///< out of a batten over its neighbours

  Severity severity() const;
  std::string words(Notation notation) const;
};
std::vector<SetUpLies> lookAtSetUp(const std::vector<SetUpOff>& offs);

}  // namespace narrows
