#include "daybook/work_order.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double hoursInDay = 24.0;
/// A wait that is worth beginning before other work: it goes on over night.
constexpr double longWaitHours = 6.0;
/// A last moment is told from so long before.
constexpr double lastMomentHours = 36.0;

/// The decisions of every boat that block a step, and what would be done again.
bool isBlockedBy(DecisionKind kind, const StepRef& step, const PlankWork* plank) {
  switch (kind) {
    case DecisionKind::Sheer:
      return step.kind == StepKind::SpringSheer;
    case DecisionKind::Strakes:
      return step.kind == StepKind::LineOff;
    case DecisionKind::GarboardAtStem:
      return step.kind == StepKind::Lined && plank != nullptr && plank->isGarboard;
    case DecisionKind::TopsidesTimber:
      return (step.kind == StepKind::Sawn || step.kind == StepKind::GotOut) && plank != nullptr && plank->isTopsides;
    case DecisionKind::Fastening:
      return step.kind == StepKind::Fastened;
    case DecisionKind::Finish:
      return step.kind == StepKind::Primed || step.kind == StepKind::PrimeHull || step.kind == StepKind::OilHull;
    case DecisionKind::Own:
      break;
  }
  return false;
}

bool isMadeAgain(DecisionKind kind, const StepRef& step, const PlankWork* plank) {
  const bool ofPlank = plank != nullptr;
  switch (kind) {
    case DecisionKind::Sheer:
      return ofPlank || step.kind == StepKind::SpringSheer || step.kind == StepKind::LineOff ||
             step.kind == StepKind::Head || step.part.kind == PartKind::Mould;
    case DecisionKind::Strakes:
    case DecisionKind::GarboardAtStem:
      return ofPlank || step.kind == StepKind::LineOff;
    case DecisionKind::TopsidesTimber:
      return ofPlank && plank->isTopsides && step.kind != StepKind::Lined && step.kind != StepKind::Spiled;
    case DecisionKind::Fastening:
      return step.kind == StepKind::Fastened;
    case DecisionKind::Finish:
      return step.kind == StepKind::Primed || (step.part.kind == PartKind::Hull && step.kind != StepKind::PlaneFair &&
                                               step.kind != StepKind::Caulk && step.kind != StepKind::PlaneSheer);
    case DecisionKind::Own:
      break;
  }
  return false;
}

}  // namespace

/// Makes the order out of the draft, in turn: what is done, what is decided, what waits, how long the chains are.
class OrderMaker {
 public:
  OrderMaker(const OrderOf& of, Moment now) : m_of(of), m_clock(of.daybook.zone) {
    m_order.now = now;
    m_order.today = m_clock.dayOf(now);
    m_order.m_draft = boatSteps(of.boat, of.daybook);
  }

  WorkOrder make() {
    takeSteps();
    takeDone();
    sort();
    findWaits();
    takeDecisions();
    findStates();
    measureChains();
    rank();
    finishDecisions();
    for (DraftStep& step : m_order.m_draft.steps) step.record = nullptr;  // it was of the day book asked with
    return std::move(m_order);
  }

 private:
  void takeSteps() {
    DraftOrder& draft = m_order.m_draft;
    m_order.parts = draft.parts;
    m_order.loops = draft.loops;
    for (const StepRecord* record : draft.strays) m_order.strays.push_back(*record);
    draft.strays.clear();
    for (DraftStep& one : draft.steps) {
      OrderStep step;
      step.ref = one.ref;
      step.words = one.words;
      step.hours = one.hours;
      step.wantsTwo = one.wantsTwo;
      step.after = one.after;
      step.wait = one.wait;
      if (const StepRecord* record = one.record) {
        step.planned = record->planned;
        step.note = record->note;
        step.skipped = record->skipped;
        step.isRunning = record->isRunning();
        if (step.isRunning) step.runsSince = record->spells.back().began;
        if (!record->spells.empty()) step.began = record->spells.front().began;
        for (const Spell& spell : record->spells) step.spentHours += std::max(0.0, spell.hoursAt(m_order.now));
        if (record->done) {
          step.state = StepState::Done;
          step.doneAt = record->done;
          step.doneDay = m_clock.dayOf(*record->done);
        }
        m_degrees.push_back(record->degrees);
      } else {
        m_degrees.emplace_back();
      }
      m_order.steps.push_back(std::move(step));
    }
    for (const PlankWork& plank : m_of.boat.planks) {
      const std::size_t part = draft.findPart(plank.part);
      if (part >= draft.parts.size()) continue;
      m_planks.resize(draft.parts.size(), nullptr);
      m_planks[part] = &plank;
    }
    m_planks.resize(draft.parts.size(), nullptr);
    for (std::size_t p = 0; p < m_order.parts.size(); ++p)
      for (std::size_t i = 0; i < m_order.parts[p].count; ++i) m_partOf.push_back(p);
  }

  void takeDone() {
    for (const StepDone& done : m_of.done) {
      const std::size_t at = m_order.m_draft.find(done.of);
      if (at >= m_order.steps.size()) continue;
      OrderStep& step = m_order.steps[at];
      // Told twice, as a try and a second: the later stands.
      if (step.state == StepState::Done && step.doneDay > done.day) continue;
      step.state = StepState::Done;
      step.doneAt = done.at;
      step.doneDay = done.at ? m_clock.dayOf(*done.at) : done.day;
      m_degrees[at] = done.degrees;
      if (step.note.empty()) step.note = done.note;
    }
    for (const DraftPart& part : m_order.parts) {
      bool later = false;  // a step further on is done, so what leads to it was
      for (std::size_t i = part.first + part.count; i > part.first; --i) {
        OrderStep& step = m_order.steps[i - 1];
        const bool onChain = m_order.m_draft.steps[i - 1].onChain;
        if (step.state == StepState::Done) {
          step.skipped.clear();
          later = later || onChain;
        } else if (!step.skipped.empty()) {
          step.state = StepState::Skipped;
        } else if (later && onChain && !step.began && !step.isOwn()) {
          step.state = StepState::Done;
          step.isPassed = true;
        }
      }
    }
    for (const OrderStep& step : m_order.steps) ++(step.isOpen() ? m_order.open : m_order.done);
  }

  /// Puts steps in an order in which none comes before what it waits for.
  void sort() {
    const std::size_t count = m_order.steps.size();
    std::vector<std::size_t> left(count, 0);
    m_followers.assign(count, {});
    for (std::size_t i = 0; i < count; ++i) {
      left[i] = m_order.steps[i].after.size();
      for (const std::size_t before : m_order.steps[i].after) m_followers[before].push_back(i);
    }
    for (std::size_t i = 0; i < count; ++i) {
      if (left[i] == 0) m_sorted.push_back(i);
    }
    for (std::size_t at = 0; at < m_sorted.size(); ++at) {
      for (const std::size_t follower : m_followers[m_sorted[at]]) {
        if (--left[follower] == 0) m_sorted.push_back(follower);
      }
    }
  }

  /// When a step that is done was over, as far as it is known: with a day alone, when that day was over in the shop.
  std::optional<Moment> overAt(const OrderStep& step) const {
    if (step.doneAt) return step.doneAt;
    if (!isDay(step.doneDay)) return std::nullopt;
    return m_clock.beginningOf(dayAfter(step.doneDay, 1));
  }

  std::optional<double> degreesAt(std::size_t step) const {
    return m_order.steps[step].state == StepState::Done && m_degrees[step] ? m_degrees[step] : m_of.daybook.degrees;
  }

  void findWaits() {
    for (std::size_t i = 0; i < m_order.steps.size(); ++i) {
      OrderStep& step = m_order.steps[i];
      if (!step.wait) continue;
      const StepRecord* record = m_order.m_draft.steps[i].record;
      step.waitHours = record != nullptr && record->waitHours
                           ? *record->waitHours
                           : hoursToWait(waitMake(m_of.daybook, *step.wait), degreesAt(i), m_of.boat.thicknessMm);
    }
    for (std::size_t i = 0; i < m_order.steps.size(); ++i) {
      const StepRecord* record = m_order.m_draft.steps[i].record;
      OrderStep& step = m_order.steps[i];
      if (!step.wait && record != nullptr && record->waitHours) step.waitHours = *record->waitHours;
      if (step.isOpen()) findWaitsOf(step, m_order.m_draft.steps[i].needs);
    }
  }

  void findWaitsOf(OrderStep& step, std::optional<WaitKind> needs) {
    for (const std::size_t before : step.after) {
      const OrderStep& first = m_order.steps[before];
      if (first.isOpen()) {
        step.waits.push_back({WaitFor::Step, before, std::nullopt, {}, 0.0, 0});
        continue;
      }
      const auto over = first.state == StepState::Done ? overAt(first) : std::nullopt;
      if (!over) continue;
      if (const Moment until = over->plusHours(first.waitHours); first.waitHours > 0.0 && until > m_order.now)
        step.waits.push_back({WaitFor::Time, before, first.wait, until, 0.0, 0});
      const auto most = first.wait ? waitMake(m_of.daybook, *first.wait).most : std::nullopt;
      if (most && first.ref.part.isSame(step.ref.part)) {
        const Moment last = over->plusHours(*most);
        if (!step.lastMoment || last < *step.lastMoment) step.lastMoment = last;
      }
    }
    if (needs && m_of.daybook.degrees) {
      const auto least = waitMake(m_of.daybook, *needs).degrees;
      if (least && *m_of.daybook.degrees < *least) step.waits.push_back({WaitFor::Cold, 0, needs, {}, *least, 0});
    }
    if (step.wantsTwo && m_of.daybook.hands < 2) step.waits.push_back({WaitFor::Hands, 0, std::nullopt, {}, 0.0, 0});
    for (std::size_t h = 0; h < m_of.daybook.holds.size(); ++h) {
      const Hold& hold = m_of.daybook.holds[h];
      const bool holds = hold.over.empty() && std::any_of(hold.steps.begin(), hold.steps.end(),
                                                          [&](const StepRef& one) { return one.isSame(step.ref); });
      if (holds) step.waits.push_back({WaitFor::Hold, 0, std::nullopt, {}, 0.0, h});
    }
  }

  void takeDecisions() {
    std::vector<OpenDecision>& all = m_order.decisions;
    for (int kind = 0; kind < usualDecisions; ++kind) {
      OpenDecision one;
      one.decision.kind = static_cast<DecisionKind>(kind);
      const auto said = std::find_if(m_of.daybook.decisions.begin(), m_of.daybook.decisions.end(),
                                     [&](const Decision& d) { return d.kind == one.decision.kind; });
      if (said != m_of.daybook.decisions.end()) one.decision = *said;
      for (std::size_t i = 0; i < m_order.steps.size(); ++i) {
        if (isBlockedBy(one.decision.kind, m_order.steps[i].ref, m_planks[m_partOf[i]])) one.before.push_back(i);
      }
      if (!one.before.empty()) all.push_back(std::move(one));
    }
    for (const Decision& own : m_of.daybook.decisions) {
      if (own.kind != DecisionKind::Own) continue;
      OpenDecision one;
      one.decision = own;
      for (const StepRef& ref : own.before) {
        if (const std::size_t at = m_order.find(ref); at < m_order.steps.size()) one.before.push_back(at);
      }
      all.push_back(std::move(one));
    }
    for (OpenDecision& one : all) {
      one.isDecided = !one.decision.decided.empty();
      one.byDoing = !one.isDecided && std::any_of(one.before.begin(), one.before.end(), [&](std::size_t i) {
        return m_order.steps[i].state == StepState::Done;
      });
    }
    // Those that are open first.
    std::stable_partition(all.begin(), all.end(), [](const OpenDecision& one) { return one.isOpen(); });
    for (std::size_t d = 0; d < all.size() && all[d].isOpen(); ++d) {
      for (const std::size_t i : all[d].before) {
        if (m_order.steps[i].isOpen())
          m_order.steps[i].waits.push_back({WaitFor::Decision, 0, std::nullopt, {}, 0.0, d});
      }
    }
  }

  void findStates() {
    for (std::size_t i = 0; i < m_order.steps.size(); ++i) {
      OrderStep& step = m_order.steps[i];
      if (!step.isOpen()) continue;
      step.state = step.began ? StepState::InHand : (step.waits.empty() ? StepState::Ready : StepState::Waits);
      if (step.state == StepState::Ready) m_order.ready.push_back(i);
      if (step.state == StepState::InHand) m_order.inHand.push_back(i);
    }
    std::stable_sort(m_order.inHand.begin(), m_order.inHand.end(), [this](std::size_t a, std::size_t b) {
      return m_order.steps[a].isRunning && !m_order.steps[b].isRunning;
    });
  }

  double workDays(const OrderStep& step) const {
    return step.isOpen() ? std::max(0.0, step.hours - step.spentHours) / m_of.daybook.hoursADay : 0.0;
  }

  void measureChains() {
    const auto waitDays = [&](const OrderStep& step) {
      if (step.isOpen()) return step.waitHours / hoursInDay;
      const auto over = step.state == StepState::Done ? overAt(step) : std::nullopt;
      return over ? std::max(0.0, over->plusHours(step.waitHours).hoursSince(m_order.now)) / hoursInDay : 0.0;
    };
    for (const std::size_t i : m_sorted) {
      OrderStep& step = m_order.steps[i];
      if (!step.isOpen()) continue;  // what leads to it holds nothing up any more
      for (const std::size_t before : step.after) {
        const OrderStep& first = m_order.steps[before];
        step.daysBefore = std::max(step.daysBefore, first.daysBefore + workDays(first) + waitDays(first));
      }
      // A delivery is waited for to its day.
      for (const Wait& wait : step.waits) {
        if (wait.what != WaitFor::Hold || !isDay(m_of.daybook.holds[wait.of].expected)) continue;
        const int days = daysBetween(m_order.today, m_of.daybook.holds[wait.of].expected);
        step.daysBefore = std::max(step.daysBefore, static_cast<double>(std::max(days, 0)));
      }
      const double end = step.daysBefore + workDays(step);
      m_order.longestDays = std::max(m_order.longestDays, end);
    }
    for (std::size_t at = m_sorted.size(); at > 0; --at) {
      OrderStep& step = m_order.steps[m_sorted[at - 1]];
      double after = 0.0;
      for (const std::size_t follower : m_followers[m_sorted[at - 1]]) {
        if (m_order.steps[follower].isOpen())
          after = std::max(after, waitDays(step) + m_order.steps[follower].daysAfter);
      }
      step.daysAfter = workDays(step) + after;
    }
    // One chain: from the step that begins it on, each time to the follower that is last.
    constexpr double same = 1e-9;
    std::optional<std::size_t> here;
    for (const std::size_t i : m_sorted) {
      const OrderStep& step = m_order.steps[i];
      if (!step.isOpen() || step.daysBefore + step.daysAfter < m_order.longestDays - same) continue;
      here = i;
      break;
    }
    while (here) {
      OrderStep& step = m_order.steps[*here];
      step.onLongest = true;
      std::optional<std::size_t> next;
      for (const std::size_t follower : m_followers[*here]) {
        const OrderStep& one = m_order.steps[follower];
        if (one.isOpen() && one.daysBefore + one.daysAfter >= m_order.longestDays - same) next = next ? next : follower;
      }
      step.next = next;
      here = next;
    }
    countHeldUp();
  }

  /// How many open steps each ready one holds up, one way or another.
  void countHeldUp() {
    std::vector<std::size_t> seen(m_order.steps.size(), 0);
    std::size_t mark = 0;
    for (const std::size_t i : m_order.ready) {
      ++mark;
      std::vector<std::size_t> open{i};
      for (std::size_t at = 0; at < open.size(); ++at) {
        for (const std::size_t follower : m_followers[open[at]]) {
          if (seen[follower] == mark || !m_order.steps[follower].isOpen()) continue;
          seen[follower] = mark;
          open.push_back(follower);
        }
      }
      m_order.steps[i].holdsUp = open.size() - 1;
    }
  }

  void rank() {
    for (OrderStep& step : m_order.steps) {
      if (!step.isOpen() || step.planned.empty() || step.state == StepState::InHand) continue;
      step.isPlannedTooSoon = step.planned < dayAfter(m_order.today, static_cast<int>(std::floor(step.daysBefore)));
    }
    for (const std::size_t i : m_order.ready) {
      OrderStep& step = m_order.steps[i];
      const bool isPressed = step.lastMoment && step.lastMoment->hoursSince(m_order.now) < lastMomentHours;
      const bool isPlanned = !step.planned.empty() && step.planned <= m_order.today;
      step.why = isPressed                                             ? WhyNow::LastMoment
                 : isPlanned                                           ? WhyNow::Planned
                 : step.onLongest                                      ? WhyNow::Longest
                 : step.waitHours >= longWaitHours && step.holdsUp > 0 ? WhyNow::BeginsWait
                 : step.holdsUp > 0                                    ? WhyNow::HoldsUp
                                                                       : WhyNow::InOrder;
    }
    const auto before = [this](std::size_t a, std::size_t b) {
      const OrderStep &one = m_order.steps[a], &two = m_order.steps[b];
      const auto rankOf = [&](const OrderStep& step) {
        // What is meant for a later day comes after all that is not.
        if (!step.planned.empty() && step.planned > m_order.today) return 9;
        return std::min(static_cast<int>(step.why), static_cast<int>(WhyNow::BeginsWait));
      };
      if (rankOf(one) != rankOf(two)) return rankOf(one) < rankOf(two);
      if (one.daysAfter != two.daysAfter) return one.daysAfter > two.daysAfter;
      return a < b;
    };
    std::sort(m_order.ready.begin(), m_order.ready.end(), before);
  }

  void finishDecisions() {
    for (OpenDecision& one : m_order.decisions) {
      one.daysLeft = m_order.longestDays;
      std::optional<std::size_t> first;
      for (const std::size_t i : one.before) {
        const OrderStep& step = m_order.steps[i];
        if (!step.isOpen() || (first && m_order.steps[*first].daysBefore <= step.daysBefore)) continue;
        first = i;
      }
      if (first) {
        one.daysLeft = m_order.steps[*first].daysBefore;
        // Of what that step waits for, what comes last.
        for (const std::size_t before : m_order.steps[*first].after) {
          const OrderStep& step = m_order.steps[before];
          if (step.isOpen() && (!one.lastBefore || step.daysBefore > m_order.steps[*one.lastBefore].daysBefore))
            one.lastBefore = before;
        }
      }
      std::set<std::size_t> parts, again;
      for (std::size_t i = 0; i < m_order.steps.size(); ++i) {
        if (m_order.steps[i].state != StepState::Done || m_order.steps[i].isPassed) continue;
        const bool isAgain = one.decision.kind == DecisionKind::Own
                                 ? hangsOn(i, one.before)
                                 : isMadeAgain(one.decision.kind, m_order.steps[i].ref, m_planks[m_partOf[i]]);
        if (!isAgain) continue;
        again.insert(i);
        parts.insert(m_partOf[i]);
      }
      one.madeAgain = again.size();
      one.againParts.assign(parts.begin(), parts.end());
    }
  }

  /// Whether a step is one of these, or follows one.
  bool hangsOn(std::size_t step, const std::vector<std::size_t>& these) const {
    std::vector<std::size_t> open{step};
    std::set<std::size_t> seen{step};
    for (std::size_t at = 0; at < open.size(); ++at) {
      if (std::find(these.begin(), these.end(), open[at]) != these.end()) return true;
      for (const std::size_t before : m_order.steps[open[at]].after) {
        if (seen.insert(before).second) open.push_back(before);
      }
    }
    return false;
  }

  const OrderOf& m_of;
  ShopClock m_clock;
  WorkOrder m_order;
  std::vector<std::optional<double>> m_degrees;  ///< of the shop when each was done
  std::vector<const PlankWork*> m_planks;        ///< by part; null where it is none
  std::vector<std::size_t> m_partOf;             ///< by step
  std::vector<std::vector<std::size_t>> m_followers;
  std::vector<std::size_t> m_sorted;
};

std::size_t WorkOrder::find(const StepRef& ref) const {
  const std::size_t part = m_draft.findPart(ref.part);
  if (part >= parts.size()) return steps.size();
  for (std::size_t i = parts[part].first; i < parts[part].first + parts[part].count; ++i) {
    if (steps[i].ref.isSame(ref)) return i;
  }
  return steps.size();
}

std::size_t WorkOrder::openOf(std::size_t part) const {
  std::size_t count = 0;
  for (std::size_t i = parts[part].first; i < parts[part].first + parts[part].count; ++i) count += steps[i].isOpen();
  return count;
}

WorkOrder workOrder(const OrderOf& of, Moment now) {
  return OrderMaker(of, now).make();
}

}  // namespace narrows
