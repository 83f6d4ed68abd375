#pragma once
// The zone of the strake in hand.

#include "stages/lining/lining_part.h"

class QLabel;

namespace narrows {

/// How the strakes between two guides share the girth.
class ZonePart : public LiningPart {
  Q_OBJECT

 public:
  ZonePart(Session* from, Slate* into);
  void showAll() override;

 private:
  void change(const QString& words, const std::function<void(Zone&)>& change);

  QLabel* m_words = nullptr;
  QWidget *m_width = nullptr, *m_along = nullptr, *m_from = nullptr, *m_to = nullptr, *m_rail = nullptr;
};

}  // namespace narrows
