#pragma once
// What is still to be decided, until when it can wait, and what hangs on it.

#include <QWidget>

#include "canvas/cell_grid.h"

class QLabel;
class QLineEdit;

namespace narrows {

class OrderBench;
class RefusedNote;
class Session;
class Slate;

class DecisionsPage : public QWidget {
  Q_OBJECT

 public:
  DecisionsPage(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }

 private:
  enum Column { Question, CanWait, Ask, Answer, LastStep, Again };
  Cell cell(int row, int column) const;
  bool enter(int row, int column, const QString& text);
  void add();
  void say();

  Session* m_session;
  OrderBench* m_bench;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  CellGrid* m_grid;
  RefusedNote* m_answer;
  QLineEdit* m_new = nullptr;
  std::vector<QWidget*> m_fields;
};

}  // namespace narrows
