#pragma once
// Moments and days: when something was done, whatever clock is looked at.

#include <compare>
#include <cstdint>
#include <optional>
#include <string>

namespace date {
class time_zone;
}

namespace narrows {

/// A moment, the same everywhere: seconds since the beginning of 1970 in universal time.
struct Moment {
  std::int64_t seconds = 0;
  auto operator<=>(const Moment&) const = default;
  Moment plusHours(double hours) const;
  /// Hours from an earlier moment to this; below nought where that one is later.
  double hoursSince(Moment earlier) const;
};

/// The moment it is, to the second.
Moment momentNow();

/// As it stands in a file: 2026-04-30T09:15:00Z.
std::string momentText(Moment moment);
/// The same read; none of any other text, or of a day that is none.
std::optional<Moment> momentFrom(const std::string& text);

/// Whether a day is one of the calendar, written 2026-04-30.
bool isDay(const std::string& when);
/// A day so many days later (earlier, below nought), written 2026-04-30. `day`: one of the calendar.
std::string dayAfter(const std::string& day, int days);
/// Days from one to another; below nought where the other is earlier. Both of the calendar.
int daysBetween(const std::string& from, const std::string& to);
/// 0 Monday to 6 Sunday.
int weekdayOf(const std::string& day);

/// The clock on the wall of the shop. A book knows where its shop is, so that its days are the same days wherever it is
/// opened, and across a change of clocks.
class ShopClock {
 public:
  /// By the name of a zone, "Europe/London"; universal time where there is none of that name.
  explicit ShopClock(const std::string& zone);
  /// The zone this machine stands in; "UTC" where it does not say.
  static std::string zoneHere();
  static bool isZone(const std::string& zone);

  /// The day it is in the shop: 2026-04-30.
  std::string dayOf(Moment moment) const;
  /// The hour on its wall: 09:15.
  std::string hourOf(Moment moment) const;
  /// When a day begins there. Where midnight is left out by a change of clocks, the first moment after it.
  Moment beginningOf(const std::string& day) const;
  /// When its clock shows an hour of a day, "09:15": the earlier where it shows it twice, the first moment after where
  /// it is left out. None of a day or an hour that is none.
  std::optional<Moment> at(const std::string& day, const std::string& hour) const;

 private:
  const date::time_zone* m_zone = nullptr;  ///< of the machine's own list, there for good; null: universal time
};

}  // namespace narrows
