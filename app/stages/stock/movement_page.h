#pragma once
// Wood moves: every plank as it is cut, in a dry summer and afloat, and what its seams do.

#include <QWidget>

#include "book/book.h"
#include "canvas/cell_grid.h"
#include "stock/wood_movement.h"

class QLabel;

namespace narrows {

class Session;
class Slate;
class StockBench;

class MovementPage : public QWidget {
  Q_OBJECT

 public:
  MovementPage(Session* session, StockBench* bench, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }

 private:
  enum Column { Width, Was, Cut, Rate, Then, Opens, Now };
  const WoodMovement& movement() const;
  Cell cell(int row, int column) const;
  void say();
  void layOut();
  void change(const QString& words, const std::function<void(StockPlan&)>& change);

  Session* m_session;
  StockBench* m_bench;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  CellGrid* m_grid;
  std::vector<QWidget*> m_fields;
  mutable BookSnapshot m_of;
  mutable std::shared_ptr<const std::vector<WantedPiece>> m_ofPieces;
  mutable WoodMovement m_movement;
};

}  // namespace narrows
