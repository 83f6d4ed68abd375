#pragma once
// The bench of the stock: the pieces the boat wants, and which board and piece are in hand.

#include <QObject>
#include <map>
#include <memory>
#include <optional>
#include <string>

#include "commands/long_work.h"
#include "commands/session.h"
#include "stock/left_over.h"
#include "stock/wanted_piece.h"

namespace narrows {

/// Pieces are made beside the window, again whenever planks or the wish for their wood change, and kept as long as
/// they do not. The board and the piece in hand are the same on the drawing, in the tables and on the slate.
class StockBench : public QObject {
  Q_OBJECT

 public:
  StockBench(Session* session, QObject* parent);

  /// As they were made last; empty where none were.
  const std::vector<WantedPiece>& pieces() const { return *m_pieces; }
  /// The same, for whoever keeps what points into them.
  const std::shared_ptr<const std::vector<WantedPiece>>& sharedPieces() const { return m_pieces; }
  /// Whether they are of the book as it stands.
  bool isFresh() const;
  /// The piece of that name; null where the boat has none such, or they are still being made.
  const WantedPiece* find(const PieceRef& of) const;
  /// Makes them for the answer there is, unless they are made.
  void bringUp();
  /// Nobody looks, and nothing is laid: what was made is let go.
  void clear();

  /// The board in hand; none where the stack has none.
  const Board* board() const;
  void takeBoard(BoardId id);
  /// The piece in hand; none where none is, or the boat has no such piece any more.
  const WantedPiece* piece() const;
  const std::optional<PieceRef>& pieceRef() const { return m_piece; }
  /// Takes a piece in hand, and the board it is laid on; nothing where `of` is none.
  void takePiece(const std::optional<PieceRef>& of);

  StockMake make() const;
  /// Pieces laid on a board, by their places among the layings of the book.
  std::vector<std::size_t> laidOn(BoardId board) const;
  /// Layings, not cut, of pieces the boat does not have any more; none while pieces are being made.
  std::vector<PieceRef> withoutPiece() const;
  /// How a laying of the book lies, its neighbours where they are; none where its piece is not made.
  std::optional<LayingJudged> judge(const Laying& laying) const;
  /// The verdicts on all that is laid and not cut, by the words of its piece: judged again when the stack, what lies on
  /// it, the rules or the pieces are others; while something is slid, as they were.
  const std::map<std::string, std::optional<Severity>>& verdicts() const;
  /// The same of a piece that is not laid there yet.
  LayingJudged judge(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies) const;
  /// What lies on a board beside one piece.
  std::vector<Neighbour> neighbours(BoardId board, const PieceRef& but) const;
  /// The outlines of all that lies on a board: as it was cut, where it was.
  std::vector<Polygon> outlinesOn(BoardId board) const;

 signals:
  /// Pieces were made, or let go.
  void changed();
  /// Another board or piece is in hand.
  void handChanged();

 private:
  /// What of a book says what wood pieces are to be of, besides its planks.
  struct Wishes {
    std::vector<StrakeGrade> grades;
    std::optional<int> clearFrom;
    bool operator==(const Wishes&) const = default;
  };
  static Wishes wishesOf(const Book& book) { return {book.stock.grades, book.stock.clearFrom}; }
  bool isFor(const Solved& answer) const;

  Session* m_session;
  std::shared_ptr<const std::vector<WantedPiece>> m_pieces;
  std::shared_ptr<const Solved> m_of;      ///< the answer they were made of
  std::shared_ptr<const Solved> m_broken;  ///< one they could not be made of: not tried over and over
  BoardId m_board;
  std::optional<PieceRef> m_piece;
  struct Verdicts {
    std::shared_ptr<const std::vector<WantedPiece>> pieces;
    std::vector<Board> boards;
    std::vector<Laying> layings;
    StockPlan rules;
    std::map<std::string, std::optional<Severity>> all;
  };
  mutable Verdicts m_verdicts;
  bool m_again = false;
  LongWork m_making;  ///< last: ended before what it speaks to is gone
};

}  // namespace narrows
