#pragma once
// The calendar: a week and the next, with what was done, what is meant for a day, what is expected, and how long waits
// last.

#include "daybook/daybook.h"
#include "stages/daybook/day_canvas.h"

namespace narrows {

/// Two weeks, Monday first. A step is dragged to a day, from another or from the column of what is on none; the end of
/// a wait is dragged later.
class WeekDrawing : public DayCanvas {
  Q_OBJECT

 public:
  WeekDrawing(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  /// The Monday it begins with.
  const std::string& monday() const { return m_monday; }
  /// So many weeks on, or back.
  void turn(int weeks);
  /// The week of today.
  void turnToToday();
  /// Where a day, a step or the end of a wait is shown, on the screen; empty where it is not. For the hand, and tests.
  QRectF dayBox(const std::string& day) const;
  QRectF stepBox(const StepRef& step) const;
  QRectF waitEndBox(const StepRef& after) const;

 protected:
  void layOutDay(const QSizeF& room) override;
  void paintDay(QPainter& painter) override;
  bool takeHold(const QPointF& at) override;
  bool takeInHand(const CanvasHandle& handle) override;
  double handleReach() const override { return 0.0; }
  std::vector<Deed> deeds() override;
  std::vector<Deed> strokes() override;

 private:
  enum class ItemKind { Done, Planned, Unplanned, Expected, Decide, Wait };
  struct Item {
    ItemKind kind = ItemKind::Done;
    std::size_t step = 0;  ///< of the order, where it is of one
    QString words;
    QRectF box;
    Moment until;  ///< Wait
    Moment since;
  };
  static constexpr int days = 14;
  std::string dayAt(int index) const { return dayAfter(m_monday, index); }
  /// Which of the days a place lies in; none beside them.
  std::optional<int> indexAt(const QPointF& day) const;
  QRectF cell(int index) const;
  /// Where a moment lies: its week's row, and how far along it.
  QPointF placeOf(Moment moment) const;
  std::optional<Moment> momentAt(const QPointF& day) const;
  void tellHandles();
  void addItems();
  void addWaits();
  void planBy(int byDays);
  const Item* itemAt(const QPointF& day) const;

  std::string m_monday;
  QSizeF m_room;
  std::vector<Item> m_items;
  std::vector<int> m_filled;  ///< lines taken in each day
  std::vector<int> m_hidden;  ///< that had no room
};

}  // namespace narrows
