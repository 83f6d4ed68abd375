#pragma once
// A timber bent in place: what it lies on, its clamps one after another, and its fastenings.

#include "canvas/cell_grid.h"
#include "canvas/session_canvas.h"
#include "fastening/bent_in_place_fastenings.h"
#include "stages/backbone/backbone_page.h"

namespace narrows {

/// The timber as it lies, clamps and fastenings along it; the clamp before a gap in red.
class BentInPlaceDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit BentInPlaceDrawing(Session* session, QWidget* parent = nullptr);
  void show(const std::optional<BentFastenings>& fastenings);

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  QMarginsF room() const override { return {40.0, 60.0, 40.0, 60.0}; }

 private:
  const BentInPlace* timber() const;
  /// A place along the timber, `outMm` outward of its face.
  Vec2 off(double alongMm, double outMm) const;

  std::optional<BentFastenings> m_fastenings;
};

class BentInPlacePage : public BackbonePage {
  Q_OBJECT

 public:
  explicit BentInPlacePage(Session* session, QWidget* parent = nullptr);
  Canvas* drawing() override { return m_drawing; }
  CellGrid* grid() { return m_grid; }
  QComboBox* along() { return m_along; }

 protected:
  void showPage() override;

 private:
  /// A row of the table: a clamp, or a fastening, in their order along the timber.
  struct Row {
    double alongMm = 0.0;
    const BentClamp* clamp = nullptr;
    const BentFastening* fastening = nullptr;
    int number = 0;
  };
  void gatherRows();
  QString radius(double mm) const;
  QString nameOf(const Row& row) const;
  Cell cellOf(const Row& row, int column) const;

  BentInPlaceDrawing* m_drawing;
  CellGrid* m_grid;
  QLabel* m_head = nullptr;
  QLabel* m_bend = nullptr;
  QLabel* m_pull = nullptr;
  QLabel* m_bow = nullptr;
  QLabel* m_fasten = nullptr;
  QLabel* m_ends = nullptr;
  QLabel* m_caution = nullptr;
  QComboBox* m_along = nullptr;
  std::optional<BentFastenings> m_fastenings;
  std::vector<Row> m_rows;
};

}  // namespace narrows
