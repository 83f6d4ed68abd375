#include "backbone/bench_order.h"

#include <algorithm>
#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

/// Puts the steps of the bench together, timber after timber.
class BenchOrderMaker {
 public:
  explicit BenchOrderMaker(const BenchOrderOf& of) : m_of(of), m_plan(*of.plan) {}

  std::vector<CutStep> make() {
    for (const Timber& timber : m_plan.timbers) addTimber(timber);
    if (m_plan.bentInPlace.along != BentAlong::None) addBentInPlace();
    return std::move(m_steps);
  }

 private:
  bool isJointed(TimberId id) const {
    return std::any_of(m_plan.joints.begin(), m_plan.joints.end(),
                       [id](const Joint& joint) { return joint.forward == id || joint.aft == id; });
  }

  void addTimber(const Timber& timber) {
    const auto add = [&](BenchCut kind, const std::string& cut, CutWhen when, const std::string& why) {
      m_steps.push_back({timber.id, timber.name, kind, cut, when, why});
    };
    add(BenchCut::Faces, Trade::say("both faces, flat and to thickness"), CutWhen::Now,
        Trade::say("before anything is marked that must be square"));
    add(BenchCut::RoughOutline, Trade::say("rough outline, from the bulge of every curve outward"), CutWhen::Now,
        Trade::say("so that the grain cannot run into the part; leave a fat sixteenth"));
    add(BenchCut::Outline, Trade::say("final outline"), CutWhen::Later,
        Trade::say("mark it again when the timber is to thickness, square to its true face"));
    if (isJointed(timber.id))
      add(BenchCut::JointFaces, Trade::say("joint faces"), CutWhen::Later,
          Trade::say("after the final outline; fit one to the other"));
    addOfKind(timber);
    if (isJointed(timber.id))
      add(BenchCut::Bolts, Trade::say("bolt holes and stopwaters"), CutWhen::Later,
          Trade::say("bored with the joint bolted up dry"));
  }

  /// What is cut of a timber of its kind alone.
  void addOfKind(const Timber& timber) {
    const auto add = [&](BenchCut kind, const std::string& cut, CutWhen when, const std::string& why) {
      m_steps.push_back({timber.id, timber.name, kind, cut, when, why});
    };
    switch (timber.kind) {
      case TimberKind::Stem:
      case TimberKind::Sternpost: {
        const bool grooved = timber.kind == TimberKind::Sternpost || m_plan.rabbet.stem == StemMake::Rabbeted;
        if (grooved) {
          add(BenchCut::Rabbet, Trade::say("rabbet, by machine between its stops"), CutWhen::Now,
              Trade::say("at the one angle, short of the sheer"));
          add(BenchCut::RabbetByHand, Trade::say("rabbet, its ends and the forefoot"), CutWhen::Later,
              Trade::say("by hand, with the plank offered up"));
        } else {
          add(BenchCut::Bevel, Trade::say("bevel, to within a fat sixteenth"), CutWhen::Now,
              Trade::say("the rest when a batten lies across the moulds"));
        }
        add(BenchCut::Head, timber.kind == TimberKind::Stem ? Trade::say("stem head") : Trade::say("post head"),
            CutWhen::Later,
            m_of.sheerFixed ? Trade::say("when the sheer strake is on") : Trade::say("until the sheer is fixed"));
        break;
      }
      case TimberKind::OuterStem:
        add(BenchCut::AfterFace, Trade::say("its after face"), CutWhen::Later,
            Trade::say("until the planks are trimmed flush with the inner stem"));
        break;
      case TimberKind::Keel:
        if (m_plan.keel.make == KeelMake::Plank) {
          add(BenchCut::LeastBevel, Trade::say("least bevel, ripped the whole length"), CutWhen::Now,
              Trade::say("then planed to each station's own"));
        } else {
          add(BenchCut::Rabbet, Trade::say("rabbet, to within a fat sixteenth"), CutWhen::Now,
              m_of.plankFinished ? Trade::say("at the stations first, then between")
                                 : Trade::say("when the planking's thickness is settled"));
        }
        add(BenchCut::Ends, Trade::say("ends"), CutWhen::Later,
            Trade::say("left long until stem and post are offered up"));
        break;
      case TimberKind::Deadwood:
        add(BenchCut::Rabbet, Trade::say("rabbet"), CutWhen::Later,
            Trade::say("across the joints in one cut, when keel, deadwood and post are bolted up dry"));
        break;
      case TimberKind::Knee:
        add(BenchCut::FayingFaces, Trade::say("its two faying faces"), CutWhen::Later,
            m_of.hasTransom ? Trade::say("scribed to keel and transom as they stand")
                            : Trade::say("scribed where it goes"));
        break;
      case TimberKind::Keelson:
        add(BenchCut::LowerFace, Trade::say("its lower face"), CutWhen::Later,
            Trade::say("scribed to the keel as it came out"));
        break;
    }
  }

  void addBentInPlace() {
    const bool stem = m_plan.bentInPlace.along == BentAlong::Stem;
    const auto add = [&](BenchCut kind, const std::string& cut, CutWhen when, const std::string& why) {
      m_steps.push_back({TimberId(), stem ? Trade::say("cutwater") : Trade::say("outer keel"), kind, cut, when, why});
    };
    add(BenchCut::ToWidth, Trade::say("to thickness and width"), CutWhen::Now,
        Trade::say("in one piece, left long at both ends"));
    if (m_plan.bentInPlace.sideDeg > 0.0)
      add(BenchCut::SideBevels, Trade::say("bevels of its sides"), CutWhen::Now,
          Trade::say("ripped while it is straight"));
    add(BenchCut::BendDry, Trade::say("bent dry, clamp by clamp"), CutWhen::Later,
        stem ? Trade::say("when the planks are trimmed flush; ends are marked as it lies")
             : Trade::say("when the bottom is on and fair; ends are marked as it lies"));
    add(BenchCut::TrimEnds, Trade::say("its ends"), CutWhen::Later, Trade::say("as marked, to stem and transom"));
    add(BenchCut::GlueOn, Trade::say("glued, and the first fastenings"), CutWhen::Later,
        Trade::say("those at frames and ends, from the middle out, clamps between"));
    add(BenchCut::FastenBetween, Trade::say("the fastenings between"), CutWhen::Later,
        Trade::say("when the glue has gone off and clamps are free"));
  }

  const BenchOrderOf& m_of;
  const BackbonePlan& m_plan;
  std::vector<CutStep> m_steps;
};

}  // namespace

std::vector<CutStep> benchOrder(const BenchOrderOf& of) {
  return BenchOrderMaker(of).make();
}

std::vector<ReachShort> reachShorts(const BackbonePlan& plan, const KeelBevel* keel,
                                    const std::vector<MachinedGroove>& grooves) {
  std::vector<ReachShort> shorts;
  const double saw = plan.keel.sawDepth.mm();
  for (const Timber& timber : plan.timbers) {
    if (timber.siding.mm() > saw)
      shorts.push_back({timber.name, Trade::say("square through its siding"), timber.siding.mm(), saw});
  }
  if (keel != nullptr && plan.keel.make == KeelMake::Plank && plan.keel.thickness.mm() > 0.0) {
    const double deep = plan.keel.thickness.mm() / std::cos(keel->leastSawRad);
    if (deep > saw) shorts.push_back({Trade::say("keel"), Trade::say("along its least bevel"), deep, saw});
  }
  for (const MachinedGroove& groove : grooves) {
    const double reach = plan.rabbet.cutterReach.mm();
    for (const GroovePare& mark : groove.marks) {
      if (mark.inReach) continue;
      shorts.push_back({std::string(rabbetPartName(groove.part)),
                        Trade::say("the rabbet's corner at height %1 mm", saidDecimal(mark.heightMm, 0)),
                        groove.depthMm, reach});
      break;
    }
  }
  return shorts;
}

std::string cautionWords(BackboneCaution caution) {
  switch (caution) {
    case BackboneCaution::Lead:
      return Trade::say("Lead: casting and dust poison. Leave casting to those licensed for it; wash before eating.");
    case BackboneCaution::Dust:
      return Trade::say("Dust of oak, iroko and old paint: mask and extraction, and test old paint for lead.");
    case BackboneCaution::OldNails:
      return Trade::say("Old timber: go over it for nails before any edge does.");
    case BackboneCaution::EdgedTools:
      return Trade::say("Adze and axe: feet apart, nobody in the swing, edge covered when it is put down.");
    case BackboneCaution::ChainSaw:
      return Trade::say("Chain saw: trained hands, helmet, gloves, trousers and boots for it, never alone.");
    case BackboneCaution::Lifting:
      return Trade::say("Heavy timber: chock it, lift with tackle rated for it, nobody underneath.");
    case BackboneCaution::Epoxy:
      return Trade::say("Epoxy: gloves, long sleeves, air; small pots, for a full one boils. Read the maker's sheet.");
    case BackboneCaution::Steam:
      return Trade::say("Steam: vent the box, never seal it; gloves, and the lid opens away from you.");
  }
  return {};
}

std::vector<BackboneCaution> cautionsFor(const BackbonePlan& plan) {
  std::vector<BackboneCaution> cautions{BackboneCaution::Dust, BackboneCaution::EdgedTools};
  double heaviest = 0.0;
  for (const Timber& timber : plan.timbers) {
    double low = 1e12, high = -1e12, bottom = 1e12, top = -1e12;
    for (const OutlinePoint& point : timber.outline) {
      low = std::min(low, point.distance.mm()), high = std::max(high, point.distance.mm());
      bottom = std::min(bottom, point.height.mm()), top = std::max(top, point.height.mm());
    }
    // Kilograms of a box of green oak, half filled.
    heaviest = std::max(heaviest, (high - low) * (top - bottom) * timber.siding.mm() * 0.5 * 1e-6);
  }
  constexpr double twoPeopleKg = 40.0;
  if (heaviest > twoPeopleKg) cautions.push_back(BackboneCaution::Lifting);
  if (heaviest > 2.0 * twoPeopleKg) cautions.push_back(BackboneCaution::ChainSaw);
  const bool nails = std::any_of(plan.slab.faults.begin(), plan.slab.faults.end(),
                                 [](const TimberFault& fault) { return fault.kind == FaultKind::Nail; });
  if (nails) cautions.push_back(BackboneCaution::OldNails);
  if (!plan.cameOut.empty()) cautions.push_back(BackboneCaution::Lead);
  if (plan.lamination.timber.isSet()) {
    cautions.push_back(BackboneCaution::Epoxy);
    if (plan.lamination.bending != Bending::Cold) cautions.push_back(BackboneCaution::Steam);
  }
  return cautions;
}

}  // namespace narrows
