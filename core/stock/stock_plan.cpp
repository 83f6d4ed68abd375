#include "stock/stock_plan.h"

#include <algorithm>

#include "backbone/species.h"
#include "lines/boat_size.h"
#include "problem/trade.h"
#include "stock/check_board.h"
#include "weighing/weighing_plan.h"

namespace narrows {

namespace {

constexpr double usualMarginMm = mmPerInch / 8.0, usualKerfMm = mmPerInch / 8.0, usualPlanedMm = mmPerInch / 16.0;
/// A quarter of an inch in an inch of width. From shop practice, as all that follows.
constexpr double usualKnotShare = 0.25;
constexpr double usualWidestPlugMm = mmPerInch, usualPlugMinutes = 15.0;
constexpr double usualRunOut = 12.0;
constexpr double usualLeastLengthMm = 24.0 * mmPerInch;
constexpr double usualMoisture = 14.0, usualDriest = 12.0, usualWettest = 26.0;

}  // namespace

bool StockMake::letsIn(BoardFaultKind kind) const {
  return std::find(letIn.begin(), letIn.end(), kind) != letIn.end();
}

StockMake stockMake(const StockPlan& plan, double thicknessMm, double leastHoodMm) {
  const auto length = [](const std::optional<Length>& own, double usual) { return own ? own->mm() : usual; };
  StockMake make;
  make.marginMm = length(plan.margin, usualMarginMm);
  make.kerfMm = length(plan.kerf, usualKerfMm);
  make.planedMm = length(plan.planed, usualPlanedMm);
  make.knotShare = plan.knotShare.value_or(usualKnotShare);
  // An edge is as wide as the plank is thick.
  make.knotClearMm = length(plan.knotClear, thicknessMm);
  make.widestPlugMm = length(plan.widestPlug, usualWidestPlugMm);
  make.plugMinutes = plan.plugMinutes.value_or(usualPlugMinutes);
  make.letIn = plan.letIn;
  make.sapOut = plan.sapOut;
  make.runOut = plan.runOut.value_or(usualRunOut);
  make.leastLengthMm = length(plan.leastLength, usualLeastLengthMm);
  make.leastWidthMm = length(plan.leastWidth, leastHoodMm);
  make.moisture = plan.moisture.value_or(usualMoisture);
  make.driest = plan.driest.value_or(usualDriest);
  make.wettest = plan.wettest.value_or(usualWettest);
  return make;
}

Result<void> checkStock(const StockPlan& plan) {
  Problems problems;
  const auto wrong = [&](const std::string& what, const std::string& wanted) {
    problems.push_back({Fault::LimitWrong, {0, 0, Trade::say("the stack")}, {what, wanted}});
  };
  const auto length = [&](const std::optional<Length>& own, double mostMm, const std::string& what) {
    if (own && !(own->mm() >= 0.0 && own->mm() <= mostMm))
      wrong(what, Trade::say("a length, and no longer than any board is wide"));
  };
  const auto number = [&](const std::optional<double>& own, double low, double high, const std::string& what) {
    if (own && !(*own >= low && *own <= high))
      wrong(what, Trade::say("from %1 to %2", showDecimal(low, 2), showDecimal(high, 2)));
  };
  constexpr double mostMm = 1000.0, mostRate = 0.02;
  length(plan.margin, mostMm, Trade::say("the margin"));
  length(plan.kerf, mostMm, Trade::say("the kerf"));
  length(plan.planed, mostMm, Trade::say("what the planer takes"));
  length(plan.knotClear, mostMm, Trade::say("what is kept clear of knots"));
  length(plan.widestPlug, mostMm, Trade::say("the widest plug"));
  length(plan.leastWidth, mostMm, Trade::say("the width of what is left"));
  constexpr std::size_t mostSizes = 40;
  for (const auto& [sizes, what] : {std::pair(&plan.mill.lengths, Trade::say("the lengths a mill sells")),
                                    std::pair(&plan.mill.widths, Trade::say("the widths a mill sells")),
                                    std::pair(&plan.mill.thicknesses, Trade::say("the thicknesses a mill sells"))}) {
    const bool isSense = std::all_of(sizes->begin(), sizes->end(), [](Length one) { return one.mm() > 0.0; });
    if (!isSense || sizes->size() > mostSizes)
      wrong(what, Trade::say("lengths of more than nought, 40 of them at most"));
  }
  if (plan.leastLength && !(plan.leastLength->mm() >= 0.0 && plan.leastLength->mm() <= longestBoatMm))
    wrong(Trade::say("the length of what is left"), Trade::say("a length, and no longer than any boat"));
  number(plan.knotShare, 0.0, 1.0, Trade::say("how wide a sound knot may be, of the plank's width"));
  number(plan.plugMinutes, 0.0, 1440.0, Trade::say("the minutes for a plug"));
  number(plan.runOut, 1.0, 1000.0, Trade::say("how far the grain may run out, one in so many"));
  for (const auto* moisture : {&plan.moisture, &plan.driest, &plan.wettest, &plan.moistureNow})
    number(*moisture, 0.0, mostMoisture, Trade::say("moisture, per cent"));
  if (plan.clearFrom && *plan.clearFrom < 1)
    wrong(Trade::say("the strake from which planks are clear"), Trade::say("1, the garboard, or more"));
  for (const MovementRate& rate : plan.rates) {
    if (rate.species.empty()) wrong(Trade::say("a rate of movement"), Trade::say("the name of its wood"));
    for (const double one : {rate.slab, rate.quarter})
      number(one, 0.0, mostRate, Trade::say("a rate of movement, of the width for each per cent"));
  }
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

MovementRate movementOf(const StockPlan& plan, const std::string& species) {
  for (const MovementRate& own : plan.rates) {
    if (namesSpecies(species, inSmallLetters(own.species))) return own;
  }
  return {species, movementRate(species, Sawn::Slab), movementRate(species, Sawn::Quarter),
          Trade::say("Wood Handbook, coefficients of dimensional change, rounded")};
}

}  // namespace narrows
