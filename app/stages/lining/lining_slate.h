#pragma once
// The slate of Lining off: sides and plans, strakes, zones and guides, joints and ends, the mark in hand, the cost.

#include <vector>

#include "commands/session.h"
#include "stages/slate.h"
#include "weighing/measure.h"

namespace narrows {

class LiningPart;
class MarkPart;
class WeighingPart;

/// Its parts, each a group of fields with its own edits, in the order of the work.
class LiningSlate : public Slate {
  Q_OBJECT

 public:
  explicit LiningSlate(Session* session, QWidget* parent = nullptr);
  /// Shown afresh: all of it, or only what follows a mark in the hand.
  void showAll();
  void showMark();
  void showCost();
  /// The measure whose limit is shown.
  void setMeasure(Measure measure);

 private:
  Session* m_session;
  std::vector<LiningPart*> m_parts;
  MarkPart* m_mark = nullptr;
  WeighingPart* m_weighing = nullptr;
};

}  // namespace narrows
