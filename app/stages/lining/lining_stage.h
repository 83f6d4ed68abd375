#pragma once
// Stage 4, Lining off: where every plank edge lands.

#include "stages/lining/widths_grid.h"
#include "stages/stage.h"

class QComboBox;
class QLabel;
class QStackedWidget;

namespace narrows {

class BodyPlan;
class GirthDrawing;
class LiningSlate;
class ProfileDrawing;

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
  QWidget* makeBench();
  QWidget* makeTable();
  void showHeading();

  GirthDrawing* m_girth;
  ProfileDrawing* m_profile;
  BodyPlan* m_body;
  WidthsGrid* m_widths;
  QLabel* m_answer;
  QStackedWidget* m_drawings = nullptr;
  QComboBox* m_view = nullptr;
  QComboBox* m_table = nullptr;
  QLabel* m_heading = nullptr;
  LiningSlate* m_slate = nullptr;
};

}  // namespace narrows
