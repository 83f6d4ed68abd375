#pragma once
// What wants looking at in good data, from every stage of the shop.

#include <string>
#include <variant>
#include <vector>

#include "backbone/look_at_backbone.h"
#include "book/strake_records.h"
#include "daybook/look_at_printed.h"
#include "fairing/look_at_figures.h"
#include "fairing/look_at_surface.h"
#include "joining/look_at_plank_joints.h"
#include "lines/look_at_faces.h"
#include "lines/look_at_wants.h"
#include "lining/look_at_joints.h"
#include "moulds/look_at_set_up.h"
#include "plank/look_at_planks.h"
#include "plank/look_at_spiling.h"
#include "problem/problem.h"
#include "weighing/look_at_gains.h"
#include "weighing/look_at_weighing.h"

namespace narrows {

/// The stages a thing can be looked at in.
enum class ShopStage { Lines, Backbone, Moulds, LiningOff, Planks, Stock, Daybook };

/// Something that could not be made, and why.
struct CouldNotMake {
  ShopStage stage = ShopStage::Lines;
  Problem why;

  Severity severity() const { return Severity::Trouble; }
  std::string words(Notation notation) const { return describe(why, lengthsIn(notation)); }
};

/// One thing to look at. Each kind is made, and speaks, in the folder of its stage.
struct Finding {
  using What =
      std::variant<CouldNotMake, StillWanted, PartOfFace, FigureLies, OutsideHull, LineOffSurface, NotHeld, BoltFouls,
                   SquaredOff, CameOutOff, FaultInPart, RabbetPastFace, RabbetUnmet, EndWithoutTimber, SetUpLies,
                   WeighedOut, StrainLeft, NotLaidFlat, SpilingOff, SpiledElsewhere, JointsNear, NibSmall, GainThin,
                   JointBarred, SheetFalse, OutOfOrder, RecordsLeft>;
  What what;
  Severity severity = Severity::LookAgain;

  template <typename Kind>
  const Kind* as() const {
    return std::get_if<Kind>(&what);
  }
  ShopStage stage() const;
  /// The strake it speaks of, and where; null where it is not about one.
  const StrakePlace* strake() const;
  /// The figure of the table it speaks of; null where it is not about one.
  const FigureRef* figure() const;
};

template <typename Kind>
Finding findingOf(Kind kind) {
  const Severity severity = kind.severity();
  return {std::move(kind), severity};
}

/// A plain sentence with its place, its figure and what follows from it.
std::string describe(const Finding& finding, Notation notation);

}  // namespace narrows
