#pragma once
// The keel: its edges, bevels, station marks, and how it came out.

#include "canvas/cell_grid.h"
#include "canvas/session_canvas.h"
#include "stages/backbone/backbone_page.h"

namespace narrows {

/// The keel cut through at the station in hand: both edges, shoulder and bevel; the plank that lies on it.
class KeelDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit KeelDrawing(Session* session, QWidget* parent = nullptr);
  int station() const { return m_station; }
  void choose(int station);
  const KeelBevel* bevel() const;

 signals:
  void chosen();

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  std::vector<Deed> strokes() override;
  QMarginsF room() const override { return {120.0, 70.0, 120.0, 70.0}; }

 private:
  const KeelStation* inHand() const;

  int m_station = 3;
};

class KeelPage : public BackbonePage {
  Q_OBJECT

 public:
  explicit KeelPage(Session* session, QWidget* parent = nullptr);
  Canvas* drawing() override { return m_drawing; }
  KeelDrawing* keel() { return m_drawing; }
  CellGrid* grid() { return m_grid; }
  QComboBox* follow() { return m_follow; }

 protected:
  void showPage() override;

 private:
  Cell cellOf(int row, int column) const;
  bool measured(int row, const QString& text);
  const StationMark* markAt(const std::string& station) const;

  KeelDrawing* m_drawing;
  CellGrid* m_grid;
  QLabel* m_saw = nullptr;
  QLabel* m_station = nullptr;
  QLabel* m_marks = nullptr;
  QLabel* m_cameOut = nullptr;
  QComboBox* m_follow = nullptr;
};

}  // namespace narrows
