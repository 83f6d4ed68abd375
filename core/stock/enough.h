#pragma once
// How likely a stack is to be enough, with what is lost and spoiled.

#include "stock/buying_list.h"
#include "stock/lay_all.h"

namespace narrows {

/// How often, 0 to 1, all is got out of the boards when every piece may be spoiled, or its end of the board lost, as
/// the shop's losses say: each spoiled piece has to find a place that is left beside what lies on the boards, one a
/// board. Nought where something is laid nowhere as it is. From two thousand draws by `seed`: right to some two in a
/// hundred; what is spoiled might now and then be saved by laying the rest otherwise, which is left out of account.
/// Some milliseconds a piece and board.
double chanceOfEnough(const LayAllRequest& request, const LaidStack& stack, const StockLosses& losses,
                      std::uint64_t seed = 1, const std::stop_token& stop = {});

}  // namespace narrows
