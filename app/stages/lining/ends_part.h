#pragma once
// The ends: marks on stem and stern, and where she floats.

#include "stages/lining/lining_part.h"

namespace narrows {

/// How the ends are spaced, and where she floats.
class EndsPart : public LiningPart {
  Q_OBJECT

 public:
  EndsPart(Session* from, Slate* into);

 private:
  void change(bool bow, const QString& words, const std::function<void(EndPlan&)>& change);
};

}  // namespace narrows
