#include "backbone/backbone_plan.h"

#include "problem/trade.h"

namespace narrows {

const Timber* BackbonePlan::find(TimberId id) const {
  for (const Timber& timber : timbers) {
    if (timber.id == id) return &timber;
  }
  return nullptr;
}

std::string_view timberKindName(TimberKind kind) {
  switch (kind) {
    case TimberKind::Keel:
      return Trade::mark("keel");
    case TimberKind::Stem:
      return Trade::mark("stem");
    case TimberKind::OuterStem:
      return Trade::mark("outer stem");
    case TimberKind::Knee:
      return Trade::mark("knee");
    case TimberKind::Deadwood:
      return Trade::mark("deadwood");
    case TimberKind::Sternpost:
      return Trade::mark("sternpost");
    case TimberKind::Keelson:
      return Trade::mark("keelson");
  }
  return {};
}

std::string_view jointKindName(JointKind kind) {
  switch (kind) {
    case JointKind::Butt:
      return Trade::mark("butt");
    case JointKind::Scarf:
      return Trade::mark("plain scarf");
    case JointKind::NibbedScarf:
      return Trade::mark("nibbed scarf");
    case JointKind::HookedScarf:
      return Trade::mark("hooked scarf");
  }
  return {};
}

std::string_view bendingName(Bending bending) {
  switch (bending) {
    case Bending::Cold:
      return Trade::mark("cold");
    case Bending::Steamed:
      return Trade::mark("steamed");
    case Bending::Green:
      return Trade::mark("green, steamed");
  }
  return {};
}

std::string_view faultKindName(FaultKind kind) {
  switch (kind) {
    case FaultKind::Knot:
      return Trade::mark("knot");
    case FaultKind::Check:
      return Trade::mark("check");
    case FaultKind::Nail:
      return Trade::mark("nail");
    case FaultKind::Heart:
      return Trade::mark("heart");
    case FaultKind::Wane:
      return Trade::mark("wane");
    case FaultKind::TornGrain:
      return Trade::mark("torn grain");
  }
  return {};
}

}  // namespace narrows
