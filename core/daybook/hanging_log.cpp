#include "daybook/hanging_log.h"

#include <algorithm>
#include <array>
#include <map>
#include <tuple>

#include "problem/problem.h"

namespace narrows {

namespace {

constexpr std::array<const char*, hangingSteps> words{
    Trade::mark("lined"),      Trade::mark("spiled"),    Trade::mark("scarfed"),     Trade::mark("got out"),
    Trade::mark("backed out"), Trade::mark("gains cut"), Trade::mark("ends heated"), Trade::mark("offered up"),
    Trade::mark("eased"),      Trade::mark("primed"),    Trade::mark("hung"),        Trade::mark("fastened"),
    Trade::mark("land planed")};
constexpr double mostHours = 2000.0, mostParedMm = 100.0;

}  // namespace

std::string stepWord(HangingStep step) {
  return Trade::say(words[static_cast<std::size_t>(step)]);
}

std::vector<HangingStep> hangingStepsOf(Construction construction, bool joined) {
  std::vector<HangingStep> steps;
  for (int number = 0; number < hangingSteps; ++number) {
    const auto step = static_cast<HangingStep>(number);
    const bool isLapped = step == HangingStep::Gains || step == HangingStep::Land;
    if (isLapped && construction != Construction::Lapstrake) continue;
    if (step == HangingStep::BackedOut && construction != Construction::Carvel) continue;
    if (step != HangingStep::Scarfed || joined) steps.push_back(step);
  }
  return steps;
}

Result<void> checkEntry(const HangingEntry& entry, int strakes) {
  Problems problems;
  const std::string name = Trade::say("the log, strake %1 %2", entry.strake, stepWord(entry.step));
  if (entry.strake < 1 || entry.strake > strakes)
    problems.push_back({Fault::StrakeUnknown, {0, 0, name}, {std::to_string(entry.strake), std::to_string(strakes)}});
  if (!isDay(entry.when)) problems.push_back({Fault::NotADay, {0, 0, name}, {entry.when}});
  if (entry.hours && !(*entry.hours >= 0.0 && *entry.hours <= mostHours))
    problems.push_back({Fault::LimitWrong, {0, 0, Trade::say("%1, hours", name)}, {Trade::say("from 0 to 2000")}});
  if (entry.amount && !(entry.amount->mm() >= 0.0 && entry.amount->mm() <= mostParedMm))
    problems.push_back({Fault::LimitWrong,
                        {0, 0, Trade::say("%1, pared", name)},
                        {Trade::say("from nought to %1", saidAtMost(mostParedMm))}});
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

HangingState hangingState(const std::vector<HangingEntry>& log, int strake, BoatSide side, int pieces) {
  HangingState state;
  std::array<std::vector<bool>, hangingSteps> done;
  done.fill(std::vector<bool>(static_cast<std::size_t>(std::max(pieces, 1)), false));
  for (const HangingEntry& entry : log) {
    if (!entry.isOf(strake, side)) continue;
    state.hours += entry.hours.value_or(0.0);
    if (entry.spoiled) continue;
    std::vector<bool>& pieceDone = done[static_cast<std::size_t>(entry.step)];
    for (std::size_t piece = 0; piece < pieceDone.size(); ++piece) {
      if (entry.piece == 0 || entry.piece == static_cast<int>(piece) + 1) pieceDone[piece] = true;
    }
    state.tries += entry.step == HangingStep::Offered ? 1 : 0;
  }
  for (std::size_t step = 0; step < hangingSteps; ++step)
    state.done[step] = std::find(done[step].begin(), done[step].end(), false) == done[step].end();
  return state;
}

std::string OutOfOrder::words(Notation /*notation*/) const {
  const std::string strake = Trade::say("Strake %1 %2", entry.strake, sideWords(entry.side));
  switch (why) {
    case Why::BelowNotHung:
      return Trade::say(
          "%1 is hung and strake %2 below it is not: a lapped plank hangs on the one below. Log that one, or correct "
          "this.",
          strake, below);
    case Why::NotHung:
      return Trade::say("%1 is fastened and was never hung: log when it was hung.", strake);
    case Why::Earlier:
      return others == 0
                 ? Trade::say("%1 was %2 on %3, before it was %4 on %5: correct one of the days.", strake,
                              stepWord(entry.step), Trade::day(entry.when), stepWord(after), Trade::day(afterDay))
                 : Trade::sayCount(
                       "%1 was %2 on %3, before it was %4 on %5, and %n other line(|s) of it in the log do(es|) not "
                       "follow: "
                       "correct the days.",
                       others, strake, stepWord(entry.step), Trade::day(entry.when), stepWord(after),
                       Trade::day(afterDay));
  }
  return {};
}

namespace {

/// The log by strake, for a log of many years is asked often.
class LogByStrake {
 public:
  explicit LogByStrake(const std::vector<HangingEntry>& log) {
    for (const HangingEntry& entry : log) {
      if (entry.spoiled) continue;
      std::string& latest = m_strakes[{entry.strake, entry.side}][{entry.step, entry.piece}];
      latest = std::max(latest, entry.when);
    }
  }

  bool has(int strake, BoatSide side, HangingStep step) const {
    const auto found = m_strakes.find({strake, side});
    return found != m_strakes.end() && std::any_of(found->second.begin(), found->second.end(),
                                                   [step](const auto& one) { return one.first.first == step; });
  }

  /// The latest day of a step of a piece, or of all of its strake; empty where there is none.
  std::string latest(const HangingEntry& of, HangingStep step) const {
    std::string latest;
    const auto& steps = m_strakes.at({of.strake, of.side});
    for (const int piece : {of.piece, 0}) {
      const auto found = steps.find({step, piece});
      if (found != steps.end()) latest = std::max(latest, found->second);
    }
    return latest;
  }

 private:
  using Strake = std::pair<int, BoatSide>;
  using StepOfPiece = std::pair<HangingStep, int>;
  std::map<Strake, std::map<StepOfPiece, std::string>> m_strakes;  ///< the latest day of each
};

}  // namespace

std::vector<OutOfOrder> lookAtLog(const std::vector<HangingEntry>& log, Construction construction,
                                  const StrakeStack& starboard, const StrakeStack& port) {
  const LogByStrake logged(log);
  std::vector<OutOfOrder> found;
  std::map<std::tuple<OutOfOrder::Why, int, BoatSide>, std::size_t> told;  // which of those found
  const auto tell = [&](OutOfOrder one) {
    const auto [first, isNew] = told.try_emplace({one.why, one.entry.strake, one.entry.side}, found.size());
    if (isNew) {
      found.push_back(std::move(one));
    } else {
      ++found[first->second].others;
    }
  };
  for (const HangingEntry& entry : log) {
    if (entry.strake < 1 || entry.spoiled) continue;  // its strake, or its piece, is not there to be out of order
    if (entry.step == HangingStep::Hung && construction == Construction::Lapstrake) {
      for (const int below : (entry.side == BoatSide::Port ? port : starboard).below(entry.strake)) {
        if (logged.has(below, entry.side, HangingStep::Hung)) continue;
        tell({OutOfOrder::Why::BelowNotHung, entry, below, HangingStep::Hung, {}});
        break;
      }
    }
    if (entry.step == HangingStep::Fastened && !logged.has(entry.strake, entry.side, HangingStep::Hung))
      tell({OutOfOrder::Why::NotHung, entry, 0, HangingStep::Hung, {}});
    // Once got out or hung, what went before has an earlier day; offering and easing go to and fro.
    for (const HangingStep step : {HangingStep::Lined, HangingStep::Spiled, HangingStep::GotOut, HangingStep::Hung}) {
      if (step >= entry.step) break;
      const std::string latest = logged.latest(entry, step);
      if (latest > entry.when) tell({OutOfOrder::Why::Earlier, entry, 0, step, latest});
    }
  }
  return found;
}

}  // namespace narrows
