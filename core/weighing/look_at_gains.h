#pragma once
// What wants looking at in the gains.

#include "plank/gain.h"
#include "plank/look_at_planks.h"
#include "weighing/weighing_plan.h"

namespace narrows {

/// A lower plank's edge that is left too thin where the lap runs out.
struct GainThin {
  StrakePlace at;
  double leftMm = 0.0, leastMm = 0.0;
  std::size_t others = 0;  ///< gains that are left too thin as well
  GainWay way = GainWay::Halved;
  BoatSide side = BoatSide::Starboard;
  Severity severity() const { return Severity::Trouble; }
  std::string words(Notation notation) const;
};

/// The worst of a side, if there is any; `words`: said of its strakes where the two differ. Half of the plank goes in
/// every gain: only what is trouble is told.
std::vector<GainThin> lookAtGains(const std::vector<Gain>& gains, const Lining& lining, const WeighingFigures& figures,
                                  BoatSide side, const std::string& words = {});

}  // namespace narrows
