#pragma once
// Setting up: what every mould should measure, and what the tape says.

#include "canvas/cell_grid.h"
#include "moulds/set_up.h"

namespace narrows {

/// A mould a row. Each cell shows what should be; a measurement typed over it shows instead, with what it is off.
class SetUpGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit SetUpGrid(Session* session, QWidget* parent = nullptr);

 private:
  const MouldSet* moulds() const;
  QString mouldName(int row) const;
  /// The reading that stands or would stand in a cell.
  std::optional<SetUpReading> reading(int row, int column) const;
  const SetUpReading* taken(const SetUpReading& like) const;
  Cell measureCell(int row, int column) const;
  bool enter(int row, int column, const QString& text);
  void layOut();
};

}  // namespace narrows
