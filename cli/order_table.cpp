#include "order_table.h"

#include <iostream>

#include "files/csv_records.h"
#include "solve/order_of_work.h"
#include "solved_job.h"

namespace narrows::cli {

namespace {

const char* stateWord(StepState state) {
  switch (state) {
    case StepState::Done:
      return "done";
    case StepState::Skipped:
      return "skipped";
    case StepState::InHand:
      return "in hand";
    case StepState::Ready:
      return "ready";
    case StepState::Waits:
      return "waits";
  }
  return "";
}

/// From when it can be done, where that is known of all it waits for: the last of the moments and days.
std::string readyAt(const Daybook& daybook, const OrderStep& step) {
  std::optional<Moment> last;
  std::string written;
  const ShopClock clock(daybook.zone);
  for (const Wait& wait : step.waits) {
    if (wait.what == WaitFor::Time) {
      if (last && wait.until <= *last) continue;
      last = wait.until;
      written = momentText(wait.until);
    } else if (wait.what == WaitFor::Hold && !daybook.holds[wait.of].expected.empty()) {
      const Moment day = clock.beginningOf(daybook.holds[wait.of].expected);
      if (last && day <= *last) continue;
      last = day;
      written = daybook.holds[wait.of].expected;
    } else {
      return {};
    }
  }
  return written;
}

}  // namespace

Result<std::string> orderTable(const Job& job, const std::string& at) {
  const auto now = at.empty() ? std::optional(momentNow()) : momentFrom(at);
  if (!now) throw UsageError{"--at: \"" + at + "\" is no moment; write it as 2026-04-30T09:15:00Z"};
  const auto solved = solvedOf(job, true);
  if (!solved) return tl::make_unexpected(solved.error());
  Book book = *(*solved)->book;
  if (book.daybook.zone.empty()) book.daybook.zone = ShopClock::zoneHere();
  const WorkOrder order = orderOfWork(book, **solved, *now);
  std::string table = "part,step,state,waits_for,ready\n";
  for (const DraftPart& part : order.parts) {
    for (std::size_t i = part.first; i < part.first + part.count; ++i) {
      const OrderStep& step = order.steps[i];
      std::string waits;
      for (const Wait& wait : step.waits)
        waits += (waits.empty() ? "" : "; ") + waitWords(order, book.daybook, wait, book.settings.notation);
      table += csvField(part.words) + "," + csvField(step.words) + "," + stateWord(step.state) + "," + csvField(waits) +
               "," + (step.state == StepState::Waits ? readyAt(book.daybook, step) : "") + "\n";
    }
  }
  for (const LoopOfWaits& loop : order.loops)
    std::cerr << "\"" << stepWords(order, loop.then) << "\" waits for itself: the wait for \""
              << stepWords(order, loop.first) << "\" closes the round and is passed over\n";
  for (const StepRecord& stray : order.strays)
    std::cerr << "of a part she does not have: " << partWords(stray.of.part) << "\n";
  return table;
}

}  // namespace narrows::cli
