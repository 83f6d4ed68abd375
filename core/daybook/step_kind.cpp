#include "daybook/step_kind.h"

#include <array>

#include "problem/trade.h"

namespace narrows {

namespace {

struct UsualStep {
  StepKind kind;
  const char* key;
  const char* act;
  double hours;
  bool two = false;
};

// Hours: a small boat's, from shop practice; a step of the record is typed over them.
constexpr std::array<UsualStep, stepKinds> stepFigures{{
    {StepKind::FairLines, "fair-lines", Trade::mark("fair the lines"), 8.0},
    {StepKind::SpringSheer, "spring-sheer", Trade::mark("spring the sheer, and lock it"), 3.0, true},
    {StepKind::LineOff, "line-off", Trade::mark("line her off"), 6.0},
    {StepKind::Faces, "faces", Trade::mark("bring both faces flat and to thickness"), 3.0},
    {StepKind::GreenOil, "green-oil", Trade::mark("oil it and seal its end grain"), 0.5},
    {StepKind::RoughOutline, "rough-outline", Trade::mark("saw the rough outline"), 2.0},
    {StepKind::Pattern, "pattern", Trade::mark("mark it by its pattern"), 1.0},
    {StepKind::Outline, "outline", Trade::mark("cut the final outline"), 3.0},
    {StepKind::JointFaces, "joint-faces", Trade::mark("cut and fit the joint faces"), 4.0},
    {StepKind::Rabbet, "rabbet", Trade::mark("cut the rabbet"), 6.0},
    {StepKind::RabbetByHand, "rabbet-by-hand", Trade::mark("cut the rabbet's ends and forefoot by hand"), 4.0},
    {StepKind::Bevel, "bevel", Trade::mark("bevel it to within a fat sixteenth"), 4.0},
    {StepKind::LeastBevel, "least-bevel", Trade::mark("rip the least bevel, then plane to each station"), 3.0},
    {StepKind::Bolts, "bolts", Trade::mark("bore for bolts and stopwaters"), 2.0},
    {StepKind::Ends, "ends", Trade::mark("cut its ends"), 1.0},
    {StepKind::Head, "head", Trade::mark("cut its head"), 0.5},
    {StepKind::AfterFace, "after-face", Trade::mark("fit its after face"), 3.0},
    {StepKind::FayingFaces, "faying-faces", Trade::mark("scribe and fit its faying faces"), 2.0},
    {StepKind::LowerFace, "lower-face", Trade::mark("scribe its lower face to the keel"), 2.0},
    {StepKind::Strips, "strips", Trade::mark("saw and plane the strips"), 3.0},
    {StepKind::Layers, "layers", Trade::mark("get out the layers"), 3.0},
    {StepKind::DryRun, "dry-run", Trade::mark("clamp it up dry"), 1.0},
    {StepKind::GlueUp, "glue-up", Trade::mark("glue it up"), 1.5, true},
    {StepKind::Release, "release", Trade::mark("release it, and measure how it sprang"), 0.5},
    {StepKind::TrueUp, "true-up", Trade::mark("true it to siding and moulding"), 2.0},
    {StepKind::ToWidth, "to-width", Trade::mark("bring it to thickness and width"), 2.0},
    {StepKind::SideBevels, "side-bevels", Trade::mark("rip the bevels of its sides"), 1.0},
    {StepKind::BendDry, "bend-dry", Trade::mark("bend it dry, clamp by clamp"), 1.5, true},
    {StepKind::TrimEnds, "trim-ends", Trade::mark("cut its ends as marked"), 0.5},
    {StepKind::GlueOn, "glue-on", Trade::mark("glue it on, with its first fastenings"), 2.0, true},
    {StepKind::FastenBetween, "fasten-between", Trade::mark("put in the fastenings between"), 1.0},
    {StepKind::BoltUpDry, "bolt-up-dry", Trade::mark("bolt it up dry"), 3.0, true},
    {StepKind::BedAndBolt, "bed-and-bolt", Trade::mark("bed it, glue it and bolt it up"), 4.0, true},
    {StepKind::TransomOut, "transom-out", Trade::mark("glue up and get out the transom"), 6.0},
    {StepKind::TransomBevel, "transom-bevel", Trade::mark("bevel its edge"), 2.0},
    {StepKind::TransomFit, "transom-fit", Trade::mark("fit it to post or keel"), 2.0, true},
    {StepKind::MouldOut, "mould-out", Trade::mark("get it out"), 2.0},
    {StepKind::StandMoulds, "stand-moulds", Trade::mark("stand the moulds on the base"), 6.0, true},
    {StepKind::CheckMoulds, "check-moulds", Trade::mark("check them with tape and diagonal"), 2.0, true},
    {StepKind::Lined, "lined", Trade::mark("mark its lines on the moulds"), 0.5},
    {StepKind::Spiled, "spiled", Trade::mark("spile it"), 1.0},
    {StepKind::Sawn, "sawn", Trade::mark("saw a piece and cut its scarf"), 1.0},
    {StepKind::Scarfed, "scarfed", Trade::mark("glue its scarfs"), 0.5},
    {StepKind::GotOut, "got-out", Trade::mark("get it out"), 2.0},
    {StepKind::BackedOut, "backed-out", Trade::mark("back it out"), 1.0},
    {StepKind::Gains, "gains", Trade::mark("cut its gains"), 0.75},
    {StepKind::Soaked, "soaked", Trade::mark("put its ends to soak"), 0.25},
    {StepKind::Heated, "heated", Trade::mark("steam its ends"), 0.5},
    {StepKind::Offered, "offered", Trade::mark("offer it up"), 0.5, true},
    {StepKind::Eased, "eased", Trade::mark("ease it till it fits"), 1.0},
    {StepKind::Primed, "primed", Trade::mark("prime inside, laps and hood ends"), 0.5},
    {StepKind::Hung, "hung", Trade::mark("hang it"), 1.0, true},
    {StepKind::Fastened, "fastened", Trade::mark("fasten it"), 1.5, true},
    {StepKind::Land, "land", Trade::mark("plane its land for the next"), 1.0},
    {StepKind::BottomOut, "bottom-out", Trade::mark("get out its boards, and joint their edges"), 4.0},
    {StepKind::BottomEdges, "bottom-edges", Trade::mark("plane the sides' edges for it, by a board laid across"), 3.0},
    {StepKind::BottomOn, "bottom-on", Trade::mark("bed it and fasten it, board by board"), 6.0, true},
    {StepKind::PlaneFair, "plane-fair", Trade::mark("plane her fair"), 12.0},
    {StepKind::Caulk, "caulk", Trade::mark("caulk the seams"), 12.0},
    {StepKind::PlaneSheer, "plane-sheer", Trade::mark("spring the sheer again, and plane to it"), 3.0, true},
    {StepKind::PrimeHull, "prime-hull", Trade::mark("prime her"), 4.0},
    {StepKind::Undercoat, "undercoat", Trade::mark("undercoat her"), 4.0},
    {StepKind::TopCoat, "top-coat", Trade::mark("put on a top coat"), 4.0},
    {StepKind::OilHull, "oil-hull", Trade::mark("oil her inside"), 2.0},
    {StepKind::Own, "own", "", 1.0},
}};

const UsualStep& usualStep(StepKind kind) {
  return stepFigures[static_cast<std::size_t>(kind)];
}

}  // namespace

std::string_view stepKindKey(StepKind kind) {
  return usualStep(kind).key;
}

std::string stepKindAct(StepKind kind) {
  const std::string_view act = usualStep(kind).act;
  return act.empty() ? std::string() : Trade::say(act);
}

double usualHours(StepKind kind) {
  return usualStep(kind).hours;
}

bool wantsTwo(StepKind kind) {
  return usualStep(kind).two;
}

std::optional<WaitKind> waitAfter(StepKind kind, bool wrapped) {
  switch (kind) {
    case StepKind::GlueUp:
    case StepKind::GlueOn:
    case StepKind::BedAndBolt:
    case StepKind::TransomOut:
      return WaitKind::GlueTimber;
    case StepKind::Scarfed:
      return WaitKind::GlueScarf;
    case StepKind::Faces:
      return WaitKind::GreenOil;
    case StepKind::Soaked:
      return WaitKind::Soak;
    case StepKind::Heated:
      return wrapped ? WaitKind::Wrap : WaitKind::Steam;
    case StepKind::Primed:
    case StepKind::PrimeHull:
      return WaitKind::Primer;
    case StepKind::Undercoat:
    case StepKind::TopCoat:
      return WaitKind::Paint;
    case StepKind::OilHull:
      return WaitKind::Oil;
    default:
      return std::nullopt;
  }
}

std::optional<HangingStep> hangingStepOf(StepKind kind) {
  for (int number = 0; number < hangingSteps; ++number) {
    if (stepKindOf(static_cast<HangingStep>(number)) == kind) return static_cast<HangingStep>(number);
  }
  return std::nullopt;
}

StepKind stepKindOf(HangingStep step) {
  switch (step) {
    case HangingStep::Lined:
      return StepKind::Lined;
    case HangingStep::Spiled:
      return StepKind::Spiled;
    case HangingStep::Scarfed:
      return StepKind::Scarfed;
    case HangingStep::GotOut:
      return StepKind::GotOut;
    case HangingStep::BackedOut:
      return StepKind::BackedOut;
    case HangingStep::Gains:
      return StepKind::Gains;
    case HangingStep::Heated:
      return StepKind::Heated;
    case HangingStep::Offered:
      return StepKind::Offered;
    case HangingStep::Eased:
      return StepKind::Eased;
    case HangingStep::Primed:
      return StepKind::Primed;
    case HangingStep::Hung:
      return StepKind::Hung;
    case HangingStep::Fastened:
      return StepKind::Fastened;
    case HangingStep::Land:
      return StepKind::Land;
  }
  return StepKind::Own;
}

StepKind stepKindOf(BenchCut cut) {
  switch (cut) {
    case BenchCut::Faces:
      return StepKind::Faces;
    case BenchCut::RoughOutline:
      return StepKind::RoughOutline;
    case BenchCut::Outline:
      return StepKind::Outline;
    case BenchCut::JointFaces:
      return StepKind::JointFaces;
    case BenchCut::Rabbet:
      return StepKind::Rabbet;
    case BenchCut::RabbetByHand:
      return StepKind::RabbetByHand;
    case BenchCut::Bevel:
      return StepKind::Bevel;
    case BenchCut::LeastBevel:
      return StepKind::LeastBevel;
    case BenchCut::Bolts:
      return StepKind::Bolts;
    case BenchCut::Ends:
      return StepKind::Ends;
    case BenchCut::Head:
      return StepKind::Head;
    case BenchCut::AfterFace:
      return StepKind::AfterFace;
    case BenchCut::FayingFaces:
      return StepKind::FayingFaces;
    case BenchCut::LowerFace:
      return StepKind::LowerFace;
    case BenchCut::ToWidth:
      return StepKind::ToWidth;
    case BenchCut::SideBevels:
      return StepKind::SideBevels;
    case BenchCut::BendDry:
      return StepKind::BendDry;
    case BenchCut::TrimEnds:
      return StepKind::TrimEnds;
    case BenchCut::GlueOn:
      return StepKind::GlueOn;
    case BenchCut::FastenBetween:
      return StepKind::FastenBetween;
  }
  return StepKind::Own;
}

}  // namespace narrows
