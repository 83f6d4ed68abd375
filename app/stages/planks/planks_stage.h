#pragma once
// Stage 5, Planks: one plank on the bench.

#include <functional>

#include "book/book.h"
#include "commands/long_work.h"
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
class PrintedNote;
class Slate;
class SpilingPage;
struct PlankAtBench;
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
  const PlankAtBench* plank() const { return m_plank.get(); }

 protected:
  /// What went on while it was hidden is worked out now.
  void showEvent(QShowEvent* event) override;

 private:
  /// What stands below the plank, in the order in which it is offered.
  enum class Below { Hull, Readings, Bevels, Gains, Ends, LettingIn, Bending, Joints, Fastenings, Hanging, FlatWork };
  QWidget* makeSlate();
  QWidget* makeBelow();
  void addPlankingFields();
  void offerBelow();
  void showBelow(Below below);
  Below below() const;
  void showPage();
  void showFigures();
  void showStrake();
  /// The plank that is shown, and the answer it is of.
  void takePlank(std::shared_ptr<const PlankAtBench> plank, const std::shared_ptr<const Solved>& of);
  /// Works out the plank beside the window, and shows it when it is there.
  void layOnBench(const std::shared_ptr<const Solved>& solved, std::size_t strake, BoatSide side);
  void changePlanking(const QString& words, const std::function<void(PlankingPlan&)>& change);
  void addPlankingLength(Below page, const QString& name, std::optional<Length> PlankingPlan::*length,
                         double PlankingMake::*usual);
  void addFasteningFields();
  void addFlatWorkFields();
  void countFasteners();
  PlankTable tableOf(Below page) const;
  void addGainFields(const QString& end, EndGain PlankingPlan::*gain, GainMake PlankingMake::*usual);

  PlankDrawing* m_drawing;
  HullPicture* m_picture;
  std::shared_ptr<const PlankAtBench> m_plank;
  std::shared_ptr<const Solved> m_of;  ///< the answer it was made from
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
  QString m_fasteners;  ///< of the whole boat, once they are counted
  std::shared_ptr<const Solved> m_countedOf;
  bool m_transom = false;  ///< flat work: the transom's boards, not the bottom's
  LongWork m_counting;
  LongWork m_laying;        ///< the plank in hand, on the bench
  bool m_layAgain = false;  ///< another is in hand by now
  /// A plank of an answer.
  struct PlankOf {
    std::shared_ptr<const Solved> solved;
    std::size_t strake = 0;
    BoatSide side = BoatSide::Starboard;
    bool operator==(const PlankOf&) const = default;
  };
  PlankOf m_laid;    ///< what was laid last, or is being laid
  PlankOf m_broken;  ///< what could not be laid: not tried over and over
  PlankTableGrid* m_table = nullptr;
  QLabel* m_words = nullptr;  ///< what is said of a table
  std::vector<std::pair<Below, QWidget*>> m_fields;
};

}  // namespace narrows
