#pragma once
// Sheets of the stock: the cut list by board, labels to stick on, and boards at full size with what is laid on them.

#include <stop_token>

#include "drawing.h"
#include "solve/solve.h"
#include "stock/wanted_piece.h"

namespace narrows {

struct StockChoice {
  bool cutList = true;     ///< a page a board: its picture, and its pieces in the order they are sawn
  bool labels = true;      ///< a label a piece
  bool fullSize = false;   ///< boards with their pieces, at full size
  std::string board = {};  ///< by its name: that board only; empty: every one that has something on it
  bool toBuy = false;      ///< what to buy for the pieces that lie nowhere, in the mill's sizes
};

/// The drawings of a choice, boards in the order in which they are best sawn: those that something is laid on and that
/// are not sawn up. Where `stop` is asked for, those that are made by then.
std::vector<Drawing> stockSheets(const Solved& solved, const StockChoice& choice, const std::stop_token& stop = {});

/// The same list as `buyingCsv` has it, in the book's unit.
std::string toBuyCsv(const Solved& solved, const std::stop_token& stop = {});

/// `board,order,piece,strake,side,from_butt,long,wide,thick,x,y,turn,flip,cut`, in the book's notation: every piece on
/// every board, in the order they are sawn.
std::string cutListCsv(const Solved& solved);

}  // namespace narrows
