#include "backbone/backbone_plan.h"

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
      return "keel";
    case TimberKind::Stem:
      return "stem";
    case TimberKind::OuterStem:
      return "outer stem";
    case TimberKind::Knee:
      return "knee";
    case TimberKind::Deadwood:
      return "deadwood";
    case TimberKind::Sternpost:
      return "sternpost";
    case TimberKind::Keelson:
      return "keelson";
  }
  return {};
}

std::string_view jointKindName(JointKind kind) {
  switch (kind) {
    case JointKind::Butt:
      return "butt";
    case JointKind::Scarf:
      return "plain scarf";
    case JointKind::NibbedScarf:
      return "nibbed scarf";
    case JointKind::HookedScarf:
      return "hooked scarf";
  }
  return {};
}

std::string_view bendingName(Bending bending) {
  switch (bending) {
    case Bending::Cold:
      return "cold";
    case Bending::Steamed:
      return "steamed";
    case Bending::Green:
      return "green, steamed";
  }
  return {};
}

std::string_view faultKindName(FaultKind kind) {
  switch (kind) {
    case FaultKind::Knot:
      return "knot";
    case FaultKind::Check:
      return "check";
    case FaultKind::Nail:
      return "nail";
    case FaultKind::Heart:
      return "heart";
    case FaultKind::Wane:
      return "wane";
    case FaultKind::TornGrain:
      return "torn grain";
  }
  return {};
}

}  // namespace narrows
