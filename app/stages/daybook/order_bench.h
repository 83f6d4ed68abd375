#pragma once
// The order of work as it stands: worked out anew when the book changes, and as the clock goes on.

#include <QObject>
#include <QString>
#include <QTimer>
#include <functional>
#include <memory>

#include "commands/session.h"
#include "solve/order_of_work.h"

namespace narrows {

/// Words of the order, for the window.
inline QString asRead(const std::string& words) {
  return QString::fromStdString(words);
}

/// Owned by the Day book's stage; what shows the order, on any stage, asks here. On the interface thread.
class OrderBench : public QObject {
  Q_OBJECT

 public:
  explicit OrderBench(Session* session, QObject* parent = nullptr);
  /// The order of the book as it stands; null where there is no book. `fresh` asks for it at this moment.
  const WorkOrder* order() const { return m_order.get(); }
  const BoatWork& boat() const { return m_boat; }
  /// The day book of the book in hand, with the zone of this machine where it names none.
  const Daybook& daybook() const { return m_daybook; }
  Moment now() const { return m_clock(); }
  ShopClock clock() const { return ShopClock(m_daybook.zone); }
  /// Works it out anew, where anything it follows from has changed.
  void bringUp();
  /// With what planks want, which takes a millisecond a strake: while the stage is seen.
  void setSeen(bool seen);

  /// The step in hand; none where nothing is, or it is gone.
  std::optional<std::size_t> inHand() const;
  const OrderStep* step() const;
  /// The part in hand: that of the step, or one that was taken by itself.
  std::optional<std::size_t> partInHand() const;
  void take(const StepRef& step);
  void takePart(const WorkPart& part);

  /// An edit of the day book: the zone is put into a book that has none, for its days are this shop's from then on.
  bool perform(const QString& words, const std::function<Result<Book>(const Book&)>& edit);
  /// Its clock begins to run, or stops.
  bool begin(const StepRef& step);
  bool stop(const StepRef& step);
  /// It is done, now or at a moment, with a line of words; what else was running goes on.
  bool finish(const StepRef& step, const QString& words = {}, std::optional<Moment> at = {});
  bool takeBack(const StepRef& step);
  bool decide(std::size_t decision, const QString& answer);

  /// "3 in hand, 12 ready".
  QString standing() const;
  /// For tests: another clock on the wall.
  void setClock(std::function<Moment()> clock);

 signals:
  /// The order is another, or time went on.
  void changed();
  void handChanged();

 private:
  QString named(const StepRef& step) const;
  /// Whether anything of the order is another a moment later, though nobody touches the book.
  bool goesByTheClock() const;
  /// The strake of a plank is in hand on every stage.
  void selectStrake(const WorkPart& part);
  void followSelection();

  Session* m_session;
  std::function<Moment()> m_clock = momentNow;
  QTimer m_ticking;
  bool m_seen = false;
  BookSnapshot m_of;
  std::shared_ptr<const Solved> m_solved;
  std::shared_ptr<const PlankNeeds> m_starboard, m_port;
  int m_bent = -1;  ///< the book they are of, by its number
  BoatWork m_boat;
  Daybook m_daybook;
  std::unique_ptr<const WorkOrder> m_order;
  std::optional<StepRef> m_step;
  std::optional<WorkPart> m_part;
};

}  // namespace narrows
