#pragma once
// Stage 4, Lining off: where every plank edge lands.

#include <optional>
#include <vector>

#include "stages/slate.h"
#include "stages/stage.h"

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
  Slate::Choices masters();
  /// Line and whole section of the mark in hand; none where there is none to be moved.
  std::optional<std::pair<std::size_t, std::size_t>> markInHand() const;
  Length girthOfMark() const;

  GirthDrawing* m_girth;
  BodyPlan* m_body;
  WidthsGrid* m_widths;
  QLabel* m_answer;
  QSpinBox* m_count = nullptr;
  QRadioButton* m_equal = nullptr;
  QRadioButton* m_diminishing = nullptr;
  Slate* m_slate = nullptr;
  std::vector<StationId> m_masters;  ///< stations at which widths may be chosen, as offered
  LengthField* m_lap = nullptr;
  QLabel* m_mark = nullptr;
  LengthField* m_measured = nullptr;
  QLabel* m_markFigures = nullptr;
  QLabel* m_cost = nullptr;
  bool m_showing = false;
};

}  // namespace narrows
