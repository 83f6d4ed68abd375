#include "daybook/calendar_file.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "problem/trade.h"

namespace narrows {

namespace {

/// Text as RFC 5545 3.3.11 has it.
std::string escaped(const std::string& text) {
  std::string out;
  for (const char c : text) {
    if (c == '\\' || c == ';' || c == ',') out += '\\';
    if (c == '\n') {
      out += "\\n";
    } else if (static_cast<unsigned char>(c) >= ' ' || c == '\t') {
      out += c;
    }
  }
  return out;
}

/// A line folded to 75 bytes (RFC 5545 3.1), never within a letter.
void addLine(std::string& file, const std::string& line) {
  constexpr std::size_t widest = 75;
  std::size_t from = 0, room = widest;
  while (line.size() - from > room) {
    std::size_t to = from + room;
    while (to > from && (static_cast<unsigned char>(line[to]) & 0xC0U) == 0x80U) --to;
    file += line.substr(from, to - from) + "\r\n ";
    from = to;
    room = widest - 1;
  }
  file += line.substr(from) + "\r\n";
}

/// 20260430T091500Z, 20260430.
std::string compact(std::string text) {
  std::erase_if(text, [](char c) { return c == '-' || c == ':'; });
  return text;
}

/// A name for a step that stays while the step does: its part and kind, whatever they are called.
std::string nameOf(const OrderStep& step) {
  const WorkPart& part = step.ref.part;
  const std::int64_t of = part.kind == PartKind::Plank ? part.strakeId.number : part.id;
  std::string name = std::to_string(static_cast<int>(part.kind)) + "-" + std::to_string(of) + "-";
  if (part.kind == PartKind::Plank) name += std::string(sideWord(part.side)) + "-" + std::to_string(part.piece) + "-";
  if (of == 0) {
    for (const char c : part.name) name += std::to_string(static_cast<unsigned char>(c));
    name += "-";
  }
  return name + std::string(stepKindKey(step.ref.kind)) + "-" + std::to_string(step.ref.number) + "-" +
         std::to_string(step.ref.own.number);
}

}  // namespace

std::vector<CalendarEntry> calendarEntries(const WorkOrder& order, const Daybook& daybook, const std::string& boat) {
  std::vector<CalendarEntry> entries;
  const ShopClock clock(daybook.zone);
  const auto addMoment = [&](const std::string& uid, const std::string& words, const std::string& details, Moment at) {
    entries.push_back({uid, Trade::say("%1: %2", boat, words), details, at, clock.dayOf(at)});
  };
  const auto addDay = [&](const std::string& uid, const std::string& words, const std::string& details,
                          const std::string& day) {
    entries.push_back({uid, Trade::say("%1: %2", boat, words), details, std::nullopt, day});
  };
  std::map<std::size_t, std::vector<std::size_t>> over;  // after which step a wait is over, and for which
  for (std::size_t i = 0; i < order.steps.size(); ++i) {
    const OrderStep& step = order.steps[i];
    if (!step.isOpen()) continue;
    for (const Wait& wait : step.waits) {
      if (wait.what == WaitFor::Time) over[wait.step].push_back(i);
    }
    if (!step.planned.empty()) addDay("plan-" + nameOf(step), stepWords(order, i), step.note, step.planned);
    const bool canBegin =
        step.state == StepState::Ready ||
        std::all_of(step.waits.begin(), step.waits.end(), [](const Wait& wait) { return wait.what != WaitFor::Step; });
    if (step.lastMoment && *step.lastMoment > order.now && canBegin)
      addMoment("last-" + nameOf(step), Trade::say("begin by now: %1", stepWords(order, i)), {}, *step.lastMoment);
  }
  for (const auto& [after, steps] : over) {
    Moment until;
    std::string details;
    for (const std::size_t i : steps) {
      for (const Wait& wait : order.steps[i].waits) {
        if (wait.what == WaitFor::Time && wait.step == after) until = wait.until;
      }
      details += stepWords(order, i) + "\n";
    }
    addMoment("wait-" + nameOf(order.steps[after]), Trade::say("the wait is over after %1", stepWords(order, after)),
              details, until);
  }
  for (const Hold& hold : daybook.holds) {
    if (hold.over.empty() && !hold.expected.empty())
      addDay("hold-" + std::to_string(hold.id.number), Trade::say("expected: %1", hold.what), {}, hold.expected);
  }
  for (const OpenDecision& one : order.decisions) {
    if (!one.isOpen() || one.before.empty()) continue;
    const int days = static_cast<int>(std::floor(one.daysLeft));
    addDay(
        "decide-" + std::to_string(static_cast<int>(one.decision.kind)) + "-" + std::to_string(one.decision.id.number),
        Trade::say("to be decided by now: %1", decisionWords(one.decision)), one.decision.ask,
        dayAfter(order.today, days));
  }
  std::stable_sort(entries.begin(), entries.end(), [](const CalendarEntry& a, const CalendarEntry& b) {
    return a.day != b.day ? a.day < b.day : a.at < b.at;
  });
  return entries;
}

std::string calendarFile(const std::vector<CalendarEntry>& entries, const std::string& boat, Moment written) {
  std::string file;
  addLine(file, "BEGIN:VCALENDAR");
  addLine(file, "VERSION:2.0");
  addLine(file, "PRODID:-//Narrows//Day book//EN");
  addLine(file, "CALSCALE:GREGORIAN");
  addLine(file, "X-WR-CALNAME:" + escaped(boat));
  std::string of;
  for (const char c : boat) of += std::isalnum(static_cast<unsigned char>(c)) != 0 ? std::string(1, c) : "-";
  for (const CalendarEntry& entry : entries) {
    addLine(file, "BEGIN:VEVENT");
    addLine(file, "UID:" + entry.uid + "-" + of + "@narrows.invalid");
    addLine(file, "DTSTAMP:" + compact(momentText(written)));
    if (entry.at) {
      addLine(file, "DTSTART:" + compact(momentText(*entry.at)));
      addLine(file, "DURATION:PT15M");
    } else {
      addLine(file, "DTSTART;VALUE=DATE:" + compact(entry.day));
      addLine(file, "DTEND;VALUE=DATE:" + compact(dayAfter(entry.day, 1)));
    }
    addLine(file, "SUMMARY:" + escaped(entry.words));
    if (!entry.details.empty()) addLine(file, "DESCRIPTION:" + escaped(entry.details));
    addLine(file, "TRANSP:TRANSPARENT");
    addLine(file, "END:VEVENT");
  }
  addLine(file, "END:VCALENDAR");
  return file;
}

}  // namespace narrows
