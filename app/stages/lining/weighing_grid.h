#pragma once
// The weighing of a plan, strake by strake: of each measure the worst.

#include <set>

#include "canvas/cell_grid.h"
#include "weighing/weigh.h"

namespace narrows {

/// The sheer strake on top; a cell taken takes its strake, and the station where it is worst, in hand.
class WeighingGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit WeighingGrid(Session* session, QWidget* parent = nullptr);

 signals:
  void measureTaken(Measure measure);

 private:
  void layOut();
  const Weighing* weighing() const;
  std::size_t strakeOfRow(int row) const;
  const Weighed* worst(int row, int column) const;

  std::vector<Measure> m_measures;  ///< those that some strake has
};

}  // namespace narrows
