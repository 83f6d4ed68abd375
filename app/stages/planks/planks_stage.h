#pragma once
// Stage 5, Planks: every strake laid flat.

#include <functional>

#include "book/book.h"
#include "stages/stage.h"

class QComboBox;
class QHBoxLayout;
class QLabel;
class QPushButton;
class QStackedWidget;

namespace narrows {

class HullPicture;
class EdgesGrid;
class PlankDrawing;
class Slate;
class SpilingGrid;
class Tape;
struct TapeReading;

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
  /// What is wrong with readings brings up the readings.
  void goTo(const Finding& finding) override;
  /// Takes readings from a file (`spiling,1`) for the strake and side it names, else for those in hand. False, having
  /// told why, where it cannot be read or does not fit the plank; the book stays as it was.
  bool readSpilingFrom(const QString& path);
  bool writeSpilingTo(const QString& path);
  Tape* tape() { return m_tape; }

 private:
  QWidget* makeSlate();
  QWidget* makeBelow();
  void addSpiling();
  void addTape(QHBoxLayout* head);
  void takeReading(const TapeReading& reading);
  /// What stands below the plank, in the order in which it is offered.
  enum class Below { Hull, Readings, Edges };
  void showBelow(Below below);
  Below below() const;
  void showWords();
  QString spilingWords();
  void showFigures();
  int strakeInHand() const { return m_session->selection().strake + 1; }
  const SpiledStrake* spiled() const;
  void changeSpiling(const QString& words, const std::function<void(Spiling&)>& change);
  void answer(const QString& words);

  PlankDrawing* m_plank;
  HullPicture* m_picture;
  QLabel* m_name = nullptr;
  QLabel* m_board = nullptr;
  QLabel* m_edges = nullptr;
  QLabel* m_shape = nullptr;
  QLabel* m_face = nullptr;
  QPushButton* m_port = nullptr;
  Slate* m_slate = nullptr;
  QComboBox* m_below = nullptr;
  QStackedWidget* m_stack = nullptr;
  SpilingGrid* m_readings = nullptr;
  EdgesGrid* m_edgesGrid = nullptr;
  QLabel* m_words = nullptr;  ///< what is said of what stands below
  QLabel* m_answer = nullptr;
  Tape* m_tape = nullptr;
  QComboBox* m_line = nullptr;
  QPushButton* m_listen = nullptr;
  std::vector<QWidget*> m_spilingFields;
};

}  // namespace narrows
