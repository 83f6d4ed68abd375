#pragma once
// Setting up the moulds: where each stands, and what the tape says of it afterwards.

#include "moulds/mould.h"

namespace narrows {

/// One line of the set-up table. Heights are above the base line; the building base is where `MouldPlan::base` puts it.
struct SetUpRow {
  std::string mould;
  double distanceMm = 0.0;    ///< of the marked face
  double fromLastMm = 0.0;    ///< marked face to marked face; nought for the first
  double footHeightMm = 0.0;  ///< of the lower end of the outline
  double sheerHeightMm = 0.0;
  double sheerHalfBreadthMm = 0.0;
  double baseToSheerMm = 0.0;            ///< from the building base to the sheer, up or down
  std::optional<double> spreaderHalfMm;  ///< half-breadth of the mould at the spreader
  double diagonalMm = 0.0;               ///< sheer mark on one side to the foot on the other: the check for square
  int standsAft = 1;
};

std::vector<SetUpRow> setUpTable(const MouldSet& set, const MouldPlan& plan);

/// One reading against what it should be.
struct SetUpOff {
  SetUpReading reading;
  double shouldMm = 0.0;
  double offMm = 0.0;  ///< measured less should be
  /// What it does: the girth of that mould grows by this much, for the planks to share.
  double girthMm = 0.0;
  /// How far the mark stands out of a batten laid over its neighbours' marks as they stand.
  double humpMm = 0.0;
  std::size_t place = 0;  ///< among the plan's readings
};

/// Off by more than this is worth a look; by more than that, trouble (shop figures).
inline constexpr double setUpLookMm = mmPerInch / 16.0;
inline constexpr double setUpTroubleMm = mmPerInch / 4.0;

/// All readings compared. Fails with every reading whose mould or mark there is not.
struct SetUpCheck {
  std::vector<SetUpOff> offs;
  Problems problems;
};
SetUpCheck checkSetUp(const MouldSet& set, const MouldPlan& plan);

/// The inside of the planking as the moulds stand: sections at moulded stations moved by what was measured there,
/// between the marks in proportion to the distance along the edge, and from the foot, which stays unless it was
/// measured. Twist and diagonals say that a mould is not square; they do not move it. Fails where the moved sections
/// make no surface.
Result<Hull> standingHull(const Hull& inside, const MouldSet& set, const MouldPlan& plan);

/// What a reading should be; none where its mould or mark there is not.
std::optional<double> shouldBeMm(const MouldSet& set, const SetUpReading& reading);

std::string_view setUpKindName(SetUpKind kind);

}  // namespace narrows
