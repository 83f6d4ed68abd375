#pragma once
// Stage 7: what can be done today, what waits, and in what order the boat is made.

#include "stages/stage.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;

namespace narrows {

class DecisionsPage;
class DonePage;
class HoldsPage;
class OrderBench;
class OrderDrawing;
class PageTabs;
class Slate;
class StepsPage;
class TimesPage;
class TodayBoard;
class WeekDrawing;

class DaybookStage : public Stage {
  Q_OBJECT

 public:
  explicit DaybookStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Day book"); }
  int number() const override { return 7; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  SheetsOf sheets() const override { return SheetsOf::Planks; }

  /// What stands below, which chooses the drawing above it too.
  enum class Page { Today, Order, Week, Decisions, Times, Shop, Done };
  void showPage(Page page);
  OrderBench* bench() { return m_bench; }
  TodayBoard* today() { return m_today; }
  OrderDrawing* order() { return m_order; }
  WeekDrawing* week() { return m_week; }
  StepsPage* steps() { return m_steps; }
  HoldsPage* holds() { return m_holds; }
  DecisionsPage* decisions() { return m_decisions; }
  TimesPage* times() { return m_times; }
  /// The dates of the book, for any calendar.
  std::string calendar() const;
  /// The clock that runs: of which step, in words, how long it has been in hand, and how many clocks run. None where
  /// none does.
  struct Running {
    QString step;
    double hours = 0.0;
    int clocks = 1;
  };
  std::optional<Running> running() const;
  /// Stops it; with several, the one that is told.
  void stopRunning();

 signals:
  /// The dates are to be written to a file.
  void calendarAsked();
  /// The order of work is another, or time went on.
  void dayChanged();

 protected:
  void showEvent(QShowEvent* event) override;
  void hideEvent(QHideEvent* event) override;

 private:
  QWidget* makeBelow();
  QWidget* makeSlate();
  void openPage();
  void say();
  void begin();
  void finish();
  /// The moment typed: "2026-12-01 16:30", "1 Dec 2026", "16:30"; none where nothing was. `understood` is false for
  /// any other text.
  std::optional<Moment> typedMoment(bool& understood) const;

  OrderBench* m_bench;
  TodayBoard* m_today = nullptr;
  OrderDrawing* m_order = nullptr;
  WeekDrawing* m_week = nullptr;
  QStackedWidget *m_drawings = nullptr, *m_stack = nullptr;
  PageTabs* m_below = nullptr;
  StepsPage* m_steps = nullptr;
  HoldsPage* m_holds = nullptr;
  DecisionsPage* m_decisions = nullptr;
  TimesPage* m_times = nullptr;
  DonePage* m_done = nullptr;
  Slate* m_slate = nullptr;
  QLabel *m_part = nullptr, *m_step = nullptr, *m_stands = nullptr, *m_refused = nullptr;
  QLineEdit *m_words = nullptr, *m_when = nullptr;
  QPushButton *m_begin = nullptr, *m_finish = nullptr;
  QWidget* m_shows = nullptr;
};

}  // namespace narrows
