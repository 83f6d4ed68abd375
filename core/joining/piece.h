#pragma once
// The pieces of a strake: what is sawn out of one board each.

#include "joining/joint_plan.h"
#include "joining/plank_run.h"
#include "plank/saw_line.h"

namespace narrows {

/// A straight cut; what lies beyond it, towards `out` (unit), is waste.
struct CrossCut {
  Vec2 at, out;
  double beyondMm(const Vec2& point) const { return (point - at).dot(out); }
};

/// A line of points as far as it lies within a cut, with its points on the cut itself: several where it leaves and
/// comes back.
std::vector<std::vector<Vec2>> partsWithin(const std::vector<Vec2>& line, const CrossCut& cut);

/// A joint as it lies on the flat plank.
struct JointOnPlank {
  PlankJoint joint;
  double alongMm = 0.0;   ///< of its middle, along the plank's middle from its fore end
  double lengthMm = 0.0;  ///< of the scarf; nought for a butt
  bool hard = false;      ///< it lies in a heavy bend
  Vec2 at = Vec2::Zero();
  Vec2 along = Vec2(1.0, 0.0);  ///< unit: the run of the plank there

  double fromMm() const { return alongMm - 0.5 * lengthMm; }
  double toMm() const { return alongMm + 0.5 * lengthMm; }
};

/// One piece. The forward of two runs on to the after end of their scarf, its lip outside, so that the lip that shows
/// trails aft; the after one begins at the fore end, its lip inside.
struct PlankPiece {
  std::size_t number = 1;                 ///< from the bow
  std::size_t count = 1;                  ///< of the strake
  double fromMm = 0.0, toMm = 0.0;        ///< along the plank's middle, with its scarfs
  std::optional<JointOnPlank> fore, aft;  ///< none where it comes to the plank's own end
  std::vector<Vec2> lower, upper;         ///< finished, on the flat plank, bow to stern
  SawnPlank sawn;                         ///< with what is left on it, and its board

  double lengthMm() const { return toMm - fromMm; }
  /// How much of the plank's thickness is its own at a length along the plank's middle, 0 to 1.
  double shareOfThickness(double alongMm, const JoiningMake& make) const;
  /// Its own frame: the board's lower bow corner is 0, 0, x aft along the board. Points of the flat plank come there by
  /// `toOwn * (point - corner)`.
  Vec2 own(const Vec2& point) const;
};

/// The pieces of a plank with its joints, from the bow. `joints`: of that strake, in order. `sawn`: as all of it is
/// sawn. Cut by straight lines square to the plank's middle, so that what is covered is covered once to rounding
/// (piece_test).
std::vector<PlankPiece> piecesOf(const FlatPlank& plank, const PlankRun& run, const SawnPlank& sawn,
                                 const std::vector<JointOnPlank>& joints, const JoiningMake& make);

/// The board that a plank is sawn out of between two lengths along it, each carried on by what is left there: only its
/// length is wanted while joints are planned, to a tenth of a millimetre. None at an end: the plank's own.
double pieceBoardMm(const PlankRun& run, const SawnPlank& sawn, std::optional<double> fromMm,
                    std::optional<double> toMm);

}  // namespace narrows
