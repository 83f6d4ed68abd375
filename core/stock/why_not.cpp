#include "stock/why_not.h"

#include <algorithm>
#include <tuple>

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

}  // namespace narrows
