#include "advice/reline.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "book/lining_edits.h"
#include "curve/fair_function.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// A difference of less is none: mm, and as a share of the girth.
constexpr double noDifferenceMm = 1e-9, noDifference = 1e-12;

/// How far off a hung edge lies along the strake, mm: between the stations measured as a batten lies, from the first
/// and the last of them out to nothing at the strake's ends, without going further off on the way.
class HungCourse {
 public:
  /// `nails`: mm by section parameter, in order, one or more.
  HungCourse(const RowLength& row, const std::vector<CurveNail>& nails, SurfaceReach reach) : m_row(row) {
    std::vector<double> places, offs;
    for (const CurveNail& nail : nails) places.push_back(row.at(nail.t)), offs.push_back(nail.share);
    m_from = row.at(reach.fromT), m_to = row.at(reach.toT);
    m_first = places.front(), m_last = places.back();
    m_firstOff = offs.front(), m_lastOff = offs.back();
    if (nails.size() < 2) return;
    m_batten = FairFunction(places, offs);
    constexpr double little = 1.0;  // mm
    m_firstSlope = (m_batten(m_first + little) - m_firstOff) / little;
    m_lastSlope = (m_lastOff - m_batten(m_last - little)) / little;
    m_isBatten = true;
  }

  double at(double t) const {
    const double s = m_row.at(t);
    if (s < m_first) return runOut(m_firstOff, -m_firstSlope, m_first - m_from, m_first - s);
    if (s > m_last) return runOut(m_lastOff, m_lastSlope, m_to - m_last, s - m_last);
    return m_isBatten ? m_batten(s) : m_firstOff;
  }

 private:
  /// From an offset and a slope away from it to nothing, level, `over` so much; `gone` of it.
  static double runOut(double off, double slope, double over, double gone) {
    if (over <= 0.0) return off;
    const double u = std::clamp(gone / over, 0.0, 1.0);
    // No steeper than stays on its side of nothing, and hardly away from it.
    const double towards = 3.0 * std::abs(off) / over, away = 0.5 * std::abs(off) / over;
    const double kept = off >= 0.0 ? std::clamp(slope, -towards, away) : std::clamp(slope, -away, towards);
    return off * (1.0 + u * u * (2.0 * u - 3.0)) + kept * over * u * (1.0 - u) * (1.0 - u);
  }

  const RowLength& m_row;
  FairFunction m_batten;
  bool m_isBatten = false;
  double m_from = 0.0, m_to = 0.0, m_first = 0.0, m_last = 0.0;
  double m_firstOff = 0.0, m_lastOff = 0.0, m_firstSlope = 0.0, m_lastSlope = 0.0;
};

/// Lines off again above the hung strakes of one side.
class Reliner {
 public:
  Reliner(const Lining& lining, const LiningPlan& plan, const std::vector<StationId>& ids)
      : m_lining(lining), m_ids(ids), m_plan(plan), m_moves(lining.lines.size()) {}

  Result<LiningPlan> make(const std::vector<HungEdge>& edges) {
    for (const HungEdge& edge : edges) measure(edge);
    if (!m_problems.empty()) return tl::make_unexpected(m_problems);
    if (m_hung.empty()) return m_plan;
    betweenHung();
    above(*std::prev(m_hung.end()));
    for (std::size_t line = 1; line + 1 < m_lining.lines.size(); ++line) nail(line);
    return m_plan;
  }

 private:
  std::size_t sectionCount() const { return m_lining.frame.sectionCount(); }
  double share(std::size_t line, std::size_t section) const { return m_lining.lines[line].shares[section]; }

  void measure(const HungEdge& edge) {
    const auto strake = static_cast<std::size_t>(edge.strake - 1);
    if (strake >= m_lining.strakeCount())
      return problem(Fault::StrakeUnknown, edge.line, 2,
                     {std::to_string(edge.strake), std::to_string(m_lining.strakeCount())});
    const std::size_t line = m_lining.strakes[strake].upper;
    if (line + 1 >= m_lining.lines.size())
      return problem(Fault::HungSheer, edge.line, 2, {std::to_string(edge.strake)});
    std::vector<CurveNail> nails;
    for (const HungReading& reading : edge.readings) {
      const auto at = sectionNamed(reading);
      if (!at) continue;
      const double girth = m_lining.frame.girthMm(*at);
      const double below = (share(line - 1, *at) - share(line, *at)) * girth + leastStrakeWidthMm;
      const std::size_t guard = guardAbove(line, *at);
      // What is guarded leaves room for so much; and no plank lands a whole strake off: that is a slip of the tape.
      const double room =
          (share(guard, *at) - share(line, *at)) * girth - leastStrakeWidthMm * static_cast<double>(guard - line);
      const double above = std::min(room, (share(line + 1, *at) - share(line, *at)) * girth - leastStrakeWidthMm);
      if (reading.off.mm() < below || reading.off.mm() > above) {
        problem(Fault::HungOutside, reading.line, 3,
                {Trade::say("strake %1 at %2", edge.strake, reading.station), said(reading.off.mm()),
                 saidAtLeast(below), saidAtMost(above)});
        continue;
      }
      nails.push_back({static_cast<double>(*at), reading.off.mm()});
    }
    std::sort(nails.begin(), nails.end(), [](const CurveNail& a, const CurveNail& b) { return a.t < b.t; });
    m_hung.insert(line);
    if (std::all_of(nails.begin(), nails.end(), [](const CurveNail& n) { return std::abs(n.share) < noDifferenceMm; }))
      return;
    const SurfaceReach reach = m_lining.strakes[strake].reach;
    const double along = static_cast<double>(line) / static_cast<double>(m_plan.strakes.size());
    const auto row = m_lining.frame.rowLength(along);
    const HungCourse course(*row, nails, reach);
    m_moves[line].assign(sectionCount(), 0.0);
    for (std::size_t i = 0; i < sectionCount(); ++i) {
      const auto t = static_cast<double>(i);
      if (reach.holds(t)) m_moves[line][i] = course.at(t) / std::max(m_lining.frame.girthMm(i), 1.0);
    }
    for (const CurveNail& nail : nails) {
      const auto i = static_cast<std::size_t>(std::lround(nail.t));
      if (std::abs(nail.t - static_cast<double>(i)) < 1e-9)
        m_moves[line][i] = nail.share / std::max(m_lining.frame.girthMm(i), 1.0);
    }
  }

  std::optional<std::size_t> sectionNamed(const HungReading& reading) {
    std::string names;
    const auto& sections = m_lining.frame.hull().sections;
    for (std::size_t i = 0; i < sections.size(); ++i) {
      if (sections[i].name == reading.station) return i;
      names += (names.empty() ? "" : ", ") + sections[i].name;
    }
    problem(Fault::StationUnknown, reading.line, 2, {reading.station, names});
    return std::nullopt;
  }

  void problem(Fault fault, int line, int field, std::vector<Say> says) {
    m_problems.push_back({fault, {line, line > 0 ? field : 0, {}}, std::move(says)});
  }

  bool isGuard(std::size_t line, std::size_t section) const {
    if (line + 1 >= m_lining.lines.size()) return true;
    const LineId id = m_plan.lines[line];
    if (const Guide* guide = m_plan.guideOf(id))
      if (guide->locked || (guide->kind != GuideKind::Batten && guide->kind != GuideKind::HungEdge)) return true;
    return std::any_of(m_plan.moved.begin(), m_plan.moved.end(), [&](const MovedMark& mark) {
      return mark.line == id && mark.station == m_ids[section] && mark.locked;
    });
  }

  /// The line, above one, that holds at a section whatever moves below it.
  std::size_t guardAbove(std::size_t line, std::size_t section) const {
    std::size_t guard = line + 1;
    while (!isGuard(guard, section)) ++guard;
    return guard;
  }

  /// Strakes that hang between two that were measured.
  void betweenHung() {
    for (auto low = m_hung.begin(); std::next(low) != m_hung.end(); ++low) {
      const std::size_t a = *low, b = *std::next(low);
      if (m_moves[a].empty() && m_moves[b].empty()) continue;
      for (std::size_t line = a + 1; line < b; ++line) {
        m_moves[line].assign(sectionCount(), 0.0);
        for (std::size_t i = 0; i < sectionCount(); ++i) {
          const double part = (share(line, i) - share(a, i)) / std::max(share(b, i) - share(a, i), 1e-9);
          m_moves[line][i] = (1.0 - part) * moved(a, i) + part * moved(b, i);
        }
      }
    }
  }

  double moved(std::size_t line, std::size_t section) const {
    return m_moves[line].empty() ? 0.0 : m_moves[line][section];
  }

  void above(std::size_t hung) {
    if (m_moves[hung].empty()) return;
    for (std::size_t i = 0; i < sectionCount(); ++i) {
      const std::size_t guard = guardAbove(hung, i);
      for (std::size_t line = hung + 1; line < guard; ++line) {
        if (m_moves[line].empty()) m_moves[line].assign(sectionCount(), 0.0);
        m_moves[line][i] = m_moves[hung][i] * spread(hung, line, guard, i);
      }
    }
  }

  /// How much of the difference a line takes.
  double spread(std::size_t hung, std::size_t line, std::size_t guard, std::size_t section) const {
    const std::size_t zone = m_plan.zoneOf(hung);  // the strake above the hung line lies in it
    const auto [first, last] = m_plan.span(zone);
    const Zone& of = m_plan.zones[zone];
    if (of.rule == LiningRule::Parallel && line < last) return of.fromAbove ? 0.0 : 1.0;
    return (share(guard, section) - share(line, section)) /
           std::max(share(guard, section) - share(hung, section), 1e-9);
  }

  /// The marks that hold a line to its new course.
  void nail(std::size_t line) {
    if (m_moves[line].empty()) return;
    const bool hung = m_hung.contains(line);
    const LineId id = m_plan.lines[line];
    for (std::size_t i = 0; i < sectionCount(); ++i) {
      const StationId station = m_ids[i];
      const auto mark = std::find_if(m_plan.moved.begin(), m_plan.moved.end(),
                                     [&](const MovedMark& one) { return one.line == id && one.station == station; });
      const bool end = i == 0 || i + 1 == sectionCount();
      if (end && std::abs(m_moves[line][i]) < noDifference && mark == m_plan.moved.end()) continue;
      const double to = share(line, i) + m_moves[line][i];
      if (mark == m_plan.moved.end()) {
        m_plan.moved.push_back({id, station, to});
        m_plan.moved.back().locked = hung;
      } else if (hung || !mark->locked) {
        mark->share = to;
        mark->measured.reset();
        mark->locked = hung;
      }
    }
  }

  const Lining& m_lining;
  const std::vector<StationId>& m_ids;
  LiningPlan m_plan;
  std::vector<std::vector<double>> m_moves;  ///< of each line at each section; empty where it does not move
  std::set<std::size_t> m_hung;              ///< lines
  Problems m_problems;
};

}  // namespace

Result<LiningPlan> reline(const Lining& lining, const LiningPlan& plan, const std::vector<StationId>& sectionIds,
                          const std::vector<HungEdge>& edges) {
  return Reliner(lining, plan, sectionIds).make(edges);
}

namespace {

/// A plan with the courses of another, its own ids and name.
void takeCourses(LiningPlan& into, const LiningPlan& from) {
  std::map<LineId, LineId> lines;
  for (std::size_t i = 0; i < into.lines.size(); ++i) lines[from.lines[i]] = into.lines[i];
  into.moved = from.moved;
  for (MovedMark& mark : into.moved) mark.line = lines.at(mark.line);
}

Result<Lining> linedOff(const Book& book, const Lining& like, const LiningPlan& plan) {
  return lineOff(like.frame, plan, sectionIds(book, like.frame.hull()), plankingFigures(book));
}

}  // namespace

const HungStrake* hungLast(const Book& book, BoatSide side) {
  for (auto it = book.hung.rbegin(); it != book.hung.rend(); ++it) {
    if (it->side == side && it->to == book.planOf(side).id) return &*it;
  }
  return nullptr;
}

Result<Book> relineSide(const Book& book, const Lining& lining, BoatSide side, const std::vector<HungEdge>& edges,
                        const std::string& name, const std::string& when) {
  const LiningPlan& plan = book.planOf(side);
  auto made = reline(lining, plan, sectionIds(book, lining.frame.hull()), edges);
  if (!made) return tl::make_unexpected(made.error());
  if (const auto lined = linedOff(book, lining, *made); !lined) return tl::make_unexpected(lined.error());
  PlanId id;
  auto edited =
      addPlan(book, *made, freePlanName(book, name.empty() ? Trade::say("%1, as hung", plan.name) : name), &id);
  if (edited) edited = setBoatPlan(*edited, side, id);
  if (!edited) return edited;
  for (const HungEdge& edge : edges) edited->hung.push_back({side, edge.strake, plan.id, id, when, edge.readings});
  for (HungStrake& one : edited->hung) {
    for (HungReading& reading : one.readings) reading.line = 0;
  }
  return edited;
}

Result<Book> measureHungEdge(const Book& book, const Lining& lining, BoatSide side, int strake, std::size_t section,
                             std::optional<Length> off, const std::string& when) {
  const std::string& station = lining.frame.hull().sections[section].name;
  const auto with = [&](std::vector<HungReading> readings) {
    std::erase_if(readings, [&](const HungReading& one) { return one.station == station; });
    if (off) readings.push_back({station, *off});
    return readings;
  };
  const HungStrake* last = hungLast(book, side);
  if (last != nullptr && last->strake > strake)
    return fail(Fault::HungOutOfOrder, {},
                {std::to_string(strake), std::to_string(last->strake), Trade::say("the book")});
  if (last != nullptr && last->strake == strake) {
    const LiningPlan* from = book.findPlan(last->from);
    const auto ids = sectionIds(book, lining.frame.hull());
    const auto planned = from == nullptr ? Result<Lining>(fail(Fault::PlanUnknown)) : linedOff(book, lining, *from);
    // Where the plan was changed by hand since, the measurement begins afresh from it.
    const auto before = planned ? reline(*planned, *from, ids, {{strake, side, last->readings}})
                                : Result<LiningPlan>(tl::make_unexpected(planned.error()));
    const LiningPlan* now = &book.planOf(side);
    bool same = before && before->lines.size() == now->lines.size();
    if (same) {
      LiningPlan derived = *now;
      takeCourses(derived, *before);
      same = derived == *now;
    }
    if (same) {
      const auto made = reline(*planned, *from, ids, {{strake, side, with(last->readings)}});
      if (!made) return tl::make_unexpected(made.error());
      Book edited = book;
      takeCourses(edited.planOf(side), *made);
      const auto at = static_cast<std::size_t>(last - book.hung.data());
      edited.hung[at].readings = with(last->readings);
      edited.hung[at].when = when;
      if (const auto lined = linedOff(edited, lining, edited.planOf(side)); !lined)
        return tl::make_unexpected(lined.error());
      return edited;
    }
  }
  if (!off) return book;
  return relineSide(book, lining, side, {{strake, side, with({})}},
                    Trade::say("%1, strake %2 hung", book.planOf(side).name, strake), when);
}

}  // namespace narrows
