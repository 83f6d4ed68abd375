#pragma once
// What is worked on a plank, as tables to be read at the bench: bevels, gains, ends, letting in, bending.

#include <QCoreApplication>

#include "canvas/cell_grid.h"
#include "solve/plank_at_bench.h"

namespace narrows {

struct PlankTable {
  struct Row {
    QString name;
    int section = -1;  ///< the section it is taken in hand with; -1 for none
    std::vector<Cell> cells;
  };
  QString words;  ///< what the figures are of
  QStringList columns;
  std::vector<Row> rows;
};

/// Makes the tables of one plank, every length as the book shows it and every figure with its verdict.
class PlankTables {
  Q_DECLARE_TR_FUNCTIONS(PlankTables)

 public:
  PlankTables(const PlankAtBench& plank, const Solved& solved) : m_plank(plank), m_solved(solved) {}

  /// Lapstrake: the land on its upper edge. Carvel: both seams, what the saw leaves, hollow, template and stock.
  PlankTable bevels() const;
  /// Depths at every mark of the gains at both ends: of the lap at its head, on its outside, and at its foot, inside.
  PlankTable gains() const;
  /// How its ends are cut, and how far they go into the rabbet.
  PlankTable ends() const;
  /// What a kerf let forward does at every station.
  PlankTable lettingIn() const;
  /// How it bends and twists, and what it takes.
  PlankTable bending() const;
  /// What holds it: where to, with what, how many, how far apart, and the holes.
  PlankTable fastenings() const;

  /// What the gauge is set to at a station, and what to at the next: in words for the slate.
  QString gaugeAt(std::size_t section) const;

 private:
  PlankTable lands() const;
  PlankTable seams() const;
  QString thin(double mm) const;
  QString length(double mm) const;
  QString longLength(double mm) const;
  QString signedThin(double mm) const;
  QString radius(double mm) const;
  Cell left(double mm) const;
  /// What the gauge is set to at one station, in short.
  QString setting(const EdgesAt& at) const;
  QString heatWords(const HeatedRun& run) const;
  Notation notation() const { return m_solved.book->settings.notation; }

  const PlankAtBench& m_plank;
  const Solved& m_solved;
};

/// The bottom's boards, or the transom's: widths, breadths, lengths, bevels. In words why not, where there are none.
PlankTable flatWorkTable(const Solved& solved, bool transom);

/// A grid that shows one of the tables; its rows and the station in hand go together.
class PlankTableGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit PlankTableGrid(Session* session, QWidget* parent = nullptr);
  void show(PlankTable table);
  const PlankTable& table() const { return m_table; }

 private:
  PlankTable m_table;
};

}  // namespace narrows
