#pragma once
// Places of the rabbet that were traced, made into its runs. Not for others than rabbet.cpp.

#include <vector>

#include "backbone/rabbet.h"

namespace narrows {

/// Where the planking comes to the timber at a few degrees, a hair of the surface is a finger's breadth of the rabbet:
/// there the lines run on as evenly as they do where they are sure. `places`: in order along the boat, `sure` the line
/// that the table draws; the other lies off it by a reach that changes evenly along it, weighted by the angle. What is
/// sure, over some twenty degrees, stays to a hundredth of a millimetre.
void evenOut(const std::vector<RabbetPlace*>& places, bool drawnOutside, double thicknessMm);

/// Gathers where an edge has no rabbet, from the foot up.
class UnmetStretches {
 public:
  explicit UnmetStretches(RabbetPart part) : m_part(part) {}

  void add(double heightMm, bool met, double halfSidingMm) {
    if (!met && m_isMet) m_found.push_back({m_part, heightMm, heightMm, halfSidingMm});
    if (!met) m_found.back().highMm = heightMm;
    m_isMet = met;
  }

  /// Those that are no mere places: at the very foot the keel takes over.
  void addTo(std::vector<UnmetStretch>& all, double leastMm) const {
    for (const UnmetStretch& one : m_found) {
      if (one.highMm - one.lowMm >= leastMm) all.push_back(one);
    }
  }

 private:
  RabbetPart m_part;
  bool m_isMet = true;
  std::vector<UnmetStretch> m_found;
};

/// Bevels square to the rabbet line, and lengths along it; places where it turns back on itself are let go.
RabbetRun finishRun(RabbetPart part, std::vector<RabbetPlace> found);

}  // namespace narrows
