#include "weighing/weighing_plan.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "backbone/species.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double usualPlaningInches = 1.0 / 16.0;
constexpr double usualMoistureChange = 4.0;
constexpr double usualBoardFeet = 16.0;
/// Boards are usually a quarter thicker sawn than a carvel plank is finished, an eighth more than a lapped one.
constexpr double carvelBoardMoreInches = 0.25, lapstrakeBoardMoreInches = 0.125;
/// A usual board is so much wider than the widest strake: room for its sny.
constexpr double boardOfStrakes = 2.0;

/// Movement a per cent of moisture, of the width: across a slab-sawn board, and a quarter-sawn one.
struct Movement {
  const char* species;
  double slab, quarter;
};
constexpr std::array<Movement, 14> movements{{{"larch", 0.0032, 0.0016},
                                              {"oak", 0.0037, 0.0018},
                                              {"cedar", 0.0023, 0.0011},
                                              {"pine", 0.0024, 0.0012},
                                              {"spruce", 0.0026, 0.0014},
                                              {"fir", 0.0027, 0.0017},
                                              {"mahogany", 0.0024, 0.0017},
                                              {"teak", 0.0019, 0.0010},
                                              {"elm", 0.0034, 0.0014},
                                              {"ash", 0.0027, 0.0017},
                                              {"cypress", 0.0022, 0.0013},
                                              {"iroko", 0.0019, 0.0010},
                                              {"beech", 0.0043, 0.0019},
                                              {"alder", 0.0026, 0.0015}}};
constexpr double softWoodSlab = 0.0026, softWoodQuarter = 0.0014;

/// Twist that is bent cold, degrees a foot, by thickness in inches.
struct ColdTwist {
  double inches, degrees;
};
constexpr std::array<ColdTwist, 4> coldTwists{{{0.375, 7.0}, {0.5, 5.5}, {0.625, 4.5}, {1.0, 2.75}}};

double coldTwistDeg(double thicknessMm) {
  const double thick = thicknessMm / mmPerInch;
  // Beyond the table it goes inversely as the thickness, as it does along it very nearly.
  if (thick <= coldTwists.front().inches)
    return coldTwists.front().degrees * coldTwists.front().inches / std::max(thick, 0.05);
  if (thick >= coldTwists.back().inches) return coldTwists.back().degrees * coldTwists.back().inches / thick;
  std::size_t i = 1;
  while (coldTwists[i].inches < thick) ++i;
  const double part = (thick - coldTwists[i - 1].inches) / (coldTwists[i].inches - coldTwists[i - 1].inches);
  return coldTwists[i - 1].degrees + part * (coldTwists[i].degrees - coldTwists[i - 1].degrees);
}

}  // namespace

WeighingFigures weighingFigures(const OffsetTable& table, Length lap, std::optional<Length> waterline,
                                const WeighingPlan& plan) {
  WeighingFigures figures;
  figures.construction = table.construction;
  figures.usual = shopFigures(table.construction, boatLength(table));
  const bool carvel = table.construction == Construction::Carvel;
  figures.thicknessMm = table.thickness.mm();
  figures.planingMm = plan.planing.value_or(carvel ? inches(usualPlaningInches) : Length()).mm();
  figures.lapMm = carvel ? 0.0 : lap.mm();
  if (waterline) figures.waterlineMm = waterline->mm();
  figures.boardThicknessMm =
      plan.boardThickness.value_or(table.thickness + inches(carvel ? carvelBoardMoreInches : lapstrakeBoardMoreInches))
          .mm();
  figures.boardWidthMm = plan.boardWidth.value_or(figures.usual.widest * boardOfStrakes).mm();
  figures.boardLengthMm = plan.boardLength.value_or(inches(12.0 * usualBoardFeet)).mm();
  figures.moistureChange = plan.moistureChange.value_or(usualMoistureChange);
  figures.plan = plan;
  return figures;
}

Result<void> checkWeighing(const WeighingPlan& plan) {
  Problems problems;
  const auto wrong = [&](const std::string& name, const std::string& wanted) {
    problems.push_back({Fault::LimitWrong, {0, 0, name}, {wanted}});
  };
  for (const OwnLimit& own : plan.limits) {
    const Limit& limit = own.limit;
    const std::string name = Trade::say("the limit of %1", measureWord(own.measure));
    if (!(limit.look > 0.0) || !(limit.trouble > 0.0)) {
      wrong(name, Trade::say("more than nought"));
    } else if (isLeast(own.measure) ? limit.trouble > limit.look : limit.trouble < limit.look) {
      wrong(name, isLeast(own.measure) ? Trade::say("trouble below where one looks again")
                                       : Trade::say("trouble above where one looks again"));
    }
  }
  const auto positive = [&](const std::optional<Length>& length, const std::string& name) {
    if (length && !(length->mm() > 0.0)) wrong(name, Trade::say("more than nought"));
  };
  positive(plan.boardThickness, Trade::say("the boards' thickness"));
  positive(plan.boardWidth, Trade::say("the boards' width"));
  positive(plan.boardLength, Trade::say("the boards' length"));
  if (plan.planing && plan.planing->mm() < 0.0)
    wrong(Trade::say("what planing takes"), Trade::say("not less than nought"));
  if (plan.moistureChange && !(*plan.moistureChange >= 0.0 && *plan.moistureChange <= 30.0))
    wrong(Trade::say("the change of moisture"), Trade::say("from 0 to 30 per cent"));
  for (const double weight : {plan.weights.ends, plan.weights.sny, plan.weights.widths, plan.weights.stock}) {
    if (!(weight >= 0.0 && weight <= 100.0)) wrong(Trade::say("a weight"), Trade::say("from 0 to 100"));
  }
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

double movementRate(const std::string& species, Sawn sawn) {
  for (const Movement& one : movements) {
    if (namesSpecies(species, one.species)) return sawn == Sawn::Slab ? one.slab : one.quarter;
  }
  return sawn == Sawn::Slab ? softWoodSlab : softWoodQuarter;
}

std::optional<Limit> usualLimit(Measure measure, const WeighingFigures& figures, bool broad, double widestMm,
                                double lengthMm) {
  const bool carvel = figures.construction == Construction::Carvel;
  const double allowance = broad ? broadStrakeAllowance : 1.0;
  switch (measure) {
    case Measure::Width: {
      constexpr double muchTooWide = 1.25;
      const double most = figures.usual.widest.mm() * allowance;
      return Limit{most, most * muchTooWide};
    }
    case Measure::Stock:
      // A board is as thick as it is: a shaving may be found, a sixteenth not.
      return Limit{figures.boardThicknessMm, figures.boardThicknessMm + mmPerInch / 16.0};
    case Measure::Step:
      return Limit{1.25, 1.5};
    case Measure::LandLeft:
      if (carvel) return std::nullopt;
      {
        // Of planking under a quarter of an inch half is less than an eighth: there is nothing between.
        const double trouble = std::max(figures.thicknessMm / 3.0, mmPerInch / 8.0);
        return Limit{std::max(figures.thicknessMm / 2.0, trouble), trouble};
      }
    case Measure::Twist: {
      const double cold = coldTwistDeg(figures.thicknessMm);
      return Limit{cold, 1.5 * cold};
    }
    case Measure::BoardWidth:
      return Limit{figures.boardWidthMm, 1.5 * figures.boardWidthMm};
    case Measure::BoardLength:
      // Longer than the boards it is scarfed or butted: never trouble by itself.
      return Limit{figures.boardLengthMm, 1e9};
    case Measure::Sny:
      // It eats as much board again as the plank itself, and twice that.
      return Limit{widestMm, 2.0 * widestMm};
    case Measure::EdgeSet: {
      if (!figures.plan.straightStock) return std::nullopt;
      // A sixteenth in six feet of a lapped plank is so much in eight; a quarter in eight feet of a carvel one six
      // inches wide, more where it is narrower.
      const double inEight = carvel ? mmPerInch / 4.0 * (6.0 * mmPerInch / std::max(widestMm, 1.0))
                                    : mmPerInch / 16.0 * (8.0 * 8.0) / (6.0 * 6.0);
      // A bow grows with the square of the length: a shorter plank has less of it for the same force.
      const double part = lengthMm > 0.0 ? std::min(lengthMm / eightFeetMm, 1.0) : 1.0;
      return Limit{inEight * part * part, 2.0 * inEight * part * part};
    }
    case Measure::EndRatio:
      return Limit{endShareToLookAt, endShareOfTrouble};
    case Measure::HoodEnd:
      return Limit{figures.usual.leastHoodEnd.mm(), figures.usual.leastHoodEnd.mm()};
    case Measure::SeamMove:
      if (!carvel) return std::nullopt;
      return Limit{mmPerInch / 16.0, mmPerInch / 8.0};
    case Measure::Hollow:
    case Measure::LapBevel:
      break;
  }
  return std::nullopt;
}

std::optional<Limit> limitOf(Measure measure, const WeighingFigures& figures, bool broad, double widestMm,
                             double lengthMm) {
  for (const OwnLimit& own : figures.plan.limits) {
    if (own.measure == measure) return own.limit;
  }
  return usualLimit(measure, figures, broad, widestMm, lengthMm);
}

}  // namespace narrows
