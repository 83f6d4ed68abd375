#pragma once
// What of a boat is laid by Narrows, and on which boards of her stack.

#include <functional>

#include "book/stock_edits.h"
#include "stock/lay_all.h"

namespace narrows {

/// Boards that are not sawn up; pieces that are asked for and still wanted, and with them those that lie on the boards
/// already, which stay.
struct StackToLay {
  std::vector<BoardShape> boards;
  std::vector<BoardId> ids;  ///< of the boards
  std::vector<WantedPiece> pieces;
  std::vector<PieceOnBoard> fixed;
};

/// `pieces`: all the boat wants. `isAsked`: of those that lie nowhere; none: all.
StackToLay stackToLay(const Book& book, const std::vector<WantedPiece>& pieces,
                      const std::function<bool(const WantedPiece&)>& isAsked = {});

/// As `layAll` is asked. `of` must outlive what is given.
LayAllRequest requestOf(const StackToLay& of, const StockMake& make, StackGoal goal, double seconds);

/// How pieces of one stack would lie on another, the same pieces and boards told by what they are called: for a search
/// to begin from.
std::vector<PieceOnBoard> asLaid(const StackToLay& was, const LaidStack& laid, const StackToLay& now);

/// Where each piece that did not lie there before is to be put, on the stack as it is by now: what was laid, cut or
/// changed while it was worked out stays as it is, and a piece that is no longer clear of it is left out.
std::vector<PieceToLay> piecesToLay(const StackToLay& was, const LaidStack& laid, const StackToLay& now,
                                    const StockMake& make);

}  // namespace narrows
