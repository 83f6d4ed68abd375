#pragma once
// A slab: flattened, and a part's pattern laid on it.

#include "canvas/cell_grid.h"
#include "canvas/labels.h"
#include "canvas/session_canvas.h"
#include "commands/long_work.h"
#include "stages/backbone/backbone_page.h"

class QProgressBar;
class QPushButton;
class QTabWidget;

namespace narrows {

/// The slab from above, its faults, its readings, and the pattern, which is slid with the pointer or the arrows, turned
/// with the wheel held with Shift or the bracket keys, and turned over with F. A double click marks a knot.
class SlabDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit SlabDrawing(Session* session, QWidget* parent = nullptr);
  void placeAt(const Placement& placement, const QString& words);

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  bool takeHold(const QPointF& at) override;
  void mouseDoubleClickEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  std::vector<Deed> strokes() override;
  std::vector<Deed> deeds() override;
  QMarginsF room() const override { return {28.0, 40.0, 84.0, 44.0}; }

 private:
  const SlabWork* slab() const;
  bool hasPattern() const;
  static Result<Book> placed(const Book& now, const Placement& placement);
  /// Where the pattern lies by the book, or, not laid yet, in the answer.
  Placement placementNow() const;
  void paintReadings(QPainter& painter, Labels& labels) const;
  void paintFaults(QPainter& painter, Labels& labels);
  void paintPattern(QPainter& painter) const;
  void shift(double along, double across, double turnRad, bool flip);
};

class SlabPage : public BackbonePage {
  Q_OBJECT

 public:
  explicit SlabPage(Session* session, QWidget* parent = nullptr);
  Canvas* drawing() override { return m_drawing; }
  CellGrid* readings() { return m_readings; }
  CellGrid* faults() { return m_faults; }
  CellGrid* outline() { return m_outline; }
  QPushButton* findButton() { return m_find; }
  QComboBox* timber() { return m_timber; }
  bool isSearching() const { return m_search.isRunning(); }
  /// Readings from text, as pasted or out of a CSV file.
  void takeReadings(const QString& text);

 protected:
  void showPage() override;

 private:
  void makeGrids();
  Cell readingCell(int row, int column) const;
  bool reading(int row, int column, const QString& text);
  Cell faultCell(int row, int column) const;
  bool fault(int row, int column, const QString& text);
  bool corner(int row, int column, const QString& text);
  void search();
  void found(const Result<FoundPlacement>& found);
  void askReadings();

  SlabDrawing* m_drawing;
  CellGrid* m_readings;
  CellGrid* m_faults;
  CellGrid* m_outline;
  QTabWidget* m_tabs;
  QLabel* m_head = nullptr;
  QLabel* m_lay = nullptr;
  QLabel* m_flat = nullptr;
  QLabel* m_rails = nullptr;
  QLabel* m_graving = nullptr;
  QComboBox* m_timber = nullptr;
  QPushButton* m_find = nullptr;
  QProgressBar* m_progress = nullptr;
  LongWork m_search;
};

}  // namespace narrows
