#pragma once
// A curved timber glued up from layers of straight board.

#include <vector>

#include "backbone/lamination.h"
#include "backbone/polygon.h"

namespace narrows {

/// One straight piece of a layer.
struct BlankPiece {
  int layer = 0;                    ///< from 1
  int place = 0;                    ///< along the layer, from 1
  double fromMm = 0.0, toMm = 0.0;  ///< along the middle of the timber
  double lengthMm = 0.0;            ///< of the board, its slanted ends and the margin with it
  double widthMm = 0.0;
  double angleRad = 0.0;                        ///< of the board in the profile
  double fromMitreRad = 0.0, toMitreRad = 0.0;  ///< of its ends to a square cut
  double runOutRad = 0.0;                       ///< the most its grain leans to the timber's edge
  Polygon board;                                ///< in the profile
};

struct Blank {
  int layers = 0;
  double layerMm = 0.0;  ///< thickness each layer is planed to
  std::vector<BlankPiece> pieces;
  double leastApartMm = 0.0;   ///< least distance along it between joints of layers that touch
  double runOutRad = 0.0;      ///< the most of any piece
  double boardLengthMm = 0.0;  ///< of board in all
  double glueAreaM2 = 0.0;
};

/// Divides a bent part into as few straight boards as its width allows, the same in every second layer, those between
/// shifted by half a piece. Fails where the board is narrower than the timber is moulded, or joints come nearer than
/// asked for; both say what would do.
Result<Blank> buildBlank(const BentPart& part, const BlankPlan& plan, Unit unit);

}  // namespace narrows
