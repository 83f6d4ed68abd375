#include "stock/wood_movement.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// Moisture as far as the width follows it.
double felt(double moisture) {
  return std::min(moisture, fibresFull);
}

}  // namespace

double widestMm(const WantedPiece& piece) {
  if (piece.lower.size() < 2 || piece.middle.size() < 3) return piece.widthMm;
  Polygon finished = piece.lower;
  finished.insert(finished.end(), piece.upper.rbegin(), piece.upper.rend());
  double widest = 0.0;
  // Square across at places along the middle; at its very ends the cut slants.
  for (std::size_t i = 1; i + 1 < piece.middle.size(); ++i) {
    const Vec2 across = turnedLeft((piece.middle[i + 1] - piece.middle[i - 1]).normalized());
    double below = -1e300, above = 1e300;
    for (const double cut : narrows::crossings(finished, piece.middle[i], piece.middle[i] + across))
      (cut < 0.0 ? below : above) = cut < 0.0 ? std::max(below, cut) : std::min(above, cut);
    if (below > -1e299 && above < 1e299) widest = std::max(widest, above - below);
  }
  return widest > 0.0 ? widest : piece.widthMm;
}

WoodMovement woodMovement(const std::vector<PlankOnBoard>& planks, const StockPlan& plan, const StockMake& make,
                          double lookMm) {
  WoodMovement movement;
  for (const PlankOnBoard& one : planks) {
    PlankMoves moves;
    moves.of = one.piece->of;
    moves.count = one.piece->count;
    moves.widthMm = one.widestMm;
    moves.isMeasured = one.board->moisture.has_value();
    moves.moisture = one.board->moisture.value_or(make.moisture);
    moves.isAbove = one.piece->why == GradeWhy::Topsides;
    moves.toMoisture = moves.isAbove ? make.driest : make.wettest;
    moves.sawn = one.board->sawn;
    const MovementRate rate = movementOf(plan, one.board->species);
    moves.rate = moves.sawn.value_or(Sawn::Slab) == Sawn::Quarter ? rate.quarter : rate.slab;
    const auto at = [&](double moisture) {
      return moves.widthMm * (1.0 + moves.rate * (felt(moisture) - felt(moves.moisture)));
    };
    moves.toMm = at(moves.toMoisture);
    if (plan.moistureNow) moves.nowMm = at(*plan.moistureNow);
    movement.planks.push_back(std::move(moves));
  }
  for (std::size_t i = 0; i < movement.planks.size(); ++i) {
    const PlankMoves& one = movement.planks[i];
    // A seam has half of each plank beside it: neighbours move as much.
    if (one.isAbove && one.opensMm() > lookMm)
      movement.cares.push_back({MovementCare::Why::HungWet, i, i, one.opensMm()});
    for (std::size_t j = 0; j < movement.planks.size(); ++j) {
      const PlankMoves& other = movement.planks[j];
      if (other.of.side != one.of.side || other.of.strake != one.of.strake + 1 || !one.sawn || !other.sawn ||
          *one.sawn == *other.sawn)
        continue;
      movement.cares.push_back({MovementCare::Why::TwoCuts, i, j, std::abs(one.opensMm() - other.opensMm())});
    }
  }
  return movement;
}

}  // namespace narrows
