#pragma once
// Where two strakes become one.

#include <array>
#include "stages/lining/lining_part.h"

class QLabel;

namespace narrows {

/// Two strakes that become one towards an end, beside the line in hand.
class JointPart : public LiningPart {
  Q_OBJECT

 public:
  JointPart(Session* from, Slate* into);
  void showMark() override;

 private:
  struct Fields {
    QWidget *joining = nullptr, *place = nullptr, *nib = nullptr;
  };
  /// What becomes one towards the bow, or the stern, beside the line in hand; null where two strakes run on.
  const Stealer* stealer(bool bow) const;
  void change(bool bow, const std::function<void(Stealer&)>& change);

  QLabel* m_words = nullptr;
  std::array<Fields, 2> m_fields;  ///< towards the bow, towards the stern
};

}  // namespace narrows
