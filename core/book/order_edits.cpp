#include "book/order_edits.h"

#include <algorithm>

#include "problem/trade.h"

namespace narrows {

namespace {

/// The record of a step, made where there is none yet.
StepRecord& recordOf(Book& book, const StepRef& step) {
  for (StepRecord& one : book.daybook.steps) {
    if (one.of.isSame(step)) return one;
  }
  StepRecord record;
  record.id = {book.nextId++};
  record.of = step;
  book.daybook.steps.push_back(std::move(record));
  return book.daybook.steps.back();
}

/// Whether anything is said in a record: one that says nothing any more goes.
bool saysNothing(const StepRecord& record) {
  StepRecord empty;
  empty.id = record.id;
  empty.of = record.of;
  return record == empty && record.of.kind != StepKind::Own;
}

/// An edit of one record.
template <typename Change>
Result<Book> changed(const Book& book, const StepRef& step, Change change) {
  if (step.kind == StepKind::Own && stepRecord(book, step) == nullptr) return fail(Fault::StepUnknown);
  Book edited = book;
  StepRecord& record = recordOf(edited, step);
  if (Result<void> done = change(record); !done) return tl::make_unexpected(done.error());
  std::erase_if(edited.daybook.steps, saysNothing);
  if (const auto sense = checkDaybook(edited.daybook); !sense) return tl::make_unexpected(sense.error());
  return edited;
}

/// A clock stopped where it runs.
Result<void> endSpell(StepRecord& record, Moment at) {
  if (!record.isRunning()) return {};
  Spell& spell = record.spells.back();
  if (at < spell.began) return fail(Fault::ClockWentBack, {}, {momentText(spell.began), momentText(at)});
  spell.ended = at;
  return {};
}

/// The words of a step of the draft, with its part.
std::string wordsOf(const DraftOrder& order, std::size_t step) {
  return Trade::say("%1: %2", partWords(order.steps[step].ref.part), order.steps[step].words);
}

/// Why steps cannot wait so: the first loop that `before` did not have. Nothing where there is none.
Result<void> withoutLoop(const BoatWork& boat, const Daybook& daybook, const Daybook& before) {
  const DraftOrder order = boatSteps(boat, daybook);
  if (order.loops.size() <= boatSteps(boat, before).loops.size()) return {};
  const LoopOfWaits& loop = order.loops.back();
  std::string by;
  for (std::size_t i = 1; i + 1 < loop.round.size(); ++i)
    by += (by.empty() ? "" : ", ") + wordsOf(order, loop.round[i]);
  if (by.empty()) by = wordsOf(order, loop.first);
  return fail(Fault::WaitsInLoop, {}, {wordsOf(order, loop.then), wordsOf(order, loop.first), by});
}

Result<Book> checked(Book edited) {
  if (const auto sense = checkDaybook(edited.daybook); !sense) return tl::make_unexpected(sense.error());
  return edited;
}

/// Replaces the record of the same id, or adds it with an id of its own.
template <typename Record>
Result<Book> written(const Book& book, std::vector<Record> Daybook::*list, Record record) {
  Book edited = book;
  if (!record.id.isSet()) {
    record.id = {edited.nextId++};
    (edited.daybook.*list).push_back(std::move(record));
    return checked(std::move(edited));
  }
  for (Record& one : edited.daybook.*list) {
    if (one.id != record.id) continue;
    one = std::move(record);
    return checked(std::move(edited));
  }
  return fail(Fault::EntryUnknown);
}

template <typename Record, typename RecordId>
Result<Book> erased(const Book& book, std::vector<Record> Daybook::*list, RecordId id) {
  Book edited = book;
  const auto gone = std::erase_if(edited.daybook.*list, [id](const Record& one) { return one.id == id; });
  if (gone == 0) return fail(Fault::EntryUnknown);
  return edited;
}

/// What else says of a plank's step that it is done.
std::string toldElsewhere(const Book& book, const StepRef& step) {
  const WorkPart& part = step.part;
  const auto isIts = [&](const auto& one) { return one.strake == part.strake && one.side == part.side; };
  if (step.kind == StepKind::Hung && std::any_of(book.hung.begin(), book.hung.end(), isIts))
    return Trade::say("the edge of it as it hangs, under Planks");
  if (step.kind == StepKind::Spiled &&
      std::any_of(book.spiled.begin(), book.spiled.end(), [&](const SpiledStrake& one) {
        return one.spiling.strake.value_or(1) == part.strake &&
               one.spiling.side.value_or(BoatSide::Starboard) == part.side;
      }))
    return Trade::say("its readings, under Planks, Spiling");
  const bool cut = std::any_of(book.layings.begin(), book.layings.end(), [&](const Laying& one) {
    return one.isCut() && one.of.kind == PieceKind::Plank && one.of.strake == part.strake && one.of.side == part.side;
  });
  if (cut && (step.kind == StepKind::GotOut || step.kind == StepKind::Sawn))
    return Trade::say("its piece that was cut, under Stock");
  if (step.kind == StepKind::CheckMoulds) return Trade::say("the readings of the moulds, under Moulds");
  return Trade::say("another record of the book");
}

}  // namespace

const StepRecord* stepRecord(const Book& book, const StepRef& step) {
  const auto& steps = book.daybook.steps;
  const auto found = std::find_if(steps.begin(), steps.end(), [&](const StepRecord& one) {
    return step.kind == StepKind::Own ? one.id == step.own : one.of.isSame(step);
  });
  return found == steps.end() ? nullptr : &*found;
}

Book broughtUpTo(const Book& book, Moment now) {
  Book moved = book;
  const ShopClock clock(book.daybook.zone);
  Moment last;
  for (const StepRecord& step : book.daybook.steps) {
    for (const Spell& spell : step.spells) last = std::max(last, spell.ended.value_or(spell.began));
    last = std::max(last, step.done.value_or(last));
  }
  for (const HangingEntry& entry : book.log) last = std::max(last, entry.at.value_or(last));
  if (last == Moment{}) return moved;
  int days = daysBetween(clock.dayOf(last), clock.dayOf(now));
  if (clock.hourOf(last) > clock.hourOf(now)) --days;
  const auto day = [days](std::string& when) {
    if (isDay(when)) when = dayAfter(when, days);
  };
  // The same hour on the wall, whatever the clocks were changed to meanwhile.
  const auto moment = [&](Moment& when) { when = *clock.at(dayAfter(clock.dayOf(when), days), clock.hourOf(when)); };
  for (StepRecord& step : moved.daybook.steps) {
    for (Spell& spell : step.spells) {
      moment(spell.began);
      if (spell.ended) moment(*spell.ended);
    }
    if (step.done) moment(*step.done);
    day(step.planned);
  }
  for (Hold& hold : moved.daybook.holds) {
    day(hold.expected);
    day(hold.over);
  }
  for (Decision& decision : moved.daybook.decisions) day(decision.decided);
  for (HangingEntry& entry : moved.log) {
    day(entry.when);
    if (entry.at) moment(*entry.at);
  }
  return moved;
}

Result<Book> setDaybook(const Book& book, const Daybook& settings) {
  Book edited = book;
  edited.daybook = settings;
  edited.daybook.parts = book.daybook.parts;
  edited.daybook.steps = book.daybook.steps;
  edited.daybook.links = book.daybook.links;
  edited.daybook.holds = book.daybook.holds;
  edited.daybook.decisions = book.daybook.decisions;
  std::erase_if(edited.daybook.waits, [](const WaitFigure& one) {
    return one == WaitFigure{one.kind, {}, {}, {}, {}};
  });
  return checked(std::move(edited));
}

Result<Book> beginStep(const Book& book, const StepRef& step, Moment at) {
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    if (record.done) return fail(Fault::StepIsDone);
    if (record.isRunning()) return {};
    if (!record.spells.empty() && at < *record.spells.back().ended)
      return fail(Fault::ClockWentBack, {}, {momentText(*record.spells.back().ended), momentText(at)});
    record.skipped.clear();
    record.spells.push_back({at, std::nullopt});
    return {};
  });
}

Result<Book> stopStep(const Book& book, const StepRef& step, Moment at) {
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    if (!record.isRunning()) return fail(Fault::StepNotBegun);
    return endSpell(record, at);
  });
}

Result<Book> stopIfRunning(const Book& book, const StepRef& step, Moment at) {
  if (const StepRecord* record = stepRecord(book, step); record == nullptr || !record->isRunning()) return book;
  return stopStep(book, step, at);
}

Result<Book> setSpells(const Book& book, const StepRef& step, std::vector<Spell> spells) {
  for (std::size_t i = 0; i + 1 < spells.size(); ++i) {
    if (!spells[i].ended || spells[i + 1].began < *spells[i].ended)
      return fail(Fault::EndsBeforeItBegan, {0, 0, partWords(step.part)},
                  {momentText(spells[i].ended.value_or(spells[i].began)), momentText(spells[i + 1].began)});
  }
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    record.spells = std::move(spells);
    return {};
  });
}

Result<Book> tellDone(const Book& book, const StepRef& step, Moment at, std::optional<double> degrees) {
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    if (!record.spells.empty() && at < record.spells.front().began)
      return fail(Fault::EndsBeforeItBegan, {0, 0, partWords(step.part)},
                  {momentText(at), momentText(record.spells.front().began)});
    if (Result<void> ended = endSpell(record, at); !ended) return ended;
    record.skipped.clear();
    record.done = at;
    record.degrees = degrees;
    return {};
  });
}

Result<Book> takeBackDone(const Book& book, const StepRef& step, int pieces) {
  Book edited = book;
  bool was = false;
  if (const StepRecord* record = stepRecord(book, step); record != nullptr && record->done) {
    const auto back = changed(book, step, [](StepRecord& one) -> Result<void> {
      one.done.reset();
      one.degrees.reset();
      return {};
    });
    if (!back) return back;
    edited = *back;
    was = true;
  }
  if (const auto logged = hangingStepOf(step.kind); logged && step.part.kind == PartKind::Plank) {
    const int first = step.part.piece;
    const auto gone = std::erase_if(edited.log, [&](const HangingEntry& entry) {
      const bool isIts = first == 0 || entry.piece == 0 || (entry.piece >= first && entry.piece < first + pieces);
      return !entry.spoiled && entry.step == *logged && entry.isOf(step.part.strake, step.part.side) && isIts;
    });
    was = was || gone > 0;
  }
  if (!was) return fail(Fault::DoneElsewhere, {0, 0, partWords(step.part)}, {toldElsewhere(book, step)});
  return edited;
}

Result<Book> skipStep(const Book& book, const StepRef& step, const std::optional<std::string>& why) {
  if (why && why->empty()) return fail(Fault::WhyMissing);
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    if (why && record.done) return fail(Fault::StepIsDone);
    // A step that is begun and then left out is begun no more: its hours stay in its spells.
    if (why && record.isRunning()) return fail(Fault::StepIsBegun);
    record.skipped = why.value_or(std::string());
    return {};
  });
}

Result<Book> nameStep(const Book& book, const StepRef& step, const std::string& words) {
  if (words.empty() && step.kind == StepKind::Own) return fail(Fault::NameMissing);
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    record.name = words;
    return {};
  });
}

Result<Book> noteStep(const Book& book, const StepRef& step, const std::string& note) {
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    record.note = note;
    return {};
  });
}

Result<Book> planStep(const Book& book, const StepRef& step, const std::string& day) {
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    record.planned = day;
    return {};
  });
}

Result<Book> setStepWait(const Book& book, const StepRef& step, std::optional<double> hours, const std::string& why) {
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    record.waitHours = hours;
    record.waitWhy = hours ? why : std::string();
    return {};
  });
}

Result<Book> setStepHours(const Book& book, const StepRef& step, std::optional<double> hours) {
  return changed(book, step, [&](StepRecord& record) -> Result<void> {
    record.hours = hours;
    return {};
  });
}

Result<Book> moveStep(const Book& book, const BoatWork& boat, const StepRef& step, int by) {
  const DraftOrder order = boatSteps(boat, book.daybook);
  const std::size_t at = order.find(step);
  if (at >= order.steps.size()) return fail(Fault::StepUnknown);
  const DraftPart& part = order.parts[order.findPart(step.part)];
  const std::size_t low = part.first, high = part.first + part.count - 1;
  if ((by < 0 && at == low) || (by > 0 && at == high)) return book;
  // Between the two that it comes to stand between.
  const auto placeAt = [&](std::size_t i) { return order.steps[i].place; };
  double place = 0.0;
  if (by > 0) {
    place = at + 1 == high ? placeAt(high) + 1.0 : 0.5 * (placeAt(at + 1) + placeAt(at + 2));
  } else {
    place = at - 1 == low ? placeAt(low) - 1.0 : 0.5 * (placeAt(at - 1) + placeAt(at - 2));
  }
  auto edited = changed(book, step, [&](StepRecord& record) -> Result<void> {
    record.place = place;
    return {};
  });
  if (!edited) return edited;
  if (const auto free = withoutLoop(boat, edited->daybook, book.daybook); !free)
    return tl::make_unexpected(free.error());
  return edited;
}

Result<Book> addStep(const Book& book, const WorkPart& part, const std::string& words) {
  if (words.empty()) return fail(Fault::NameMissing);
  Book edited = book;
  StepRecord record;
  record.id = {edited.nextId++};
  record.of = {part, StepKind::Own, 0, record.id};
  record.name = words;
  edited.daybook.steps.push_back(std::move(record));
  return checked(std::move(edited));
}

Result<Book> addPart(const Book& book, const std::string& name) {
  if (name.empty()) return fail(Fault::NameMissing);
  Book edited = book;
  edited.daybook.parts.push_back({{edited.nextId++}, name});
  return edited;
}

Result<Book> eraseOwnStep(const Book& book, StepId id) {
  Book edited = book;
  const auto isIt = [id](const StepRef& one) { return one.kind == StepKind::Own && one.own == id; };
  if (std::erase_if(edited.daybook.steps, [&](const StepRecord& one) { return isIt(one.of); }) == 0)
    return fail(Fault::StepUnknown);
  std::erase_if(edited.daybook.links, [&](const StepLink& one) { return isIt(one.first) || isIt(one.then); });
  for (Hold& hold : edited.daybook.holds) std::erase_if(hold.steps, isIt);
  for (Decision& decision : edited.daybook.decisions) std::erase_if(decision.before, isIt);
  return edited;
}

Result<Book> eraseOwnPart(const Book& book, StepId id) {
  auto edited = erased(book, &Daybook::parts, id);
  if (!edited) return edited;
  std::vector<StepId> steps;
  for (const StepRecord& one : book.daybook.steps) {
    if (one.of.part.kind == PartKind::Own && one.of.part.id == id.number) steps.push_back(one.id);
  }
  for (const StepId one : steps) edited = eraseOwnStep(*edited, one);
  return edited;
}

Result<Book> linkSteps(const Book& book, const BoatWork& boat, StepLink link) {
  const DraftOrder order = boatSteps(boat, book.daybook);
  const std::size_t first = order.find(link.first), then = order.find(link.then);
  if (first >= order.steps.size() || then >= order.steps.size()) return fail(Fault::StepUnknown);
  if (first == then)
    return fail(Fault::WaitsInLoop, {}, {wordsOf(order, then), wordsOf(order, first), Trade::say("itself")});
  auto edited = unlinkSteps(book, link.first, link.then);
  Book with = edited ? *edited : book;
  link.id = {with.nextId++};
  with.daybook.links.push_back(std::move(link));
  if (const auto free = withoutLoop(boat, with.daybook, book.daybook); !free) return tl::make_unexpected(free.error());
  return checked(std::move(with));
}

Result<Book> unlinkSteps(const Book& book, const StepRef& first, const StepRef& then) {
  Book edited = book;
  const auto gone = std::erase_if(
      edited.daybook.links, [&](const StepLink& one) { return one.first.isSame(first) && one.then.isSame(then); });
  if (gone == 0) return fail(Fault::EntryUnknown);
  return edited;
}

Result<Book> writeHold(const Book& book, Hold hold) {
  if (hold.what.empty()) return fail(Fault::NameMissing);
  return written(book, &Daybook::holds, std::move(hold));
}

Result<Book> eraseHold(const Book& book, HoldId id) {
  return erased(book, &Daybook::holds, id);
}

Result<Book> writeDecision(const Book& book, Decision decision) {
  if (decision.kind == DecisionKind::Own && decision.question.empty()) return fail(Fault::NameMissing);
  return written(book, &Daybook::decisions, std::move(decision));
}

Result<Book> eraseDecision(const Book& book, DecisionId id) {
  return erased(book, &Daybook::decisions, id);
}

}  // namespace narrows
