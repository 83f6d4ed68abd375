#pragma once
// Many pieces laid on many boards by Narrows itself.

#include <cstdint>
#include <functional>
#include <stop_token>

#include "stock/choose_boards.h"
#include "stock/known_layings.h"
#include "stock/stack_goal.h"

namespace narrows {

/// How good a laying of the stack is known to be.
struct StackProof {
  /// No choice among all layings of single boards that were found is better, and those are all that there are of these
  /// pieces, each set of them tried in every order.
  bool isBest = false;
  std::size_t layings = 0;          ///< of single boards, that were chosen among
  std::optional<StackBound> bound;  ///< what no way of laying can better; none where it was not worked out
};

/// Pieces as they are laid, and what came of it.
struct LaidStack {
  std::vector<PieceOnBoard> laid;
  std::vector<std::size_t> unlaid;  ///< pieces for which no place was found
  double unlaidMm2 = 0.0;           ///< of those, in all
  std::size_t boardsUsed = 0;       ///< with something on them
  double boardMm2 = 0.0;            ///< area of the boards that have something on them
  double pieceMm2 = 0.0;            ///< of the pieces that are laid
  double cost = 0.0;                ///< of the boards that have something on them, as the goal has it
  std::size_t pairsParted = 0;      ///< pairs that lie on two boards that are no sisters
  bool isCutShort = false;          ///< it ended before every piece was tried once
  StackProof proof;                 ///< said when the search ends

  /// Whether it is the better of two: less is unlaid, else it costs less.
  bool isBetterThan(const LaidStack& other) const;
};

/// What is to be laid. Boards and pieces must outlive the search.
struct LayAllRequest {
  const std::vector<BoardShape>& boards;
  const std::vector<WantedPiece>& pieces;
  std::vector<PieceOnBoard> fixed;  ///< laid by hand: they stay where they are
  StockMake make;
  std::uint64_t seed = 1;
  double seconds = 10.0;  ///< about how long to look
  StackGoal goal = StackGoal::LeastWaste;
  bool untilAllLaid = false;  ///< the first way that lays all that goes on any board will do
  bool bookMatched = false;   ///< a pair on two sisters lies on them as in an opened book, where that is clear
  std::vector<PieceOnBoard> begin = {};  ///< how they might lie: what of it is clear is begun from
};

/// Lays every piece it can: those that fewest boards take first, each where it spoils least, on boards that are begun
/// rather than new ones, a pair on one board or its sister where that is as good; then takes boards apart again and
/// lays them otherwise, for as long as it may, and keeps the best. Where pieces and boards are few, every set of pieces
/// is tried on every board first, and the boards are chosen by an integer programme (choose_boards.h); where they are
/// many, what was come upon is chosen among in the same way now and then. How long is counted in places looked for, so
/// that a seed gives the same answer on every machine. Every piece lies clear by `judgeLaying`. `soFar` is told each
/// better answer, on the thread of the search. When stopped, the best so far is given.
LaidStack layAll(const LayAllRequest& request, const std::stop_token& stop = {},
                 const std::function<void(const LaidStack&)>& soFar = {});

}  // namespace narrows
