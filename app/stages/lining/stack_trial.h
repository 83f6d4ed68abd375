#pragma once
// What the planks of the plan take of the stack, worked out beside the window once the hand rests.

#include <QObject>
#include <QTimer>
#include <memory>

#include "commands/long_work.h"
#include "solve/stack_cost.h"

class QWidget;

namespace narrows {

class Session;

/// Lays the planks on the stack each time an answer has settled, while its stage is shown and the book has boards;
/// never while something is in the hand.
class StackTrial : public QObject {
  Q_OBJECT

 public:
  /// `stage`: the stage it works for, and its parent.
  StackTrial(Session* session, QWidget* stage);

  /// As it was found last; null until the first is done, and where there are no boards.
  const std::shared_ptr<const StackCost>& cost() const { return m_cost; }
  /// The one before it, of another plan; null where there was none.
  const std::shared_ptr<const StackCost>& before() const { return m_before; }
  /// Whether it is of the answer there is.
  bool isCurrent() const;

 signals:
  void changed();

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void layAfresh();

  Session* m_session;
  QWidget* m_stage;
  std::shared_ptr<const StackCost> m_cost, m_before;
  std::uint64_t m_of = 0, m_brokenOf = 0;  ///< revisions: of the answer it is of, and of one it broke off on
  int m_book = -1;                         ///< which book
  QTimer m_rest;
  LongWork m_laying;
};

}  // namespace narrows
