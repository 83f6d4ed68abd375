#pragma once
// Whether a stack is enough for a boat's planks, and what would make it so.

#include "advice/plan_change.h"
#include "book/to_buy.h"
#include "solve/joints_to_boards.h"
#include "stock/enough.h"

namespace narrows {

enum class StockCureKind {
  OtherTimber,  ///< so many strakes, from the garboard up, of the other timber there is
  OneMoreJoint,
  JointsMoved,
  PlanChanged,  ///< a strake more, or narrower
  KnotsPlugged,
  BoardsBought
};

/// One thing that could be done, worked out.
struct StockCure {
  StockCureKind kind = StockCureKind::PlanChanged;
  std::string words;       ///< what is done: "strakes 1 to 3 of larch"
  std::string falls;       ///< what else it comes to, in words; empty: nothing to speak of
  Book book;               ///< the book with it
  std::size_t unlaid = 0;  ///< planks that still go nowhere
  double unlaidMm2 = 0.0;
  std::size_t boards = 0;        ///< that are begun
  double litres = 0.0;           ///< of wood in them
  std::vector<BoardsToBuy> buy;  ///< boards that are bought with it
  double scoreMore = 0.0;        ///< what the plan weighs more with it, of both sides; less is better
  std::size_t plugs = 0;         ///< knots that are plugged

  double litresBought() const;
  bool isWhole() const { return unlaid == 0; }
};

/// How the stack stands, and what would better it.
struct StockAsked {
  std::shared_ptr<const Solved> solved;  ///< a full answer
  StackGoal goal = StackGoal::LeastWaste;
  double seconds = 20.0;  ///< for laying the planks as they are
  double secondsACure = 4.0;
  std::vector<StockCureKind> only = {};  ///< what is tried; empty: all
};
struct StockStands {
  StackToLay stack;  ///< planks still wanted, and what is laid already
  LaidStack laid;
  double litres = 0.0;           ///< of wood in the boards that are begun
  std::vector<TimberNeed> is;    ///< short: planks that went nowhere, by timber and grade
  std::vector<BoardsToBuy> buy;  ///< for those
  StockLosses losses;
  std::optional<double> chance;  ///< that it is enough with those losses; none where that was not worked out
  bool isStopped = false;        ///< it was stopped before the end: what is laid is the best so far
  std::vector<StockCure> cures;  ///< those that lay more than now, or begin less: best first
};

/// Lays every plank that is still wanted and, where some go nowhere or another place of joints begins less, tries what
/// a builder would: each change made in a book of its own, the boat solved by it and laid on the stack. Cures that lay
/// all stand first, of those what buys least, then what begins least wood. The book itself stays as it is. Works for
/// some tens of seconds; `progress` tells how far it is. When stopped, what there is so far.
StockStands howStockStands(const StockAsked& asked, const std::function<void(double)>& progress = {},
                           const std::stop_token& stop = {});

}  // namespace narrows
