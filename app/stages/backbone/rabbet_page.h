#pragma once
// The rabbet of one part: its lines, its bevels, the timber cut through at a mark.

#include "canvas/cell_grid.h"
#include "canvas/session_canvas.h"
#include "stages/backbone/backbone_page.h"

namespace narrows {

/// The timber cut through at the mark in hand, the plank drawn in; beside it the rabbet lines of the part.
class RabbetDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit RabbetDrawing(Session* session, QWidget* parent = nullptr);
  RabbetPart part() const { return m_part; }
  void choosePart(RabbetPart part);
  CutPlane plane() const { return m_plane; }
  void choosePlane(CutPlane plane);
  RabbetSteps steps() const { return m_steps; }
  double stepMm() const { return m_stepMm; }
  void chooseSteps(RabbetSteps steps, double stepMm);
  int mark() const { return m_mark; }
  void chooseMark(int mark);
  /// A mark more, at a height (of the keel: a distance); false where the part does not come there.
  bool markAt(Length at);
  const RabbetRun* run() const;
  const std::vector<RabbetMark>& marks() const;

 signals:
  void chosen();

 protected:
  std::optional<Box> extent() const override;
  void forgetAnswer() override {
    m_marked = {};
    m_cut = {};
  }
  void paintDrawing(QPainter& painter) override;
  std::vector<Deed> strokes() override;
  bool takeInHand(const CanvasHandle& handle) override;
  QMarginsF room() const override { return {90.0, 60.0, 260.0, 60.0}; }

 private:
  /// The cut at the mark in hand; null where there is none.
  const RabbetSection* section() const;
  void paintProfile(QPainter& painter);

  RabbetPart m_part = RabbetPart::Stem;
  CutPlane m_plane = CutPlane::Square;
  RabbetSteps m_steps = RabbetSteps::Table;
  double m_stepMm = 6.0 * mmPerInch;
  int m_mark = 2;
  std::optional<Length> m_extra;

  /// The marks, and what they were worked out for.
  struct Marked {
    std::shared_ptr<const Solved> of;
    RabbetPart part = RabbetPart::Stem;
    RabbetSteps steps = RabbetSteps::Table;
    double stepMm = 0.0;
    std::optional<Length> extra;
    std::vector<RabbetMark> marks;
  };
  mutable Marked m_marked;

  /// The cut, and what it was made for.
  struct Cut {
    std::shared_ptr<const Solved> of;
    RabbetPart part = RabbetPart::Stem;
    CutPlane plane = CutPlane::Square;
    double alongMm = 0.0;
    RabbetSection section;
  };
  mutable Cut m_cut;
};

class RabbetPage : public BackbonePage {
  Q_OBJECT

 public:
  explicit RabbetPage(Session* session, QWidget* parent = nullptr);
  Canvas* drawing() override { return m_drawing; }
  RabbetDrawing* rabbet() { return m_drawing; }
  CellGrid* grid() { return m_grid; }
  QComboBox* part() { return m_partBox; }

 protected:
  void showPage() override;

 private:
  Slate* makeSlate();
  void fillTable();
  Cell cellOf(int row, int column) const;

  RabbetDrawing* m_drawing;
  CellGrid* m_grid;
  QLabel* m_bevel = nullptr;
  QLabel* m_where = nullptr;
  QLabel* m_groove = nullptr;
  QLabel* m_doubt = nullptr;
  QComboBox* m_partBox = nullptr;
};

}  // namespace narrows
