#pragma once
// Stage 1, Lines: the table and the hull it draws, judged and faired.

#include "commands/long_work.h"
#include "fairing/fair_table.h"
#include "stages/stage.h"

class QLabel;
class QPushButton;
class QStackedWidget;

namespace narrows {

class LengthField;
class LineBench;
class LinesDrawing;
class OffsetGrid;
class ProfileGrid;

class LinesStage : public Stage {
  Q_OBJECT

 public:
  explicit LinesStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Lines"); }
  int number() const override { return 1; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  void goTo(const Finding& finding) override;
  SheetsOf sheets() const override { return SheetsOf::Lines; }
  OffsetGrid* grid() { return m_grid; }
  ProfileGrid* profiles() { return m_profiles; }
  LineBench* bench() { return m_bench; }
  bool isOneLine() const;
  LengthField* tolerance() { return m_tolerance; }
  /// The whole boat, or one line by itself.
  void showWhole();
  void workOn(const FigureRef& figure);
  void workOnSelected();
  /// The first figure of the table takes the keys.
  void beginTyping();
  /// Brings every figure that will go to where the battens bend least, within the tolerance.
  void fairAll(bool beyondToo);
  bool isFairing() const { return m_fairing.isRunning(); }

 private:
  QWidget* makeSlate();
  QWidget* makeTables();
  void showFigures();
  void answer(const QString& words, bool trouble);
  void addLine();
  void removeLine();
  void scaleAll();

  /// What fairing begins from: the figures as drawn but for those faired by hand, which stay.
  struct ToFair {
    OffsetTable from;
    FigureSet byHand;
    Length tolerance;
    bool beyondToo;
  };
  void takeFaired(const ToFair& work, const BookSnapshot& of, const FigureSet& left, const Result<FairedTable>& faired);

  LinesDrawing* m_drawing;
  LineBench* m_bench;
  QStackedWidget* m_above;
  QStackedWidget* m_slates;
  OffsetGrid* m_grid;
  ProfileGrid* m_profiles;
  QLabel* m_gridAnswer;
  QLabel* m_station = nullptr;
  QLabel* m_girth = nullptr;
  QLabel* m_takenOff = nullptr;
  QLabel* m_boat = nullptr;
  QLabel* m_judged = nullptr;
  QLabel* m_faired = nullptr;
  LengthField* m_tolerance = nullptr;
  QPushButton* m_work = nullptr;
  QPushButton* m_fair = nullptr;
  QPushButton* m_beyond = nullptr;
  QPushButton* m_unfair = nullptr;
  int m_bookNumber = -1;  ///< of the boat that is shown
  LongWork m_fairing;
};

}  // namespace narrows
