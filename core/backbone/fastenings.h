#pragma once
// Stopwaters where joints cross the rabbet, and bolts kept clear of everything.

#include <string>
#include <vector>

#include "backbone/rabbet.h"
#include "backbone/timber_shape.h"

namespace narrows {

/// A softwood dowel bored across the boat along a joint, where the rabbet crosses it.
struct Stopwater {
  JointId joint;
  RabbetPart part = RabbetPart::Keel;
  Vec2 at = Vec2::Zero();  ///< in the profile: on the joint, midway between rabbet line and inner rabbet
  double diameterMm = 0.0;
  double lengthMm = 0.0;  ///< through the timber
};

/// One for each crossing of a joint and the rabbet. Diameter: `diameterMm`, or by the planking where nought: 3/8 in to
/// 5/8 planking, 1/2 in to 1 in, 5/8 in above.
std::vector<Stopwater> placeStopwaters(const BackbonePlan& plan, const std::vector<RabbetRun>& rabbet,
                                       double thicknessMm);

enum class BoltFoul { Rabbet, Stopwater, Bolt };

/// A bolt that comes too near something.
struct BoltClash {
  BoltId bolt;
  BoltFoul with = BoltFoul::Rabbet;
  double clearMm = 0.0;   ///< wood left between
  double wantedMm = 0.0;  ///< and what was asked for
  Vec2 at = Vec2::Zero();
};

/// Every bolt with less wood than asked for to the rabbet's corner, a stopwater or another bolt.
std::vector<BoltClash> boltClashes(const BackbonePlan& plan, const std::vector<RabbetRun>& rabbet,
                                   const std::vector<Stopwater>& stopwaters);

}  // namespace narrows
