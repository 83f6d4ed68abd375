#pragma once
// The joints of the boat's planks: planned all at once, and moved by hand.

#include <QWidget>

#include "commands/long_work.h"
#include "joining/joint_plan.h"
#include "stages/slate.h"

class QComboBox;
class QLabel;
class QPushButton;

namespace narrows {

class JointsDrawing;
class RefusedNote;
class Session;

class JointsPage : public QWidget {
  Q_OBJECT

 public:
  explicit JointsPage(Session* session, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  /// Shows what is said and its fields, or hides the fields.
  void showAs(bool shown);
  JointsDrawing* drawing() { return m_drawing; }

 private:
  void plan();
  void add();
  void change(const QString& words, const std::function<void(JoiningPlan&)>& change);
  void addNumber(const QString& name, Slate::Range range, std::function<double()> shown,
                 std::function<void(JoiningPlan&, double)> set);
  void addLength(const QString& name, std::function<Length()> shown, std::function<void(JoiningPlan&, Length)> set);
  void addLimits();
  void addFrames();
  JoiningMake make() const;
  void say();

  Session* m_session;
  Slate* m_slate = nullptr;
  JointsDrawing* m_drawing;
  QLabel* m_words;
  RefusedNote* m_answer;
  QPushButton* m_plan = nullptr;
  std::vector<QWidget*> m_fields, m_ofJoint;
  LongWork m_planning;
};

}  // namespace narrows
