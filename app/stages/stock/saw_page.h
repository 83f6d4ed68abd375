#pragma once
// After the cut: what was really lost of a board, what is left of it, and pieces that were spoiled.

#include <QWidget>

#include "book/book.h"
#include "canvas/cell_grid.h"
#include "commands/long_work.h"
#include "stock/cutting_order.h"
#include "stock/left_over.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace narrows {

class RefusedNote;
class Session;
class Slate;
class StockBench;

class SawPage : public QWidget {
  Q_OBJECT

 public:
  SawPage(Session* session, StockBench* bench, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* left() { return m_left; }

 private:
  void makeGrids();
  /// What is left of the board in hand; kept until the book, the board or the pieces are others.
  const std::vector<Board>& leftNow() const;
  /// The order to saw in: from the butt, what lies first along the board.
  std::vector<const Laying*> inOrder() const;
  /// The largest straight piece in what is left: "9 ft by 5 in".
  QString straightWords(const Board& board) const;
  /// Works out in which order the boards are best sawn, beside the window, unless it is worked out.
  void bringUpOrder();
  /// "Best sawn 2nd of 9: ...", of the board in hand; empty while that is not known.
  QString turnWords() const;
  /// Takes the board that is best sawn next in hand.
  void takeNext();
  void saw();
  void spoil();
  void say();
  void layOut();
  std::string day();

  Session* m_session;
  StockBench* m_bench;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  CellGrid *m_cuts, *m_left;
  RefusedNote* m_answer;
  QLineEdit *m_day = nullptr, *m_why = nullptr, *m_spoiltWhy = nullptr;
  QPushButton *m_saw = nullptr, *m_spoil = nullptr;
  std::string m_dayTypedOn;
  Length m_planed, m_lost;
  std::vector<QWidget*> m_ofBoard, m_ofCut;
  /// Boards as they are best sawn, by id, with their words.
  struct Turn {
    BoardId board;
    QString words;
  };
  std::vector<Turn> m_turns;
  std::vector<Laying> m_turnsOf;                                  ///< what lay when they were worked out
  std::shared_ptr<const std::vector<WantedPiece>> m_turnsPieces;  ///< and the pieces
  QPushButton* m_next = nullptr;
  LongWork m_ordering;
  mutable BookSnapshot m_leftOf;
  mutable BoardId m_leftBoard;
  mutable std::shared_ptr<const std::vector<WantedPiece>> m_leftPieces;
  mutable std::vector<Board> m_leftBoards;
};

}  // namespace narrows
