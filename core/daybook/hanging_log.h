#pragma once
// The hanging log: what was done to each plank, when, and how long it took.

#include <optional>
#include <string>
#include <vector>

#include "daybook/moment.h"
#include "lines/ids.h"
#include "lines/offset_table.h"
#include "lining/strake_stack.h"
#include "problem/severity.h"

namespace narrows {

/// What is done to a plank, in the order of the shop.
enum class HangingStep {
  Lined,
  Spiled,
  Scarfed,  ///< its pieces glued to one length
  GotOut,
  BackedOut,
  Gains,   ///< cut at its ends
  Heated,  ///< its ends steamed, or wrapped in boiling water
  Offered,
  Eased,
  Primed,  ///< inside, laps and hood ends
  Hung,
  Fastened,
  Land  ///< planed on it, for the next to lie on
};
inline constexpr int hangingSteps = 13;

using HangingEntryId = Id<struct HangingEntryTag>;

/// One line of the log.
struct HangingEntry {
  HangingEntryId id;
  int strake = 1;  ///< from the garboard up in the plan in force; below nought: that plan has no such strake, and it
                   ///< had that number
  BoatSide side = BoatSide::Starboard;
  int piece = 0;  ///< from the bow; nought: all of the strake
  HangingStep step = HangingStep::Lined;
  std::string when;  ///< 2026-04-30
  std::optional<double> hours;
  std::string where;             ///< Eased: at what place
  std::optional<Length> amount;  ///< Eased: how much was pared
  std::string note;
  bool spoiled = false;    ///< it was done to a piece that was spoiled after: it is kept, and no longer counts
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  std::optional<Moment> at = {};       ///< the moment, where it was told by the day book's clock
  std::optional<double> degrees = {};  ///< of the shop then, Celsius
  bool operator==(const HangingEntry&) const = default;

  bool isOf(int ofStrake, BoatSide ofSide) const { return strake == ofStrake && side == ofSide; }
};

/// "lined", "spiled", "got out", "offered up", "hung" and so on.
std::string stepWord(HangingStep step);

/// Those of a carvel or a lapped plank, in order; `joined`: it is scarfed of more than one piece.
std::vector<HangingStep> hangingStepsOf(Construction construction, bool joined);

/// Every fault of one entry, naming it: no such strake, a day that is none, hours less than nought or more than a year
/// has, an amount pared that is no length.
Result<void> checkEntry(const HangingEntry& entry, int strakes);

/// How far a plank has come. `pieces`: of the strake; a step of all of it is one of each.
struct HangingState {
  std::vector<bool> done = std::vector<bool>(hangingSteps, false);  ///< by step: of every piece
  double hours = 0.0;
  int tries = 0;  ///< times it was offered up
  bool isDone(HangingStep step) const { return done[static_cast<std::size_t>(step)]; }
};
HangingState hangingState(const std::vector<HangingEntry>& log, int strake, BoatSide side, int pieces);

/// What does not follow in the log: a lapped strake that hangs while the one below does not; a plank fastened that does
/// not hang; a step on a day before the one it follows. Told once a strake.
struct OutOfOrder {
  enum class Why { BelowNotHung, NotHung, Earlier };
  Why why = Why::BelowNotHung;
  HangingEntry entry;
  int below = 0;                          ///< BelowNotHung: the strake it lies on
  HangingStep after = HangingStep::Hung;  ///< Earlier: the step that has a later day
  std::string afterDay;
  std::size_t others = 0;  ///< lines of the log of the same strake that do not follow likewise
  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};
/// `starboard`, `port`: which strakes lie on which.
std::vector<OutOfOrder> lookAtLog(const std::vector<HangingEntry>& log, Construction construction,
                                  const StrakeStack& starboard = {}, const StrakeStack& port = {});

}  // namespace narrows
