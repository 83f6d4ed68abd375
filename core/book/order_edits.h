#pragma once
// The day book written: steps begun, stopped, finished, left out, named, put elsewhere and planned; what waits; what is
// decided.

#include "book/book.h"
#include "daybook/boat_steps.h"

namespace narrows {

/// The figures and ways of the day book: zone, warmth, hands, glue, coats, waits. Its records stay. Fails, naming
/// which, for a figure out of bounds.
Result<Book> setDaybook(const Book& book, const Daybook& settings);

/// The clock of a step begins to run, at a moment. Fails where it runs already, or did to a later moment.
Result<Book> beginStep(const Book& book, const StepRef& step, Moment at);
/// It stops; the step stays in hand. Fails where it does not run, or the moment is before it began.
Result<Book> stopStep(const Book& book, const StepRef& step, Moment at);
/// The spells of a step, typed over. Fails for one that ends before it begins, or runs while another follows.
Result<Book> setSpells(const Book& book, const StepRef& step, std::vector<Spell> spells);

/// The clock of a step stopped, where it runs, and it told done; of steps that have no line of the hanging log.
/// `degrees`: of the shop then. Fails where `at` is before it was begun.
Result<Book> tellDone(const Book& book, const StepRef& step, Moment at, std::optional<double> degrees);
/// Its clock stopped, where it runs, and no more: for steps that are told in the hanging log.
Result<Book> stopIfRunning(const Book& book, const StepRef& step, Moment at);
/// It is not done after all: by the day book's record or, of a plank, by its lines of the hanging log, which go. Fails
/// where another record says that it is done, naming which. `pieces`: those of the plank, from the first.
Result<Book> takeBackDone(const Book& book, const StepRef& step, int pieces);

/// Left out, and why: fails without a reason. An empty step is no more left out by `skipStep(..., std::nullopt)`.
Result<Book> skipStep(const Book& book, const StepRef& step, const std::optional<std::string>& why);
/// Named by other words; by the usual where they are empty. Of an own step they cannot be.
Result<Book> nameStep(const Book& book, const StepRef& step, const std::string& words);
Result<Book> noteStep(const Book& book, const StepRef& step, const std::string& note);
/// Meant for a day; for none where it is empty.
Result<Book> planStep(const Book& book, const StepRef& step, const std::string& day);
/// Waited for so long after it, and why; as is usual where none is given.
Result<Book> setStepWait(const Book& book, const StepRef& step, std::optional<double> hours, const std::string& why);
/// It is thought to take so many hours; as is usual where none is given.
Result<Book> setStepHours(const Book& book, const StepRef& step, std::optional<double> hours);
/// Put further on (1) or back (-1) among the steps of its part, which are in the order that `boat` gives. Fails where
/// it is the first or last, or would have to wait for itself, naming by what.
Result<Book> moveStep(const Book& book, const BoatWork& boat, const StepRef& step, int by);

/// A step more at the end of a part; its id is given.
Result<Book> addStep(const Book& book, const WorkPart& part, const std::string& words);
/// A part more, with no steps yet.
Result<Book> addPart(const Book& book, const std::string& name);
/// An own step or part goes, with what was said of it.
Result<Book> eraseOwnStep(const Book& book, StepId id);
Result<Book> eraseOwnPart(const Book& book, StepId id);

/// One step waits for another; or, `letGo`, waits for it no more. Fails where that would close a loop, naming what it
/// goes by.
Result<Book> linkSteps(const Book& book, const BoatWork& boat, StepLink link);
/// As it was without what was said of the two.
Result<Book> unlinkSteps(const Book& book, const StepRef& first, const StepRef& then);

/// What is waited for; its id is given where it has none, else it is written again.
Result<Book> writeHold(const Book& book, Hold hold);
Result<Book> eraseHold(const Book& book, HoldId id);
/// Likewise; of a usual kind there is one.
Result<Book> writeDecision(const Book& book, Decision decision);
Result<Book> eraseDecision(const Book& book, DecisionId id);

/// All days and moments of the day book and the hanging log as many days later as brings the last that was done to the
/// day of `now`, or to the day before where it would else be after that moment: a sample that was written long ago is
/// part way through today. As it is where nothing was done.
Book broughtUpTo(const Book& book, Moment now);

/// What was said of a step; null where nothing was.
const StepRecord* stepRecord(const Book& book, const StepRef& step);

}  // namespace narrows
