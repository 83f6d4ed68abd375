#pragma once
// What is done to the parts of a boat: every kind of step, with its words and what is usual of it.

#include <optional>
#include <string>
#include <string_view>

#include "backbone/bench_order.h"
#include "daybook/hanging_log.h"

namespace narrows {

/// What is waited for after a step, by the clock.
enum class WaitKind {
  GlueTimber,  ///< of laminations, blanks and the backbone's joints
  GlueScarf,   ///< of planks
  Soak,        ///< a plank's ends in water before they are steamed
  Steam,       ///< by the plank's thickness
  Wrap,        ///< thin ends, in cloths and boiling water
  GreenOil,    ///< fresh timber is oiled before it dries out
  Primer,
  Paint,
  Oil
};
inline constexpr int waitKinds = 9;

enum class StepKind {
  // the lines, and lining off
  FairLines,
  SpringSheer,
  LineOff,
  // timbers
  Faces,
  GreenOil,
  RoughOutline,
  Pattern,
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
  // timbers that are glued up
  Strips,
  Layers,
  DryRun,
  GlueUp,
  Release,
  TrueUp,
  // bent in place
  ToWidth,
  SideBevels,
  BendDry,
  TrimEnds,
  GlueOn,
  FastenBetween,
  // put together
  BoltUpDry,
  BedAndBolt,
  // transom
  TransomOut,
  TransomBevel,
  TransomFit,
  // moulds
  MouldOut,
  StandMoulds,
  CheckMoulds,
  // planks
  Lined,
  Spiled,
  Sawn,  ///< one piece of a plank that is scarfed, with its scarf
  Scarfed,
  GotOut,
  BackedOut,
  Gains,
  Soaked,
  Heated,
  Offered,
  Eased,
  Primed,
  Hung,
  Fastened,
  Land,
  // a flat bottom
  BottomOut,
  BottomEdges,
  BottomOn,
  // the hull
  PlaneFair,
  Caulk,
  PlaneSheer,
  PrimeHull,
  Undercoat,
  TopCoat,  ///< by number
  OilHull,  ///< by number
  // the builder's own
  Own
};
inline constexpr int stepKinds = static_cast<int>(StepKind::Own) + 1;

/// The word of the file and of the command line: "glue-up".
std::string_view stepKindKey(StepKind kind);
/// What is to be done, said to somebody: "glue up on the form". Of the builder's own step: empty.
std::string stepKindAct(StepKind kind);
/// Hours it takes of one boat in ten, in the middle: usual figures, to plan with until the shop has its own.
double usualHours(StepKind kind);
/// It wants a second pair of hands.
bool wantsTwo(StepKind kind);
/// What is waited for after it; none where nothing is. `wrapped`: heated in cloths, not in the box.
std::optional<WaitKind> waitAfter(StepKind kind, bool wrapped);

/// The step of the hanging log that is the record of it; none where it is the day book's own.
std::optional<HangingStep> hangingStepOf(StepKind kind);
StepKind stepKindOf(HangingStep step);
/// The step that a cut of the bench's order is.
StepKind stepKindOf(BenchCut cut);

}  // namespace narrows
