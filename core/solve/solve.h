#pragma once
// From what the builder entered to everything that follows.

#include <memory>
#include <stop_token>
#include <vector>

#include "backbone/backbone.h"
#include "book/book.h"
#include "fairing/judge.h"
#include "lines/contours.h"
#include "moulds/set_up.h"
#include "plank/flat_plank.h"
#include "plank/gain.h"
#include "plank/planked_mesh.h"
#include "plank/spiling_check.h"
#include "solve/finding.h"
#include "solve/part.h"

namespace narrows {

/// What the surface says of the lines it was sprung through.
struct SurfaceFindings {
  std::vector<LineOffSurface> offSurface;
  std::vector<NotHeld> notHeld;
};

using TablePart = std::shared_ptr<const OffsetTable>;
using HullPart = std::shared_ptr<const Hull>;
using TransomMarks = std::vector<std::pair<std::string, Vec3>>;

/// A spiling batten on the computed flat plank: its reference edge, and how wide it is.
struct SpilingBatten {
  ReferenceEdge edge;
  double wideMm = usualBattenMm;
};

/// What was read off a strake beside its plank, and the shape it is cut to: null where that is the one computed.
struct SpiledPlank {
  SpilingCheck check;
  EdgeMoves faired;  ///< of its edges where a stiffer batten lays the points
  std::shared_ptr<const FlatPlank> cut;
};

/// Everything that follows from one book, in the order of the shop. A part that could not be made is null, its
/// problems say why, and the rest still stands.
struct Solved {
  BookSnapshot book;
  std::uint64_t revision = 0;
  Part<OffsetTable, OffsetTable> fair;      ///< the table that is built to: as drawn, with what was faired
  Part<Judgement, TablePart> judgement;     ///< of that table
  Part<Hull, TablePart> drawn;              ///< the surface that table draws
  Part<Hull, HullPart, TablePart> inside;   ///< the inside of the planking, what moulds touch
  Part<Hull, HullPart, TablePart> outside;  ///< the outside of the planking
  Part<std::vector<DrawnLine>, HullPart, TablePart> drawnLines;  ///< waterlines and buttocks of the table
  Part<SurfaceFindings, TablePart, std::shared_ptr<const std::vector<DrawnLine>>> surfaceFindings;
  Part<MouldSet, HullPart, MouldPlan> outlines;  ///< moulds, without their plank lines
  Part<Hull, HullPart, MouldPlan> planked;       ///< what is lined off and planked: `inside`, or as the moulds stand
  Part<GirthFrame, HullPart, BaseLine> frame;
  using LiningPart =
      Part<Lining, std::shared_ptr<const GirthFrame>, LiningPlan, std::vector<StationId>, PlankingFigures>;
  LiningPart lining;  ///< by the plan that is the boat's to starboard
  Part<GirthFrame, HullPart, BaseLine> portFrame;
  LiningPart portLining;  ///< and to port: the same where the plan is
  Part<std::vector<MeshFace>, std::shared_ptr<const Lining>, std::shared_ptr<const Lining>, MeshPlanking>
      mesh;  ///< the planked hull, for its picture
  Part<MouldSet, std::shared_ptr<const MouldSet>, std::shared_ptr<const Lining>, std::shared_ptr<const Lining>> moulds;
  /// The last: made while something was in the hand, what is bent of it of a moment ago.
  Part<Backbone, HullPart, HullPart, BackbonePlan, TransomMarks, bool>
      backbone;  ///< rabbet, timbers and what they are got out of
  using PlankPart = Part<FlatPlank, std::shared_ptr<const GirthFrame>, SurfaceCurve, SurfaceCurve, PlankMake>;
  std::vector<PlankPart> planks;      ///< of the starboard side, in the order of its lining's strakes
  std::vector<PlankPart> portPlanks;  ///< of the port side, laid flat as if to starboard
  using WeighingPart = Part<Weighing, std::shared_ptr<const Lining>, std::vector<std::shared_ptr<const FlatPlank>>,
                            PlankMake, std::vector<StrakeSpecies>, WeighingFigures>;
  WeighingPart weighing, portWeighing;  ///< of the two sides: one where they are lined off alike
  using GainsPart = Part<std::vector<Gain>, std::shared_ptr<const Lining>, PlankMake, PlankingMake>;
  GainsPart gains, portGains;  ///< of the laps of the two sides: one where they are lined off alike
  /// Readings off a strake, held against its plank, and the plank that is cut; in the order of the book.
  using SpiledPart = Part<SpiledPlank, std::shared_ptr<const FlatPlank>, Spiling, double, PlankShape>;
  std::vector<SpiledPart> spiled;
  /// What stands against the joints of planks; made of what they are joined in.
  using Planks = std::vector<std::shared_ptr<const FlatPlank>>;
  Part<std::vector<JointBarred>, std::shared_ptr<const Lining>, std::shared_ptr<const Lining>, Planks, Planks,
       std::shared_ptr<const MouldSet>, JoiningPlan, PlankingMake, WeighingFigures>
      joints;
  std::vector<SetUpOff> setUp;    ///< readings of the moulds as they stand, furthest off first
  std::vector<Finding> findings;  ///< worst first

  /// Whether some part is of a moment ago, or a plank good only to a sixty-fourth: until the full answer.
  bool waits() const;
  /// One side's lining and planks.
  const Lining* liningOf(BoatSide side) const { return side == BoatSide::Port ? portLining.get() : lining.get(); }
  const std::vector<PlankPart>& planksOf(BoatSide side) const { return side == BoatSide::Port ? portPlanks : planks; }
  const Weighing* weighingOf(BoatSide side) const {
    return side == BoatSide::Port ? portWeighing.get() : weighing.get();
  }
  const std::vector<Gain>* gainsOf(BoatSide side) const {
    return side == BoatSide::Port ? portGains.get() : gains.get();
  }
  /// What was read off a strake (from the garboard, 1) of a side, held against its plank; null where nothing was, or it
  /// could not be.
  const SpiledPlank* spiledOf(int strake, BoatSide side) const;
  /// The batten of such a strake: where its readings put it, or, where there are none to go by, in its natural run.
  SpilingBatten battenOf(int strake, BoatSide side) const;
  /// The plank that is cut for a strake (0 is the garboard): as computed, or as it was spiled where that was chosen.
  std::shared_ptr<const FlatPlank> cutPlank(std::size_t strake, BoatSide side) const;
  std::size_t countAtLeast(Severity severity) const;
};

enum class SolveEffort {
  Quick,  ///< while something is dragged
  Full
};

/// Solves a book. Never throws for bad data. Every part of `previous` whose inputs are the same is used again.
/// When `stop` is asked for, what is done so far is thrown away and null is returned.
std::shared_ptr<const Solved> solve(BookSnapshot book, std::uint64_t revision,
                                    const std::shared_ptr<const Solved>& previous = nullptr,
                                    SolveEffort effort = SolveEffort::Full, const std::stop_token& stop = {});

/// A book of which nothing is made yet: its table, and no part that follows from it. It waits.
std::shared_ptr<const Solved> unsolved(BookSnapshot book, std::uint64_t revision);

/// What can be shown of a book at once, while its answer is being made: its own lining, and everything else as it was
/// in `now`, which is of a book that differs from it in marks alone. Well under a millisecond.
std::shared_ptr<const Solved> relined(BookSnapshot book, const std::shared_ptr<const Solved>& now);

/// How a plank of a strake of a lining is got out: the lowest has no lap.
PlankMake plankMake(const Book& book, const Lining& lining, std::size_t strake);
/// How those are that stand on others.
PlankMake lapMake(const Book& book, const Lining& lining);

}  // namespace narrows
