#include "joining/joint_plan.h"

#include <algorithm>
#include <cmath>

#include "lining/shop_figures.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double shortestRatio = 3.0, longestRatio = 30.0;
constexpr double usualRatio = 8.0, usualHardRatio = 12.0;
/// From this thickness on carvel planks are butted; thinner ones, and lapped ones, are scarfed.
constexpr double buttedFromMm = 16.0;
constexpr double smallCraftMm = 18.0 * 12.0 * mmPerInch;
constexpr double apartMm = 48.0 * mmPerInch, apartSmallMm = 24.0 * mmPerInch;
constexpr double marginInches = 0.5, blockLapInches = 0.625;
/// From shop practice: a block is twelve thicknesses long.
constexpr double blockThicknesses = 12.0;

}  // namespace

std::vector<std::size_t> JoiningPlan::jointsOf(int strake, BoatSide side) const {
  std::vector<std::size_t> found;
  for (std::size_t i = 0; i < joints.size(); ++i) {
    if (joints[i].isOf(strake, side)) found.push_back(i);
  }
  return found;
}

double JoiningMake::jointLengthMm(JoinedBy of, bool hard) const {
  return of == JoinedBy::Butt ? 0.0 : (hard ? hardRatio : ratio) * thicknessMm;
}

Result<void> checkJoining(const JoiningPlan& plan) {
  Problems problems;
  if (const auto frames = checkFrames(plan.frames); !frames) problems = frames.error();
  const auto within = [&](const std::optional<Length>& length, const std::string& name, double most) {
    if (length && !(length->mm() >= 0.0 && length->mm() <= most))
      problems.push_back({Fault::LimitWrong, {0, 0, name}, {Trade::say("from nought to %1", saidAtMost(most))}});
  };
  for (const auto& [ratio, name] : {std::pair(plan.ratio, Trade::say("the ratio of scarfs")),
                                    std::pair(plan.hardRatio, Trade::say("the ratio of scarfs in hard bends"))}) {
    if (ratio && !(*ratio >= shortestRatio && *ratio <= longestRatio))
      problems.push_back({Fault::LimitWrong, {0, 0, name}, {Trade::say("from 3 to 30 thicknesses")}});
  }
  within(plan.margin, Trade::say("what is left beyond a scarf"), 300.0);
  within(plan.nib, Trade::say("the nib of a scarf"), 20.0);
  within(plan.apart, Trade::say("how far joints lie apart"), 6000.0);
  within(plan.blockLap, Trade::say("the lap of a butt block"), 150.0);
  for (const auto& [count, most, name] :
       {std::tuple(plan.baysApart, mostBaysApart, Trade::say("the bays between joints")),
        std::tuple(plan.strakesBetween, mostStrakesBetween, Trade::say("the strakes between joints in one bay"))}) {
    if (count < 0 || count > most)
      problems.push_back({Fault::LimitWrong, {0, 0, name}, {Trade::say("from 0 to %1", most)}});
  }
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

JoiningMake joiningMake(const OffsetTable& table, const JoiningPlan& plan, double boardLengthMm, Frames frames) {
  JoiningMake make;
  make.thicknessMm = table.thickness.mm();
  make.boardLengthMm = boardLengthMm;
  const bool butted = table.construction == Construction::Carvel && make.thicknessMm >= buttedFromMm;
  make.kind = plan.kind.value_or(butted ? JoinedBy::Butt : JoinedBy::Scarf);
  make.ratio = plan.ratio.value_or(usualRatio);
  make.hardRatio = plan.hardRatio.value_or(std::max(usualHardRatio, make.ratio));
  make.marginMm = plan.margin.value_or(inches(marginInches)).mm();
  make.nibMm = std::min(plan.nib.value_or(Length()).mm(), 0.4 * make.thicknessMm);
  const double usualApart = boatLength(table).mm() < smallCraftMm ? apartSmallMm : apartMm;
  make.apartMm = std::max(plan.apart ? plan.apart->mm() : usualApart, plan.baysApart * frames.spacingMm);
  make.strakesBetween = plan.strakesBetween;
  make.blockLapMm = plan.blockLap.value_or(inches(blockLapInches)).mm();
  make.frames = std::move(frames);
  return make;
}

ScarfJig scarfJig(const JoiningMake& make, bool hard) {
  ScarfJig jig;
  jig.lengthMm = make.jointLengthMm(JoinedBy::Scarf, hard);
  jig.nibMm = make.nibMm;
  jig.riseMm = make.thicknessMm - 2.0 * make.nibMm;
  jig.rampMm = std::hypot(jig.lengthMm, jig.riseMm);
  jig.angleRad = std::atan2(jig.riseMm, jig.lengthMm);
  return jig;
}

ButtBlock buttBlock(const JoiningMake& make, double plankWidthMm) {
  ButtBlock block;
  const double bay = make.frames.spacingMm - make.frames.sidingMm;
  const double wanted = blockThicknesses * make.thicknessMm, room = bay - 2.0 * blockDrainMm;
  block.isShort = wanted > room;
  block.lengthMm = std::max(std::min(wanted, room), 0.0);
  block.clearMm = 0.5 * (bay - block.lengthMm);
  block.widthMm = plankWidthMm + 2.0 * make.blockLapMm;
  block.thicknessMm = make.blockThickMm > 0.0 ? make.blockThickMm : make.thicknessMm;
  return block;
}

}  // namespace narrows
