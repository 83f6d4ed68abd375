#pragma once
// What to buy for pieces of a boat.

#include "book/book.h"
#include "stock/buying_list.h"

namespace narrows {

/// In the mill's sizes and with the shop's losses; halves of moulds are left out, sheet stuff serves for those. What
/// may be of any wood is bought of what her stack is mostly of.
std::vector<BoardsToBuy> toBuy(const Book& book, std::vector<WantedPiece> pieces, const std::stop_token& stop = {});

/// What the shop's record says is lost; until enough boards are sawn up, what is usual.
StockLosses lossesOf(const Book& book);

}  // namespace narrows
