#pragma once
// What a plan is weighed against.

#include <array>
#include "stages/lining/lining_part.h"

#include "weighing/measure.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace narrows {

/// The limits of every measure, and the stock the boat is planked from.
class WeighingPart : public LiningPart {
  Q_OBJECT

 public:
  WeighingPart(Session* from, Slate* into);
  void showAll() override;
  /// The measure whose limit is shown.
  void setMeasure(Measure measure);

 private:
  void changeWeighing(const QString& words, const std::function<void(WeighingPlan&)>& change);
  /// The limit of the measure in hand, for the strake in hand.
  std::optional<Limit> limitInHand() const;
  void setLimit(bool trouble, double value);
  void addLimits();
  void addStock();

  Measure m_measure = Measure::Width;
  QLabel* m_whyWords = nullptr;
  std::array<QWidget*, 2> m_limitLength{}, m_limitNumber{};  ///< look, trouble
  QPushButton* m_usualLimit = nullptr;
  QLineEdit* m_species = nullptr;
};

}  // namespace narrows
