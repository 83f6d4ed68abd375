#pragma once
// A piece on a board: how far it lies from everything, where it lies over, and whether the wood is right.

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "backbone/polygon.h"
#include "problem/severity.h"
#include "stock/laying.h"
#include "stock/stock_plan.h"
#include "stock/wanted_piece.h"

namespace narrows {

/// Where a piece lies on a board, in figures.
struct PieceLies {
  Vec2 at = Vec2::Zero();
  double turnRad = 0.0;
  bool turnedOver = false;

  /// A point of the piece's own frame, on the board.
  Vec2 onBoard(const Vec2& own) const;
  std::vector<Vec2> onBoard(std::vector<Vec2> points) const;
};
PieceLies liesOf(const Laying& laying);
/// The same as it is kept, `of` and `board` being as they are in `laying`.
Laying laid(Laying laying, const PieceLies& lies);

/// A board as pieces are laid on it.
struct BoardShape {
  BoardShape() = default;
  explicit BoardShape(const Board& of);
  Board board;
  std::vector<Vec2> lower, upper;  ///< edges, from the butt end
  std::vector<Vec2> middle;        ///< half way between them: the way its grain runs
  Polygon outline;                 ///< against the clock
  std::vector<Polygon> faults;
};

/// Another piece on the same board.
struct Neighbour {
  std::size_t laying = 0;  ///< which of the book
  std::string name;
  Polygon outline;  ///< on the board
};

/// Why a piece may not lie on a fault.
enum class FaultBar {
  CutOut,         ///< of a kind that is always cut out
  WantsClear,     ///< a knot, or sap, in a piece that is to be clear
  Rots,           ///< sap, where the book keeps it out of every piece
  TooWide,        ///< a knot, wider than is let in
  NearEdge,       ///< a knot, too near to an edge of the piece
  NearFastening,  ///< a knot, too near to a fastening
  NearScarf,      ///< a knot, in or too near to a scarf
  PlugTooWide     ///< a loose knot, wider than is plugged
};

/// One of the board's sides.
enum class BoardSide { Lower, Upper, Butt, Top };

/// From a piece to something else. Least distances between outlines; below nought: by so much it is over.
struct ClearOf {
  double mm = 0.0;
  Vec2 from = Vec2::Zero(), to = Vec2::Zero();  ///< the two places, on the board
};
struct ClearOfFault {
  std::size_t fault = 0;
  ClearOf clear;                ///< nought where it lies on it
  std::optional<FaultBar> bar;  ///< why it has to miss it; none where it may lie on it
  bool plugged = false;         ///< it lies on a loose knot that is plugged
};
struct ClearOfNeighbour {
  std::size_t neighbour = 0;
  ClearOf clear;
};

/// The grain against the piece.
struct GrainRunOut {
  double rad = 0.0;    ///< the most the grain leans to the run of the piece, anywhere along it
  double share = 0.0;  ///< where that is, of its length from its fore end
  double oneIn() const;
};

/// How a piece lies. Distances are right to 0.05 mm (judge_laying_test holds them against another library).
struct LayingJudged {
  Polygon outline;                   ///< of the piece, on the board
  std::array<ClearOf, 4> edges;      ///< by `BoardSide`
  std::vector<ClearOfFault> faults;  ///< by fault
  std::vector<ClearOfNeighbour> neighbours;
  std::vector<Polygon> over;  ///< where it lies over an edge, a fault it has to miss, or a neighbour
  GrainRunOut grain;
  double bowMm = 0.0;    ///< of the piece, as it lies on the board: up is positive
  double crookMm = 0.0;  ///< of the board between its ends
  double thinMm = 0.0;   ///< how much thinner the board is than the piece wants; below nought where it is not
  bool otherWood = false;
  bool offBoard = false, overFault = false, overNeighbour = false;  ///< it lies over
  bool nearEdge = false, nearFault = false, nearNeighbour = false;  ///< within the margin, or the kerf

  /// The least of its distances to an edge or to a fault that has to be missed.
  double leastMm() const;
  /// Nothing is in its way; the grain and the wood are another matter.
  bool isClear() const {
    return !offBoard && !overFault && !overNeighbour && !nearEdge && !nearFault && !nearNeighbour;
  }
  /// Trouble where it cannot be got out of this board; a look where it could, against a rule.
  std::optional<Severity> verdict(const StockMake& make) const;
  /// It is clear, of its wood and thick enough.
  bool canBeGotOut(const StockMake& make) const;
};

LayingJudged judgeLaying(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies,
                         const std::vector<Neighbour>& neighbours, const StockMake& make);

/// Whether a piece has to miss a fault that it lies on so; none where it may lie on it. `outline`: of the piece, on the
/// board.
std::optional<FaultBar> faultBar(const BoardShape& board, std::size_t fault, const WantedPiece& piece,
                                 const PieceLies& lies, const Polygon& outline, const StockMake& make);
/// Faults of this kind that every such piece misses, wherever they lie on it; so that a place may be looked for.
/// `inClearPart`: the same of a part of it that is to be clear.
bool isMissed(const BoardFault& fault, const WantedPiece& piece, const StockMake& make, bool inClearPart = false);

/// The least distance between two outlines and where it is; nought where they cross or one lies in the other.
ClearOf clearBetween(const Polygon& one, const Polygon& other);

/// Why, in words: "loose knot: cut out".
std::string faultBarWords(FaultBar bar);

}  // namespace narrows
