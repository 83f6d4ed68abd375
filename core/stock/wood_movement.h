#pragma once
// Wood moves: how wide a plank is as it is cut, in the driest of summers, and afloat.

#include <optional>
#include <string>
#include <vector>

#include "stock/stock_plan.h"
#include "stock/wanted_piece.h"

namespace narrows {

/// One plank, where it is widest.
struct PlankMoves {
  PieceRef of;
  int count = 1;
  double widthMm = 0.0;                     ///< as it is cut
  double moisture = 0.0, toMoisture = 0.0;  ///< per cent: as it is cut, and furthest from that where it hangs
  bool isMeasured = false;                  ///< its board's moisture was
  bool isAbove = false;                     ///< it hangs above the waterline, and dries there
  std::optional<Sawn> sawn;                 ///< none: taken as slab
  double rate = 0.0;                        ///< of its width, for each per cent
  double toMm = 0.0;                        ///< its width there
  std::optional<double> nowMm;              ///< at the moisture that was measured as it hangs
  /// How far its share of a seam opens; below nought it closes.
  double opensMm() const { return widthMm - toMm; }
};

/// What wants minding of it.
struct MovementCare {
  enum class Why {
    HungWet,  ///< above the waterline, out of a board so wet that its seams will open
    TwoCuts   ///< a quarter-sawn plank beside a slab-sawn one: they move by different amounts
  };
  Why why = Why::HungWet;
  std::size_t plank = 0, beside = 0;  ///< of the planks; beside: the one above, TwoCuts
  double mm = 0.0;                    ///< how far the seam opens, or by how much they differ
};

struct WoodMovement {
  std::vector<PlankMoves> planks;
  std::vector<MovementCare> cares;
};

/// A plank with the board it is laid on or was cut out of.
struct PlankOnBoard {
  const WantedPiece* piece = nullptr;
  const Board* board = nullptr;
  double widestMm = 0.0;  ///< as finished
};

/// Moves are of the width alone, even with the moisture up to where the fibres are full: `fibresFull`. A seam opens
/// from `lookMm` on (`seamMove` of the weighing).
WoodMovement woodMovement(const std::vector<PlankOnBoard>& planks, const StockPlan& plan, const StockMake& make,
                          double lookMm);

/// Width of a piece, as finished, square across where it is widest.
double widestMm(const WantedPiece& piece);

}  // namespace narrows
