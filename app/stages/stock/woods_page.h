#pragma once
// How far woods move: the rates in the book, each with its source.

#include <QWidget>
#include <string>
#include <vector>

#include "canvas/cell_grid.h"
#include "stock/stock_plan.h"

class QLabel;

namespace narrows {

class Session;

class WoodsPage : public QWidget {
  Q_OBJECT

 public:
  explicit WoodsPage(Session* session, QWidget* parent = nullptr);
  void showAs(bool shown);
  CellGrid* rates() { return m_rates; }

 private:
  enum Column { Slab, Quarter, Source };
  /// The woods of the stack, and those that the book has rates of its own for.
  std::vector<std::string> woods() const;
  Cell cell(int row, int column) const;
  bool enter(int row, int column, const QString& text);
  void layOut();

  Session* m_session;
  QLabel* m_words;
  CellGrid* m_rates;
};

}  // namespace narrows
