#pragma once
// The mark in hand, and what the plan costs.

#include "stages/lining/lining_part.h"

class QLabel;

namespace narrows {

class LengthField;
class StackTrial;

/// The mark in hand: where it lies, what the tape says of it; and what the plan costs at a glance.
class MarkPart : public LiningPart {
  Q_OBJECT

 public:
  MarkPart(Session* from, Slate* into);
  void showMark() override;
  void showCost();

 private:
  Length girthUpToIt() const;
  QString boardsWords() const;

  QLabel* m_mark = nullptr;
  LengthField* m_measured = nullptr;
  QLabel* m_figures = nullptr;
  QLabel* m_cost = nullptr;
  StackTrial* m_stack = nullptr;
};

}  // namespace narrows
