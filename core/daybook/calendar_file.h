#pragma once
// Dates out of the day book, for any calendar: iCalendar (RFC 5545).

#include <string>

#include "daybook/work_order.h"

namespace narrows {

/// One entry of a calendar.
struct CalendarEntry {
  std::string uid;  ///< stays the same from one file to the next, so that a calendar knows it again
  std::string words;
  std::string details;       ///< more of it; may be empty
  std::optional<Moment> at;  ///< at that moment; none: all of a day
  std::string day;           ///< in the shop
  bool operator==(const CalendarEntry&) const = default;
};

/// What of an order of work has a date: when waits by the clock are over, by when what follows must be begun, steps
/// that are meant for a day, what is expected, and by when what is open must be decided. In order of time.
std::vector<CalendarEntry> calendarEntries(const WorkOrder& order, const Daybook& daybook, const std::string& boat);

/// Those as a file: moments in universal time, which every calendar shows by the clock where it is looked at; days as
/// days, the same everywhere. `written`: the moment it is made. Read back by libical in calendar_file_test.
std::string calendarFile(const std::vector<CalendarEntry>& entries, const std::string& boat, Moment written);

}  // namespace narrows
