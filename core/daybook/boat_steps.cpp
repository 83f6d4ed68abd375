#include "daybook/boat_steps.h"

#include <algorithm>
#include <set>

#include "problem/trade.h"

namespace narrows {

namespace {

/// By what a part is looked for: its strake's number, or nothing.
std::int64_t partKey(const WorkPart& part) {
  return part.kind == PartKind::Plank
             ? 4 * static_cast<std::int64_t>(part.strake) + static_cast<std::int64_t>(part.side)
             : 0;
}

WorkPart onlyOne(PartKind kind) {
  WorkPart part;
  part.kind = kind;
  return part;
}

/// Cuts that wait for something beside their own part, and hold up no other of its steps.
bool isAside(StepKind kind) {
  switch (kind) {
    case StepKind::Head:
    case StepKind::RabbetByHand:
    case StepKind::Bolts:
    case StepKind::Ends:
    case StepKind::AfterFace:
    case StepKind::FayingFaces:
    case StepKind::LowerFace:
      return true;
    default:
      return false;
  }
}

/// A step that is glued, painted or oiled wants the warmth that its wait wants.
std::optional<WaitKind> warmthOf(StepKind kind) {
  const auto wait = waitAfter(kind, false);
  if (!wait || *wait == WaitKind::GreenOil || *wait == WaitKind::Soak || *wait == WaitKind::Steam) return std::nullopt;
  return wait;
}

}  // namespace

std::size_t DraftOrder::findPart(const WorkPart& part) const {
  // A plank that is told by its strake's id may be numbered otherwise by now.
  const auto [from, to] = m_parts.equal_range({part.kind, partKey(part)});
  for (auto it = from; it != to; ++it) {
    if (parts[it->second].part.isSame(part)) return it->second;
  }
  return parts.size();
}

std::size_t DraftOrder::find(const StepRef& ref) const {
  const std::size_t part = findPart(ref.part);
  if (part >= parts.size()) return steps.size();
  for (std::size_t i = parts[part].first; i < parts[part].first + parts[part].count; ++i) {
    if (steps[i].ref.isSame(ref)) return i;
  }
  return steps.size();
}

/// Puts them together: parts with their steps, then what was said of them, then what waits for what.
class BoatSteps {
 public:
  BoatSteps(const BoatWork& boat, const Daybook& daybook) : m_boat(boat), m_daybook(daybook) {}

  DraftOrder make() {
    addParts();
    addOwnParts();
    takeRecords();
    chain();
    joinTimbers();
    joinMoulds();
    joinPlanks();
    joinHull();
    joinByHand();
    breakLoops();
    return std::move(m_order);
  }

 private:
  using Steps = std::vector<std::size_t>;

  // ---- parts and steps

  void begin(const WorkPart& part) {
    m_order.m_parts.insert({{part.kind, partKey(part)}, m_order.parts.size()});
    m_order.parts.push_back({part, partWords(part), m_order.steps.size(), 0});
  }

  DraftStep& add(StepKind kind, int number = 0) {
    DraftPart& part = m_order.parts.back();
    ++part.count;
    DraftStep step;
    step.ref = {part.part, kind, number, {}};
    step.words = stepKindAct(kind);
    step.hours = usualHours(kind);
    step.wantsTwo = narrows::wantsTwo(kind);
    step.wait = waitAfter(kind, false);
    step.needs = warmthOf(kind);
    step.onChain = !isAside(kind);
    step.place = static_cast<double>(part.count);
    m_order.steps.push_back(std::move(step));
    return m_order.steps.back();
  }

  void addParts() {
    begin(onlyOne(PartKind::Lines));
    add(StepKind::FairLines);
    for (const TimberWork& timber : m_boat.timbers) addTimber(timber);
    if (m_boat.hasTransom) {
      begin(onlyOne(PartKind::Transom));
      for (const StepKind kind : {StepKind::TransomOut, StepKind::TransomBevel, StepKind::TransomFit}) add(kind);
    }
    begin(onlyOne(PartKind::Backbone));
    add(StepKind::BoltUpDry);
    add(StepKind::BedAndBolt);
    if (!m_boat.bentInPlace.empty()) {
      WorkPart bent = onlyOne(PartKind::BentInPlace);
      bent.name = m_boat.bentName;
      begin(bent);
      for (const BenchCut cut : m_boat.bentInPlace) add(stepKindOf(cut));
    }
    for (const WorkPart& frame : m_boat.frames) {
      begin(frame);
      for (const StepKind kind :
           {StepKind::Strips, StepKind::DryRun, StepKind::GlueUp, StepKind::Release, StepKind::TrueUp})
        add(kind);
    }
    for (const WorkPart& mould : m_boat.moulds) {
      begin(mould);
      add(StepKind::Pattern);
      add(StepKind::MouldOut);
    }
    begin(onlyOne(PartKind::SettingUp));
    add(StepKind::StandMoulds);
    add(StepKind::CheckMoulds);
    begin(onlyOne(PartKind::LiningOff));
    add(StepKind::SpringSheer);
    add(StepKind::LineOff);
    for (const PlankWork& plank : m_boat.planks) addPlank(plank);
    if (m_boat.hasFlatBottom) {
      begin(onlyOne(PartKind::Bottom));
      for (const StepKind kind : {StepKind::BottomOut, StepKind::BottomEdges, StepKind::BottomOn}) add(kind);
    }
    addHull();
  }

  void addTimber(const TimberWork& timber) {
    begin(timber.part);
    if (timber.from != TimberFrom::Sawn) {
      add(timber.from == TimberFrom::Strips ? StepKind::Strips : StepKind::Layers);
      for (const StepKind kind : {StepKind::DryRun, StepKind::GlueUp, StepKind::Release, StepKind::TrueUp}) add(kind);
      add(StepKind::Pattern);
    }
    for (const BenchCut cut : timber.cuts) {
      const StepKind kind = stepKindOf(cut);
      // What is glued up has its faces when it is trued, and no rough outline to saw.
      if (timber.from != TimberFrom::Sawn && (kind == StepKind::Faces || kind == StepKind::RoughOutline)) continue;
      DraftStep& step = add(kind);
      if (kind != StepKind::Faces) continue;
      if (!m_daybook.greenTimber) {
        step.wait.reset();
      } else {
        add(StepKind::GreenOil);
      }
      add(StepKind::Pattern);
    }
  }

  void addPlank(const PlankWork& plank) {
    begin(plank.part);
    const bool lapped = m_boat.construction == Construction::Lapstrake;
    add(StepKind::Lined);
    add(StepKind::Spiled);
    if (plank.pieces > 1) {
      for (int piece = 1; piece <= plank.pieces; ++piece) {
        DraftStep& step = add(StepKind::Sawn, std::max(plank.part.piece, 1) + piece - 1);
        step.words = Trade::say("saw piece %1 and cut its scarf", step.ref.number);
      }
      add(StepKind::Scarfed);
    }
    add(StepKind::GotOut);
    if (!lapped && plank.hollow) add(StepKind::BackedOut);
    if (lapped) add(StepKind::Gains);
    if (plank.heat != EndHeat::None) {
      if (m_daybook.soaks) add(StepKind::Soaked);
      DraftStep& step = add(StepKind::Heated);
      const bool wrapped = plank.heat == EndHeat::Wrap;
      step.wait = waitAfter(StepKind::Heated, wrapped);
      step.words =
          wrapped ? Trade::say("wrap its ends, and pour boiling water on") : Trade::say("put its ends to steam");
    }
    add(StepKind::Offered);
    add(StepKind::Eased);
    if (m_daybook.primesLaps) add(StepKind::Primed);
    add(StepKind::Hung);
    add(StepKind::Fastened);
    if (lapped && !plank.isSheerStrake) add(StepKind::Land);
  }

  void addHull() {
    begin(onlyOne(PartKind::Hull));
    if (m_boat.construction == Construction::Carvel) add(StepKind::PlaneFair);
    if (m_boat.isCaulked) add(StepKind::Caulk);
    add(StepKind::PlaneSheer);
    if (m_daybook.finish == HullFinish::Oil) {
      for (int coat = 1; coat <= m_daybook.topCoats; ++coat) addCoat(StepKind::OilHull, coat);
      return;
    }
    add(StepKind::PrimeHull);
    add(StepKind::Undercoat);
    for (int coat = 1; coat <= m_daybook.topCoats; ++coat) addCoat(StepKind::TopCoat, coat);
  }

  void addCoat(StepKind kind, int coat) {
    DraftStep& step = add(kind, coat);
    step.words = Trade::say("%1, number %2", step.words, coat);
  }

  // ---- what the builder said

  void addOwnParts() {
    for (const OwnPart& own : m_daybook.parts) {
      WorkPart part;
      part.name = own.name;
      part.id = own.id.number;
      begin(part);
    }
  }

  void takeRecords() {
    std::vector<std::vector<const StepRecord*>> own(m_order.parts.size());
    for (const StepRecord& record : m_daybook.steps) {
      if (record.of.kind != StepKind::Own) {
        const std::size_t step = m_order.find(record.of);
        step < m_order.steps.size() ? void(m_order.steps[step].record = &record) : m_order.strays.push_back(&record);
        continue;
      }
      const std::size_t part = m_order.findPart(record.of.part);
      part < m_order.parts.size() ? own[part].push_back(&record) : m_order.strays.push_back(&record);
    }
    // Part by part again, each in the order it is to have now.
    std::vector<DraftStep> steps;
    for (std::size_t p = 0; p < m_order.parts.size(); ++p) {
      DraftPart& part = m_order.parts[p];
      std::vector<DraftStep> its(m_order.steps.begin() + static_cast<std::ptrdiff_t>(part.first),
                                 m_order.steps.begin() + static_cast<std::ptrdiff_t>(part.first + part.count));
      for (const StepRecord* record : own[p]) {
        DraftStep step;
        step.ref = {part.part, StepKind::Own, 0, record->id};
        step.record = record;
        step.place = static_cast<double>(its.size() + 1);
        its.push_back(std::move(step));
      }
      for (DraftStep& step : its) {
        if (step.record == nullptr) continue;
        if (!step.record->name.empty()) step.words = step.record->name;
        step.hours = step.record->hours.value_or(step.hours);
        step.place = step.record->place.value_or(step.place);
      }
      std::stable_sort(its.begin(), its.end(),
                       [](const DraftStep& a, const DraftStep& b) { return a.place < b.place; });
      part.first = steps.size();
      part.count = its.size();
      std::move(its.begin(), its.end(), std::back_inserter(steps));
    }
    m_order.steps = std::move(steps);
  }

  // ---- what waits for what

  /// One after another within a part; those aside wait and are not waited for.
  void chain() {
    for (const DraftPart& part : m_order.parts) {
      std::optional<std::size_t> before;
      Steps pieces;  // of one plank are sawn in any order
      for (std::size_t i = part.first; i < part.first + part.count; ++i) {
        DraftStep& step = m_order.steps[i];
        if (step.ref.kind == StepKind::Sawn) {
          if (before) wait(i, *before);
          pieces.push_back(i);
          continue;
        }
        if (!pieces.empty()) {
          for (const std::size_t piece : pieces) wait(i, piece);
          pieces.clear();
        } else if (before) {
          wait(i, *before);
        }
        if (step.onChain) before = i;
      }
    }
  }

  void wait(std::size_t step, std::size_t forStep) {
    if (step >= m_order.steps.size() || forStep >= m_order.steps.size() || step == forStep) return;
    std::vector<std::size_t>& after = m_order.steps[step].after;
    if (std::find(after.begin(), after.end(), forStep) == after.end()) after.push_back(forStep);
  }
  void waitForAll(std::size_t step, const Steps& forSteps) {
    for (const std::size_t one : forSteps) wait(step, one);
  }

  std::size_t stepOf(std::size_t part, StepKind kind) const {
    if (part >= m_order.parts.size()) return m_order.steps.size();
    const DraftPart& of = m_order.parts[part];
    for (std::size_t i = of.first; i < of.first + of.count; ++i) {
      if (m_order.steps[i].ref.kind == kind) return i;
    }
    return m_order.steps.size();
  }
  std::size_t stepOf(const WorkPart& part, StepKind kind) const { return stepOf(m_order.findPart(part), kind); }
  std::size_t stepOf(PartKind only, StepKind kind) const { return stepOf(onlyOne(only), kind); }
  /// The last step of a part that those after it wait for.
  std::size_t lastOnChain(const WorkPart& part) const {
    const std::size_t found = m_order.findPart(part);
    if (found >= m_order.parts.size()) return m_order.steps.size();
    const DraftPart& of = m_order.parts[found];
    for (std::size_t i = of.first + of.count; i > of.first; --i) {
      if (m_order.steps[i - 1].onChain) return i - 1;
    }
    return m_order.steps.size();
  }
  Steps ofAllPlanks(StepKind kind) const {
    Steps all;
    for (const PlankWork& plank : m_boat.planks) all.push_back(stepOf(plank.part, kind));
    return all;
  }

  void joinTimbers() {
    const std::size_t faired = stepOf(PartKind::Lines, StepKind::FairLines);
    const std::size_t dry = stepOf(PartKind::Backbone, StepKind::BoltUpDry);
    const std::size_t bedded = stepOf(PartKind::Backbone, StepKind::BedAndBolt);
    const Steps fastened = ofAllPlanks(StepKind::Fastened);
    for (const TimberWork& timber : m_boat.timbers) {
      // Nothing is shaped by lines that are not fair; faces may be planed before.
      for (const StepKind kind : {StepKind::Pattern, StepKind::DryRun}) wait(stepOf(timber.part, kind), faired);
      if (timber.kind == TimberKind::OuterStem) {
        waitForAll(stepOf(timber.part, StepKind::AfterFace), fastened);
        continue;
      }
      if (timber.kind == TimberKind::Keelson) {
        wait(stepOf(timber.part, StepKind::LowerFace), bedded);
        continue;
      }
      if (timber.kind == TimberKind::Knee) {
        wait(stepOf(timber.part, StepKind::FayingFaces), dry);
        wait(bedded, stepOf(timber.part, StepKind::FayingFaces));
      } else {
        wait(dry, lastOnChain(timber.part));
      }
      for (const StepKind kind : {StepKind::Bolts, StepKind::Ends}) {
        wait(stepOf(timber.part, kind), dry);
        wait(bedded, stepOf(timber.part, kind));
      }
      wait(stepOf(timber.part, StepKind::Head), stepOf(PartKind::LiningOff, StepKind::SpringSheer));
    }
    wait(stepOf(PartKind::Transom, StepKind::TransomOut), faired);
    wait(stepOf(PartKind::Transom, StepKind::TransomFit), dry);
    wait(bedded, stepOf(PartKind::Transom, StepKind::TransomFit));
    for (const WorkPart& frame : m_boat.frames) wait(stepOf(frame, StepKind::DryRun), faired);
  }

  void joinMoulds() {
    const std::size_t stand = stepOf(PartKind::SettingUp, StepKind::StandMoulds);
    for (const WorkPart& mould : m_boat.moulds) {
      wait(stepOf(mould, StepKind::Pattern), stepOf(PartKind::Lines, StepKind::FairLines));
      wait(stand, stepOf(mould, StepKind::MouldOut));
    }
    wait(stand, stepOf(PartKind::Backbone, StepKind::BedAndBolt));
    // Parts too long to make once the moulds stand are made first.
    for (const TimberWork& timber : m_boat.timbers) {
      if (timber.isLong) wait(stand, lastOnChain(timber.part));
    }
    for (const StepKind kind : {StepKind::ToWidth, StepKind::SideBevels})
      wait(stand, stepOf(PartKind::BentInPlace, kind));
    wait(stepOf(PartKind::LiningOff, StepKind::SpringSheer), stepOf(PartKind::SettingUp, StepKind::CheckMoulds));
  }

  /// The planks of a strake of one side.
  std::vector<const PlankWork*> planksOf(int strake, BoatSide side) const {
    std::vector<const PlankWork*> found;
    for (const PlankWork& plank : m_boat.planks) {
      if (plank.part.strake == strake && plank.part.side == side) found.push_back(&plank);
    }
    return found;
  }

  /// Strakes that hang before one: those below, or those above, by the way that planks go on.
  std::vector<int> strakesBefore(const PlankWork& plank) const {
    if (m_boat.construction == Construction::Lapstrake || m_daybook.planksFrom == PlanksFrom::Garboard)
      return plank.below;
    if (m_daybook.planksFrom == PlanksFrom::Sheer) return plank.above;
    if (plank.inUpperHalf) return plank.above;
    // The uppermost of the lower half is the shutter: it goes in last, between two that hang.
    std::vector<int> before = plank.below;
    for (const int above : plank.above) {
      const auto upper = planksOf(above, plank.part.side);
      if (!upper.empty() && upper.front()->inUpperHalf) before.push_back(above);
    }
    return before;
  }

  void joinPlanks() {
    const std::size_t lined = stepOf(PartKind::LiningOff, StepKind::LineOff);
    const bool lapped = m_boat.construction == Construction::Lapstrake;
    for (const PlankWork& plank : m_boat.planks) {
      wait(stepOf(plank.part, StepKind::Lined), lined);
      const std::size_t offered = stepOf(plank.part, StepKind::Offered), hung = stepOf(plank.part, StepKind::Hung);
      for (const int before : strakesBefore(plank)) {
        for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
          for (const PlankWork* other : planksOf(before, side)) {
            const std::size_t fast = stepOf(other->part, StepKind::Fastened);
            if (side == plank.part.side) {
              wait(offered, fast);
              if (lapped) wait(offered, stepOf(other->part, StepKind::Land));
            } else if (m_daybook.inPairs) {
              wait(hung, fast);
            }
          }
        }
      }
      // The rabbet's ends are cut with the garboard offered up: the one that nothing has to hang before.
      if (!plank.isGarboard) continue;
      for (const TimberWork& timber : m_boat.timbers) {
        const std::size_t byHand = stepOf(timber.part, StepKind::RabbetByHand);
        if (plank.below.empty()) wait(byHand, offered);
        wait(hung, byHand);
      }
    }
  }

  void joinHull() {
    const Steps fastened = ofAllPlanks(StepKind::Fastened);
    const DraftPart& hull = m_order.parts[m_order.findPart(onlyOne(PartKind::Hull))];
    if (hull.count == 0) return;
    waitForAll(hull.first, fastened);
    // The bottom goes on the sides, whose lowest strakes hang.
    for (const PlankWork& plank : m_boat.planks) {
      if (plank.below.empty())
        wait(stepOf(PartKind::Bottom, StepKind::BottomEdges), stepOf(plank.part, StepKind::Fastened));
    }
    wait(stepOf(PartKind::Bottom, StepKind::BottomOut), stepOf(PartKind::LiningOff, StepKind::LineOff));
    wait(hull.first, stepOf(PartKind::Bottom, StepKind::BottomOn));
    const std::size_t bend = stepOf(PartKind::BentInPlace, StepKind::BendDry);
    waitForAll(bend, fastened);
    const bool oiled = m_daybook.finish == HullFinish::Oil;
    const std::size_t coat = stepOf(PartKind::Hull, oiled ? StepKind::OilHull : StepKind::PrimeHull);
    wait(coat, stepOf(PartKind::BentInPlace, StepKind::FastenBetween));
    for (const TimberWork& timber : m_boat.timbers) wait(coat, stepOf(timber.part, StepKind::AfterFace));
  }

  void joinByHand() {
    for (const StepLink& link : m_daybook.links) {
      const std::size_t first = m_order.find(link.first), then = m_order.find(link.then);
      if (first >= m_order.steps.size() || then >= m_order.steps.size() || first == then) continue;
      if (link.letGo) {
        std::erase(m_order.steps[then].after, first);
      } else {
        m_byHand[{first, then}] = link.id;
        wait(then, first);
      }
    }
  }

  // ---- loops

  /// The steps from one to another along what waits, where there is a way; empty where there is none.
  Steps way(std::size_t from, std::size_t to, const std::vector<Steps>& before) const {
    // Backwards from `to` over what it waits for.
    std::vector<std::optional<std::size_t>> next(m_order.steps.size());
    Steps open{to};
    next[to] = to;
    for (std::size_t at = 0; at < open.size(); ++at) {
      const std::size_t here = open[at];
      if (here == from) {
        Steps found{from};
        for (std::size_t step = from; step != to; step = *next[step]) found.push_back(*next[step]);
        return found;
      }
      for (const std::size_t one : before[here]) {
        if (next[one]) continue;
        next[one] = here;
        open.push_back(one);
      }
    }
    return {};
  }

  /// Whether the steps can be put one after another.
  bool hasLoop() const {
    const std::size_t count = m_order.steps.size();
    std::vector<std::size_t> left(count, 0);
    std::vector<Steps> followers(count);
    for (std::size_t i = 0; i < count; ++i) {
      left[i] = m_order.steps[i].after.size();
      for (const std::size_t before : m_order.steps[i].after) followers[before].push_back(i);
    }
    Steps free;
    for (std::size_t i = 0; i < count; ++i) {
      if (left[i] == 0) free.push_back(i);
    }
    for (std::size_t at = 0; at < free.size(); ++at) {
      for (const std::size_t follower : followers[free[at]]) {
        if (--left[follower] == 0) free.push_back(follower);
      }
    }
    return free.size() < count;
  }

  /// What the trade and each part's order say comes first, links by hand last: the one that closes a loop is named.
  void breakLoops() {
    if (!hasLoop()) return;
    struct Wait {
      int rank;
      std::size_t first, then;
    };
    std::vector<Wait> waits;
    for (std::size_t i = 0; i < m_order.steps.size(); ++i) {
      for (const std::size_t before : m_order.steps[i].after) {
        const bool byHand = m_byHand.count({before, i}) > 0;
        const bool sameOf = m_order.steps[before].ref.part.isSame(m_order.steps[i].ref.part);
        waits.push_back({byHand ? 2 : (sameOf ? 0 : 1), before, i});
      }
    }
    std::stable_sort(waits.begin(), waits.end(), [](const Wait& a, const Wait& b) { return a.rank < b.rank; });
    std::vector<Steps> kept(m_order.steps.size());
    for (const Wait& one : waits) {
      Steps round = way(one.then, one.first, kept);
      if (round.empty()) {
        kept[one.then].push_back(one.first);
        continue;
      }
      const auto byHand = m_byHand.find({one.first, one.then});
      m_order.loops.push_back(
          {byHand == m_byHand.end() ? LinkId{} : byHand->second, one.first, one.then, std::move(round)});
    }
    for (std::size_t i = 0; i < kept.size(); ++i) m_order.steps[i].after = std::move(kept[i]);
  }

  const BoatWork& m_boat;
  const Daybook& m_daybook;
  DraftOrder m_order;
  std::map<std::pair<std::size_t, std::size_t>, LinkId> m_byHand;
};

DraftOrder boatSteps(const BoatWork& boat, const Daybook& daybook) {
  return BoatSteps(boat, daybook).make();
}

}  // namespace narrows
