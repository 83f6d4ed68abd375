#pragma once
// Beginning by a school of the trade, or looking for a plan.

#include "commands/long_work.h"
#include "lining/schools.h"
#include "stages/lining/lining_part.h"

class QLabel;
class QPushButton;

namespace narrows {

/// Lines off by a school, with what a school is asked; or looks for the plan that weighs best.
class SchoolPart : public LiningPart {
  Q_OBJECT

 public:
  SchoolPart(Session* from, Slate* into);
  void showAll() override;

 private:
  /// What a school was asked, and of which book.
  struct Work;
  void lineOffBySchool();
  void takeSchool(const Work& work, const Result<LiningPlan>& made);

  School m_school = School::Equal;
  SchoolAnswers m_answers;
  int m_goesTo = 0;
  QLabel* m_words = nullptr;
  QPushButton* m_begin = nullptr;
  QWidget *m_waterline = nullptr, *m_tops = nullptr, *m_rail = nullptr;
  LongWork m_lineOff;  ///< last: ended before what it speaks to is gone
};

}  // namespace narrows
