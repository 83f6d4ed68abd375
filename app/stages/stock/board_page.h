#pragma once
// The board in hand: its faults, and its edges read off a line snapped along it.

#include <QWidget>

#include "canvas/cell_grid.h"
#include "stock/board.h"

class QComboBox;
class QLabel;

namespace narrows {

class BoardDrawing;
class RefusedNote;
class Session;
class Slate;
class StockBench;
class TapeFields;

class BoardPage : public QWidget {
  Q_OBJECT

 public:
  BoardPage(Session* session, StockBench* bench, BoardDrawing* drawing, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* faults() { return m_faults; }
  CellGrid* edges() { return m_edges; }

 private:
  void makeGrids();
  Cell faultCell(int row, int column) const;
  bool enterFault(int row, int column, const QString& text);
  Cell edgeCell(int row, int column) const;
  bool enterEdge(int row, int column, const QString& text);
  /// Lengths along the board at which either edge was read, in order.
  std::vector<Length> readAt() const;
  std::optional<Length> lengthOf(CellGrid* grid, const QString& text);
  bool change(const QString& words, const Board& board, CellGrid* grid);
  void layOut();
  bool isOpen() const;

  Session* m_session;
  StockBench* m_bench;
  BoardDrawing* m_drawing;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  CellGrid *m_faults, *m_edges;
  RefusedNote* m_answer;
  TapeFields* m_tape;
  std::vector<QWidget*> m_fields;
};

}  // namespace narrows
