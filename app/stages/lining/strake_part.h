#pragma once
// The strake in hand: its figures, its timber, its lap.

#include "plank/flat_plank.h"
#include "stages/lining/lining_part.h"

class QLabel;
class QLineEdit;

namespace narrows {

/// The strake in hand: its figures, its timber, its lap.
class StrakePart : public LiningPart {
  Q_OBJECT

 public:
  StrakePart(Session* from, Slate* into);
  void showAll() override;
  void showMark() override;

 private:
  /// Its ends, sny and twist, and in lapstrake what shows of it at the station in hand.
  QString figures(std::size_t at) const;
  PlankMake makeOf(std::size_t at) const;
  Length lapHere() const;
  void setLapHere(Length lap);

  QLabel* m_words = nullptr;
  QLineEdit* m_wood = nullptr;
  QWidget *m_lap = nullptr, *m_lapHere = nullptr;
};

}  // namespace narrows
