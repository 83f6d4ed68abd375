#include "stock/stack_bound.h"

#include <algorithm>
#include <cmath>

#include "stock/board_outline.h"

namespace narrows {

namespace {

/// Half a kerf of wood round every piece is its own, and half a kerf more of the board than its margin leaves: no two
/// pieces share any. Of the length of its outline, somewhat less, for corners that stand in.
constexpr double shareOfKerf = 0.97;
/// Pieces along the board lie somewhat askew, and their width is measured square to them.
constexpr double widthShare = 1.03, lengthShare = 0.99;

double lengthRound(const Polygon& outline) {
  double length = 0.0;
  for (std::size_t i = 0; i < outline.size(); ++i) length += (outline[(i + 1) % outline.size()] - outline[i]).norm();
  return length;
}

/// Widths of a piece square to the line between its ends, at even steps along it.
struct Widths {
  double stepMm = 0.0;
  std::vector<double> mm;
};

Widths widthsOf(const WantedPiece& piece) {
  constexpr std::size_t steps = 100;
  const Vec2 from = piece.middle.front(), way = piece.middle.back() - from;
  Widths widths{way.norm() / steps, {}};
  for (std::size_t i = 0; i <= steps; ++i) {
    const Vec2 at = from + static_cast<double>(i) / steps * way;
    const std::vector<double> cuts = crossings(piece.outline, at, at + turnedLeft(way.normalized()));
    widths.mm.push_back(cuts.size() < 2 ? 0.0 : cuts.back() - cuts.front());
  }
  return widths;
}

/// How long the stretches are that are wider than this.
double longerWider(const Widths& widths, double widerMm) {
  double sum = 0.0, run = -widths.stepMm;
  const auto end = [&] {
    // Askew, a stretch may be shorter by its width leaning over at either end.
    sum += std::max(0.0, lengthShare * run - 4.0 * widerMm * std::tan(mostTurnRad));
    run = -widths.stepMm;
  };
  for (const double width : widths.mm) {
    if (width > widthShare * widerMm) {
      run += widths.stepMm;
    } else {
      end();
    }
  }
  end();
  return sum;
}

}  // namespace

StackRoom stackRoom(const LayAllRequest& request, std::vector<std::vector<bool>> fits) {
  StackRoom room;
  const double margin = request.make.marginMm, kerf = request.make.kerfMm;
  room.boardCost = boardCosts(request.boards, request.goal);
  room.isBegun.assign(request.boards.size(), false);
  std::vector<double> half, length;
  for (const BoardShape& board : request.boards) {
    double area = 0.0;
    for (const Polygon& shape : grown({board.outline}, 0.5 * kerf - margin)) area += std::abs(signedArea(shape));
    room.boardMm2.push_back(std::max(area, 1e-3));
    half.push_back(0.5 * (greatestWidthMm(board.board) - 2.0 * margin));
    length.push_back(std::max(board.board.length.mm() - 2.0 * margin, 1.0));
  }
  for (const PieceOnBoard& one : request.fixed) room.isBegun[one.board] = true;
  for (const WantedPiece& piece : request.pieces) {
    room.pieceMm2.push_back(std::abs(signedArea(piece.outline)) +
                            0.5 * shareOfKerf * kerf * lengthRound(piece.outline));
    const bool isLong = isLaidAlong(piece) && piece.middle.size() > 1;
    const Widths widths = isLong ? widthsOf(piece) : Widths();
    std::vector<double> fill(request.boards.size(), 0.0);
    for (std::size_t board = 0; isLong && board < fill.size(); ++board)
      fill[board] = longerWider(widths, half[board]) / length[board];
    room.fill.push_back(std::move(fill));
  }
  // What lies there already goes nowhere else.
  for (const PieceOnBoard& one : request.fixed) {
    fits[one.piece].assign(request.boards.size(), false);
    fits[one.piece][one.board] = true;
  }
  room.fits = std::move(fits);
  return room;
}

}  // namespace narrows
