#pragma once
// The clock that runs, seen on every stage: what is in hand, for how long, and one press to stop it.

#include <QWidget>

class QLabel;
class QPushButton;

namespace narrows {

class DaybookStage;

/// At the foot of the rail; gone while no clock runs.
class ClockStrip : public QWidget {
  Q_OBJECT

 public:
  explicit ClockStrip(DaybookStage* daybook, QWidget* parent = nullptr);
  QPushButton* stopButton() { return m_stop; }
  /// What it says: the step, and how long it has been in hand.
  QString words() const;

 signals:
  /// The day book is to be shown.
  void dayAsked();

 private:
  void say();

  DaybookStage* m_daybook;
  QPushButton *m_step, *m_stop;
  QLabel* m_time;
};

}  // namespace narrows
