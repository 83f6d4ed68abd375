#include "advice/plan_change.h"

#include <algorithm>
#include <cmath>

#include "book/lining_edits.h"
#include "lines/place_words.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double bilgeLess = 0.9, bilgeMore = 1.1;
/// Where two strakes are let become one: so far from the end, of her length in sections.
constexpr double jointIn = 0.25;

class Changes {
 public:
  Changes(const Book& book, const Lining& lining, const Weighing& weighing, BoatSide side)
      : m_book(book), m_lining(lining), m_weighing(weighing), m_side(side) {}

  std::vector<PlanChange> all() {
    strakes(1, Trade::say("one strake more"),
            {Measure::Width, Measure::Stock, Measure::SeamMove, Measure::LandLeft, Measure::BoardWidth});
    strakes(-1, Trade::say("one strake fewer"), {Measure::HoodEnd, Measure::EndRatio});
    for (const bool bow : {true, false}) {
      garboard(bow, 1.0);
      garboard(bow, -1.0);
      evened(bow);
      runOut(bow);
    }
    bilge(bilgeLess, Trade::say("narrower through the bilge"),
          {Measure::Stock, Measure::LandLeft, Measure::LapBevel, Measure::Width, Measure::SeamMove});
    bilge(bilgeMore, Trade::say("wider through the bilge"), {Measure::Step, Measure::EndRatio});
    stealer();
    for (const Measure measure : {Measure::Stock, Measure::LandLeft, Measure::Width, Measure::Step}) worstMark(measure);
    letGo();
    return std::move(m_changes);
  }

 private:
  const LiningPlan& plan() const { return m_book.planOf(m_side); }
  const Section& end(bool bow) const {
    const auto& sections = m_lining.frame.hull().sections;
    return bow ? sections.front() : sections.back();
  }

  void strakes(int more, const std::string& words, std::vector<Measure> cures) {
    m_changes.push_back({words, std::move(cures), true, [more](const Book& book, const Lining& lining) {
                           const auto count = static_cast<int>(planOf(book, lining).strakes.size());
                           return setStrakeCountAboveHung(book, lining, count + more);
                         }});
  }

  void garboard(bool bow, double inchesUp) {
    const Length by =
        m_book.settings.notation == Notation::Millimetres ? millimetres(25.0 * inchesUp) : inches(inchesUp);
    const SaidLength size = said(std::abs(by.mm()));
    std::vector<Measure> cures = inchesUp > 0.0
                                     ? std::vector{Measure::Twist, Measure::Sny, Measure::BoardWidth, Measure::EdgeSet}
                                     : std::vector{Measure::HoodEnd, Measure::EndRatio};
    m_changes.push_back({inchesUp > 0.0 ? Trade::say("garboard %1 higher at the %2", size, nameWords(end(bow).name))
                                        : Trade::say("garboard %1 lower at the %2", size, nameWords(end(bow).name)),
                         std::move(cures), bow, [bow, by](const Book& book, const Lining& lining) -> Result<Book> {
                           const std::vector<double> widths = lining.widthsAlongEndMm(bow);
                           double girth = 0.0;
                           for (const double width : widths) girth += width;
                           if (widths.size() < 2) return fail(Fault::StrakeCount);
                           const double rest = girth - widths[0], left = rest - by.mm();
                           EndPlan end = endOf(planOf(book, lining), bow);
                           end.widths.clear();
                           for (std::size_t k = 0; k < widths.size(); ++k)
                             end.widths.push_back(millimetres(k == 0 ? widths[0] + by.mm() : widths[k] * left / rest));
                           for (const Length width : end.widths) {
                             if (width.mm() < leastStrakeWidthMm)
                               return fail(Fault::WidthNotPositive, {}, {said(width.mm())});
                           }
                           return setEnd(book, lining, bow, end);
                         }});
  }

  static const LiningPlan& planOf(const Book& book, const Lining& lining) {
    const LiningPlan* found = book.findPlan(lining.plan);
    return found != nullptr ? *found : book.boatPlan();
  }

  static const EndPlan& endOf(const LiningPlan& plan, bool bow) { return bow ? plan.bow : plan.stern; }

  /// An end by its rule: no widths chosen, evened out so far, run out as battens or not.
  void endByRule(bool bow, const Say& words, std::vector<Measure> cures, double even, bool runOut) {
    const EndPlan& now = endOf(plan(), bow);
    if (now.widths.empty() && (runOut ? now.runOut : now.even >= even)) return;
    m_changes.push_back({words, std::move(cures), false, [bow, even, runOut](const Book& book, const Lining& lining) {
                           EndPlan end = endOf(planOf(book, lining), bow);
                           end.widths.clear();
                           end.even = even;
                           end.runOut = runOut;
                           return setEnd(book, lining, bow, end);
                         }});
  }

  void evened(bool bow) {
    endByRule(bow, Trade::say("ends all alike at the %1", nameWords(end(bow).name)),
              {Measure::EndRatio, Measure::HoodEnd}, 1.0, false);
  }

  void runOut(bool bow) {
    if (end(bow).isHood())
      endByRule(bow, Trade::say("lines run out as battens to the %1", nameWords(end(bow).name)),
                {Measure::Sny, Measure::Twist, Measure::EdgeSet}, 0.0, true);
  }

  /// The strake about the hardest turn at the station where widths are chosen.
  std::size_t hardest() const {
    const Measure by = m_book.table.construction == Construction::Carvel ? Measure::Hollow : Measure::LapBevel;
    std::size_t at = m_lining.strakeCount() / 2;
    double most = 0.0;
    for (std::size_t k = 1; k + 1 < m_lining.strakeCount(); ++k) {
      const Weighed* row = m_weighing.row(k, by, m_lining.master);
      if (row != nullptr && std::abs(row->value) > most) most = std::abs(row->value), at = k;
    }
    return at;
  }

  void bilge(double scale, const std::string& words, std::vector<Measure> cures) {
    const std::size_t at = hardest();
    m_changes.push_back(
        {words, std::move(cures), true, [at, scale](const Book& book, const Lining& lining) -> Result<Book> {
           if (at >= lining.strakeCount()) return fail(Fault::StrakeCount);
           const LiningPlan& plan = planOf(book, lining);
           const std::size_t zone = plan.zoneOf(lining.strakes[at].lower);
           const auto [first, last] = plan.span(zone);
           if (last - first < 3) return fail(Fault::StrakeCount);
           auto edited = setRule(book, lining, LiningRule::Diminishing, zone);
           if (!edited) return edited;
           Zone figures = planOf(*edited, lining).zones[zone];
           for (std::size_t k = first; k < last; ++k) {
             const auto away = static_cast<double>(k) - static_cast<double>(lining.strakes[at].lower);
             // Most at the turn, less to either side.
             const double part = std::max(0.0, 1.0 - std::abs(away) / 2.5);
             Length& width = figures.widths[k - first];
             width = width * (1.0 + (scale - 1.0) * part);
           }
           return setZone(*edited, lining, zone, figures);
         }});
  }

  /// The row of a measure that is worst among the lower half of the strakes; null where there is none.
  const Weighed* worstBelow(Measure measure) const {
    const Weighed* worst = nullptr;
    for (const Weighed& row : m_weighing.rows) {
      if (row.measure != measure || 2 * row.strake + 1 >= m_lining.strakeCount()) continue;
      if (worst == nullptr || row.beyond > worst->beyond || (row.beyond == worst->beyond && row.value < worst->value))
        worst = &row;
    }
    return worst;
  }

  /// Two strakes into one where the narrowest end of the lower ones is: a joint in the topsides is looked at from the
  /// dock as long as she floats.
  void stealer() {
    const Weighed* narrow = worstBelow(Measure::HoodEnd);
    if (narrow == nullptr) narrow = worstBelow(Measure::EndRatio);
    if (narrow == nullptr || m_lining.strakeCount() < 5) return;
    const std::size_t strake = narrow->strake;
    const bool bow = m_lining.endWidthMm(strake, true) <= m_lining.endWidthMm(strake, false);
    const std::size_t line = m_lining.strakes[strake].upper;
    if (m_lining.lines[line].isGuide) return;
    m_changes.push_back({Trade::say("strakes %1 and %2 into one at the %3", line, line + 1, nameWords(end(bow).name)),
                         {Measure::HoodEnd, Measure::EndRatio},
                         false,
                         [line, bow](const Book& book, const Lining& lining) -> Result<Book> {
                           if (line >= lining.lines.size()) return fail(Fault::LineUnknown, {}, {std::to_string(line)});
                           Stealer joint;
                           joint.line = lining.lines[line].id;
                           joint.towardsBow = bow;
                           const double t = (bow ? jointIn : 1.0 - jointIn) * lining.frame.lastT();
                           joint.at = millimetres(lining.point(line, t).x());
                           return setStealer(book, lining, joint);
                         }});
  }

  /// The upper line of the strake that is worst, moved so that it is narrower there; of a jump, to between.
  void worstMark(Measure measure) {
    const Weighed* worst = nullptr;
    for (const Weighed& row : m_weighing.rows) {
      if (row.measure != measure || !row.verdict || !row.section) continue;
      if (worst == nullptr || *row.verdict > *worst->verdict ||
          (*row.verdict == *worst->verdict && row.beyond > worst->beyond))
        worst = &row;
    }
    if (worst == nullptr) return;
    // The land of a strake is worst where the one above leans off: it is that one which is made narrower.
    const bool land = measure == Measure::LandLeft;
    const std::size_t line = m_lining.strakes[worst->strake].upper;
    if (line + 1 >= m_lining.lines.size() || m_lining.lines[line].isGuide) return;
    const Length by = m_book.settings.notation == Notation::Millimetres ? millimetres(6.0) : inches(0.25);
    const std::size_t section = *worst->section;
    const bool up = (measure == Measure::Step && worst->value < 1.0) || land;
    m_changes.push_back({up ? Trade::say("line %1, up %2 at %3", line, said(by.mm()),
                                         nameWords(m_lining.frame.hull().sections[section].name))
                            : Trade::say("line %1, down %2 at %3", line, said(by.mm()),
                                         nameWords(m_lining.frame.hull().sections[section].name)),
                         {measure},
                         false,
                         [line, section, by, up](const Book& book, const Lining& lining) -> Result<Book> {
                           if (line + 1 >= lining.lines.size())
                             return fail(Fault::LineUnknown, {}, {std::to_string(line)});
                           const double girth = std::max(lining.frame.girthMm(section), 1.0);
                           const double share =
                               lining.lines[line].shares[section] + (up ? 1.0 : -1.0) * by.mm() / girth;
                           return moveMark(book, lining, line, section, share);
                         }});
  }

  static bool canBeLetGo(const LiningPlan& plan, const MovedMark& mark) {
    return !mark.locked && plan.guideOf(mark.line) == nullptr;
  }

  void letGo() {
    if (std::none_of(plan().moved.begin(), plan().moved.end(),
                     [this](const MovedMark& mark) { return canBeLetGo(plan(), mark); }))
      return;
    m_changes.push_back({Trade::say("marks moved by hand let go"),
                         {Measure::Step, Measure::Sny, Measure::EndRatio},
                         false,
                         [](const Book& book, const Lining& lining) -> Result<Book> {
                           Book edited = book;
                           if (LiningPlan* of = edited.findPlan(lining.plan))
                             std::erase_if(of->moved, [of](const MovedMark& mark) { return canBeLetGo(*of, mark); });
                           return edited;
                         }});
  }

  const Book& m_book;
  const Lining& m_lining;
  const Weighing& m_weighing;
  BoatSide m_side;
  std::vector<PlanChange> m_changes;
};

}  // namespace

std::vector<PlanChange> planChanges(const Book& book, const Lining& lining, const Weighing& weighing, BoatSide side) {
  return Changes(book, lining, weighing, side).all();
}

std::vector<TriedChange> tryChanges(const Book& book, BoatSide side, const std::vector<PlanChange>& changes,
                                    const std::shared_ptr<const PlanWeighed>& now, const std::stop_token& stop) {
  std::vector<TriedChange> tried;
  const auto ids = sectionIds(book, now->lining.frame.hull());
  const WeighingFigures figures = weighingFigures(book);
  for (const PlanChange& change : changes) {
    if (stop.stop_requested()) return {};
    const auto edited = change.make(book, now->lining);
    if (!edited || edited->planOf(side) == book.planOf(side)) continue;
    const auto would = weighPlan(now->lining.frame, edited->planOf(side), ids, figures, quickStrip, now.get(), stop);
    if (would) tried.push_back({change, *would});
  }
  if (stop.stop_requested()) return {};
  return tried;
}

}  // namespace narrows
