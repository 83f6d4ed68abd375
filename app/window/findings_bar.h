#pragma once
// What wants looking at: findings in plain sentences, worst first.

#include <QTimer>
#include <QWidget>

#include "commands/session.h"
#include "solve/finding_groups.h"

class QLabel;
class QListWidget;
class QListWidgetItem;

namespace narrows {

/// A click or Enter on a finding brings it into view. Many that are alike are one line, which goes from one to the next
/// each time it is chosen.
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
  /// A line of the list: the findings it stands for, and which of them it says.
  struct Line {
    FindingGroup group;
    std::size_t said = 0;
  };
  QString wordsOf(const Line& line) const;
  void choose(QListWidgetItem* item);

  Session* m_session;
  std::shared_ptr<const Solved> m_of;  ///< the answer the lines are of
  std::vector<Line> m_lines;
  QLabel* m_heading;
  QString m_said;  ///< how many there were when it was last told
  QListWidget* m_list;
  QTimer m_working;
};

}  // namespace narrows
