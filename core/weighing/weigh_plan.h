#pragma once
// A plan lined off, laid flat and weighed, all at once: for plans that are not the boat's.

#include <memory>

#include "weighing/weigh.h"

namespace narrows {

/// A plan with all that its weighing stands on.
struct PlanWeighed {
  LiningPlan plan;
  Lining lining;
  std::vector<std::shared_ptr<const FlatPlank>> planks;
  Weighing weighing;
};

/// `fineness`: quick planks are good to a sixty-fourth, at a tenth of the time. `before`: a plan like it, whose planks
/// are where laying flat begins. Fails where it cannot be lined off, and with `Fault::Stopped`.
Result<std::shared_ptr<const PlanWeighed>> weighPlan(const GirthFrame& frame, const LiningPlan& plan,
                                                     const std::vector<StationId>& sectionIds,
                                                     const WeighingFigures& figures, StripFineness fineness,
                                                     const PlanWeighed* before = nullptr,
                                                     const std::stop_token& stop = {});

}  // namespace narrows
