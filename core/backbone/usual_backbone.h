#pragma once
// The backbone a table asks for, drawn the usual way as a start.

#include "backbone/backbone_plan.h"
#include "backbone/rabbet.h"

namespace narrows {

/// What the backbone is drawn from.
struct BackboneOf {
  const OffsetTable* table = nullptr;
  const Hull* drawn = nullptr;
  const std::vector<RabbetRun>* rabbet = nullptr;
};

/// `plan` with timbers, joints and bolts drawn from the profile: stem (and outer stem), keel with what deadwood and
/// sternpost her rabbet calls for, transom knee; scarfs six times the moulding or more, bolts through them. Sidings are
/// the table's. Ids are counted on from `nextId`, which is moved past them. Where the table has no stem face or keel
/// bottom, wood enough is drawn outside the rabbet. What is drawn already is replaced.
BackbonePlan drawUsual(BackbonePlan plan, const BackboneOf& of, std::int64_t& nextId);

/// Bolts through every joint, two to a scarf and more on long ones, moved along it as far as needed to stay clear.
std::vector<Bolt> placeBolts(const BackbonePlan& plan, const std::vector<RabbetRun>& rabbet, std::int64_t& nextId);

}  // namespace narrows
