#pragma once
// The whole backbone worked out: everything that follows from the table and the plan.

#include <memory>
#include <optional>
#include <stop_token>
#include <utility>

#include "backbone/bench_order.h"
#include "backbone/bent_in_place.h"
#include "backbone/blank.h"
#include "backbone/came_out.h"
#include "backbone/fastenings.h"
#include "backbone/flattening.h"
#include "backbone/groove.h"
#include "backbone/keel_bevel.h"
#include "backbone/lamination.h"
#include "backbone/placement.h"
#include "backbone/rabbet_section.h"
#include "backbone/station_marks.h"
#include "backbone/timber_shape.h"
#include "backbone/transom.h"
#include "backbone/usual_backbone.h"

namespace narrows {

/// The slab with the part that comes out of it.
struct SlabWork {
  std::optional<Flattening> flat;  ///< when readings are given
  std::vector<double> rails;       ///< heights of the rails' corners for it
  PlacementOf lay;                 ///< the slab and the pattern
  FoundPlacement placed;           ///< as it lies, in the middle of the slab until it is placed
  std::vector<GravingPiece> graving;
  Problems problems;
};

/// Marks of the stations on one timber.
struct TimberMarks {
  TimberId timber;
  StationMarks marks;
};

/// What it is worked out from.
struct BackboneInput {
  std::shared_ptr<const OffsetTable> table;
  std::shared_ptr<const Hull> drawn;
  std::shared_ptr<const Hull> inside;
  std::vector<std::pair<std::string, Vec3>> plankLines;  ///< where they end on the transom
};

struct Backbone {
  BackboneInput input;
  BackbonePlan plan;       ///< the book's, with the timbers Narrows draws where it has none
  bool drawnByUs = false;  ///< its timbers are as Narrows draws them
  std::shared_ptr<const std::vector<RabbetRun>> rabbet;
  std::vector<UnmetStretch> unmet;  ///< where stem and sternpost have none
  std::vector<MachinedGroove> grooves;
  TimberShapes shapes;
  std::vector<Stopwater> stopwaters;
  std::vector<BoltClash> clashes;
  std::vector<TimberMarks> marks;
  std::optional<KeelBevel> keel;
  std::shared_ptr<const Transom> transom;  ///< null where there is none
  std::optional<Lamination> lamination;
  std::optional<BentPart> bent;  ///< what it is of
  std::optional<BentInPlace> bentInPlace;
  std::optional<Blank> blank;
  SlabWork slab;
  CameOut cameOut;
  std::vector<CutStep> order;
  std::vector<ReachShort> reachShort;
  std::vector<BackboneCaution> cautions;
  Problems problems;  ///< of rabbet and timbers: they want looking at
  Problems laminationProblems, blankProblems, bentInPlaceProblems;
  bool bendsWait = false;  ///< lamination and blank are of a moment ago

  const RabbetRun* run(RabbetPart part) const;
  const MachinedGroove* groove(RabbetPart part) const;
};

/// How far it is worked out: in the hand, what is bent of a timber may wait for the hand to let go.
enum class BackboneEffort { Full, Quick };

/// Works it out. What `before` has that follows from the same hull and the same part of the plan is used again: an
/// outline that is dragged leaves rabbet and transom as they are. Never fails: what cannot be made is left out and its
/// problem told. Of no use where `stop` was asked for.
Backbone makeBackbone(const BackboneInput& input, const BackbonePlan& plan, const Backbone* before = nullptr,
                      const std::stop_token& stop = {}, BackboneEffort effort = BackboneEffort::Full);

/// The half-sidings a plan gives instead of the table's.
HalfSidings sidingsOf(const RabbetPlan& plan);

/// The usual diameter, moulding and so on of a new book: keel make and thickness by her table.
BackbonePlan usualPlan(const OffsetTable& table);

}  // namespace narrows
