#include "daybook/daybook.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double mostWaitHours = 366.0 * 24.0, mostStepHours = 2000.0;
constexpr double coldestC = -40.0, hottestC = 60.0;
constexpr int mostHands = 50, mostCoats = 20;
/// Glue: its time is told at this temperature, and doubles for every ten degrees less (a rule of the trade; the maker's
/// sheet comes first). No figure is good far from where makers give them.
constexpr double glueToldAtC = 20.0, doublesInC = 10.0, leastFactor = 0.5, mostFactor = 8.0;
constexpr double leastSteamHours = 0.5;

struct UsualWait {
  double hours;
  std::optional<double> most, degrees;
  const char* why;
};

UsualWait usualGlue(Glue glue) {
  switch (glue) {
    case Glue::Epoxy:
      return {24.0, std::nullopt, 10.0, Trade::mark("epoxy, as a rule: the maker's sheet says for yours")};
    case Glue::Resorcinol:
      return {12.0, std::nullopt, 18.0, Trade::mark("resorcinol, as a rule: the maker's sheet says for yours")};
    case Glue::Polyurethane:
      return {6.0, std::nullopt, 8.0, Trade::mark("polyurethane, as a rule: the maker's sheet says for yours")};
  }
  return {};
}

UsualWait usualWait(const Daybook& daybook, WaitKind kind) {
  constexpr double week = 168.0;
  switch (kind) {
    case WaitKind::GlueTimber:
      return usualGlue(daybook.timberGlue);
    case WaitKind::GlueScarf:
      return usualGlue(daybook.scarfGlue);
    case WaitKind::Soak:
      return {24.0, std::nullopt, std::nullopt, Trade::mark("over night and a day, dry stock longer")};
    case WaitKind::Steam:
      return {1.0, std::nullopt, std::nullopt, Trade::mark("an hour an inch, half an hour at least")};
    case WaitKind::Wrap:
      return {0.75, std::nullopt, std::nullopt, Trade::mark("about 45 minutes, the cloths kept boiling hot")};
    case WaitKind::GreenOil:
      return {0.0, 72.0, std::nullopt, Trade::mark("fresh faces check as they dry out")};
    case WaitKind::Primer:
      return {16.0, week, 8.0, Trade::mark("as a rule: the tin says for yours")};
    case WaitKind::Paint:
      return {24.0, week, 10.0, Trade::mark("as a rule: the tin says for yours")};
    case WaitKind::Oil:
      return {48.0, std::nullopt, 8.0, Trade::mark("till it is drawn in and no longer wet")};
  }
  return {};
}

/// Gathers faults, each at its place.
class Faults {
 public:
  Problems problems;
  void limit(const std::string& where, double value, double least, double most, const std::string& words) {
    if (!(value >= least && value <= most)) problems.push_back({Fault::LimitWrong, {0, 0, where}, {words}});
  }
  void hours(const std::string& where, const std::optional<double>& value, double most) {
    if (value)
      limit(where, *value, 0.0, most,
            most == mostWaitHours ? Trade::say("from no time to a year") : Trade::say("from 0 to 2000 hours"));
  }
  void degrees(const std::string& where, const std::optional<double>& value) {
    if (value) limit(where, *value, coldestC, hottestC, Trade::say("from -40 to 60 degrees Celsius"));
  }
  void day(const std::string& where, const std::string& when) {
    if (!when.empty() && !isDay(when)) problems.push_back({Fault::NotADay, {0, 0, where}, {when}});
  }
};

void checkStep(const StepRecord& step, Faults& faults) {
  const std::string name = Trade::say("the day book, %1: %2", partWords(step.of.part),
                                      step.name.empty() ? stepKindAct(step.of.kind) : step.name);
  faults.hours(name, step.waitHours, mostWaitHours);
  faults.hours(name, step.hours, mostStepHours);
  faults.degrees(name, step.degrees);
  faults.day(name, step.planned);
  for (const Spell& spell : step.spells) {
    if (spell.ended && *spell.ended < spell.began)
      faults.problems.push_back(
          {Fault::EndsBeforeItBegan, {0, 0, name}, {momentText(*spell.ended), momentText(spell.began)}});
  }
}

}  // namespace

bool StepRef::isSame(const StepRef& other) const {
  if (kind != other.kind) return false;
  if (kind == StepKind::Own) return own == other.own;
  return number == other.number && part.isSame(other.part);
}

Result<void> checkDaybook(const Daybook& daybook) {
  Faults faults;
  const std::string book = Trade::say("the day book");
  if (!daybook.zone.empty() && !ShopClock::isZone(daybook.zone))
    faults.problems.push_back({Fault::ZoneUnknown, {0, 0, book}, {daybook.zone}});
  faults.degrees(Trade::say("%1, the shop", book), daybook.degrees);
  faults.limit(Trade::say("%1, hands", book), daybook.hands, 1, mostHands, Trade::say("from 1 to 50 people"));
  faults.limit(Trade::say("%1, hours worked a day", book), daybook.hoursADay, 0.25, 24.0,
               Trade::say("from a quarter of an hour to 24"));
  faults.limit(Trade::say("%1, top coats", book), daybook.topCoats, 1, mostCoats, Trade::say("from 1 to 20"));
  std::set<WaitKind> kinds;
  for (const WaitFigure& wait : daybook.waits) {
    const std::string name = Trade::say("the day book, %1", waitKindWords(wait.kind));
    faults.hours(name, wait.hours, mostWaitHours);
    faults.hours(name, wait.most, mostWaitHours);
    faults.degrees(name, wait.degrees);
    const WaitMake made = waitMake(daybook, wait.kind);
    if (made.most && *made.most < made.hours)
      faults.problems.push_back({Fault::LimitWrong, {0, 0, name}, {Trade::say("the most no less than the least")}});
    if (!kinds.insert(wait.kind).second)
      faults.problems.push_back({Fault::StandsTwice, {0, 0, name}, {waitKindWords(wait.kind)}});
  }
  for (const StepRecord& step : daybook.steps) checkStep(step, faults);
  for (const Hold& hold : daybook.holds) {
    const std::string name = Trade::say("the day book, %1", hold.what);
    faults.day(name, hold.expected);
    faults.day(name, hold.over);
  }
  std::set<DecisionKind> asked;
  for (const Decision& decision : daybook.decisions) {
    const std::string name = Trade::say("the day book, %1", decisionWords(decision));
    faults.day(name, decision.decided);
    if (decision.kind != DecisionKind::Own && !asked.insert(decision.kind).second)
      faults.problems.push_back({Fault::StandsTwice, {0, 0, name}, {decisionWords(decision)}});
  }
  if (!faults.problems.empty()) return tl::make_unexpected(faults.problems);
  return {};
}

WaitMake waitMake(const Daybook& daybook, WaitKind kind) {
  const UsualWait usual = usualWait(daybook, kind);
  WaitMake make{kind, usual.hours, usual.most, usual.degrees, Trade::say(std::string_view(usual.why))};
  const auto found = std::find_if(daybook.waits.begin(), daybook.waits.end(),
                                  [kind](const WaitFigure& one) { return one.kind == kind; });
  if (found == daybook.waits.end()) return make;
  make.hours = found->hours.value_or(make.hours);
  if (found->most) make.most = found->most;
  if (found->degrees) make.degrees = found->degrees;
  if (!found->why.empty()) make.why = found->why;
  return make;
}

std::string waitKindWords(WaitKind kind) {
  switch (kind) {
    case WaitKind::GlueTimber:
      return Trade::say("glue of timbers");
    case WaitKind::GlueScarf:
      return Trade::say("glue of scarfs");
    case WaitKind::Soak:
      return Trade::say("soaking");
    case WaitKind::Steam:
      return Trade::say("steam, for an inch");
    case WaitKind::Wrap:
      return Trade::say("boiling-water wraps");
    case WaitKind::GreenOil:
      return Trade::say("fresh timber until it is oiled");
    case WaitKind::Primer:
      return Trade::say("primer");
    case WaitKind::Paint:
      return Trade::say("a coat of paint");
    case WaitKind::Oil:
      return Trade::say("a coat of oil");
  }
  return {};
}

std::string glueWords(Glue glue) {
  switch (glue) {
    case Glue::Epoxy:
      return Trade::say("epoxy");
    case Glue::Resorcinol:
      return Trade::say("resorcinol");
    case Glue::Polyurethane:
      return Trade::say("polyurethane");
  }
  return {};
}

double hoursToWait(const WaitMake& wait, std::optional<double> degrees, double thicknessMm) {
  switch (wait.kind) {
    case WaitKind::GlueTimber:
    case WaitKind::GlueScarf: {
      const double colder = glueToldAtC - degrees.value_or(glueToldAtC);
      return wait.hours * std::clamp(std::exp2(colder / doublesInC), leastFactor, mostFactor);
    }
    case WaitKind::Steam:
      return std::max(leastSteamHours, wait.hours * thicknessMm / mmPerInch);
    case WaitKind::Soak:
    case WaitKind::Wrap:
    case WaitKind::GreenOil:
    case WaitKind::Primer:
    case WaitKind::Paint:
    case WaitKind::Oil:
      break;
  }
  return wait.hours;
}

std::string degreesWords(double degrees, Notation notation) {
  const auto whole = [](double value) { return std::to_string(static_cast<int>(std::lround(value))); };
  return notation == Notation::Millimetres ? whole(degrees) + " °C" : whole(degrees * 1.8 + 32.0) + " °F";
}

std::string decisionWords(const Decision& decision) {
  switch (decision.kind) {
    case DecisionKind::Sheer:
      return Trade::say("how the sheer runs");
    case DecisionKind::Strakes:
      return Trade::say("how many strakes, and by which plan");
    case DecisionKind::GarboardAtStem:
      return Trade::say("how high the garboard goes on the stem");
    case DecisionKind::TopsidesTimber:
      return Trade::say("the timber of the topsides");
    case DecisionKind::Fastening:
      return Trade::say("what the planks are fastened with");
    case DecisionKind::Finish:
      return Trade::say("paint or oil");
    case DecisionKind::Own:
      return decision.question;
  }
  return {};
}

}  // namespace narrows
