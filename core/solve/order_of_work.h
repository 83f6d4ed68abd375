#pragma once
// The order of work of a solved boat: her parts and what is done of them, out of everything the book says.

#include <memory>

#include "daybook/work_order.h"
#include "solve/solve.h"

namespace narrows {

/// What planks of one side want besides being got out and hung, by strake; it stays while its lining and limits do.
struct PlankNeeds {
  std::shared_ptr<const Lining> of;
  WeighingFigures by;
  std::vector<bool> hollow;
  std::vector<EndHeat> heat;
};
/// A millisecond or so a strake; `before` is used again where nothing it follows from has changed.
std::shared_ptr<const PlankNeeds> plankNeeds(const Solved& solved, BoatSide side,
                                             const std::shared_ptr<const PlankNeeds>& before = nullptr);

/// What decides which steps she takes, as her book and what follows from it stand. Without needs of her planks, none is
/// backed out or heated.
BoatWork boatWork(const Book& book, const Solved& solved, const std::shared_ptr<const PlankNeeds>& starboard = nullptr,
                  const std::shared_ptr<const PlankNeeds>& port = nullptr);

/// Every record of the book that says a step is done: lines of the hanging log, readings, edges as hung, sheets
/// printed, pieces cut.
std::vector<StepDone> stepsDone(const Book& book, const BoatWork& boat);

/// The order of work at a moment, all of it made afresh.
WorkOrder orderOfWork(const Book& book, const Solved& solved, Moment now);

/// A step finished, its clock stopped: a plank's goes to the hanging log with its hours, any other to the day book.
/// `note`: a line of words with it. Fails where the moment is before it began, or she has no such step.
struct FinishedStep {
  StepRef step;
  Moment at;
  std::optional<double> degrees;  ///< of the shop then, Celsius
  std::string note;
};
Result<Book> finishStep(const Solved& solved, const Book& book, const BoatWork& boat, const FinishedStep& finished);

}  // namespace narrows
