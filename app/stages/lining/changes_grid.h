#pragma once
// What would changes of the plan do, each beside the plan as it stands.

#include "advice/plan_change.h"
#include "canvas/cell_grid.h"
#include "commands/long_work.h"

namespace narrows {

/// Worked out beside the drawing once an answer has settled, and afresh when it changes; Enter takes the change in
/// hand. The cures of a measure stand first where one was asked for.
class ChangesGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit ChangesGrid(Session* session, QWidget* parent = nullptr);
  /// The measure whose cures come first; none: all in their order.
  void setMeasure(std::optional<Measure> measure);
  std::optional<Measure> measure() const { return m_measure; }
  /// Takes the change of the row in hand. False where it is the plan as it stands.
  bool takeInHand();
  bool isWorking() const { return m_trying.isRunning(); }
  const std::vector<TriedChange>& tried() const { return m_tried; }

 signals:
  void workingChanged();

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  void showEvent(QShowEvent* event) override;

 private:
  void tryAfresh();
  void begin();
  void arrange();
  Cell cellOf(int row, int column) const;

  std::optional<Measure> m_measure;
  std::shared_ptr<const PlanWeighed> m_now;
  std::vector<TriedChange> m_tried;
  std::vector<std::size_t> m_order;
  std::uint64_t m_of = 0;  ///< revision of the answer they were tried on
  bool m_again = false;
  LongWork m_trying;
};

}  // namespace narrows
