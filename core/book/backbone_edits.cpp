#include "book/backbone_edits.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "problem/trade.h"

namespace narrows {

namespace {

/// No timber is longer than this, and nothing of a backbone lies further off.
constexpr double mostMm = 1e5;
constexpr double newTimberLongMm = 600.0, newTimberDeepMm = 90.0;

/// Looks through a plan for figures that make no sense. Timbers that stand so in the plan before have been looked at.
class PlanCheck {
 public:
  PlanCheck(const BackbonePlan& plan, const BackbonePlan& before, Unit unit) : m_unit(unit) {
    const auto positive = [this](Length length, const std::string& what) { between(length, what, 1e-6); };
    const auto any = [this](Length length, const std::string& what) { between(length, what, 0.0); };
    for (const auto& half : {plan.rabbet.stemHalfSiding, plan.rabbet.keelHalfSiding, plan.rabbet.sternpostHalfSiding}) {
      if (half) positive(*half, Trade::say("a half-siding"));
    }
    any(plan.rabbet.stopBelowSheer, Trade::say("the stop below the sheer"));
    positive(plan.rabbet.cutterReach, Trade::say("the cutter's reach"));
    any(plan.rabbet.stopwater, Trade::say("a stopwater"));
    number(plan.rabbet.mostRollDegPerFoot, Trade::say("the most roll"), 0.1, 90.0);
    positive(plan.keel.thickness, Trade::say("the keel's thickness"));
    any(plan.keel.shoulder, Trade::say("the shoulder"));
    positive(plan.keel.sawDepth, Trade::say("the saw's depth"));
    positive(plan.transom.thickness, Trade::say("the transom's thickness"));
    any(plan.transom.radius, Trade::say("the transom's radius"));
    any(plan.transom.crown, Trade::say("the crown"));
    any(plan.transom.crownHigh, Trade::say("the crown left high"));
    positive(plan.boltDiameter, Trade::say("a bolt"));
    any(plan.boltClear, Trade::say("the wood about a bolt"));
    any(plan.rabbetClear, Trade::say("the wood at the rabbet"));
    checkStock(plan);
    checkTimbers(plan, before);
  }
  Problems problems;

 private:
  void wrong(const std::string& figure, const std::string& what) {
    problems.push_back({Fault::BeyondSense, {0, 0, "backbone"}, {figure, what}});
  }
  void between(Length length, const std::string& what, double low) {
    if (!(length.mm() >= low && length.mm() <= mostMm)) wrong(writeLength(length, m_unit, 2, true), what);
  }
  void number(double value, const std::string& what, double low, double high) {
    if (!(value >= low && value <= high)) wrong(saidDecimal(value, 2), what);
  }

  void checkStock(const BackbonePlan& plan) {
    const LaminationPlan& lamination = plan.lamination;
    for (const Length length :
         {lamination.moulding, lamination.strip, lamination.cleanUp, lamination.trim, lamination.kerf})
      between(length, Trade::say("a laminated part"), 0.0);
    between(lamination.frameSiding, Trade::say("a frame's siding"), 1e-6);
    for (const Length length :
         {lamination.boardWidth, lamination.boardThickness, lamination.boardLength, lamination.clampSpacing})
      between(length, Trade::say("a board of a laminated part"), 1e-6);
    for (const BendRatio& ratio : lamination.ratios)
      number(ratio.ratio, Trade::say("radius over thickness"), 1.0, 1000.0);
    const BentInPlacePlan& bent = plan.bentInPlace;
    for (const Length length : {bent.thickness, bent.width, bent.clampSpacing})
      between(length, Trade::say("the timber bent in place"), 5.0);
    for (const Length length : {bent.bow, bent.backing, bent.trim})
      between(length, Trade::say("the timber bent in place"), 0.0);
    number(bent.sideDeg, Trade::say("the bevel of its sides, in degrees"), 0.0, 60.0);
    for (const Length length : {plan.blank.boardWidth, plan.blank.boardThickness})
      between(length, Trade::say("a board of a blank"), 1e-6);
    for (const Length length : {plan.blank.clear, plan.blank.margin}) between(length, Trade::say("a blank"), 0.0);
    const SlabPlan& slab = plan.slab;
    for (const Length length :
         {slab.length, slab.width, slab.thickness, slab.finished, slab.readingStepAlong, slab.readingStepAcross})
      between(length, Trade::say("the slab"), 1e-6);
    for (const Length length : {slab.cut, slab.lose, slab.margin}) between(length, Trade::say("the slab"), 0.0);
    number(slab.mostTiltDeg, Trade::say("the steepest tilt"), 0.0, 30.0);
    number(slab.grainDeg, Trade::say("the grain's angle"), -90.0, 90.0);
    number(slab.litresAnHour, Trade::say("the shop's rate"), 0.0, 1000.0);
    for (const TimberFault& fault : slab.faults) {
      between(fault.length, Trade::say("a fault's length"), 1e-6);
      between(fault.width, Trade::say("a fault's width"), 1e-6);
      between(fault.depth, Trade::say("a fault's depth"), 0.0);
    }
  }

  void checkTimbers(const BackbonePlan& plan, const BackbonePlan& before) {
    for (const Timber& timber : plan.timbers) {
      const Timber* was = before.find(timber.id);
      if (was != nullptr && *was == timber) continue;
      between(timber.siding, Trade::say("the siding of %1", timber.name), 1e-6);
      if (timber.name.empty()) wrong(Trade::say("an empty name"), Trade::say("a timber"));
      const bool far = std::any_of(timber.outline.begin(), timber.outline.end(), [](const OutlinePoint& point) {
        return std::abs(point.distance.mm()) > mostMm || std::abs(point.height.mm()) > mostMm;
      });
      if (far) wrong(Trade::say("a point of its outline"), timber.name);
      const auto outline = springOutline(timber);
      if (!far && !outline) problems.insert(problems.end(), outline.error().begin(), outline.error().end());
    }
    for (const Joint& joint : plan.joints) {
      if (plan.find(joint.forward) == nullptr || plan.find(joint.aft) == nullptr || joint.forward == joint.aft)
        problems.push_back(
            {Fault::TimberUnknown, {0, 0, "joint"}, {Trade::say("a joint lies between two timbers of the backbone.")}});
      between(joint.nib, Trade::say("a nib"), 0.0);
    }
    for (const Bolt& bolt : plan.bolts) between(bolt.diameter, Trade::say("a bolt"), 1e-6);
  }

  Unit m_unit;
};

/// Ids of the book for what has none of them yet.
class IdGiver {
 public:
  IdGiver(const Book& book, std::int64_t& nextId) : m_nextId(nextId) {
    for (const Timber& timber : book.backbone.timbers) m_known[timber.id.number] = timber.id.number;
    for (const Joint& joint : book.backbone.joints) m_known[joint.id.number] = joint.id.number;
    for (const Bolt& bolt : book.backbone.bolts) m_known[bolt.id.number] = bolt.id.number;
  }
  template <typename Kind>
  void give(Id<Kind>& id) {
    const auto known = m_known.find(id.number);
    if (id.isSet() && known != m_known.end()) {
      id.number = known->second;
      return;
    }
    const std::int64_t was = id.number;
    id.number = m_nextId++;
    if (was != 0) m_known[was] = id.number;
  }
  template <typename Kind>
  void follow(Id<Kind>& id) const {
    const auto known = m_known.find(id.number);
    if (known != m_known.end()) id.number = known->second;
  }

 private:
  std::map<std::int64_t, std::int64_t> m_known;
  std::int64_t& m_nextId;
};

/// Changes one thing of the backbone in hand.
template <typename Change>
Result<Book> changed(const Book& book, const Backbone& shown, Change change) {
  BackbonePlan plan = planInHand(book, shown.plan);
  if (const auto done = change(plan); !done) return tl::make_unexpected(done.error());
  return setBackbone(book, std::move(plan));
}

Result<Timber*> speciesOf(BackbonePlan& plan, TimberId id) {
  for (Timber& timber : plan.timbers) {
    if (timber.id == id) return &timber;
  }
  return fail(Fault::TimberUnknown, {}, {Trade::say("choose one on the drawing.")});
}

template <typename Thing>
void putInPlace(std::vector<Thing>& things, const Thing& thing) {
  for (Thing& one : things) {
    if (one.id == thing.id && thing.id.isSet()) {
      one = thing;
      return;
    }
  }
  things.push_back(thing);
}

}  // namespace

Result<Book> setBackbone(const Book& book, BackbonePlan plan) {
  PlanCheck check(plan, book.backbone, book.table.unit);
  if (!check.problems.empty()) return tl::make_unexpected(check.problems);
  Book edited = book;
  IdGiver ids(book, edited.nextId);
  for (Timber& timber : plan.timbers) ids.give(timber.id);
  for (Joint& joint : plan.joints) {
    ids.give(joint.id);
    ids.follow(joint.forward);
    ids.follow(joint.aft);
  }
  for (Bolt& bolt : plan.bolts) ids.give(bolt.id);
  for (TimberId* id : {&plan.lamination.timber, &plan.blank.timber, &plan.slab.timber}) {
    ids.follow(*id);
    if (plan.find(*id) == nullptr) *id = TimberId();
  }
  edited.backbone = std::move(plan);
  return edited;
}

BackbonePlan planInHand(const Book& book, const BackbonePlan& drawn) {
  BackbonePlan plan = book.backbone;
  if (!plan.timbers.empty()) return plan;
  plan.timbers = drawn.timbers;
  plan.joints = drawn.joints;
  plan.bolts = drawn.bolts;
  return plan;
}

Book drawBackboneAfresh(const Book& book) {
  Book edited = book;
  edited.backbone.timbers.clear();
  edited.backbone.joints.clear();
  edited.backbone.bolts.clear();
  for (TimberId* id : {&edited.backbone.lamination.timber, &edited.backbone.blank.timber, &edited.backbone.slab.timber})
    *id = TimberId();
  return edited;
}

Result<Book> moveOutlinePoint(const Book& book, const Backbone& shown, TimberId timber, std::size_t point,
                              const OutlinePoint& to) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    const auto found = speciesOf(plan, timber);
    if (!found) return tl::make_unexpected(found.error());
    if (point >= (*found)->outline.size()) return fail(Fault::TimberUnknown, {}, {Trade::say("it has no such point.")});
    (*found)->outline[point] = to;
    return {};
  });
}

Result<Book> addOutlinePoint(const Book& book, const Backbone& shown, TimberId timber, std::size_t before,
                             const OutlinePoint& at) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    const auto found = speciesOf(plan, timber);
    if (!found) return tl::make_unexpected(found.error());
    auto& outline = (*found)->outline;
    outline.insert(outline.begin() + static_cast<std::ptrdiff_t>(std::min(before, outline.size())), at);
    return {};
  });
}

Result<Book> removeOutlinePoint(const Book& book, const Backbone& shown, TimberId timber, std::size_t point) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    const auto found = speciesOf(plan, timber);
    if (!found) return tl::make_unexpected(found.error());
    auto& outline = (*found)->outline;
    if (point < outline.size()) outline.erase(outline.begin() + static_cast<std::ptrdiff_t>(point));
    return {};
  });
}

Result<Book> addTimber(const Book& book, const Backbone& shown, TimberKind kind, Vec2 middle) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    Timber timber;
    timber.kind = kind;
    timber.name = timberKindName(kind);
    const auto same = [&](const std::string& name) {
      return std::any_of(plan.timbers.begin(), plan.timbers.end(), [&](const Timber& t) { return t.name == name; });
    };
    for (int k = 2; same(timber.name); ++k) timber.name = std::string(timberKindName(kind)) + " " + std::to_string(k);
    timber.species = "oak";
    timber.siding = plan.timbers.empty() ? inches(3.0) : plan.timbers.front().siding;
    for (const auto& [x, y] :
         std::vector<std::pair<double, double>>{{-0.5, -0.5}, {0.5, -0.5}, {0.5, 0.5}, {-0.5, 0.5}})
      timber.outline.push_back(
          {millimetres(middle.x() + x * newTimberLongMm), millimetres(middle.y() + y * newTimberDeepMm), true});
    plan.timbers.push_back(timber);
    return {};
  });
}

Result<Book> removeTimber(const Book& book, const Backbone& shown, TimberId timber) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    std::erase_if(plan.timbers, [&](const Timber& one) { return one.id == timber; });
    std::erase_if(plan.joints, [&](const Joint& joint) { return joint.forward == timber || joint.aft == timber; });
    // Without any it would be drawn afresh.
    if (plan.timbers.empty())
      return fail(Fault::TimberUnknown, {}, {Trade::say("the last timber stays: draw her afresh instead.")});
    return {};
  });
}

Result<Book> setJoint(const Book& book, const Backbone& shown, const Joint& joint) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    putInPlace(plan.joints, joint);
    return {};
  });
}

Result<Book> setBolt(const Book& book, const Backbone& shown, const Bolt& bolt) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    putInPlace(plan.bolts, bolt);
    return {};
  });
}

Result<Book> removeJoint(const Book& book, const Backbone& shown, JointId joint) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    std::erase_if(plan.joints, [&](const Joint& one) { return one.id == joint; });
    return {};
  });
}

Result<Book> removeBolt(const Book& book, const Backbone& shown, BoltId bolt) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    std::erase_if(plan.bolts, [&](const Bolt& one) { return one.id == bolt; });
    return {};
  });
}

Result<Book> placeBoltsAfresh(const Book& book, const Backbone& shown) {
  return changed(book, shown, [&](BackbonePlan& plan) -> Result<void> {
    std::int64_t next = std::int64_t{1} << 41;
    plan.bolts = placeBolts(plan, *shown.rabbet, next);
    return {};
  });
}

}  // namespace narrows
