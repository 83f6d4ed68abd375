#pragma once
// What may be cut now, and what must wait; where the tools will not reach; what to mind.

#include <string>
#include <vector>

#include "backbone/backbone_plan.h"
#include "backbone/groove.h"
#include "backbone/keel_bevel.h"

namespace narrows {

enum class CutWhen { Now, Later };

/// What is cut: whatever words it has for one part or another.
enum class BenchCut {
  Faces,
  RoughOutline,
  Outline,
  JointFaces,
  Rabbet,
  RabbetByHand,
  Bevel,
  LeastBevel,
  Bolts,
  Ends,
  Head,
  AfterFace,
  FayingFaces,
  LowerFace,
  // of a timber that is bent in place
  ToWidth,
  SideBevels,
  BendDry,
  TrimEnds,
  GlueOn,
  FastenBetween
};

/// One cut of one part.
struct CutStep {
  TimberId timber;
  std::string part;  ///< its name
  BenchCut kind = BenchCut::Faces;
  std::string cut;  ///< "head of the stem"
  CutWhen when = CutWhen::Now;
  std::string why;  ///< what it waits for, or how it is cut
};

/// What is known of the boat that the order depends on.
struct BenchOrderOf {
  const BackbonePlan* plan = nullptr;
  bool sheerFixed = false;
  bool plankFinished = true;  ///< the thickness of the planking is settled
  bool hasTransom = false;
};

/// A short list for every part, in the order of the work.
std::vector<CutStep> benchOrder(const BenchOrderOf& of);

/// A place where a tool does not go deep enough.
struct ReachShort {
  std::string part;
  std::string where;
  double depthMm = 0.0;
  double reachMm = 0.0;
};

/// Saw: the siding or thickness that is sawn through, more where the blade leans (depth / cos of its angle). Cutter:
/// the groove's corner below the timber's side.
std::vector<ReachShort> reachShorts(const BackbonePlan& plan, const KeelBevel* keel,
                                    const std::vector<MachinedGroove>& grooves);

/// A caution that belongs to the work in hand. Short; local rules and licensed trades come first.
enum class BackboneCaution { Lead, Dust, OldNails, EdgedTools, ChainSaw, Lifting, Epoxy, Steam };
std::string cautionWords(BackboneCaution caution);
/// Those that a plan's parts and ways of working call for.
std::vector<BackboneCaution> cautionsFor(const BackbonePlan& plan);

}  // namespace narrows
