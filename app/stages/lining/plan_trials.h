#pragma once
// Changes of the plan in hand, tried beside the window.

#include <QObject>
#include <QTimer>
#include <memory>
#include <vector>

#include "advice/plan_change.h"
#include "commands/long_work.h"

namespace narrows {

class Session;

/// Tries what may be changed of the plan of the side in hand, unasked: once an answer has settled and the hand rests,
/// and afresh when it changes; never while a mark is in the hand or its stage is hidden.
class PlanTrials : public QObject {
  Q_OBJECT

 public:
  /// `stage`: the stage it works for, and its parent; changes are tried only while that stage is shown.
  PlanTrials(Session* session, QWidget* stage);

  /// The plan as it stands, weighed as the trials are; null until the first are done, and where it cannot be weighed.
  const std::shared_ptr<const PlanWeighed>& now() const { return m_now; }
  const std::vector<TriedChange>& tried() const { return m_tried; }
  /// Whether they are of the book as it stands; those of a moment ago are shown until then, and none is taken.
  bool areCurrent() const;
  bool isWorking() const { return m_trying.isRunning(); }
  /// The words of a change, in the notation of the book.
  QString words(std::size_t change) const;
  /// Makes a change of those tried. False where the book is no longer the one it was tried on, or it is refused.
  bool take(std::size_t change);

 signals:
  /// `tried` is another.
  void done();
  void workingChanged();

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void tryAfresh();
  /// Lets go of what was tried, with the hull it was tried on.
  void forget();
  void begin();

  Session* m_session;
  QWidget* m_stage;
  std::shared_ptr<const PlanWeighed> m_now;
  std::vector<TriedChange> m_tried;
  std::uint64_t m_of = 0;        ///< revision of the answer they were tried on
  std::uint64_t m_brokenOf = 0;  ///< revision of the answer that trying them was broken off on
  PlanId m_plan{};               ///< and its plan
  QTimer m_rest;                 ///< runs while the hand may go on
  LongWork m_trying;
};

}  // namespace narrows
