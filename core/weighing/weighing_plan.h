#pragma once
// What a plan is weighed against: the stock, and the limits the builder has set.

#include <vector>

#include "lining/shop_figures.h"
#include "weighing/boards_there.h"
#include "weighing/measure.h"

namespace narrows {

/// From where a value wants looking at, and from where it is trouble: at most, or at least for what `isLeast`.
struct Limit {
  double look = 0.0, trouble = 0.0;
  bool operator==(const Limit&) const = default;
};

/// A limit the builder has set in place of the usual one.
struct OwnLimit {
  Measure measure = Measure::Width;
  Limit limit;
  bool operator==(const OwnLimit&) const = default;
};

/// How a board is sawn: wood moves nearly twice as much across a slab-sawn board.
enum class Sawn { Slab, Quarter };

/// What the builder minds most: each from 0 up, 1 as a rule.
struct Weights {
  double ends = 1.0;    ///< even, and wide enough to fasten
  double sny = 1.0;     ///< straight planks, little board lost
  double widths = 1.0;  ///< within the usual, even from strake to strake
  double stock = 1.0;   ///< within what the boards give: width, length, thickness, twist
  bool operator==(const Weights&) const = default;
};

/// The builder's own; what is not said is as is usual for her size and kind.
struct WeighingPlan {
  std::optional<Length> boardThickness, boardWidth, boardLength;
  std::optional<Length> planing;  ///< taken off a carvel plank to fair the hull
  std::string species;            ///< of planks of which nothing else is said
  Sawn sawn = Sawn::Slab;
  std::optional<double> moistureChange;  ///< of the wood from its driest to its wettest, per cent
  bool straightStock = false;            ///< planks are set edgeways out of straight boards: edge set is judged
  std::vector<OwnLimit> limits;
  Weights weights;
  bool operator==(const WeighingPlan&) const = default;
};

/// Whether its figures make sense: every limit and length of stock more than nought, trouble beyond where one looks,
/// weights not less than nought. Every fault, naming the measure.
Result<void> checkWeighing(const WeighingPlan& plan);

/// All of it in figures, mm, for one boat.
struct WeighingFigures {
  Construction construction = Construction::Carvel;
  ShopFigures usual;
  double thicknessMm = 0.0, planingMm = 0.0, lapMm = 0.0;
  std::optional<double> waterlineMm;  ///< height at which she floats, where it is said
  double boardThicknessMm = 0.0, boardWidthMm = 0.0, boardLengthMm = 0.0;
  double moistureChange = 0.0;
  std::vector<StackBoard> stack;  ///< the boards there are; empty: it is weighed by the usual board
  WeighingPlan plan;
  bool operator==(const WeighingFigures& other) const = default;
};

/// `waterline`: height at which she floats, where it is said.
WeighingFigures weighingFigures(const OffsetTable& table, Length lap, std::optional<Length> waterline,
                                const WeighingPlan& plan);

/// How much of its width wood moves for each per cent of moisture; of a wood that is not known, that of a soft one.
double movementRate(const std::string& species, Sawn sawn);

/// The usual limit of a measure for a strake (`broad`: the garboard or beside it) of such a greatest width and length;
/// none where nothing is judged. `lengthMm`: nought for one longer than the eight feet that edge set is measured over.
/// From shop practice: docs/guide, "Weighing a plan".
std::optional<Limit> usualLimit(Measure measure, const WeighingFigures& figures, bool broad, double widestMm,
                                double lengthMm = 0.0);

/// The builder's own limit, or the usual one.
std::optional<Limit> limitOf(Measure measure, const WeighingFigures& figures, bool broad, double widestMm,
                             double lengthMm = 0.0);

}  // namespace narrows
