#pragma once
// A grid whose cells are told by functions: for small tables of figures, some of them to be typed over.

#include <QAbstractTableModel>
#include <functional>

#include "canvas/figure_grid.h"
#include "canvas/verdict_mark.h"
#include "length/length.h"

namespace narrows {

/// What a cell shows. Where `editable`, typing over it calls `CellModel::entered`.
struct Cell {
  QString text;
  bool editable = false;
  bool bold = false;
  QColor colour{};  ///< of the ink; the usual where it is not valid
  QString
      exact{};  ///< what stands in it to be typed over and is copied: the exact figure; empty where there is none yet
};

/// What was measured, and how far it is off what it should be: `37 in ✓`, or with ▲ or ▼ and by how much where a rule
/// shows it.
Cell measuredCell(double measuredMm, double offMm, const QColor& ink, Notation notation);

/// A figure with its verdict: marked before it, and coloured, where it is beyond its limit.
Cell judgedCell(const QString& figure, const std::optional<Severity>& verdict);

class CellModel : public QAbstractTableModel {
  Q_OBJECT

 public:
  using QAbstractTableModel::QAbstractTableModel;
  QStringList columns;
  std::function<int()> rows = [] { return 0; };
  std::function<QString(int row)> rowName = [](int row) { return QString::number(row + 1); };
  std::function<Cell(int row, int column)> cell;
  /// Takes what was typed; false, having told why, where it is not understood.
  std::function<bool(int row, int column, const QString& text)> entered;
  /// Asks everything again.
  void refresh();

  int rowCount(const QModelIndex& parent = {}) const override;
  int columnCount(const QModelIndex& parent = {}) const override;
  QVariant data(const QModelIndex& index, int role) const override;
  QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
  Qt::ItemFlags flags(const QModelIndex& index) const override;
  bool setData(const QModelIndex& index, const QVariant& value, int role) override;

 private:
  int m_rows = 0;
  QStringList m_shown;
};

class CellGrid : public FigureGrid {
  Q_OBJECT

 public:
  CellGrid(const QString& name, Session* session, QWidget* parent = nullptr);
  CellModel& cells() { return *m_cells; }
  void refresh() { m_cells->refresh(); }
  /// A cell is being typed in: it is not to be shown afresh.
  bool isTyping() const { return state() == QAbstractItemView::EditingState; }
  /// Goes to a cell that was taken in hand elsewhere, and tells nobody; `column` -1 keeps the column. What is being
  /// typed stays where it is.
  void follow(int row, int column = -1);

 signals:
  /// The hand went to a cell of the grid.
  void cellTaken(int row, int column);

 private:
  CellModel* m_cells;
  bool m_following = false;
};

}  // namespace narrows
