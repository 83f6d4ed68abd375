#pragma once
// What would changes of the plan do, each beside the plan as it stands.

#include "canvas/cell_grid.h"
#include "stages/lining/plan_trials.h"

class QLabel;

namespace narrows {

/// What a column shows of a plan weighed.
struct ChangeEffect {
  QString name;
  std::function<double(const PlanWeighed&)> value;
  bool lessIsBetter = true;
  std::function<QString(const PlanWeighed&, Notation)> words;
};

/// Changes tried, a row each, what is better ticked; the plan as it stands is the row above them, or told in the
/// headings. Enter takes the change in hand.
class ChangesGrid : public CellGrid {
  Q_OBJECT

 public:
  enum class Stands { Above, InHeadings };
  ChangesGrid(const QString& name, Stands stands, Session* session, PlanTrials* trials, QWidget* parent = nullptr);
  /// Takes the change of the row in hand. False where it is the plan as it stands.
  bool takeInHand();

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  /// Lays the rows and columns out afresh for what was tried.
  void arrange();
  /// The trials shown, in the order in which they stand.
  virtual std::vector<std::size_t> order() const = 0;
  virtual std::vector<ChangeEffect> effects() const = 0;
  const PlanTrials& trials() const { return *m_trials; }

 private:
  /// The change of a row, as an index of `tried`; none for the plan as it stands.
  std::optional<std::size_t> changeOf(int row) const;
  Cell cellOf(int row, int column) const;

  Stands m_stands;
  PlanTrials* m_trials;
  std::vector<std::size_t> m_order;
  std::vector<ChangeEffect> m_effects;
};

/// All that were tried, told by all they would do; the cures of a measure first where one was asked for.
class AllChangesGrid : public ChangesGrid {
  Q_OBJECT

 public:
  AllChangesGrid(Session* session, PlanTrials* trials, QWidget* parent = nullptr);
  /// The measure whose cures come first; none: all in their order.
  void setMeasure(std::optional<Measure> measure);
  std::optional<Measure> measure() const { return m_measure; }

 protected:
  std::vector<std::size_t> order() const override;
  std::vector<ChangeEffect> effects() const override;

 private:
  std::optional<Measure> m_measure;
};

/// The few that are asked of every plan, told by the measures it stands worst in: they stand beside the drawing, and
/// one is taken with a click.
class UsualChangesGrid : public ChangesGrid {
  Q_OBJECT

 public:
  UsualChangesGrid(Session* session, PlanTrials* trials, QWidget* parent = nullptr);

 protected:
  void updateGeometries() override;
  std::vector<std::size_t> order() const override;
  std::vector<ChangeEffect> effects() const override;

 private:
  QLabel* m_corner;
};

}  // namespace narrows
