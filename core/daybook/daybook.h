#pragma once
// The day book as the builder keeps it: what was said of steps, what is waited for, what is still to be decided. Plain
// data of the book; which steps there are follows from the boat (`boat_steps.h`), how they stand from both
// (`work_order.h`).

#include <optional>
#include <string>
#include <vector>

#include "daybook/moment.h"
#include "daybook/step_kind.h"
#include "daybook/work_part.h"
#include "problem/problem.h"

namespace narrows {

using StepId = Id<struct StepTag>;
using HoldId = Id<struct HoldTag>;
using DecisionId = Id<struct DecisionTag>;
using LinkId = Id<struct LinkTag>;

/// Which step of which part.
struct StepRef {
  WorkPart part;
  StepKind kind = StepKind::Own;
  int number = 0;  ///< Sawn: the piece; coats: which, from 1; else nought
  StepId own;      ///< Own: its record
  bool operator==(const StepRef&) const = default;
  bool isSame(const StepRef& other) const;
};

/// One spell of work by the clock.
struct Spell {
  Moment began;
  std::optional<Moment> ended;  ///< none: the clock runs
  bool operator==(const Spell&) const = default;
  double hoursAt(Moment now) const { return ended.value_or(now).hoursSince(began); }
};

/// What the builder said of one step. What nobody said anything of has none.
struct StepRecord {
  StepId id;
  StepRef of;
  std::string name;               ///< its own words instead of the usual; of an own step always
  std::optional<double> place;    ///< among its part's steps, the usual being 1, 2, 3...: put there by hand
  std::string skipped;            ///< why it is left out; empty: it is not
  std::optional<Moment> done;     ///< of a step that has no line of the hanging log
  std::optional<double> degrees;  ///< of the shop when it was done, Celsius
  std::vector<Spell> spells;
  std::string planned;              ///< the day it is meant for; empty: none
  std::optional<double> waitHours;  ///< waited for after it, instead of what is usual
  std::string waitWhy;              ///< "as on the tin"
  std::optional<double> hours;      ///< it is thought to take
  std::string note;
  bool operator==(const StepRecord&) const = default;
  bool isRunning() const { return !spells.empty() && !spells.back().ended; }
};

/// A part the builder added.
struct OwnPart {
  StepId id;
  std::string name;
  bool operator==(const OwnPart&) const = default;
};

/// One step waits for another because the builder says so; or does not, though it usually would.
struct StepLink {
  LinkId id;
  StepRef first, then;
  bool letGo = false;  ///< it does not wait
  std::string why;
  bool operator==(const StepLink&) const = default;
};

/// What is waited for that no step of hers is.
enum class HoldKind { Delivery, Weather, Hands, Other };

struct Hold {
  HoldId id;
  HoldKind kind = HoldKind::Delivery;
  std::string what;  ///< "larch for the topsides"
  std::vector<StepRef> steps;
  std::string expected;  ///< the day; empty: nobody knows
  std::string over;      ///< the day it came, or cleared; empty: still waited for
  bool operator==(const Hold&) const = default;
};

/// What is to be decided in every boat, and what only the builder knows of.
enum class DecisionKind { Sheer, Strakes, GarboardAtStem, TopsidesTimber, Fastening, Finish, Own };
inline constexpr int usualDecisions = 6;

struct Decision {
  DecisionId id;
  DecisionKind kind = DecisionKind::Own;
  std::string question;         ///< Own; else the usual words
  std::string ask;              ///< who is to be asked; empty: nobody
  std::vector<StepRef> before;  ///< Own: the steps that cannot be taken before
  std::string answer;           ///< what was decided
  std::string decided;          ///< the day; empty: still open
  bool operator==(const Decision&) const = default;
};

enum class Glue { Epoxy, Resorcinol, Polyurethane };

/// A wait by the clock as the builder has it: what is not said is usual.
struct WaitFigure {
  WaitKind kind = WaitKind::GlueTimber;
  std::optional<double> hours;    ///< at 20 degrees for glue; Steam: an hour an inch
  std::optional<double> most;     ///< hours, by when the next is to be begun
  std::optional<double> degrees;  ///< least of the shop, Celsius
  std::string why;                ///< "as on the tin"
  bool operator==(const WaitFigure&) const = default;
};

/// From where planks are hung.
enum class PlanksFrom { Garboard, Sheer, Both };
enum class HullFinish { Paint, Oil };

struct Daybook {
  std::string zone;                              ///< where the shop is, "Europe/London"; empty: not said yet
  std::optional<double> degrees;                 ///< of the shop today, Celsius; none: not said
  int hands = 2;                                 ///< people there today
  double hoursADay = 4.0;                        ///< that are worked, in the middle
  PlanksFrom planksFrom = PlanksFrom::Garboard;  ///< carvel; lapped planks go up from the garboard
  bool inPairs = true;                           ///< a strake hangs on both sides before the next
  bool primesLaps = true;                        ///< inside, laps and hood ends are primed before a plank hangs
  bool soaks = false;                            ///< ends soak before they are heated
  bool greenTimber = false;                      ///< sawn timber comes fresh, and is oiled before it dries out
  HullFinish finish = HullFinish::Paint;
  int topCoats = 2;
  Glue timberGlue = Glue::Epoxy, scarfGlue = Glue::Epoxy;
  std::vector<WaitFigure> waits;  ///< each kind once
  std::vector<OwnPart> parts;
  std::vector<StepRecord> steps;  ///< each step once
  std::vector<StepLink> links;
  std::vector<Hold> holds;
  std::vector<Decision> decisions;  ///< each usual kind once at most
  bool operator==(const Daybook&) const = default;
};

/// Every fault of it, naming the place: a wait longer than a year, a spell that ends before it begins, a zone or a day
/// that is none, a figure out of its range.
Result<void> checkDaybook(const Daybook& daybook);

/// A wait in figures, the usual where nothing is said.
struct WaitMake {
  WaitKind kind = WaitKind::GlueTimber;
  double hours = 0.0;
  std::optional<double> most, degrees;
  std::string why;  ///< the builder's reason, or where the usual comes from
};
WaitMake waitMake(const Daybook& daybook, WaitKind kind);
std::string waitKindWords(WaitKind kind);
std::string glueWords(Glue glue);

/// Hours to wait: glue as cold as the shop was (twice as long for every ten degrees under twenty, half for ten over),
/// steam by the thickness and half an hour at least. `degrees`: none where nobody said, which counts as 20.
double hoursToWait(const WaitMake& wait, std::optional<double> degrees, double thicknessMm);

/// Temperature as the book's units have it: "8 °C", and with inches "46 °F".
std::string degreesWords(double degrees, Notation notation);

/// The words of a decision: those of the builder, or the usual.
std::string decisionWords(const Decision& decision);

}  // namespace narrows
