#pragma once
// What boards to buy: for what is short, or for all of her from nothing.

#include <QWidget>
#include <vector>

#include "book/to_buy.h"
#include "canvas/cell_grid.h"
#include "commands/long_work.h"

class QLabel;
class QPushButton;

namespace narrows {

class EnoughPage;
class RefusedNote;
class Session;
class Slate;

class BuyPage : public QWidget {
  Q_OBJECT

 public:
  /// `enough`: tells what is short.
  BuyPage(Session* session, EnoughPage* enough, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }
  bool isWorking() const { return m_working.isRunning(); }

 private:
  enum Column { Long, Wide, Thick, Wood, Grade, For };
  Cell cell(int row, int column) const;
  const std::vector<BoardsToBuy>& list() const;
  void fromNothing();
  void say();
  void layOut();

  Session* m_session;
  EnoughPage* m_enough;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  CellGrid* m_grid;
  RefusedNote* m_answer;
  std::vector<QWidget*> m_fields;
  std::vector<BoardsToBuy> m_all;  ///< for all of her
  BookSnapshot m_of;               ///< the book it is of; null where what is short is shown
  LongWork m_working;
};

}  // namespace narrows
