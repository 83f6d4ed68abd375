#pragma once
// Boards as they are typed walking the stack: one line a board.

#include <string>
#include <string_view>
#include <vector>

#include "problem/problem.h"
#include "stock/board.h"

namespace narrows {

/// Most boards one line may be of.
inline constexpr int mostAlike = 200;

/// The boards of a line, without ids: several where it says so many alike. Parts between commas, in this order: the
/// wood, the length, the width (or two, at the butt and at the top, with a stroke between them), the thickness; and
/// then, in any order, a grade (`clear`, `good`, `knotty`), a moisture (`18 %`), `quarter` or `slab`, `3 alike`, `name
/// A7`, `at rack 2`, `price 40`, and faults (`knot 3 ft/2 in`, along and across to its middle, and a third length where
/// it is not an inch). Where the wood or the thickness is left out it is that of `before`. Bare numbers are in `bare`.
/// Every part that is not understood is told, by its number.
Result<std::vector<Board>> typedBoards(std::string_view line, Unit bare, const Board& before);

}  // namespace narrows
