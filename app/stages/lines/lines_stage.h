#pragma once
// Stage 1, Lines: the table and the hull it draws.

#include "stages/stage.h"

class QLabel;

namespace narrows {

class LinesDrawing;
class OffsetGrid;

class LinesStage : public Stage {
  Q_OBJECT

 public:
  explicit LinesStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Lines"); }
  int number() const override { return 1; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  OffsetGrid* grid() { return m_grid; }

 private:
  void showFigures();

  LinesDrawing* m_drawing;
  OffsetGrid* m_grid;
  QLabel* m_gridAnswer;
  QLabel* m_station;
  QLabel* m_girth;
  QLabel* m_where;
  QLabel* m_boat;
  QLabel* m_planking;
};

}  // namespace narrows
