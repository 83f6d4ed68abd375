#pragma once
// What boards to buy for some pieces, in the sizes a mill sells.

#include <stop_token>

#include "stock/mill_sizes.h"
#include "stock/wanted_piece.h"

namespace narrows {

/// What is lost of what is bought, by the shop's own record.
struct StockLosses {
  double lengthShare = 0.0;  ///< of the boards that were sawn up: lost in checks, splits and wrong cuts
  double spoiltShare = 0.0;  ///< of the pieces that were cut: spoiled
  std::size_t boards = 0;    ///< that were sawn up
  std::size_t pieces = 0;    ///< that were cut
  /// Until so many boards are sawn up, the usual is used.
  static constexpr std::size_t fewestBoards = 5;
  bool isUsual() const { return boards < fewestBoards; }
  /// Share of what is bought that makes no piece, besides what lies between the pieces.
  double share() const { return lengthShare + spoiltShare; }
};

/// Pieces of one timber and grade.
struct TimberNeed {
  std::string species;  ///< empty: any
  WantedGrade grade = WantedGrade::Sound;
  std::size_t pieces = 0;
  double lengthMm = 0.0;  ///< one after another
  double widestMm = 0.0;
  double litres = 0.0;  ///< of the pieces, as thick as their boards have to be
};
/// By timber and grade, what wants most wood first.
std::vector<TimberNeed> needOf(const std::vector<WantedPiece>& pieces, const StockMake& make);

/// Boards of one size.
struct BoardsToBuy {
  std::string species;
  WantedGrade grade = WantedGrade::Sound;
  double lengthMm = 0.0, widthMm = 0.0;
  double thicknessMm = 0.0;         ///< as the mill sells it
  int resawn = 1;                   ///< boards got out of each through its thickness
  int count = 0;                    ///< bought: with those for losses
  int forLosses = 0;                ///< of those, for what is lost
  bool isOrdered = false;           ///< larger than the mill's sizes: asked for by its own
  std::vector<std::string> pieces;  ///< marks of what goes on them

  double litres() const;  ///< of all of them
  double boardFeet() const;
};

/// Every piece laid on boards as a mill sells them, square-edged and free of faults: those of one timber, thickness and
/// grade together, the longest first; of several ways of choosing widths the one that takes least wood, every board
/// then the smallest that holds what lies on it. Boards for losses are added by timber, thickness and grade, in the
/// longest of their sizes. Two boards are resawn out of a thicker one where that takes less wood. A few milliseconds a
/// piece. Nothing where `stop` was asked for.
std::vector<BoardsToBuy> buyingList(const std::vector<WantedPiece>& pieces, const StockMake& make,
                                    const BoardsSold& sizes, const StockLosses& losses,
                                    const std::stop_token& stop = {});

/// "12 ft by 8 in by 1 in".
std::string boardSizeWords(const BoardsToBuy& boards, Notation notation);

/// `species,grade,thickness,length,width,count,for_losses,resawn,board_feet,cubic_metres,pieces`, a row a size, lengths
/// in a unit.
std::string buyingCsv(const std::vector<BoardsToBuy>& list, Unit unit);

}  // namespace narrows
