#pragma once
// How much of a stack some pieces need at the least, however they are laid.

#include "stock/choose_boards.h"
#include "stock/lay_all.h"

namespace narrows {

/// Areas and lengths for `boundOf`. A piece takes of a board's length, alone, what of it is wider than half the board's
/// greatest width: nothing as wide lies beside it. `fits`: by piece and board.
StackRoom stackRoom(const LayAllRequest& request, std::vector<std::vector<bool>> fits);

}  // namespace narrows
