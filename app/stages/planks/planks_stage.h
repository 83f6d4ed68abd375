#pragma once
// Stage 5, Planks: every strake laid flat.

#include "stages/stage.h"

class QLabel;
class QPushButton;

namespace narrows {

class HullPicture;
class PlankDrawing;

class PlanksStage : public Stage {
  Q_OBJECT

 public:
  explicit PlanksStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Planks"); }
  int number() const override { return 5; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  SheetsOf sheets() const override { return SheetsOf::Planks; }
  HullPicture* picture() { return m_picture; }

 private:
  QWidget* makeSlate();
  void showFigures();

  PlankDrawing* m_plank;
  HullPicture* m_picture;
  QLabel* m_name = nullptr;
  QLabel* m_board = nullptr;
  QLabel* m_edges = nullptr;
  QLabel* m_shape = nullptr;
  QLabel* m_face = nullptr;
  QPushButton* m_port = nullptr;
};

}  // namespace narrows
