#pragma once
// What was done, by day, the latest first.

#include <QWidget>

#include "canvas/cell_grid.h"

class QLabel;

namespace narrows {

class OrderBench;
class Session;

class DonePage : public QWidget {
  Q_OBJECT

 public:
  DonePage(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }

 private:
  void say();

  Session* m_session;
  OrderBench* m_bench;
  QLabel* m_words;
  CellGrid* m_grid;
  std::vector<std::size_t> m_steps;  ///< of the order, the latest first
};

}  // namespace narrows
