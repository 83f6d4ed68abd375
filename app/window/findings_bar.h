#pragma once
// What wants looking at: findings in plain sentences, worst first, of the stage that is shown; and how many elsewhere.

#include <QStringList>
#include <QTimer>
#include <QWidget>
#include <optional>

#include "commands/session.h"
#include "solve/finding_groups.h"

class QLabel;
class QListWidget;
class QListWidgetItem;

namespace narrows {

/// A click or Enter on a finding brings it into view. Many that are alike are one line, which goes from one to the next
/// each time it is chosen. Those of another stage are one line too, which goes there.
class FindingsBar : public QWidget {
  Q_OBJECT

 public:
  explicit FindingsBar(Session* session, QWidget* parent = nullptr);
  QListWidget* list() { return m_list; }
  /// The names of all stages, in their order.
  void setStages(const QStringList& names);
  /// Whose findings come first, each with a line of its own.
  void setStage(ShopStage stage);

 signals:
  void findingChosen(const Finding& finding);
  void stageChosen(ShopStage stage);

 protected:
  void resizeEvent(QResizeEvent* event) override;

 private:
  void fitRows();
  void refill();
  /// Makes the lines of the answer they are of.
  void gather();
  QString headingOf() const;
  /// A line of the list: the findings it stands for, and which of them it says.
  struct Line {
    FindingGroup group;
    std::size_t said = 0;
    std::optional<ShopStage> elsewhere = std::nullopt;  ///< all those of another stage
  };
  QString wordsOf(const Line& line) const;
  void choose(QListWidgetItem* item);

  Session* m_session;
  std::shared_ptr<const Solved> m_of;  ///< the answer the lines are of
  std::vector<Line> m_lines;
  QStringList m_stages;
  ShopStage m_stage = ShopStage::Lines;
  QLabel* m_heading;
  QString m_said;  ///< how many there were when it was last told
  QListWidget* m_list;
  QTimer m_working;
};

}  // namespace narrows
