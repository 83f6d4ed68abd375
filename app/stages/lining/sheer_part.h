#pragma once
// The sheer, as the first of the guides.

#include "stages/lining/lining_part.h"

class QLabel;
class QPushButton;

namespace narrows {

/// The sheer: locked until the builder unlocks it, for much depends on it. Says what moving it would touch, and moves
/// it.
class SheerPart : public LiningPart {
  Q_OBJECT

 public:
  SheerPart(Session* from, Slate* into);
  void showMark() override;
  /// Takes it in hand, locked.
  void take();
  bool isInHand() const;

 private:
  QString touches() const;
  /// The section of the table in hand, as drawn, where the sheer can be moved.
  const Section* stationDrawn() const;

  QLabel* m_words = nullptr;
  QPushButton* m_unlock = nullptr;
  LengthField* m_height = nullptr;
};

}  // namespace narrows
