#include "book/to_buy.h"

#include <algorithm>
#include <map>

namespace narrows {

namespace {

/// Of the length of boards lost to checks and wrong cuts, and of pieces spoiled: usual, until the shop has a record.
constexpr double usualLost = 0.07, usualSpoilt = 0.03;

}  // namespace

std::vector<BoardsToBuy> toBuy(const Book& book, std::vector<WantedPiece> pieces, const std::stop_token& stop) {
  // What may be of any wood is of that which most boards are of.
  std::map<std::string, std::size_t> boardsOf;
  std::string usual = book.weighing.species;
  for (const Board& board : book.boards) {
    if (isSheet(board)) continue;
    if (++boardsOf[board.species] > boardsOf[usual]) usual = board.species;
  }
  std::erase_if(pieces, [](const WantedPiece& piece) { return piece.of.kind == PieceKind::Mould; });
  for (WantedPiece& piece : pieces) {
    if (piece.species.empty()) piece.species = usual;
  }
  return buyingList(pieces, stockMake(book),
                    boardsSold(book.stock.mill, book.settings.notation == Notation::Millimetres), lossesOf(book), stop);
}

StockLosses lossesOf(const Book& book) {
  StockLosses losses;
  double lostMm = 0.0, sawnMm = 0.0;
  for (const Board& board : book.boards) {
    if (!board.used) continue;
    ++losses.boards;
    lostMm += board.used->lost.mm();
    sawnMm += board.length.mm();
  }
  losses.pieces = book.spoiled.size();
  for (const Laying& laying : book.layings) losses.pieces += laying.isCut() ? 1 : 0;
  if (losses.isUsual()) {
    losses.lengthShare = usualLost;
    losses.spoiltShare = usualSpoilt;
    return losses;
  }
  losses.lengthShare = std::min(lostMm / std::max(sawnMm, 1.0), 1.0);
  losses.spoiltShare =
      static_cast<double>(book.spoiled.size()) / static_cast<double>(std::max<std::size_t>(losses.pieces, 1));
  return losses;
}

}  // namespace narrows
