#pragma once
// Stage 4, Lining off: where every plank edge lands.

#include "stages/lining/widths_grid.h"
#include "stages/stage.h"

class QComboBox;
class QLabel;
class QPushButton;
class QSplitter;
class QStackedWidget;

namespace narrows {

class PageTabs;
class AllChangesGrid;
class BodyPlan;
class GirthDrawing;
class HullPicture;
class LiningSlate;
class PlanTrials;
class ProfileDrawing;
class RefusedNote;
class UsualChangesGrid;
class WeighingGrid;

class LiningStage : public Stage {
  Q_OBJECT

 public:
  explicit LiningStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Lining off"); }
  int number() const override { return 4; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  /// A finding of the weighing brings up its measure, why it matters, and what would cure it.
  void goTo(const Finding& finding) override;
  SheetsOf sheets() const override { return SheetsOf::Planks; }

 private:
  QWidget* makeBench();
  QWidget* makeTable();
  /// What is chosen below the drawings is shown.
  void follow();
  void showHeading();
  /// What the table below shows, in the order in which it is offered.
  enum class Table { Widths, FromKeel, FromSheer, Hung, Difference, Weighed, Changes };
  Table table() const;
  void showTable(Table table);
  void showShade();

  GirthDrawing* m_girth;
  ProfileDrawing* m_profile;
  BodyPlan* m_body;
  HullPicture* m_hull;
  WidthsGrid* m_widths;
  WeighingGrid* m_weighing;
  PlanTrials* m_trials;
  AllChangesGrid* m_changes;
  UsualChangesGrid* m_usual;
  QSplitter* m_beside = nullptr;  ///< the body plan, and what the usual changes would cost
  QStackedWidget* m_tables = nullptr;
  QComboBox* m_shade = nullptr;
  QComboBox* m_from = nullptr;
  QPushButton* m_take = nullptr;
  RefusedNote* m_answer;
  QStackedWidget* m_drawings = nullptr;
  QComboBox* m_view = nullptr;
  PageTabs* m_table = nullptr;
  QLabel* m_heading = nullptr;
  LiningSlate* m_slate = nullptr;
};

}  // namespace narrows
