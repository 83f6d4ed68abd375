#pragma once
// What is waited for that no step of hers is: deliveries, the weather, and what else the builder says.

#include <QWidget>

#include "canvas/cell_grid.h"

class QLabel;

namespace narrows {

class OrderBench;
class RefusedNote;
class Session;
class Slate;

class HoldsPage : public QWidget {
  Q_OBJECT

 public:
  HoldsPage(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }

 private:
  enum Column { What, Kind, For, Expected, Over };
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
  std::vector<QWidget*> m_fields;
  QWidget* m_what = nullptr;
  QWidget* m_day = nullptr;
  int m_kind = 0;
};

}  // namespace narrows
