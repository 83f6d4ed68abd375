#pragma once
// The plans that are kept.

#include "stages/lining/lining_part.h"

class QLineEdit;

namespace narrows {

/// Names, copies and throws away plans.
class PlansPart : public LiningPart {
  Q_OBJECT

 public:
  PlansPart(Session* from, Slate* into);
  void showAll() override;

 private:
  QLineEdit* m_name = nullptr;
};

}  // namespace narrows
