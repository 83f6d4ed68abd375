#pragma once
// Widths at every station, the sheer strake on top as on the boat.

#include "canvas/cell_grid.h"
#include "lining/lining.h"

namespace narrows {

/// Figures of one width, in fractions. The master station's column is where widths are chosen: type over one.
class WidthsGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit WidthsGrid(Session* session, QWidget* parent = nullptr);

 private:
  const Lining* lining() const;
  void layOut();
  void goToSelection();
  QString strakeName(int row) const;
  Cell widthCell(int row, int column) const;
  bool enter(int row, const QString& text);
  std::size_t strakeOfRow(int row) const;
};

}  // namespace narrows
