#pragma once
// The side in hand, and its plan.

#include "stages/lining/lining_part.h"

namespace narrows {

/// The side in hand, and the plan it is lined off by.
class SidePart : public LiningPart {
  Q_OBJECT

 public:
  SidePart(Session* from, Slate* into);
  void showAll() override;

 private:
  QComboBox *m_side = nullptr, *m_plan = nullptr;
};

}  // namespace narrows
