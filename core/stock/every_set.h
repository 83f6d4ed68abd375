#pragma once
// Every set of pieces that goes on one board together, where pieces are few.

#include "stock/places_found.h"

namespace narrows {

/// Puts among the known layings every set of these pieces that goes on every board, beside what lies there already. A
/// set is tried in every order, from every way that was found to lay what it has besides. False where it was given up:
/// more places than `mostLooked` would have to be looked for, or `stop` was asked for.
bool findEverySet(PlacesFound& places, const std::vector<std::vector<PieceOnBoard>>& already,
                  const std::vector<std::size_t>& pieces, const std::vector<double>& pieceMm2, long mostLooked,
                  KnownLayings& known, const std::stop_token& stop);

}  // namespace narrows
