#include "plank/planking_plan.h"

#include <algorithm>
#include <string>
#include <utility>

#include "lining/shop_figures.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Planking thinner than this is not caulked; the least a caulked seam stands open.
constexpr double thinMm = 16.0, leastSeamMm = 1.5;
constexpr double seamAnInch = 1.0 / 16.0;
/// How much of the thickness lies wood to wood: a third to half.
constexpr double usualTight = 0.4;

/// What is usually left on a plank.
constexpr double hoodLongInches = 3.0 / 16.0, transomLongInches = 0.5, sheerHighInches = 5.0 / 16.0,
                 sawClearInches = 1.0 / 16.0, kerfInches = 1.0 / 8.0;
/// No more than this is left on any plank, and no gain is longer.
constexpr double mostLeftMm = 300.0, longestGainMm = 3000.0, widestSeamMm = 20.0, mostTightMm = 100.0;

/// A seam that is caulked opens over a tenth of the thickness at least.
constexpr double mostTight = 0.9;

GainMake gainMake(const EndGain& gain, Length usual) {
  return {gain.way, gain.run.value_or(usual).mm()};
}

}  // namespace

double usualSeamMm(double thicknessMm) {
  return thicknessMm < thinMm ? 0.0 : std::max(seamAnInch * thicknessMm, leastSeamMm);
}

double usualSeamTightMm(double thicknessMm) {
  return usualTight * thicknessMm;
}

Result<void> checkPlanking(const PlankingPlan& plan) {
  Problems problems;
  const auto within = [&](const std::optional<Length>& length, const std::string& name, double least, double most) {
    if (length && !(length->mm() >= least && length->mm() <= most))
      problems.push_back({Fault::LimitWrong,
                          {0, 0, name},
                          {least > 0.0 ? Trade::say("more than nought, and up to %1", said(most))
                                       : Trade::say("from nought to %1", said(most))}});
  };
  constexpr double shortestGainMm = 1.0;
  within(plan.bow.run, Trade::say("the gain at the bow"), shortestGainMm, longestGainMm);
  within(plan.stern.run, Trade::say("the gain at the stern"), shortestGainMm, longestGainMm);
  within(plan.seam, Trade::say("the seam's opening"), 0.0, widestSeamMm);
  within(plan.seamTight, Trade::say("what of a seam lies wood to wood"), 0.0, mostTightMm);
  within(plan.hoodLong, Trade::say("what is left on hood ends"), 0.0, mostLeftMm);
  within(plan.transomLong, Trade::say("what overhangs the transom"), 0.0, mostLeftMm);
  within(plan.sheerHigh, Trade::say("what is left above the sheer"), 0.0, mostLeftMm);
  within(plan.sawClear, Trade::say("what the saw leaves"), 0.0, mostLeftMm);
  within(plan.kerf, Trade::say("a saw kerf"), 0.1, widestSeamMm);
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

PlankingMake plankingMake(const OffsetTable& table, const PlankingPlan& plan, double planingMm) {
  const Length gain = shopFigures(Construction::Lapstrake, boatLength(table)).gain;
  PlankingMake make;
  make.construction = table.construction;
  make.thicknessMm = table.thickness.mm();
  make.planingMm = planingMm;
  make.seamMm = plan.seam ? plan.seam->mm() : usualSeamMm(make.thicknessMm);
  // Something of it opens: a seam that does not is one with no opening.
  make.seamTightMm = std::min(plan.seamTight ? plan.seamTight->mm() : usualSeamTightMm(make.thicknessMm),
                              mostTight * make.thicknessMm);
  make.bevelOnNew = plan.bevelOnNew;
  make.bow = gainMake(plan.bow, gain);
  make.stern = gainMake(plan.stern, gain);
  make.hoodLongMm = plan.hoodLong.value_or(inches(hoodLongInches)).mm();
  make.transomLongMm = plan.transomLong.value_or(inches(transomLongInches)).mm();
  make.sheerHighMm = plan.sheerHigh.value_or(inches(sheerHighInches)).mm();
  make.sawClearMm = plan.sawClear.value_or(inches(sawClearInches)).mm();
  make.kerfMm = plan.kerf.value_or(inches(kerfInches)).mm();
  return make;
}

}  // namespace narrows
