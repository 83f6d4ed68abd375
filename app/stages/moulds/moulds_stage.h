#pragma once
// Stage 3, Moulds: what the planking is hung on, got out and set up.

#include <functional>

#include "stages/stage.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

namespace narrows {

class LengthField;
class MouldDrawing;
class PrintedNote;
class RefusedNote;
class SetUpGrid;
class Slate;

class MouldsStage : public Stage {
  Q_OBJECT

 public:
  explicit MouldsStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Moulds"); }
  int number() const override { return 3; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  void goTo(const Finding& finding) override;
  SheetsOf sheets() const override { return SheetsOf::Moulds; }
  MouldDrawing* mouldDrawing() { return m_drawing; }
  SetUpGrid* setUp() { return m_setUp; }
  QComboBox* takenOff() { return m_takenOff; }
  LengthField* newMould() { return m_newMould; }
  LengthField* spacing() { return m_spacing; }
  QCheckBox* asTheyStand() { return m_asTheyStand; }
  /// The name of the mould in hand; empty where there is none.
  std::string inHand() const;
  /// Takes a mould in hand by its name.
  void choose(const std::string& name);

 private:
  QWidget* makeSlate();
  void addPlanFields(Slate* slate);
  void showMould();
  void showPlan();
  void change(const QString& words, const std::function<void(MouldPlan&)>& edit);
  bool addAt(Length at);
  bool addFrames(Length spacing);

  MouldDrawing* m_drawing;
  SetUpGrid* m_setUp;
  RefusedNote* m_answer;
  Slate* m_slate = nullptr;
  QLabel* m_name = nullptr;
  QLabel* m_side = nullptr;
  PrintedNote* m_printed = nullptr;
  QLabel* m_mark = nullptr;
  QLabel* m_plane = nullptr;
  QComboBox* m_takenOff = nullptr;
  LengthField* m_frame = nullptr;
  LengthField* m_ribband = nullptr;
  LengthField* m_newMould = nullptr;
  LengthField* m_spacing = nullptr;
  QCheckBox* m_asTheyStand = nullptr;
  QPushButton* m_leaveOut = nullptr;
};

}  // namespace narrows
