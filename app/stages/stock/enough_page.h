#pragma once
// Whether the stack is enough for her planks, what would make it so, and what to buy.

#include <QWidget>
#include <memory>

#include "canvas/cell_grid.h"
#include "commands/long_work.h"
#include "solve/stock_cures.h"

class QLabel;
class QProgressBar;
class QPushButton;

namespace narrows {

class MarkedWords;
class RefusedNote;
class Session;
class Slate;

class EnoughPage : public QWidget {
  Q_OBJECT

 public:
  explicit EnoughPage(Session* session, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  /// Asks afresh: lays every plank, and tries what a builder would where some go nowhere.
  void ask();
  /// Takes the cure in hand. False where there is none, or the book is another than it was tried on.
  bool takeCure();
  bool isAsking() const { return m_asking.isRunning(); }
  /// As it was answered last; none where it was not asked.
  const StockStands* stands() const { return m_stands.get(); }
  CellGrid* cures() { return m_cures; }
  CellGrid* buyGrid() { return m_toBuy; }

 private:
  enum CureColumn { Unlaid, Boards, Wood, Bought, Weighs, Falls };
  enum BuyColumn { Count, Long, Wide, Thick, Of, For };
  bool isFresh() const;
  void makeGrids();
  Cell cureCell(int row, int column) const;
  Cell buyCell(int row, int column) const;
  const StockCure* cure(int row) const;
  /// What is bought for what is short, or for all of her.
  const std::vector<BoardsToBuy>& buying() const;
  void buyFromNothing();
  void say();
  QString standsWords() const;
  QString proofWords() const;
  QString woodWords(double litres) const;
  void layOut();

  Session* m_session;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  MarkedWords* m_short;
  QLabel* m_more;
  CellGrid *m_cures, *m_toBuy;
  RefusedNote* m_answer;
  QProgressBar* m_progress = nullptr;
  QPushButton *m_ask = nullptr, *m_take = nullptr, *m_fromNothing = nullptr;
  std::vector<QWidget*> m_fields;
  BookSnapshot m_of;  ///< the book it was asked of
  std::shared_ptr<const StockStands> m_stands;
  std::vector<BoardsToBuy> m_all;  ///< to buy for all of her; empty where that was not asked
  bool m_isAll = false;
  int m_inHand = -1;
  LongWork m_asking, m_buying;
};

}  // namespace narrows
