#pragma once
// A piece that the boat wants: its shape as it is sawn, and what wood it is to be of.

#include <string>
#include <vector>

#include "backbone/polygon.h"
#include "stock/piece_ref.h"
#include "stock/stock_plan.h"

namespace narrows {

/// Why a piece is to be of such wood.
enum class GradeWhy {
  Topsides,  ///< it wets and dries
  Below,     ///< below the waterline
  Chosen,
  Backbone,  ///< a timber, or what it is bent of
  Shop       ///< moulds and blocks: any sound wood
};

/// Shapes are in its own frame, mm: x along it from its fore end (a timber's, as it lies in the profile), y towards the
/// sheer edge, its inside face up. A port plank's y is negated, so that its inside face is up too.
struct WantedPiece {
  PieceRef of;
  int count = 1;                    ///< pieces of its strake
  Polygon outline;                  ///< as it is sawn, once round
  std::vector<Vec2> middle;         ///< the line half way between its edges, fore to aft: the way its grain is to run
  std::vector<Vec2> lower, upper;   ///< finished edges, fore to aft; empty of what has none
  std::vector<Vec2> fastenings;     ///< where they go through it
  std::vector<Polygon> scarfs;      ///< what lies in its joints
  std::vector<Polygon> clearParts;  ///< of a piece that may have knots: its hard-twisted ends, which are to be clear
  double lengthMm = 0.0, widthMm = 0.0;  ///< of the narrowest board
  double thicknessMm = 0.0;              ///< as thick as it has to be before it is planed or hollowed
  std::string species;                   ///< empty: of any
  WantedGrade grade = WantedGrade::Sound;
  GradeWhy why = GradeWhy::Below;
  bool hasPair = false;  ///< its like on the other side, mirrored

  std::string words() const { return pieceWords(of, count); }
  std::string mark() const { return pieceMark(of, count); }
  /// How far its middle lies from the straight line between its ends, at most; positive towards the sheer edge as it is
  /// drawn.
  double bowMm() const;
};

/// "clear: topsides, which wet and dry".
std::string gradeWords(const WantedPiece& piece);

}  // namespace narrows
