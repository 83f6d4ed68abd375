#pragma once
// A grid whose cells are told by functions: for small tables of figures, some of them to be typed over.

#include <functional>

#include "canvas/figure_grid.h"
#include "canvas/keyed_model.h"
#include "canvas/verdict_mark.h"
#include "length/length.h"

namespace narrows {

/// What a cell shows. Where `editable`, typing over it calls `CellModel::entered`.
struct Cell {
  QString text;
  bool editable = false;
  bool bold = false;
  QColor colour{};  ///< of the ink; the usual where it is not valid
  /// What stands in it to be typed over and is copied: the exact figure; empty where there is none yet.
  QString exact{};
  bool passedBy = false;              ///< it repeats another cell: it can be typed in, and Tab passes it by
  std::optional<Severity> verdict{};  ///< its mark stands before the text
};

/// What was measured, and how far it is off what it should be: `37 in ✓`, or with a plus or minus by how much where a
/// rule shows it.
Cell measuredCell(double measuredMm, double offMm, const QColor& ink, Notation notation);

/// A figure with its verdict: marked before it, and coloured, where it is beyond its limit.
Cell judgedCell(const QString& figure, const std::optional<Severity>& verdict);

class CellModel : public KeyedModel {
  Q_OBJECT

 public:
  using KeyedModel::KeyedModel;
  QStringList columns;
  std::function<int()> rows = [] { return 0; };
  std::function<QString(int row)> rowName = [](int row) { return QString::number(row + 1); };
  /// Keys by which rows and columns are known when others come or go before them; without any, their headings are the
  /// keys.
  std::function<QString(int row)> rowKey;
  std::function<QString(int column)> columnKey;
  /// Columns that hold lengths: a number typed without a unit is in the unit that was shown when its cell was opened.
  std::function<bool(int column)> isLength = [](int) { return true; };
  std::function<Cell(int row, int column)> cell;
  /// Takes what was typed; false, having told why, where it is not understood.
  std::function<bool(int row, int column, const QString& text)> entered;
  /// Asks everything again.
  void refresh();

  QVariant data(const QModelIndex& index, int role) const override;
  QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
  Qt::ItemFlags flags(const QModelIndex& index) const override;
  bool setData(const QModelIndex& index, const QVariant& value, int role) override;

 private:
  QStringList m_shown;  ///< what the columns are headed by
};

class CellGrid : public FigureGrid {
  Q_OBJECT

 public:
  CellGrid(const QString& name, Session* session, QWidget* parent = nullptr);
  CellModel& cells() { return *m_cells; }
  /// Shows everything afresh. A cell that is being typed in stays as it is, at its row and column.
  void refresh();
  /// Goes to a cell that was taken in hand elsewhere, and tells nobody; `column` -1 keeps the column. A hand that is in
  /// the grid stays where it is.
  void follow(int row, int column = -1);
  /// The same where the builder stepped there by key, whether the hand is in the grid or not; what is being typed
  /// stays.
  void stepTo(int row, int column = -1);
  /// Columns keep the widths they were given: cells are known to be short.
  void keepColumns() { m_keepsColumns = true; }

 signals:
  /// The hand went to a cell of the grid.
  void cellTaken(int row, int column);

 protected:
  void align() override { refresh(); }
  void resizeEvent(QResizeEvent* event) override;
  QString meant(const QString& typed) const override;
  bool edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) override;

 private:
  /// A column whose cells want more than its share of the width has as much as they want, so that none is cut.
  void fitColumns();

  CellModel* m_cells;
  bool m_keepsColumns = false;
  std::vector<bool> m_wide;  ///< columns that have as much as they want
  bool m_following = false;
  Notation m_begun = Notation::Inches16;  ///< how lengths were shown when the open cell was opened
};

}  // namespace narrows
