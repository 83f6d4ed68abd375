#pragma once
// Whether the stack is enough for her planks, and what would make it so.

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
  /// How long it lays her planks, and each cure's, about.
  void lookFor(double seconds, double secondsACure) { m_seconds = seconds, m_secondsACure = secondsACure; }
  /// Takes the cure in hand. False where there is none, or the book is another than it was tried on.
  bool takeCure();
  bool isAsking() const { return m_asking.isRunning(); }
  /// As it was answered last; none where it was not asked.
  const StockStands* stands() const { return m_stands.get(); }
  CellGrid* cures() { return m_cures; }

 signals:
  void answered();

 private:
  enum CureColumn { Unlaid, Boards, Wood, Bought, Weighs, Plugs };
  /// What was said of the book before is of no other.
  void forgetOtherBook();
  bool isFresh() const;
  void makeGrids();
  Cell cureCell(int row, int column) const;
  const StockCure* cure(int row) const;
  void say();
  QString standsWords() const;
  /// How sure that is, and how likely to be enough with losses.
  QString sureWords() const;
  void layOut();

  Session* m_session;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  MarkedWords* m_short;
  QLabel* m_more;
  CellGrid* m_cures;
  RefusedNote* m_answer;
  QProgressBar* m_progress = nullptr;
  QPushButton *m_ask = nullptr, *m_take = nullptr;
  std::vector<QWidget*> m_fields;
  int m_book = -1;    ///< which book
  BookSnapshot m_of;  ///< the book it was asked of
  std::shared_ptr<const StockStands> m_stands;
  int m_inHand = -1;
  double m_seconds = StockAsked().seconds, m_secondsACure = StockAsked().secondsACure;
  LongWork m_asking;
};

}  // namespace narrows
