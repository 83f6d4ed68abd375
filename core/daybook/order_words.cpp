// How the order of work says what it knows.

#include <cmath>

#include "daybook/work_order.h"
#include "problem/trade.h"

namespace narrows {

std::string stepStateWords(StepState state) {
  switch (state) {
    case StepState::Done:
      return Trade::say("done");
    case StepState::Skipped:
      return Trade::say("left out");
    case StepState::InHand:
      return Trade::say("in hand");
    case StepState::Ready:
      return Trade::say("can be done");
    case StepState::Waits:
      return Trade::say("waits");
  }
  return {};
}

std::string stepWords(const WorkOrder& order, std::size_t step) {
  const StepRef& ref = order.steps[step].ref;
  for (const DraftPart& part : order.parts) {
    if (step >= part.first && step < part.first + part.count)
      return Trade::say("%1: %2", part.words, order.steps[step].words);
  }
  return Trade::say("%1: %2", partWords(ref.part), order.steps[step].words);
}

std::string shortStepWords(const WorkOrder& order, std::size_t step) {
  return Trade::say("%1: %2", partMark(order.steps[step].ref.part), order.steps[step].words);
}

std::string countdownWords(Moment now, Moment until) {
  const auto minutes = static_cast<std::int64_t>(std::ceil(static_cast<double>(until.seconds - now.seconds) / 60.0));
  if (minutes <= 0) return Trade::say("now");
  const std::int64_t hours = minutes / 60, days = hours / 24;
  if (days >= 2) return Trade::say("in %1 days %2 h", days, hours % 24);
  if (hours >= 1) return Trade::say("in %1 h %2 min", hours, minutes % 60);
  return Trade::say("in %1 min", minutes);
}

std::string momentWords(const Daybook& daybook, Moment moment) {
  const ShopClock clock(daybook.zone);
  return Trade::say("%1, %2", Trade::day(clock.dayOf(moment)), clock.hourOf(moment));
}

std::string daysWords(double days) {
  const auto hours = static_cast<std::int64_t>(std::lround(24.0 * days));
  if (hours < 48) return Trade::sayCount("%n hour(|s)", hours);
  return hours % 24 == 0 ? Trade::sayCount("%n day(|s)", hours / 24)
                         : Trade::say("%1 days %2 h", hours / 24, hours % 24);
}

std::string waitWords(const WorkOrder& order, const Daybook& daybook, const Wait& wait, Notation notation) {
  switch (wait.what) {
    case WaitFor::Step:
      return stepWords(order, wait.step);
    case WaitFor::Time:
      return Trade::say("%1 until %2", wait.kind ? waitKindWords(*wait.kind) : order.steps[wait.step].words,
                        momentWords(daybook, wait.until));
    case WaitFor::Cold:
      return Trade::say("the shop is at %1, and %2 wants %3", degreesWords(daybook.degrees.value_or(0.0), notation),
                        wait.kind ? waitKindWords(*wait.kind) : std::string(), degreesWords(wait.degrees, notation));
    case WaitFor::Hands:
      return Trade::say("a second pair of hands");
    case WaitFor::Decision:
      return Trade::say("to be decided: %1", decisionWords(order.decisions[wait.of].decision));
    case WaitFor::Hold: {
      const Hold& hold = daybook.holds[wait.of];
      if (hold.expected.empty()) return hold.what;
      if (hold.expected < order.today)
        return Trade::sayCount("%1, %n day(|s) late (it was to be there on %2)",
                               daysBetween(hold.expected, order.today), hold.what, Trade::day(hold.expected));
      return Trade::say("%1, expected on %2", hold.what, Trade::day(hold.expected));
    }
  }
  return {};
}

std::string whyWords(const WorkOrder& order, const Daybook& daybook, const OrderStep& step) {
  switch (step.why) {
    case WhyNow::LastMoment:
      return *step.lastMoment < order.now
                 ? Trade::say("it should have been begun by %1", momentWords(daybook, *step.lastMoment))
                 : Trade::say("it is to be begun by %1", momentWords(daybook, *step.lastMoment));
    case WhyNow::Planned:
      return step.planned == order.today ? Trade::say("meant for today")
                                         : Trade::say("meant for %1", Trade::day(step.planned));
    case WhyNow::BeginsWait:
      return Trade::say("a wait of %1 begins with it, and other work goes on meanwhile",
                        daysWords(step.waitHours / 24.0));
    case WhyNow::Longest:
      return Trade::say("the longest chain hangs on it: %1 of work and waiting", daysWords(step.daysAfter));
    case WhyNow::HoldsUp:
      return Trade::sayCount("%n step( waits|s wait) for it", step.holdsUp);
    case WhyNow::InOrder:
      return Trade::say("nothing waits for it");
  }
  return {};
}

}  // namespace narrows
