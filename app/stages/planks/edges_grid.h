#pragma once
// What is planed of the strake in hand at every station.

#include "canvas/cell_grid.h"
#include "plank/plank_edges.h"

namespace narrows {

/// A row a station, bow to stern. Lapstrake: the land on its upper edge, as an angle, a drop over the lap and in an
/// inch of it, and what is left of the edge. Carvel: the bevel of each edge from square and how far outside its line
/// the saw goes, how far it is backed out, to what radius, and of what stock.
class EdgesGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit EdgesGrid(Session* session, QWidget* parent = nullptr);
  void layOut();
  /// What the figures are of, in words.
  QString words() const;

 private:
  PlankingMake make() const;
  Cell cellOf(int row, int column) const;

  std::vector<EdgesAt> m_edges;
  bool m_carvel = false;
};

}  // namespace narrows
