#pragma once
// How many strakes a side.

#include "stages/lining/lining_part.h"

class QSpinBox;

namespace narrows {

/// How many strakes a side.
class CountPart : public LiningPart {
  Q_OBJECT

 public:
  CountPart(Session* from, Slate* into);
  void showAll() override;

 private:
  void take(int count);

  QSpinBox* m_count = nullptr;
};

}  // namespace narrows
