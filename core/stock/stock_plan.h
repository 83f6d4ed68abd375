#pragma once
// By what rules boards are chosen and pieces laid on them: the builder's own, and all of it in figures.

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "lines/offset_table.h"
#include "stock/board.h"
#include "stock/mill_sizes.h"
#include "stock/piece_ref.h"

namespace narrows {

/// What wood a piece is to be of.
enum class WantedGrade {
  Clear,  ///< no knots, no sap
  Sound   ///< sound small knots are let in
};

/// What is to be least when Narrows lays pieces on the stack.
enum class StackGoal {
  FewestBoards,  ///< as few as can be are begun
  LeastWaste,    ///< as little wood as can be is begun
  LeastCost,     ///< what is begun costs least
  BestLooks      ///< pairs out of one board or its sister, grain along the pieces
};
inline constexpr std::array stackGoals{StackGoal::FewestBoards, StackGoal::LeastWaste, StackGoal::LeastCost,
                                       StackGoal::BestLooks};

/// The grade that the builder wants of a strake, in place of the usual one.
struct StrakeGrade {
  int strake = 1;  ///< from the garboard up in the plan in force; below nought: that plan has no such strake, and it
                   ///< had that number
  BoatSide side = BoatSide::Starboard;
  WantedGrade grade = WantedGrade::Clear;
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  bool operator==(const StrakeGrade&) const = default;
};

/// How far a wood moves, of its width for each per cent of moisture, and who says so.
struct MovementRate {
  std::string species;
  double slab = 0.0, quarter = 0.0;
  std::string source;
  bool operator==(const MovementRate&) const = default;
};

/// The builder's own; what is not said is usual.
struct StockPlan {
  std::optional<Length> margin;      ///< kept from a board's edges, and from faults that are missed
  std::optional<Length> kerf;        ///< kept between two pieces
  std::optional<Length> planed;      ///< taken off a board, both faces together, before it is as thick as is wanted
  std::optional<double> knotShare;   ///< how wide a sound knot may be, of the piece's width there
  std::optional<Length> knotClear;   ///< wood between such a knot and an edge, a fastening or a scarf
  std::optional<Length> widestPlug;  ///< a loose knot is plugged as far as this
  std::optional<double> plugMinutes;
  std::vector<BoardFaultKind> letIn;  ///< faults that pieces may lie on, of those that are usually cut out
  bool sapOut = false;                ///< sap is missed in every piece, not only in clear ones
  std::optional<double> runOut;       ///< the grain may run out one in so many
  std::optional<int> clearFrom;       ///< strakes are to be clear from this one up
  std::vector<StrakeGrade> grades;
  std::optional<Length> leastLength, leastWidth;  ///< what is left of a board is a board from this size up
  std::optional<double> moisture;                 ///< per cent, of boards that were not measured
  std::optional<double> driest, wettest;   ///< per cent: above the waterline after a dry summer, and below it afloat
  std::optional<double> moistureNow;       ///< of the planks as they hang, where it was measured
  std::vector<MovementRate> rates;         ///< in place of the usual ones
  StackGoal goal = StackGoal::LeastWaste;  ///< of laying by Narrows
  bool bookMatched = false;                ///< pairs on two sisters lie on them as in an opened book
  MillSizes mill;                          ///< what can be bought
  std::vector<PieceRef> made;              ///< pieces of no strake that are there already, got out of no board
  bool operator==(const StockPlan&) const = default;
};

/// All of it in figures, mm, for one boat.
struct StockMake {
  double marginMm = 0.0, kerfMm = 0.0, planedMm = 0.0;
  double knotShare = 0.0, knotClearMm = 0.0, widestPlugMm = 0.0, plugMinutes = 0.0;
  std::vector<BoardFaultKind> letIn;
  bool sapOut = false;
  double runOut = 0.0;
  double leastLengthMm = 0.0, leastWidthMm = 0.0;
  double moisture = 0.0, driest = 0.0, wettest = 0.0;
  bool operator==(const StockMake&) const = default;

  bool letsIn(BoardFaultKind kind) const;
};

/// `thicknessMm`: of the planking; `leastHoodMm`: the narrowest useful end of a plank.
StockMake stockMake(const StockPlan& plan, double thicknessMm, double leastHoodMm);

/// Whether its figures make sense. Every fault, naming which.
Result<void> checkStock(const StockPlan& plan);

/// Above this much water, per cent, wood is as wide as it gets: its fibres are full. From wood science.
inline constexpr double fibresFull = 28.0;

/// The rate of a wood: the builder's own where the plan has it, or the usual one with its source. Of a wood that is not
/// known, that of a soft one.
MovementRate movementOf(const StockPlan& plan, const std::string& species);

}  // namespace narrows
