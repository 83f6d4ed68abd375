#include "backbone/bench_order.h"

#include <algorithm>
#include <cmath>

namespace narrows {

std::vector<CutStep> benchOrder(const BenchOrderOf& of) {
  std::vector<CutStep> steps;
  const BackbonePlan& plan = *of.plan;
  const auto jointed = [&](TimberId id) {
    return std::any_of(plan.joints.begin(), plan.joints.end(),
                       [id](const Joint& joint) { return joint.forward == id || joint.aft == id; });
  };
  for (const Timber& timber : plan.timbers) {
    const auto add = [&](const std::string& cut, CutWhen when, const std::string& why) {
      steps.push_back({timber.id, timber.name, cut, when, why});
    };
    add("both faces, flat and to thickness", CutWhen::Now, "before anything is marked that must be square");
    add("rough outline, from the bulge of every curve outward", CutWhen::Now,
        "so that the grain cannot run into the part; leave a fat sixteenth");
    add("final outline", CutWhen::Later, "mark it again when the timber is to thickness, square to its true face");
    if (jointed(timber.id)) add("joint faces", CutWhen::Later, "after the final outline; fit one to the other");
    switch (timber.kind) {
      case TimberKind::Stem:
      case TimberKind::Sternpost: {
        const bool grooved = timber.kind == TimberKind::Sternpost || plan.rabbet.stem == StemMake::Rabbeted;
        if (grooved) {
          add("rabbet, by machine between its stops", CutWhen::Now, "at the one angle, short of the sheer");
          add("rabbet, its ends and the forefoot", CutWhen::Later, "by hand, with the plank offered up");
        } else {
          add("bevel, to within a fat sixteenth", CutWhen::Now, "the rest when a batten lies across the moulds");
        }
        add(timber.kind == TimberKind::Stem ? "stem head" : "post head", CutWhen::Later,
            of.sheerFixed ? "when the sheer strake is on" : "until the sheer is fixed");
        break;
      }
      case TimberKind::OuterStem:
        add("its after face", CutWhen::Later, "until the planks are trimmed flush with the inner stem");
        break;
      case TimberKind::Keel:
        if (plan.keel.make == KeelMake::Plank) {
          add("least bevel, ripped the whole length", CutWhen::Now, "then planed to each station's own");
        } else {
          add("rabbet, to within a fat sixteenth", CutWhen::Now,
              of.plankFinished ? "at the stations first, then between" : "when the planking's thickness is settled");
        }
        add("ends", CutWhen::Later, "left long until stem and post are offered up");
        break;
      case TimberKind::Deadwood:
        add("rabbet", CutWhen::Later, "across the joints in one cut, when keel, deadwood and post are bolted up dry");
        break;
      case TimberKind::Knee:
        add("its two faying faces", CutWhen::Later,
            of.hasTransom ? "scribed to keel and transom as they stand" : "scribed where it goes");
        break;
      case TimberKind::Keelson:
        add("its lower face", CutWhen::Later, "scribed to the keel as it came out");
        break;
    }
    if (jointed(timber.id)) add("bolt holes and stopwaters", CutWhen::Later, "bored with the joint bolted up dry");
  }
  return steps;
}

std::vector<ReachShort> reachShorts(const BackbonePlan& plan, const KeelBevel* keel,
                                    const std::vector<MachinedGroove>& grooves) {
  std::vector<ReachShort> shorts;
  const double saw = plan.keel.sawDepth.mm();
  for (const Timber& timber : plan.timbers) {
    if (timber.siding.mm() > saw) shorts.push_back({timber.name, "square through its siding", timber.siding.mm(), saw});
  }
  if (keel != nullptr && plan.keel.make == KeelMake::Plank && plan.keel.thickness.mm() > 0.0) {
    const double deep = plan.keel.thickness.mm() / std::cos(keel->leastSawRad);
    if (deep > saw) shorts.push_back({"keel", "along its least bevel", deep, saw});
  }
  for (const MachinedGroove& groove : grooves) {
    const double reach = plan.rabbet.cutterReach.mm();
    for (const GroovePare& mark : groove.marks) {
      if (mark.inReach) continue;
      shorts.push_back({std::string(rabbetPartName(groove.part)),
                        "the rabbet's corner at height " + showDecimal(mark.heightMm, 0) + " mm", groove.depthMm,
                        reach});
      break;
    }
  }
  return shorts;
}

std::string cautionWords(BackboneCaution caution) {
  switch (caution) {
    case BackboneCaution::Lead:
      return "Lead: casting and dust poison. Leave casting to those licensed for it; wash before eating.";
    case BackboneCaution::Dust:
      return "Dust of oak, iroko and old paint: mask and extraction, and test old paint for lead.";
    case BackboneCaution::OldNails:
      return "Old timber: go over it for nails before any edge does.";
    case BackboneCaution::EdgedTools:
      return "Adze and axe: feet apart, nobody in the swing, edge covered when it is put down.";
    case BackboneCaution::ChainSaw:
      return "Chain saw: trained hands, helmet, gloves, trousers and boots for it, never alone.";
    case BackboneCaution::Lifting:
      return "Heavy timber: chock it, lift with tackle rated for it, nobody underneath.";
    case BackboneCaution::Epoxy:
      return "Epoxy: gloves, long sleeves, air; small pots, for a full one boils. Read the maker's sheet.";
    case BackboneCaution::Steam:
      return "Steam: vent the box, never seal it; gloves, and the lid opens away from you.";
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
