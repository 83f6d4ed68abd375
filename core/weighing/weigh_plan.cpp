#include "weighing/weigh_plan.h"

#include "lining/laps.h"

namespace narrows {

Result<std::shared_ptr<const PlanWeighed>> weighPlan(const GirthFrame& frame, const LiningPlan& plan,
                                                     const std::vector<StationId>& sectionIds,
                                                     const WeighingFigures& figures, StripFineness fineness,
                                                     const PlanWeighed* before, const std::stop_token& stop) {
  auto lining = lineOff(frame, plan, sectionIds, {figures.construction, figures.thicknessMm, figures.lapMm});
  if (!lining) return tl::make_unexpected(lining.error());
  auto made = std::make_shared<PlanWeighed>();
  made->plan = plan;
  made->lining = std::move(*lining);
  PlankMake make;
  make.construction = figures.construction;
  make.fineness = fineness;
  PlankMake lowest = make;
  if (figures.construction == Construction::Lapstrake) {
    make.lapMm = figures.lapMm;
    make.laps = lapsOf(plan, sectionIds);
  }
  for (std::size_t k = 0; k < made->lining.strakeCount(); ++k) {
    if (stop.stop_requested()) return fail(Fault::Stopped);
    const LinedStrake& strake = made->lining.strakes[k];
    const FlatPlank* like = nullptr;
    if (before != nullptr && k < before->planks.size() &&
        before->lining.strakes.size() == made->lining.strakes.size()) {
      const LinedStrake& old = before->lining.strakes[k];
      // The very same is used again.
      if (old.lowerEdge == strake.lowerEdge && old.upperEdge == strake.upperEdge && old.reach == strake.reach &&
          before->lining.frame.sharedHull() == frame.sharedHull()) {
        made->planks.push_back(before->planks[k]);
        continue;
      }
      like = before->planks[k].get();
    }
    FlatPlank plank = flatPlank(made->lining.band(k), strake.lower == 0 ? lowest : make, like, stop);
    plank.strake = strake.id;
    made->planks.push_back(std::make_shared<const FlatPlank>(std::move(plank)));
  }
  made->weighing = weigh({made->lining, made->planks, make, made->plan}, figures,
                         before != nullptr ? &before->weighing : nullptr, stop);
  if (stop.stop_requested()) return fail(Fault::Stopped);
  return std::shared_ptr<const PlanWeighed>(std::move(made));
}

}  // namespace narrows
