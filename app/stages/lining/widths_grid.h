#pragma once
// Widths at every station, the sheer strake on top as on the boat.

#include "canvas/cell_grid.h"
#include "lining/lining.h"

namespace narrows {

/// What the table of a lining shows.
enum class WidthsOf {
  Strakes,    ///< widths between marks; those of the station where widths are chosen are typed over
  FromKeel,   ///< every mark up the girth from the base line; typed over, what the tape says
  FromSheer,  ///< and down from the sheer
  Hung,       ///< upper edges of hung strakes off the plan, as they were measured
  Difference  ///< how much higher up the girth each mark is to port than to starboard, with two plans
};

/// Figures of one width, in fractions.
class WidthsGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit WidthsGrid(Session* session, QWidget* parent = nullptr);
  void show(WidthsOf what);

 private:
  const Lining* lining() const;
  void layOut();
  void goToSelection(bool moves);
  QString strakeName(int row) const;
  Cell widthCell(int row, int column) const;
  Cell markCell(int row, int column) const;
  Cell hungCell(std::size_t line, std::size_t section) const;
  /// The strake whose upper edge a line is at a section; none where there is none.
  std::optional<std::size_t> strakeUnder(std::size_t line, std::size_t section) const;
  bool enter(int row, int column, const QString& text);
  bool enterWidth(int row, Length width);
  bool enterMark(int row, int column, Length girth);
  bool enterHung(int row, int column, const std::optional<Length>& off);
  int rowCountNow() const;
  std::size_t strakeOfRow(int row) const;
  /// The line of a row where marks are shown.
  std::size_t lineOfRow(int row) const;
  WidthsOf m_of = WidthsOf::Strakes;
  QStringList m_stations;  ///< of the columns, which stay while she has no hull
};

}  // namespace narrows
