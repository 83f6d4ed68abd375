#include "stock/why_not.h"

#include <algorithm>
#include <tuple>

#include "problem/trade.h"
#include "stock/fit.h"

namespace narrows {

namespace {

/// What one board lacks for a piece.
NearestBoard lackOf(const BoardShape& board, std::size_t at, const WantedPiece& piece, const StockMake& make) {
  const Box2 box = boxOf(board.outline);
  const double margins = 2.0 * make.marginMm;
  const LayingJudged judged = judgeLaying(board, piece, {}, {}, make);
  if (judged.otherWood) return {at, Lacks::Wood, 0.0};
  if (judged.thinMm > 0.0) return {at, Lacks::Thickness, judged.thinMm};
  const double longer = piece.lengthMm + margins - box.width(), wider = piece.widthMm + margins - box.height();
  if (longer > 0.0 && longer >= wider) return {at, Lacks::Length, longer};
  if (wider > 0.0) return {at, Lacks::Width, wider};
  return {at, findPlace(board, piece, {}, make) ? Lacks::Nothing : Lacks::FreeOfFaults, 0.0};
}

int worse(Lacks lacks) {
  return lacks == Lacks::Nothing ? 0 : lacks == Lacks::FreeOfFaults ? 1 : lacks == Lacks::Wood ? 3 : 2;
}

}  // namespace

std::optional<NearestBoard> nearestBoard(const std::vector<BoardShape>& boards, const WantedPiece& piece,
                                         const StockMake& make) {
  std::optional<NearestBoard> nearest;
  for (std::size_t i = 0; i < boards.size(); ++i) {
    const NearestBoard one = lackOf(boards[i], i, piece, make);
    if (!nearest || std::tuple(worse(one.lacks), one.byMm) < std::tuple(worse(nearest->lacks), nearest->byMm))
      nearest = one;
  }
  return nearest;
}

std::string nearestBoardWords(const WantedPiece& piece, const std::string& board, const NearestBoard& nearest,
                              Notation notation) {
  const std::string words = piece.words(), by = showLength(millimetres(nearest.byMm), notation);
  switch (nearest.lacks) {
    case Lacks::Nothing:
      return Trade::say("%1 would go on %2 by itself: what lies there is in its way.", words, board);
    case Lacks::Thickness:
      return Trade::say("%1: the nearest board, %2, is %3 too thin.", words, board, by);
    case Lacks::Length:
      return Trade::say("%1: the nearest board, %2, is %3 too short; a joint in the strake would do.", words, board,
                        showLong(millimetres(nearest.byMm), notation));
    case Lacks::Width:
      return Trade::say("%1: the nearest board, %2, is %3 too narrow.", words, board, by);
    case Lacks::Wood:
      return Trade::say("%1: there is no board of its wood.", words);
    case Lacks::FreeOfFaults:
      return Trade::say("%1: %2 is large enough, and its faults or its shape leave no place.", words, board);
  }
  return {};
}

}  // namespace narrows
