#pragma once
// What wants looking at: findings in plain sentences, worst first.

#include <QTimer>
#include <QWidget>

#include "commands/session.h"

class QLabel;
class QListWidget;

namespace narrows {

/// A click or Enter on a finding brings it into view.
class FindingsBar : public QWidget {
  Q_OBJECT

 public:
  explicit FindingsBar(Session* session, QWidget* parent = nullptr);
  QListWidget* list() { return m_list; }

 signals:
  void findingChosen(const Finding& finding);

 protected:
  void resizeEvent(QResizeEvent* event) override;

 private:
  void fitRows();
  void refill();

  Session* m_session;
  QLabel* m_heading;
  QString m_said;  ///< how many there were when it was last told
  QListWidget* m_list;
  QTimer m_working;
};

}  // namespace narrows
