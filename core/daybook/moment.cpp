#include "daybook/moment.h"

#include <date/date.h>
#include <date/tz.h>

#include <array>
#include <cctype>
#include <chrono>
#include <cmath>
#include <cstdio>

namespace narrows {

namespace {

using Seconds = std::chrono::seconds;

date::sys_days sysDays(const std::string& day) {
  return date::year{std::stoi(day.substr(0, 4))} / std::stoi(day.substr(5, 2)) / std::stoi(day.substr(8, 2));
}

template <typename Days>
std::string dayText(Days days) {
  const date::year_month_day day{days};
  std::array<char, 24> text{};
  std::snprintf(text.data(), text.size(), "%04d-%02u-%02u", static_cast<int>(day.year()),
                static_cast<unsigned>(day.month()), static_cast<unsigned>(day.day()));
  return text.data();
}

/// Hours and minutes, "09:15"; none of any other text.
std::optional<std::chrono::minutes> minutesOf(const std::string& hour) {
  constexpr std::size_t long5 = 5;
  if (hour.size() != long5 || hour[2] != ':') return std::nullopt;
  for (const std::size_t at : {0U, 1U, 3U, 4U}) {
    if (hour[at] < '0' || hour[at] > '9') return std::nullopt;
  }
  const int hours = std::stoi(hour.substr(0, 2)), minutes = std::stoi(hour.substr(3));
  if (hours > 23 || minutes > 59) return std::nullopt;
  return std::chrono::minutes(60 * hours + minutes);
}

const date::time_zone* zoneNamed(const std::string& zone) {
  if (zone.empty()) return nullptr;
  try {
    return date::locate_zone(zone);
  } catch (const std::exception&) {  // none of that name, or no list of zones on this machine
    return nullptr;
  }
}

date::sys_seconds asSystem(Moment moment) {
  return date::sys_seconds(Seconds(moment.seconds));
}

}  // namespace

bool isDay(const std::string& when) {
  constexpr std::size_t long10 = 10;
  if (when.size() != long10 || when[4] != '-' || when[7] != '-') return false;
  for (std::size_t i = 0; i < when.size(); ++i) {
    if (i != 4 && i != 7 && std::isdigit(static_cast<unsigned char>(when[i])) == 0) return false;
  }
  const int year = std::stoi(when.substr(0, 4)), month = std::stoi(when.substr(5, 2)), day = std::stoi(when.substr(8));
  constexpr std::array<int, 12> days{31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31};
  if (month < 1 || month > 12 || year < 1900) return false;
  const bool leap = (year % 4 == 0 && year % 100 != 0) || year % 400 == 0;
  return day >= 1 && day <= days[static_cast<std::size_t>(month - 1)] + (leap && month == 2 ? 1 : 0);
}

Moment Moment::plusHours(double hours) const {
  return {seconds + static_cast<std::int64_t>(std::llround(3600.0 * hours))};
}

double Moment::hoursSince(Moment earlier) const {
  return static_cast<double>(seconds - earlier.seconds) / 3600.0;
}

Moment momentNow() {
  return {std::chrono::duration_cast<Seconds>(std::chrono::system_clock::now().time_since_epoch()).count()};
}

std::string momentText(Moment moment) {
  const date::sys_seconds at = asSystem(moment);
  const auto days = date::floor<date::days>(at);
  const auto rest = (at - days).count();
  std::array<char, 16> hour{};
  std::snprintf(hour.data(), hour.size(), "T%02d:%02d:%02dZ", static_cast<int>(rest / 3600),
                static_cast<int>(rest / 60 % 60), static_cast<int>(rest % 60));
  return dayText(days) + hour.data();
}

std::optional<Moment> momentFrom(const std::string& text) {
  constexpr std::size_t long20 = 20, longDay = 10;
  if (text.size() != long20 || text[longDay] != 'T' || text[16] != ':' || text.back() != 'Z') return std::nullopt;
  const std::string day = text.substr(0, longDay), seconds = text.substr(17, 2);
  const auto minutes = minutesOf(text.substr(11, 5));
  const auto isDigit = [](char c) { return c >= '0' && c <= '9'; };
  if (!isDay(day) || !minutes || !isDigit(seconds[0]) || !isDigit(seconds[1]) || seconds > "59") return std::nullopt;
  const auto at = sysDays(day) + *minutes + Seconds(std::stoi(seconds));
  return Moment{std::chrono::duration_cast<Seconds>(at.time_since_epoch()).count()};
}

std::string dayAfter(const std::string& day, int days) {
  return dayText(sysDays(day) + date::days(days));
}

int daysBetween(const std::string& from, const std::string& to) {
  return static_cast<int>((sysDays(to) - sysDays(from)).count());
}

int weekdayOf(const std::string& day) {
  return static_cast<int>(date::weekday(sysDays(day)).iso_encoding()) - 1;
}

ShopClock::ShopClock(const std::string& zone) : m_zone(zoneNamed(zone)) {}

std::string ShopClock::zoneHere() {
  try {
    return date::current_zone()->name();
  } catch (const std::exception&) {
    return "UTC";
  }
}

bool ShopClock::isZone(const std::string& zone) {
  return zoneNamed(zone) != nullptr;
}

std::string ShopClock::dayOf(Moment moment) const {
  if (m_zone == nullptr) return dayText(date::floor<date::days>(asSystem(moment)));
  return dayText(date::floor<date::days>(m_zone->to_local(asSystem(moment))));
}

std::string ShopClock::hourOf(Moment moment) const {
  const auto local =
      m_zone == nullptr ? date::local_seconds(asSystem(moment).time_since_epoch()) : m_zone->to_local(asSystem(moment));
  const auto minutes = (local - date::floor<date::days>(local)).count() / 60;
  std::array<char, 8> text{};
  std::snprintf(text.data(), text.size(), "%02d:%02d", static_cast<int>(minutes / 60), static_cast<int>(minutes % 60));
  return text.data();
}

Moment ShopClock::beginningOf(const std::string& day) const {
  return at(day, "00:00").value_or(Moment{});
}

std::optional<Moment> ShopClock::at(const std::string& day, const std::string& hour) const {
  const auto minutes = minutesOf(hour);
  if (!isDay(day) || !minutes) return std::nullopt;
  const auto wall = sysDays(day).time_since_epoch() + *minutes;
  if (m_zone == nullptr) return Moment{std::chrono::duration_cast<Seconds>(wall).count()};
  const auto system = m_zone->to_sys(date::local_time<std::chrono::minutes>(wall), date::choose::earliest);
  return Moment{std::chrono::duration_cast<Seconds>(system.time_since_epoch()).count()};
}

}  // namespace narrows
