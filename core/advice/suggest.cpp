#include "advice/suggest.h"

#include <algorithm>
#include <cmath>
#include <future>
#include <random>
#include <utility>

#include "advice/plan_change.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Of the tries, the most that go to the schools; so many strakes fewer and more than usual are tried of each.
constexpr double schoolsShare = 0.4;
/// Of them, those after which no more cures are tried, so that something is left for changes by little; and how many of
/// the best are cured.
constexpr double curesShare = 0.6;
constexpr std::size_t curedPlans = 2;
constexpr int strakesAbout = 2;
/// Plans that are changed side by side, and kept apart by at least so much in score or by where they came from.
constexpr std::size_t keptPlans = 5;
/// Changes that are weighed beside each other before any is taken.
constexpr std::size_t triedTogether = 4;
/// How far a width, an end or a mark is changed at first, and at last.
constexpr double firstStep = 0.14, lastStep = 0.02;
/// A mark is moved by at most so much of its strake's width.
constexpr double markStep = 0.25;

/// A school's name as it is said.
std::string wordsOf(School school) {
  std::string words = schoolWord(school);
  std::replace(words.begin(), words.end(), '-', ' ');
  return words;
}

/// What is said of the plan that the search begins from.
constexpr const char* begunWords = Trade::mark("the plan begun from");

/// Rows that are in trouble, to a strake.
double troubleAStrake(const PlanWeighed& of) {
  return static_cast<double>(of.weighing.trouble) /
         static_cast<double>(std::max<std::size_t>(of.lining.strakeCount(), 1));
}

/// Whether no mark of one lies further from the other's than a builder would call another plan.
bool areAllButTheSame(const Lining& one, const Lining& other) {
  constexpr double sameMm = 3.0;
  if (one.lines.size() != other.lines.size()) return false;
  for (std::size_t line = 0; line < one.lines.size(); ++line) {
    for (std::size_t section = 0; section < one.frame.sectionCount(); ++section) {
      if (one.lines[line].isAt(section) != other.lines[line].isAt(section)) return false;
      if (!one.lines[line].isAt(section)) continue;
      const double apart = one.lines[line].shares[section] - other.lines[line].shares[section];
      if (std::abs(apart) * one.frame.girthMm(section) > sameMm) return false;
    }
  }
  return true;
}

struct Candidate {
  std::shared_ptr<const PlanWeighed> weighed;
  std::string how;  ///< what it came of: a school, or the plan begun from
  bool bettered = false;
  std::optional<std::uint64_t> lucky = {};  ///< the change that bettered it last, to be made again
  double score() const { return weighed->weighing.score; }
  /// "equal, 9 strakes, bettered": as many as it has now.
  std::string words() const {
    std::string words = Trade::say(how.c_str());
    if (how != begunWords) words += Trade::say(", %1 strakes", weighed->plan.strakes.size());
    return bettered ? Trade::say("%1, bettered", words) : words;
  }
};

class Search {
 public:
  Search(const SuggestFrom& from, const std::function<void(double)>& progress, const std::stop_token& stop)
      : m_from(from), m_progress(progress), m_stop(stop), m_random(from.seed) {}

  Result<Suggestion> make() {
    const auto begun =
        weighPlan(m_from.frame, m_from.begun, m_from.sectionIds, m_from.figures, quickStrip, nullptr, m_stop);
    if (!begun) return tl::make_unexpected(begun.error());
    m_begun = {*begun, begunWords};
    m_best.push_back(m_begun);
    trySchools();
    cure();
    better();
    return finish();
  }

 private:
  bool isOver() const { return m_tried >= m_from.tries || m_stop.stop_requested(); }

  /// A plan to be weighed, and one like it.
  struct Try {
    LiningPlan plan;
    std::shared_ptr<const PlanWeighed> like;
    std::string how;
    std::size_t from = 0;    ///< which of the best it was made of
    std::uint64_t seed = 0;  ///< of the change it was made by
  };

  /// All of them weighed, beside each other; null where one cannot be lined off. How many there are does not hang on
  /// the machine.
  std::vector<std::shared_ptr<const PlanWeighed>> weighAll(const std::vector<Try>& tries) {
    std::vector<std::future<std::shared_ptr<const PlanWeighed>>> running;
    for (const Try& one : tries) {
      running.push_back(std::async(std::launch::async, [this, &one]() -> std::shared_ptr<const PlanWeighed> {
        const auto made =
            weighPlan(m_from.frame, one.plan, m_from.sectionIds, m_from.figures, quickStrip, one.like.get(), m_stop);
        return made && std::isfinite((*made)->weighing.score) ? *made : nullptr;
      }));
    }
    std::vector<std::shared_ptr<const PlanWeighed>> made;
    for (auto& one : running) made.push_back(one.get());
    m_tried += static_cast<int>(tries.size());
    if (m_progress) m_progress(std::min(1.0, static_cast<double>(m_tried) / m_from.tries));
    return made;
  }

  void keep(Candidate candidate) {
    m_best.push_back(std::move(candidate));
    sortBest();
    if (m_best.size() > keptPlans) m_best.resize(keptPlans);
  }

  void trySchools() {
    const int usual = m_from.answers.strakes.value_or(
        usualStrakeCount(m_from.figures.usual, millimetres(m_from.frame.girthMm(m_from.frame.greatestSection()))));
    const int about = m_from.answers.strakes ? 0 : strakesAbout;
    const PlankingFigures planking{m_from.figures.construction, m_from.figures.thicknessMm, m_from.figures.lapMm};
    const int most = static_cast<int>(schoolsShare * m_from.tries);
    // About the usual number first, and outwards from it.
    for (int away = 0; away <= 2 * about; ++away) {
      const int count = usual + (away % 2 == 0 ? away / 2 : -(away + 1) / 2);
      if (count < fewestStrakes || count > mostStrakes) continue;
      if (m_tried >= most || isOver()) return;
      std::vector<Try> tries;
      for (const School school : everySchool) {
        SchoolAnswers answers = m_from.answers;
        answers.strakes = count;
        auto plan =
            planBySchool(m_from.frame, school, answers, m_from.sectionIds, m_from.figures.usual, planking, m_stop);
        if (!plan) continue;
        plan->base = m_from.begun.base;
        tries.push_back({*plan, nullptr, wordsOf(school)});
      }
      const auto made = weighAll(tries);
      for (std::size_t i = 0; i < made.size(); ++i) {
        if (made[i] != nullptr) keep({made[i], tries[i].how});
      }
    }
  }

  /// The best of the plans, and the one begun from, cured.
  void cure() {
    const bool begunIsBest =
        std::any_of(m_best.begin(), m_best.begin() + static_cast<std::ptrdiff_t>(std::min(curedPlans, m_best.size())),
                    [](const Candidate& one) { return one.how == begunWords; });
    for (std::size_t at = 0; at < std::min(curedPlans, m_best.size()); ++at) m_best[at] = cured(m_best[at]);
    sortBest();
    // What a builder who takes cure after cure would come to.
    if (!begunIsBest) keep(cured(m_begun));
  }

  /// A plan, the best cure of it taken again and again, as a builder would.
  Candidate cured(Candidate of) {
    while (m_tried < curesShare * m_from.tries && !isOver()) {
      const std::vector<Try> tries = curesOf(of);
      const auto made = weighAll(tries);
      std::shared_ptr<const PlanWeighed> best = of.weighed;
      for (const auto& one : made) {
        if (one != nullptr && one->weighing.score < best->weighing.score) best = one;
      }
      if (best == of.weighed) break;
      of = {best, of.how, true};
    }
    return of;
  }

  /// What may be tried to better a plan, each of it lined off as an edit of a book of which it is the plan.
  std::vector<Try> curesOf(const Candidate& of) const {
    /// Ids that edits give out stay clear of those that schools count.
    constexpr std::int64_t clearOfSchools = std::int64_t{1} << 40;
    Book book = m_from.book;
    book.plans = {of.weighed->plan};
    book.starboard = book.port = book.plans[0].id;
    book.nextId = std::max(book.nextId, clearOfSchools + static_cast<std::int64_t>(m_tried) * mostStrakes);
    const Lining& lining = of.weighed->lining;
    std::vector<Try> tries;
    for (const PlanChange& change : planChanges(book, lining, of.weighed->weighing, BoatSide::Starboard)) {
      const auto edited = change.make(book, lining);
      if (!edited || edited->boatPlan() == of.weighed->plan) continue;
      if (m_from.answers.strakes && edited->boatPlan().strakes.size() != of.weighed->plan.strakes.size()) continue;
      tries.push_back({edited->boatPlan(), of.weighed, of.how});
    }
    return tries;
  }

  void sortBest() {
    std::stable_sort(m_best.begin(), m_best.end(),
                     [](const Candidate& a, const Candidate& b) { return a.score() < b.score(); });
  }

  /// A number from -1 to 1, the same on every machine.
  double either() { return 2.0 * static_cast<double>(m_random() >> 11U) / 9007199254740992.0 - 1.0; }
  std::size_t below(std::size_t count) {
    return static_cast<std::size_t>(m_random() % std::max<std::size_t>(count, 1));
  }

  void better() {
    const int begin = m_tried;
    while (!isOver()) {
      const double done = static_cast<double>(m_tried - begin) / std::max(m_from.tries - begin, 1);
      const double step = firstStep * std::pow(lastStep / firstStep, done);
      std::vector<Try> tries;
      for (std::size_t i = 0; i < triedTogether; ++i) {
        // The best is changed most often.
        const std::size_t at = below(2) == 0 ? 0 : below(m_best.size());
        Candidate& of = m_best[at];
        const std::uint64_t seed = std::exchange(of.lucky, std::nullopt).value_or(m_random());
        tries.push_back({change(*of.weighed, step, seed), of.weighed, of.how, at, seed});
      }
      const auto made = weighAll(tries);
      for (std::size_t i = 0; i < made.size(); ++i) {
        Candidate& of = m_best[tries[i].from];
        if (made[i] == nullptr || made[i]->weighing.score >= of.score()) continue;
        of = {made[i], tries[i].how, true, tries[i].seed};
      }
      sortBest();
    }
  }

  /// A plan changed by little, at a place and a way that `seed` says.
  LiningPlan change(const PlanWeighed& of, double step, std::uint64_t seed) {
    const std::mt19937_64 kept = std::exchange(m_random, std::mt19937_64(seed));
    LiningPlan plan = of.plan;
    switch (below(5)) {
      case 0:
      case 1:
        changeWidths(plan, of.lining, step);
        break;
      case 2:
      case 3:
        changeEnd(plan, of.lining, step);
        break;
      default:
        changeMark(plan, of.lining, step);
    }
    m_random = kept;
    return plan;
  }

  /// One width where widths are chosen, and a little of its neighbours'.
  void changeWidths(LiningPlan& plan, const Lining& lining, double step) {
    const std::size_t zone = below(plan.zones.size());
    const auto [first, last] = plan.span(zone);
    Zone& of = plan.zones[zone];
    if (last - first < 2) return;
    if (of.rule == LiningRule::Parallel) {
      of.width = of.width * std::exp(step * either());
      return;
    }
    if (of.rule != LiningRule::Diminishing) {
      if (of.rule == LiningRule::Abeam || of.rule == LiningRule::Free) return changeMark(plan, lining, step);
      of.rule = LiningRule::Diminishing;
      of.widths = lining.chosenWidths({first, last});
    }
    const std::size_t at = below(last - first);
    const double by = step * either();
    for (std::size_t k = 0; k < of.widths.size(); ++k) {
      const double away = std::abs(static_cast<double>(k) - static_cast<double>(at));
      of.widths[k] = of.widths[k] * std::exp(by * std::exp(-away));
    }
  }

  void changeEnd(LiningPlan& plan, const Lining& lining, double step) {
    const bool bow = below(2) == 0;
    EndPlan& end = bow ? plan.bow : plan.stern;
    if (end.widths.empty() && below(4) == 0) {
      // Evened a little more or less.
      end.even = std::clamp(end.even + 4.0 * step * either(), 0.0, 1.0);
      return;
    }
    const std::vector<double> widths = lining.widthsAlongEndMm(bow);
    if (widths.size() != strakesAtEnd(plan, bow) || widths.size() < 2) return;
    const std::size_t at = below(3) == 0 ? 0 : below(widths.size());  // the garboard's decides most
    const double by = 1.5 * step * either();
    end.widths.clear();
    for (std::size_t k = 0; k < widths.size(); ++k) {
      const double away = std::abs(static_cast<double>(k) - static_cast<double>(at));
      end.widths.push_back(millimetres(std::max(widths[k] * std::exp(by * std::exp(-away)), leastStrakeWidthMm)));
    }
  }

  void changeMark(LiningPlan& plan, const Lining& lining, double step) {
    const std::size_t line = 1 + below(lining.lines.size() - 2), section = below(lining.frame.sectionCount());
    if (!lining.lines[line].isAt(section)) return;
    const LineId id = plan.lines[line];
    const StationId station = m_from.sectionIds[section];
    const Guide* guide = plan.guideOf(id);
    if (guide != nullptr && (guide->locked || (guide->kind != GuideKind::Batten && guide->kind != GuideKind::HungEdge)))
      return;
    for (const MovedMark& mark : plan.moved) {
      if (mark.line == id && mark.station == station && mark.locked) return;
    }
    std::erase_if(plan.moved, [&](const MovedMark& mark) { return mark.line == id && mark.station == station; });
    const double at = lining.lines[line].shares[section];
    const double room =
        std::min(at - lining.lines[line - 1].shares[section], lining.lines[line + 1].shares[section] - at);
    plan.moved.push_back({id, station, at + room * std::min(markStep, 2.0 * step) * either()});
  }

  /// The best laid flat in full: what is given is what is weighed of a book.
  Result<Suggestion> finish() {
    Suggestion made;
    const auto begun =
        weighPlan(m_from.frame, m_from.begun, m_from.sectionIds, m_from.figures, fullStrip, nullptr, m_from.abandoned);
    if (!begun) return tl::make_unexpected(begun.error());
    made.begun = *begun;
    for (const Candidate& one : m_best) {
      const LiningPlan& plan = one.weighed->plan;
      if (plan == m_from.begun) continue;
      const auto whole =
          weighPlan(m_from.frame, plan, m_from.sectionIds, m_from.figures, fullStrip, nullptr, m_from.abandoned);
      if (m_from.abandoned.stop_requested()) return fail(Fault::Stopped);
      if (!whole || (*whole)->weighing.score >= made.begun->weighing.score) continue;
      if (troubleAStrake(**whole) > troubleAStrake(*made.begun)) continue;
      made.found.push_back({*whole, one.words()});
    }
    std::stable_sort(made.found.begin(), made.found.end(), [](const Suggested& a, const Suggested& b) {
      return a.plan->weighing.score < b.plan->weighing.score;
    });
    // Of those that are all but the same the best.
    std::vector<Suggested> apart;
    for (Suggested& one : made.found) {
      if (std::none_of(apart.begin(), apart.end(),
                       [&](const Suggested& other) { return areAllButTheSame(one.plan->lining, other.plan->lining); }))
        apart.push_back(std::move(one));
    }
    made.found = std::move(apart);
    if (made.found.size() > mostSuggested) made.found.resize(mostSuggested);
    return made;
  }

  const SuggestFrom& m_from;
  const std::function<void(double)>& m_progress;
  std::stop_token m_stop;
  std::mt19937_64 m_random;
  Candidate m_begun;
  std::vector<Candidate> m_best;
  int m_tried = 0;
};

}  // namespace

int triesIn(double seconds, std::size_t strakes) {
  // Of more strakes each is longer too, as boats go.
  constexpr double strakesASecond = 1100.0;
  return static_cast<int>(std::lround(seconds * strakesASecond / std::pow(static_cast<double>(strakes), 1.5)));
}

Result<Suggestion> suggest(const SuggestFrom& from, const std::function<void(double share)>& progress,
                           const std::stop_token& stop) {
  return Search(from, progress, stop).make();
}

}  // namespace narrows
