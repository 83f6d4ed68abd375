#pragma once
// How every step stands at a moment: what is done, what is in hand, what can be done and why that first, what waits and
// for what.

#include <string>
#include <vector>

#include "daybook/boat_steps.h"

namespace narrows {

/// That a step is done, as it stands in a record of the book.
struct StepDone {
  StepRef of;
  std::optional<Moment> at;  ///< none: only the day is known, or not even that
  std::string day;
  std::optional<double> degrees;  ///< of the shop then, Celsius
  std::string note = {};          ///< a line of words with it
};

enum class StepState {
  Done,
  Skipped,
  InHand,  ///< its clock runs, or it was begun and is not finished
  Ready,   ///< nothing stands in its way
  Waits
};
std::string stepStateWords(StepState state);

enum class WaitFor {
  Step,      ///< another is done first
  Time,      ///< glue, soaking, steam, paint: until a moment
  Cold,      ///< the shop is colder than it may be
  Hands,     ///< there is nobody to take the other end
  Decision,  ///< somebody must decide
  Hold       ///< a delivery, the weather, or what else the builder said
};

struct Wait {
  WaitFor what = WaitFor::Step;
  std::size_t step = 0;          ///< Step, Time: the one that is waited for, or after which
  std::optional<WaitKind> kind;  ///< Time, Cold: of which it is
  Moment until;                  ///< Time
  double degrees = 0.0;          ///< Cold: the least
  std::size_t of = 0;            ///< Decision, Hold: which of the order's decisions, of the book's holds
  bool operator==(const Wait&) const = default;
};

/// Why a step that can be done is named where it is.
enum class WhyNow {
  LastMoment,  ///< what it follows is past its best soon: `until`
  Planned,     ///< it is meant for today, or was for a day before
  BeginsWait,  ///< a long wait begins with it, in which other work goes on
  Longest,     ///< the longest chain of work hangs on it
  HoldsUp,     ///< so many steps wait for it
  InOrder
};

struct OrderStep {
  StepRef ref;
  std::string words;
  double hours = 0.0;  ///< it is thought to take
  bool wantsTwo = false;
  std::vector<std::size_t> after;
  StepState state = StepState::Waits;
  bool isPassed = false;  ///< done, because a later step of its part is: nobody said when
  std::optional<Moment> doneAt;
  std::string doneDay;
  std::string skipped;          ///< why
  std::vector<Wait> waits;      ///< of a step that is not done, in hand or not
  std::optional<Moment> began;  ///< in hand: its first spell
  bool isRunning = false;
  std::optional<Moment> runsSince;  ///< its clock, where it runs
  double spentHours = 0.0;          ///< by the clock, up to the moment
  std::string planned;
  std::string note;
  double waitHours = 0.0;            ///< waited for after it
  std::optional<WaitKind> wait;      ///< and what that is
  std::optional<Moment> lastMoment;  ///< by when it should be begun, for what it follows
  WhyNow why = WhyNow::InOrder;      ///< Ready
  std::size_t holdsUp = 0;           ///< steps that wait for it, one way or another
  double daysBefore = 0.0;           ///< the least until it can be begun, from now
  double daysAfter = 0.0;  ///< of work and waiting from its beginning to the end of the longest chain through it
  bool onLongest = false;
  std::optional<std::size_t> next;  ///< on the longest chain: the step that follows on it
  bool isPlannedTooSoon = false;    ///< its day is before it can be begun, as things stand
  bool isOwn() const { return ref.kind == StepKind::Own; }
  bool isOpen() const { return state != StepState::Done && state != StepState::Skipped; }
};

/// Something to be decided, with what hangs on it.
struct OpenDecision {
  Decision decision;  ///< of the book, or usual and not in it yet
  bool isDecided = false;
  bool byDoing = false;                   ///< nobody said so, but a step that cannot be taken before is done
  std::vector<std::size_t> before;        ///< steps that cannot be taken before it
  std::optional<std::size_t> lastBefore;  ///< the last step that can still be taken without it
  double daysLeft = 0.0;                  ///< until the first of `before` can be reached
  std::size_t madeAgain = 0;            ///< steps that are done and would be done again, were it decided otherwise now
  std::vector<std::size_t> againParts;  ///< and of which parts
  bool isOpen() const { return !isDecided && !byDoing; }
};

struct WorkOrder {
  std::vector<DraftPart> parts;
  std::vector<OrderStep> steps;         ///< part by part
  std::vector<std::size_t> ready;       ///< steps that can be done, the first first
  std::vector<std::size_t> inHand;      ///< running first
  std::vector<OpenDecision> decisions;  ///< those that are open first
  std::vector<LoopOfWaits> loops;
  std::vector<StepRecord> strays;  ///< records of what she does not have
  Moment now;
  std::string today;         ///< in the shop
  double longestDays = 0.0;  ///< of work and waiting that are left, along the longest chain
  std::size_t open = 0, done = 0;

  std::size_t find(const StepRef& ref) const;
  /// Steps of a part that are open, and of all.
  std::size_t openOf(std::size_t part) const;

 private:
  friend class OrderMaker;
  DraftOrder m_draft;
};

/// What the engine is asked with. `done`: from every record of the book that says a step is done.
struct OrderOf {
  const BoatWork& boat;
  const Daybook& daybook;
  const std::vector<StepDone>& done;
};

/// How all stand. The same answer in whatever zone it is asked for: days are the shop's. Nothing is ready before what
/// it waits for, and whatever waits for nothing is (work_order_test, against steps tried one by one).
WorkOrder workOrder(const OrderOf& of, Moment now);

/// "until 2 May 09:15: glue of timbers", "the shop is at 8 °C and primer wants 10", "strake 3, starboard: hang it".
std::string waitWords(const WorkOrder& order, const Daybook& daybook, const Wait& wait, Notation notation);
std::string whyWords(const WorkOrder& order, const Daybook& daybook, const OrderStep& step);
/// "Strake 3, starboard: hang it".
std::string stepWords(const WorkOrder& order, std::size_t step);
/// The same for little room: "3 S: hang it".
std::string shortStepWords(const WorkOrder& order, std::size_t step);
/// "in 3 h 20 min", "in 2 days 4 h"; "now" where it is over.
std::string countdownWords(Moment now, Moment until);
/// "2 May, 09:15" in the shop.
std::string momentWords(const Daybook& daybook, Moment moment);
/// "1 1/2 days", "30 h": of work and waiting.
std::string daysWords(double days);

}  // namespace narrows
