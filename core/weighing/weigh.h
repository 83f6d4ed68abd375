#pragma once
// A plan of lining off weighed: every measure at every mark and of every strake, against its limit.

#include <memory>
#include <optional>
#include <vector>

#include "lining/lining.h"
#include "plank/flat_plank.h"
#include "problem/severity.h"
#include "weighing/weighing_plan.h"

namespace narrows {

/// One measure of one strake, at one station or of the whole strake.
struct Weighed {
  std::size_t strake = 0;              ///< place in the lining, 0 the garboard
  std::optional<std::size_t> section;  ///< of the whole sections; none where it is of the whole strake
  Measure measure = Measure::Width;
  double value = 0.0;           ///< mm, degrees, or a ratio
  std::optional<double> limit;  ///< from where it wants looking at; none where nothing is judged
  std::optional<Severity> verdict;
  double beyond = -1.0;     ///< how far beyond its limit, as `beyondLimit` has it
  bool isOfStack = false;   ///< BoardWidth: its limit is the widest that any board there is holds
  std::optional<double> t;  ///< Twist of the whole strake: where it is most, section parameter
};

/// What is costly to work out of a strake, and stays while its edges do.
struct StrakeBends {
  LinedStrake of;                               ///< the strake it was worked out for
  std::shared_ptr<const Hull> hull;             ///< on which hull
  std::vector<double> hollowMm;                 ///< at every section
  std::vector<double> rangeMm;                  ///< likewise, to both sides of the chord
  std::vector<double> twistDeg;                 ///< at every section, degrees a foot
  double mostTwistDeg = 0.0, mostTwistT = 0.0;  ///< the most of it anywhere, and at which section parameter
  double bowMm = 0.0;                           ///< of the flat plank's middle line, the greatest in eight feet
  std::shared_ptr<const FlatPlank> plank;
};

struct Weighing {
  std::vector<Weighed> rows;  ///< by strake, measure, station
  std::size_t look = 0, trouble = 0;
  double score = 0.0;  ///< lower is better: by the builder's weights, 0 where there is nothing to better
  /// How uneven the ends are: the greatest less the least, of the mean, over hood ends and transom landings.
  double bowUneven = 0.0, sternUneven = 0.0;
  std::size_t seamsCrossWater = 0;  ///< seams that are part above and part below the water, where it is said
  /// For both sides, roughly: of the usual width and length, or of the stack where there is one.
  std::size_t boards = 0;
  std::vector<std::shared_ptr<const StrakeBends>> bends;  ///< one a strake

  /// The row of a measure, at a section or of the whole strake; null where there is none.
  const Weighed* row(std::size_t strake, Measure measure, std::optional<std::size_t> section = {}) const;
  /// The worst row of a measure of a strake, or of any.
  const Weighed* worst(Measure measure, std::optional<std::size_t> strake = {}) const;
};

/// How far beyond its limit a value is: 0 at the limit, 1 where it is trouble; below nought within it.
double beyondLimit(Measure measure, double value, const Limit& limit);
/// What that means; none within it.
std::optional<Severity> verdictBeyond(double beyond);

/// `planks`: one a strake of the lining, garboard up; `makes` how each is got out. `species`: of each strake, empty
/// where nothing is said. `before`: a weighing of the plan a moment ago, of which the strakes that have not changed are
/// used again. Of no use where `stop` was asked for.
struct WeighedPlan {
  const Lining& lining;
  const std::vector<std::shared_ptr<const FlatPlank>>& planks;
  PlankMake make;  ///< of all strakes but the lowest
  const LiningPlan& plan;
};
Weighing weigh(const WeighedPlan& of, const WeighingFigures& figures, const Weighing* before = nullptr,
               const std::stop_token& stop = {});

}  // namespace narrows
