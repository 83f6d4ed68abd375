#include "book/lining_edits.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "lining/guide_through.h"
#include "lining/look_at_joints.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Halvings towards the nearest place something dragged can be: of a mark, and of a guide, whose every try runs all its
/// length.
constexpr int halvings = 10, guideHalvings = 6;

LiningPlan& planIn(Book& book, PlanId plan) {
  LiningPlan* found = book.findPlan(plan);
  return found != nullptr ? *found : book.boatPlan();
}

/// The book where its plan can be lined off.
Result<Book> tried(Book edited, const Lining& lining) {
  const auto after = lineOff(lining.frame, planIn(edited, lining.plan), sectionIds(edited, lining.frame.hull()),
                             plankingFigures(edited));
  if (!after) return tl::make_unexpected(after.error());
  return edited;
}

/// Lines of a zone that are nailed anywhere are nailed at the master station to the widths chosen there: a batten held
/// elsewhere would carry them off.
void nailAtMaster(LiningPlan& plan, const Lining& lining, std::size_t zone, StationId master) {
  const auto parts = ruleShares(plan, zone);
  if (!parts) return;
  const auto [first, last] = plan.span(zone);
  const double low = lining.lines[first].shares[lining.master], high = lining.lines[last].shares[lining.master];
  for (std::size_t k = first + 1; k < last; ++k) {
    const LineId line = plan.lines[k];
    std::erase_if(plan.moved,
                  [&](const MovedMark& mark) { return mark.station == master && mark.line == line && !mark.locked; });
    const bool nailed =
        std::any_of(plan.moved.begin(), plan.moved.end(), [line](const MovedMark& mark) { return mark.line == line; });
    if (nailed) plan.moved.push_back({line, master, low + (*parts)[k - first] * (high - low)});
  }
}

void shareOut(std::vector<Length>& widths, std::size_t count) {
  if (widths.empty()) return;
  // The new widths follow the run of the old ones, from the lowest up.
  std::vector<Length> spread;
  const double last = static_cast<double>(widths.size()) - 1.0;
  for (std::size_t k = 0; k < count; ++k) {
    const double place = count > 1 ? last * static_cast<double>(k) / static_cast<double>(count - 1) : 0.0;
    const auto below = static_cast<std::size_t>(std::min(std::floor(place), std::max(0.0, last - 1.0)));
    const double part = place - static_cast<double>(below);
    const Length above = widths[std::min(below + 1, widths.size() - 1)];
    spread.push_back(widths[below] * (1.0 - part) + above * part);
  }
  widths = spread;
}

const MovedMark* markAt(const LiningPlan& plan, LineId line, StationId station) {
  const auto found = std::find_if(plan.moved.begin(), plan.moved.end(),
                                  [&](const MovedMark& m) { return m.line == line && m.station == station; });
  return found == plan.moved.end() ? nullptr : &*found;
}

/// A mark of a plan that holds where it lies, or is let be moved again; nailed at `share` where it was not.
void lockAt(LiningPlan& plan, LineId line, StationId station, double share, bool locked) {
  if (markAt(plan, line, station) == nullptr) plan.moved.push_back({line, station, share});
  for (MovedMark& mark : plan.moved) {
    if (mark.line == line && mark.station == station) mark.locked = locked;
  }
}

tl::unexpected<Problems> locked(const std::string& what) {
  return fail(Fault::WidthsDoNotFit, {}, {Trade::say("%1 is locked; unlock it to move it.", what)});
}

double mixed(double a, double b, double part) {
  return a + part * (b - a);
}
Length mixed(Length a, Length b, double part) {
  return a * (1.0 - part) + b * part;
}

}  // namespace

Result<Book> setZoneCount(const Book& book, PlanId planId, std::size_t zone, int count) {
  Book edited = book;
  LiningPlan& plan = planIn(edited, planId);
  require(zone < plan.zones.size(), "a zone of this plan");
  const std::size_t first = plan.span(zone).first, last = plan.span(zone).second;
  const std::size_t now = last - first;
  const int total = static_cast<int>(plan.strakes.size()) + count - static_cast<int>(now);
  if (count < 1 || total < fewestStrakes || total > mostStrakes)
    return fail(Fault::StrakeCount, {}, {std::to_string(total)});
  const auto wanted = static_cast<std::size_t>(count);
  if (wanted == now) return edited;
  shareOut(plan.zones[zone].widths, wanted);
  plan.bow.widths.clear(), plan.stern.widths.clear();
  if (plan.zones[zone].rule == LiningRule::Parallel && wanted == 1) plan.zones[zone].rule = LiningRule::Equal;
  std::erase_if(plan.moved, [&](const MovedMark& mark) { return !mark.locked && plan.guideOf(mark.line) == nullptr; });
  std::erase_if(plan.stealers, [&](const Stealer& stealer) {
    const std::size_t line = plan.placeOf(stealer.line);
    return line > first && line < last;
  });
  // The uppermost strake of the zone and its line stay what they are; strakes come and go below them.
  const auto at = [](std::size_t place) { return static_cast<std::ptrdiff_t>(place); };
  for (std::size_t k = now; k > wanted; --k) {
    const std::size_t strake = k > 1 ? first + k - 2 : first;
    const LineId gone = plan.lines[first + k - 1];
    std::erase_if(plan.moved, [gone](const MovedMark& mark) { return mark.line == gone; });
    std::erase_if(plan.woods, [&](const StrakeSpecies& t) { return t.strake == plan.strakes[strake]; });
    plan.strakes.erase(plan.strakes.begin() + at(strake));
    plan.lines.erase(plan.lines.begin() + at(first + k - 1));
  }
  for (std::size_t k = now; k < wanted; ++k) {
    plan.strakes.insert(plan.strakes.begin() + at(first + k - 1), StrakeId{edited.nextId++});
    plan.lines.insert(plan.lines.begin() + at(first + k), LineId{edited.nextId++});
  }
  return edited;
}

namespace {

/// So many strakes in all: they come and go in the zone that has most, of those from one on.
Result<Book> setCountFrom(const Book& book, const LiningPlan& plan, std::size_t from, int count) {
  if (count < fewestStrakes || count > mostStrakes) return fail(Fault::StrakeCount, {}, {std::to_string(count)});
  const auto held = [&](std::size_t zone) { return plan.span(zone).second - plan.span(zone).first; };
  std::size_t fullest = from;
  for (std::size_t zone = from + 1; zone < plan.zones.size(); ++zone) {
    if (held(zone) > held(fullest)) fullest = zone;
  }
  const int others = static_cast<int>(plan.strakes.size() - held(fullest));
  if (count - others < 1) return fail(Fault::StrakeCount, {}, {std::to_string(count)});
  return setZoneCount(book, plan.id, fullest, count - others);
}

}  // namespace

Result<Book> setStrakeCount(const Book& book, int count, PlanId planId) {
  const LiningPlan* named = book.findPlan(planId);
  const LiningPlan& plan = named != nullptr ? *named : book.boatPlan();
  std::size_t aboveHung = 0;
  for (std::size_t guide = 0; guide < plan.guides.size(); ++guide) {
    if (plan.guides[guide].kind == GuideKind::HungEdge) aboveHung = guide + 1;
  }
  return setCountFrom(book, plan, aboveHung, count);
}

std::size_t hungLine(const Book& book, const Lining& lining) {
  std::size_t line = 0;
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    if (book.planOf(side).id != lining.plan) continue;
    std::set<int> logged;
    for (const HangingEntry& entry : book.log) {
      if (entry.side == side && entry.step == HangingStep::Hung && !entry.spoiled) logged.insert(entry.strake);
    }
    int hung = 0;
    while (logged.contains(hung + 1)) ++hung;
    for (const HungStrake& one : book.hung) {
      if (one.side == side && one.to == lining.plan && !one.readings.empty()) hung = std::max(hung, one.strake);
    }
    for (std::size_t k = 0; k < std::min(static_cast<std::size_t>(hung), lining.strakeCount()); ++k)
      line = std::max(line, lining.strakes[k].upper);
  }
  return line;
}

Result<Book> setStrakeCountAboveHung(const Book& book, const Lining& lining, int count) {
  const std::size_t line = hungLine(book, lining);
  const bool isOfPlan =
      book.findPlan(lining.plan) != nullptr && book.findPlan(lining.plan)->lines.size() == lining.lines.size();
  if (line == 0 || line + 1 >= lining.lines.size() || !isOfPlan) return setStrakeCount(book, count, lining.plan);
  Book held = book;
  const std::vector<StationId> ids = sectionIds(held, lining.frame.hull());
  for (std::size_t below = 1; below <= line; ++below) {
    const PlankLine& hung = lining.lines[below];
    for (std::size_t section = 0; section < ids.size(); ++section)
      lockAt(planIn(held, lining.plan), hung.id, ids[section], hung.shares[section], true);
  }
  if (planIn(held, lining.plan).guideOf(lining.lines[line].id) == nullptr) {
    Guide guide;
    guide.name = Trade::say("as hung");
    guide.kind = GuideKind::HungEdge;
    auto guided = addGuide(held, lining, line, guide);
    if (!guided) return guided;
    held = std::move(*guided);
  }
  const LiningPlan& plan = planIn(held, lining.plan);
  return setCountFrom(held, plan, plan.zoneOf(line), count);
}

Result<Book> setRule(const Book& book, const Lining& lining, LiningRule rule, std::size_t zone) {
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  require(zone < plan.zones.size(), "a zone of this plan");
  Zone& of = plan.zones[zone];
  const auto span = plan.span(zone);
  const std::size_t count = span.second - span.first;
  of.rule = rule;
  if (rule == LiningRule::Diminishing && of.widths.size() != count) of.widths = lining.chosenWidths(span);
  if (rule == LiningRule::Parallel) {
    if (count < 2)
      return fail(Fault::WidthsDoNotFit, {}, {Trade::say("one strake has no other to run parallel with.")});
    if (!(of.width.mm() > 0.0)) of.width = lining.chosenWidths(span)[of.fromAbove ? count - 1 : 0];
    // Kept as far towards the ends as it leaves the last strake half a width.
    const std::vector<StationId> ids = sectionIds(edited, lining.frame.hull());
    const auto fits = [&](std::size_t i) {
      const double room =
          (lining.lines[span.second].shares[i] - lining.lines[span.first].shares[i]) * lining.frame.girthMm(i);
      return room >= of.width.mm() * (static_cast<double>(count) - 0.5);
    };
    std::size_t from = lining.master, to = lining.master;
    while (from > 0 && fits(from - 1)) --from;
    while (to + 1 < ids.size() && fits(to + 1)) ++to;
    if (from == to && to + 1 < ids.size()) ++to;
    of.from = ids[from], of.to = ids[to];
  }
  return tried(std::move(edited), lining);
}

Result<Book> setZone(const Book& book, const Lining& lining, std::size_t zone, const Zone& figures) {
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  require(zone < plan.zones.size(), "a zone of this plan");
  const LiningRule rule = plan.zones[zone].rule;
  plan.zones[zone] = figures;
  plan.zones[zone].rule = rule;
  return tried(std::move(edited), lining);
}

Result<Book> setMaster(const Book& book, StationId master, PlanId plan) {
  Book edited = book;
  planIn(edited, plan).master = master;
  return edited;
}

Result<Book> setWidth(const Book& book, const Lining& lining, std::size_t strake, Length width) {
  require(strake < lining.strakeCount(), "a strake of this lining");
  const std::size_t lower = lining.strakes[strake].lower;
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  if (lining.strakes[strake].upper != lower + 1)
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("this strake is as wide as the two that run into it; change theirs.")});
  const std::size_t zone = plan.zoneOf(lower);
  const auto span = plan.span(zone);
  const std::vector<Length> now = lining.chosenWidths(span);
  double room = 0.0;
  for (const Length one : now) room += one.mm();
  const double others = room - now[lower - span.first].mm();
  const double left = room - width.mm();
  const double least = leastStrakeWidthMm * static_cast<double>(now.size() - 1);
  if (width.mm() < leastStrakeWidthMm) return fail(Fault::WidthNotPositive, {}, {said(width.mm())});
  if (now.size() == 1)
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("this strake lies alone between two guides; move one of them.")});
  if (left < least || others <= 0.0) {
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("strake %1 at %2 leaves nothing for the others of a girth of %3; up to %4 goes.",
                            strake + 1, said(width.mm()), said(room), saidAtMost(std::max(room - least, 0.0)))});
  }
  Zone& of = plan.zones[zone];
  of.rule = LiningRule::Diminishing;
  of.widths.clear();
  for (std::size_t k = 0; k < now.size(); ++k)
    of.widths.push_back(span.first + k == lower ? width : now[k] * (left / others));
  nailAtMaster(plan, lining, zone, sectionIds(book, lining.frame.hull())[lining.master]);
  return edited;
}

double nearestFreeShare(const Lining& lining, std::size_t line, std::size_t section, double share) {
  const double gap = leastStrakeWidthMm / std::max(lining.frame.girthMm(section), 1.0);
  std::size_t below = line - 1, above = line + 1;
  while (below > 0 && !lining.lines[below].isAt(section)) --below;
  while (above + 1 < lining.lines.size() && !lining.lines[above].isAt(section)) ++above;
  const double low = lining.lines[below].shares[section] + gap;
  const double high = lining.lines[above].shares[section] - gap;
  return low < high ? std::clamp(share, low, high) : lining.lines[line].shares[section];
}

Result<Book> moveMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share) {
  if (line == 0 || line + 1 >= lining.lines.size()) return fail(Fault::LineUnknown, {}, {std::to_string(line)});
  require(section < lining.frame.sectionCount(), "a section of this lining");
  const LineId id = lining.lines[line].id;
  const std::vector<StationId> ids = sectionIds(book, lining.frame.hull());
  const LiningPlan* plan = book.findPlan(lining.plan);
  if (plan == nullptr) return fail(Fault::LineUnknown, {}, {std::to_string(line)});
  if (const Guide* guide = plan->guideOf(id); guide != nullptr && guide->locked) return locked(guide->name);
  if (const MovedMark* mark = markAt(*plan, id, ids[section]); mark != nullptr && mark->locked)
    return locked(Trade::say("this mark"));
  if (!lining.lines[line].isAt(section)) {
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("line %1 has ended before %2.", line, lining.frame.hull().sections[section].name)});
  }
  if (nearestFreeShare(lining, line, section, share) != share) {
    const double girth = lining.frame.girthMm(section);
    const auto up = [&](std::size_t k) { return lining.lines[k].shares[section] * girth; };
    return fail(Fault::MarkOutside, {0, 0, Trade::say("station %1", lining.frame.hull().sections[section].name)},
                {saidAtLeast(up(line - 1)), saidAtMost(up(line + 1))});
  }
  if (const Guide* guide = plan->guideOf(id)) {
    const auto through = guideThrough(lining, *plan, ids, *guide, section, share);
    if (through) return setGuide(book, lining, static_cast<std::size_t>(guide - plan->guides.data()), *through);
  }
  Book edited = letGoMark(book, id, ids[section]);
  planIn(edited, lining.plan).moved.push_back({id, ids[section], share});
  return tried(std::move(edited), lining);
}

Result<Book> nailMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section) {
  if (line == 0 || line + 1 >= lining.lines.size()) return fail(Fault::LineUnknown, {}, {std::to_string(line)});
  const StationId station = sectionIds(book, lining.frame.hull())[section];
  Book edited = letGoMark(book, lining.lines[line].id, station);
  LiningPlan& plan = planIn(edited, lining.plan);
  if (markAt(plan, lining.lines[line].id, station) == nullptr)
    plan.moved.push_back({lining.lines[line].id, station, lining.lines[line].shares[section]});
  return tried(std::move(edited), lining);
}

Result<Book> measureMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section,
                         Length measured) {
  require(section < lining.frame.sectionCount(), "a section of this lining");
  const double girth = lining.frame.girthMm(section);
  auto edited = moveMark(book, lining, line, section, girth > 0.0 ? measured.mm() / girth : 0.0);
  if (!edited) return edited;
  const StationId station = sectionIds(book, lining.frame.hull())[section];
  for (MovedMark& mark : planIn(*edited, lining.plan).moved) {
    if (mark.line == lining.lines[line].id && mark.station == station) mark.measured = measured;
  }
  return edited;
}

namespace {

/// Where a mark belongs to a guide with a course of its own that may be moved: which, and the course through the mark.
std::pair<std::size_t, std::optional<Guide>> guideDraggedTo(const Book& book, const Lining& lining, std::size_t line,
                                                            std::size_t section, double share) {
  const LiningPlan* plan = book.findPlan(lining.plan);
  if (plan == nullptr || line == 0 || line + 1 >= lining.lines.size() || !lining.lines[line].isAt(section))
    return {0, std::nullopt};
  const LineId id = lining.lines[line].id;
  const auto ids = sectionIds(book, lining.frame.hull());
  const Guide* guide = plan->guideOf(id);
  const MovedMark* mark = markAt(*plan, id, ids[section]);
  if (guide == nullptr || guide->locked || (mark != nullptr && mark->locked)) return {0, std::nullopt};
  return {static_cast<std::size_t>(guide - plan->guides.data()),
          guideThrough(lining, *plan, ids, *guide, section, share)};
}

}  // namespace

Book dragMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share) {
  double good = lining.lines[line].shares[section];
  double wanted = nearestFreeShare(lining, line, section, share);
  // A guide's new course is found once, and then gone as far towards as goes.
  if (const auto [guide, to] = guideDraggedTo(book, lining, line, section, wanted); to)
    return dragGuide(book, lining, guide, *to);
  auto edited = moveMark(book, lining, line, section, wanted);
  if (edited) return *edited;
  Book nearest = book;
  for (int i = 0; i < halvings; ++i) {
    const double middle = 0.5 * (good + wanted);
    edited = moveMark(book, lining, line, section, middle);
    (edited ? good : wanted) = middle;
    if (edited) nearest = *edited;
  }
  return nearest;
}

Book letGoMark(const Book& book, LineId line, StationId station) {
  Book edited = book;
  for (LiningPlan& plan : edited.plans) {
    std::erase_if(plan.moved,
                  [&](const MovedMark& mark) { return mark.line == line && mark.station == station && !mark.locked; });
  }
  return edited;
}

Book letGoLine(const Book& book, LineId line) {
  Book edited = book;
  for (LiningPlan& plan : edited.plans)
    std::erase_if(plan.moved, [&](const MovedMark& mark) { return mark.line == line && !mark.locked; });
  return edited;
}

Result<Book> lockMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, bool lock) {
  if (line == 0 || line + 1 >= lining.lines.size()) return fail(Fault::LineUnknown, {}, {std::to_string(line)});
  const StationId station = sectionIds(book, lining.frame.hull())[section];
  Book edited = book;
  lockAt(planIn(edited, lining.plan), lining.lines[line].id, station, lining.lines[line].shares[section], lock);
  return edited;
}

Result<Book> addGuide(const Book& book, const Lining& lining, std::size_t line, Guide guide) {
  if (line == 0 || line + 1 >= lining.lines.size()) return fail(Fault::LineUnknown, {}, {std::to_string(line)});
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  guide.line = plan.lines[line];
  if (plan.guideOf(guide.line) != nullptr)
    return fail(Fault::WidthsDoNotFit, {}, {Trade::say("line %1 is a guide already.", line)});
  const std::size_t zone = plan.zoneOf(line);
  const auto [first, last] = plan.span(zone);
  const Zone whole = plan.zones[zone];
  Zone below = whole, above = whole;
  if (whole.rule == LiningRule::Diminishing) {
    const auto cut = whole.widths.begin() + static_cast<std::ptrdiff_t>(line - first);
    below.widths.assign(whole.widths.begin(), cut);
    above.widths.assign(cut, whole.widths.end());
  } else {
    below.widths.clear(), above.widths.clear();
  }
  // What ran along a guide goes on along it; the other part is shared out evenly.
  if (whole.rule == LiningRule::Parallel) (whole.fromAbove ? below : above).rule = LiningRule::Equal;
  if (whole.rule == LiningRule::Abeam) below.rule = LiningRule::Equal;
  if (line - first == 1 && below.rule == LiningRule::Parallel) below.rule = LiningRule::Equal;
  if (last - line == 1 && above.rule == LiningRule::Parallel) above.rule = LiningRule::Equal;
  std::size_t place = 0;
  while (place < plan.guides.size() && plan.placeOf(plan.guides[place].line) < line) ++place;
  plan.guides.insert(plan.guides.begin() + static_cast<std::ptrdiff_t>(place), guide);
  plan.zones[zone] = below;
  plan.zones.insert(plan.zones.begin() + static_cast<std::ptrdiff_t>(zone + 1), above);
  std::erase_if(plan.stealers, [&](const Stealer& stealer) { return stealer.line == guide.line; });
  return tried(std::move(edited), lining);
}

Result<Book> setGuide(const Book& book, const Lining& lining, std::size_t guide, const Guide& to) {
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  require(guide < plan.guides.size(), "a guide of this plan");
  const LineId line = plan.guides[guide].line;
  plan.guides[guide] = to;
  plan.guides[guide].line = line;
  return tried(std::move(edited), lining);
}

Book dragGuide(const Book& book, const Lining& lining, std::size_t guide, const Guide& to) {
  if (auto edited = setGuide(book, lining, guide, to)) return *edited;
  const LiningPlan* plan = book.findPlan(lining.plan);
  if (plan == nullptr || guide >= plan->guides.size()) return book;
  const Guide& was = plan->guides[guide];
  double good = 0.0, wanted = 1.0;
  Book nearest = book;
  for (int i = 0; i < guideHalvings; ++i) {
    const double part = 0.5 * (good + wanted);
    Guide middle = to;
    middle.share = mixed(was.share, to.share, part);
    middle.heading = mixed(was.heading, to.heading, part);
    middle.sag = mixed(was.sag, to.sag, part);
    middle.height = mixed(was.height, to.height, part);
    middle.away = mixed(was.away, to.away, part);
    auto edited = setGuide(book, lining, guide, middle);
    (edited ? good : wanted) = part;
    if (edited) nearest = std::move(*edited);
  }
  return nearest;
}

Result<Book> removeGuide(const Book& book, const Lining& lining, std::size_t guide) {
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  require(guide < plan.guides.size(), "a guide of this plan");
  if (plan.guides[guide].locked) return locked(plan.guides[guide].name);
  const LineId gone = plan.guides[guide].line;
  Zone &below = plan.zones[guide], &above = plan.zones[guide + 1];
  if (below.rule == LiningRule::Diminishing || above.rule == LiningRule::Diminishing) {
    const std::pair<std::size_t, std::size_t> span{plan.span(guide).first, plan.span(guide + 1).second};
    below.rule = LiningRule::Diminishing;
    below.widths = lining.chosenWidths(span);
  } else if (below.rule != above.rule) {
    below.rule = LiningRule::Equal;
  }
  plan.zones.erase(plan.zones.begin() + static_cast<std::ptrdiff_t>(guide + 1));
  plan.guides.erase(plan.guides.begin() + static_cast<std::ptrdiff_t>(guide));
  std::erase_if(plan.moved, [gone](const MovedMark& mark) { return mark.line == gone && !mark.locked; });
  for (Guide& other : plan.guides) {
    if (other.kind == GuideKind::Parallel && other.of == gone) other.kind = GuideKind::Batten;
  }
  return tried(std::move(edited), lining);
}

Result<Book> setStealer(const Book& book, const Lining& lining, Stealer stealer) {
  if (book.table.construction == Construction::Carvel && stealer.joining != Joining::TwoIntoOne &&
      stealer.nib.mm() <= 0.0)
    return fail(Fault::FeatherEdge, {}, {said(usualNib.mm())});
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  (stealer.towardsBow ? plan.bow : plan.stern).widths.clear();
  const auto same = [&](const Stealer& one) {
    return one.line == stealer.line && one.towardsBow == stealer.towardsBow;
  };
  const auto old = std::find_if(plan.stealers.begin(), plan.stealers.end(), same);
  if (old != plan.stealers.end() && old->into.isSet()) stealer.into = old->into;
  if (stealer.joining == Joining::TwoIntoOne && !stealer.into.isSet()) stealer.into = {edited.nextId++};
  if (stealer.joining != Joining::TwoIntoOne) stealer.into = {};
  if (old != plan.stealers.end()) {
    *old = stealer;
  } else {
    plan.stealers.push_back(stealer);
  }
  return tried(std::move(edited), lining);
}

Result<Book> removeStealer(const Book& book, const Lining& lining, LineId line, bool towardsBow) {
  Book edited = book;
  std::erase_if(planIn(edited, lining.plan).stealers,
                [&](const Stealer& one) { return one.line == line && one.towardsBow == towardsBow; });
  return tried(std::move(edited), lining);
}

Result<Book> setEnd(const Book& book, const Lining& lining, bool bow, const EndPlan& end) {
  Book edited = book;
  LiningPlan& plan = planIn(edited, lining.plan);
  (bow ? plan.bow : plan.stern) = end;
  (bow ? plan.bow : plan.stern).even = std::clamp(end.even, 0.0, 1.0);
  for (const Length width : end.widths) {
    if (!(width.mm() > 0.0)) return fail(Fault::WidthNotPositive, {}, {said(width.mm())});
  }
  const std::size_t come = strakesAtEnd(plan, bow);
  if (!end.widths.empty() && end.widths.size() != come) {
    return fail(
        Fault::WidthsDoNotFit, {},
        {Trade::say("%1 widths for %2 strakes that come to this end: give one each.", end.widths.size(), come)});
  }
  return tried(std::move(edited), lining);
}

Book setStrakeSpecies(const Book& book, StrakeId strake, const std::string& species) {
  Book edited = book;
  for (LiningPlan& plan : edited.plans) {
    const bool merged = std::any_of(plan.stealers.begin(), plan.stealers.end(),
                                    [strake](const Stealer& one) { return one.into == strake; });
    if (!merged && std::find(plan.strakes.begin(), plan.strakes.end(), strake) == plan.strakes.end()) continue;
    std::erase_if(plan.woods, [strake](const StrakeSpecies& one) { return one.strake == strake; });
    if (!species.empty()) plan.woods.push_back({strake, species});
  }
  return edited;
}

Result<Book> setLapAt(const Book& book, PlanId planId, StationId station, std::optional<Length> lap) {
  if (lap && lap->mm() < 0.0) return fail(Fault::WidthNotPositive, {}, {said(lap->mm())});
  Book edited = book;
  LiningPlan& plan = planIn(edited, planId);
  std::erase_if(plan.laps, [station](const LapAt& one) { return one.station == station; });
  if (lap) plan.laps.push_back({station, *lap});
  return edited;
}

Book setLap(const Book& book, Length lap) {
  Book edited = book;
  edited.settings.lap = lap;
  return edited;
}

Book setWaterline(const Book& book, std::optional<Length> height) {
  Book edited = book;
  edited.settings.waterline = height;
  return edited;
}

std::string freePlanName(const Book& book, const std::string& wanted) {
  std::string name = wanted;
  for (int k = 2; book.findPlan(name) != nullptr; ++k) name = wanted + " " + std::to_string(k);
  return name;
}

Result<Book> addPlan(const Book& book, const LiningPlan& plan, const std::string& name, PlanId* made) {
  if (book.plans.size() >= mostPlans)
    return fail(Fault::WidthsDoNotFit, {}, {Trade::say("a book holds %1 plans; throw one away first.", mostPlans)});
  if (name.empty() || book.findPlan(name) != nullptr)
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("%1; give it another.", name.empty() ? Trade::say("a plan has no name")
                                                                 : Trade::say("there is a plan called %1", name))});
  Book edited = book;
  LiningPlan copy = plan;
  copy.id = {edited.nextId++};
  copy.name = name;
  std::map<LineId, LineId> lines;
  std::map<StrakeId, StrakeId> strakes;
  for (LineId& line : copy.lines) line = lines[line] = {edited.nextId++};
  for (StrakeId& strake : copy.strakes) strake = strakes[strake] = {edited.nextId++};
  for (Guide& guide : copy.guides) {
    guide.line = lines[guide.line];
    if (guide.of.isSet()) guide.of = lines[guide.of];
  }
  for (MovedMark& mark : copy.moved) mark.line = lines[mark.line];
  for (Stealer& stealer : copy.stealers) {
    stealer.line = lines[stealer.line];
    if (stealer.joining == Joining::TwoIntoOne) stealer.into = strakes[stealer.into] = {edited.nextId++};
  }
  for (StrakeSpecies& wood : copy.woods) wood.strake = strakes[wood.strake];
  if (made != nullptr) *made = copy.id;
  edited.plans.push_back(std::move(copy));
  return edited;
}

Result<Book> renamePlan(const Book& book, PlanId plan, const std::string& name) {
  const LiningPlan* other = book.findPlan(name);
  if (name.empty() || (other != nullptr && other->id != plan))
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("%1; give it another.", name.empty() ? Trade::say("a plan has no name")
                                                                 : Trade::say("there is a plan called %1", name))});
  Book edited = book;
  planIn(edited, plan).name = name;
  return edited;
}

Result<Book> removePlan(const Book& book, PlanId plan) {
  if (book.starboard == plan || book.port == plan)
    return fail(Fault::WidthsDoNotFit, {},
                {Trade::say("this plan is the boat's; make another hers on that side first.")});
  Book edited = book;
  std::erase_if(edited.plans, [plan](const LiningPlan& one) { return one.id == plan; });
  return edited;
}

Result<Book> setBoatPlan(const Book& book, BoatSide side, PlanId plan) {
  if (book.findPlan(plan) == nullptr) return fail(Fault::LineUnknown, {}, {Trade::say("that plan")});
  Book edited = book;
  (side == BoatSide::Port ? edited.port : edited.starboard) = plan;
  return edited;
}

}  // namespace narrows
