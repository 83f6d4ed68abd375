#pragma once
// Stage 5, Planks: one plank on the bench.

#include "stages/planks/plank_bench.h"
#include "stages/planks/plank_page.h"
#include "stages/stage.h"

class QComboBox;
class QLabel;
class QPushButton;
class QStackedWidget;

namespace narrows {

class PageTabs;
class HangingPage;
class HullPicture;
class JointsPage;
class PlankDrawing;
class PlankTableGrid;
class PlankingFields;
class PrintedNote;
class Slate;
class SpilingPage;
struct PlankTable;

class PlanksStage : public Stage {
  Q_OBJECT

 public:
  explicit PlanksStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Planks"); }
  int number() const override { return 5; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  SheetsOf sheets() const override { return SheetsOf::Planks; }
  HullPicture* picture() { return m_picture; }
  /// What is wrong with readings brings up the readings, with a gain the gains.
  void goTo(const Finding& finding) override;
  SpilingPage* spiling() { return m_spiling; }
  JointsPage* joints() { return m_joints; }
  HangingPage* hanging() { return m_hanging; }
  /// The plank that lies on the bench; null where there is none.
  const PlankAtBench* plank() const { return m_bench->plank().get(); }

 protected:
  /// What went on while it was hidden is worked out now.
  void showEvent(QShowEvent* event) override;

 private:
  QWidget* makeSlate();
  QWidget* makeBelow();
  void offerBelow();
  void showBelow(PlankPage below);
  PlankPage below() const;
  void showPage();
  void showFigures();
  void showStrake();
  /// The plank that lies on the bench: its page and its figures.
  void showPlank();
  PlankTable tableOf(PlankPage page) const;

  PlankDrawing* m_drawing;
  HullPicture* m_picture;
  PlankBench* m_bench;
  PlankingFields* m_planking = nullptr;
  QLabel* m_name = nullptr;
  QLabel* m_board = nullptr;
  QLabel* m_edges = nullptr;
  QLabel* m_edgesName = nullptr;
  QLabel* m_boardName = nullptr;
  QLabel* m_shape = nullptr;
  QLabel* m_gaugeName = nullptr;
  QLabel* m_gauge = nullptr;
  QLabel* m_face = nullptr;
  QPushButton* m_port = nullptr;
  Slate* m_slate = nullptr;
  PageTabs* m_below = nullptr;
  QStackedWidget* m_stack = nullptr;
  SpilingPage* m_spiling = nullptr;
  JointsPage* m_joints = nullptr;
  HangingPage* m_hanging = nullptr;
  PrintedNote* m_printed = nullptr;
  PlankTableGrid* m_table = nullptr;
  QLabel* m_words = nullptr;  ///< what is said of a table
};

}  // namespace narrows
