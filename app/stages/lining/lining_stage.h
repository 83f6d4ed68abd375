#pragma once
// Stage 4, Lining off: where every plank edge lands.

#include "stages/stage.h"

class QComboBox;
class QLabel;
class QRadioButton;
class QSpinBox;

namespace narrows {

class BodyPlan;
class GirthDrawing;
class LengthField;
class WidthsGrid;

class LiningStage : public Stage {
  Q_OBJECT

 public:
  explicit LiningStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Lining off"); }
  int number() const override { return 4; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  SheetsOf sheets() const override { return SheetsOf::Planks; }

 private:
  QWidget* makeSlate();
  void showPlan();
  void showMark();
  void showCost();

  GirthDrawing* m_girth;
  BodyPlan* m_body;
  WidthsGrid* m_widths;
  QLabel* m_answer;
  QSpinBox* m_count = nullptr;
  QRadioButton* m_equal = nullptr;
  QRadioButton* m_diminishing = nullptr;
  QComboBox* m_master = nullptr;
  QLabel* m_lapHeading = nullptr;
  LengthField* m_lap = nullptr;
  QLabel* m_mark = nullptr;
  QLabel* m_girthOfMark = nullptr;
  LengthField* m_measured = nullptr;
  QLabel* m_markFigures = nullptr;
  QLabel* m_cost = nullptr;
  bool m_showing = false;
};

}  // namespace narrows
